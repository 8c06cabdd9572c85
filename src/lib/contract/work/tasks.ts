import { Type } from '@sinclair/typebox';
import { command } from '../define';
import { Text, Name, strict, Version, Id, Nothing } from '../inputs';

/** What jobs of a kind of work always need done; put onto the work list when such a job is won. */
export const saveTemplates = command('work.task-templates', {
	right: 'company.change',
	input: Type.Object(
		{
			templates: Type.Array(Type.Object({ kindOfWork: Text(80), phase: Text(80), text: Name }, strict), { maxItems: 500 }),
			version: Version
		},
		strict
	),
	output: Nothing
});

export const addTask = command('work.add-task', {
	right: 'jobs.change',
	input: Type.Object({ jobId: Id, phase: Text(80), text: Name }, strict),
	output: Type.Object({ taskId: Type.String() }, strict)
});

export const removeTask = command('work.remove-task', {
	right: 'jobs.change',
	input: Type.Object({ taskId: Id }, strict),
	output: Nothing
});

/** Ticks a task, or opens it again. The crew may too. */
export const tickTask = command('work.tick-task', {
	right: 'field.record',
	input: Type.Object({ taskId: Id, done: Type.Boolean() }, strict),
	output: Nothing
});
