import { Type } from '@sinclair/typebox';
import { command } from '../define';
import { DayText, Text, Name, strict, Version, Id, Nothing } from '../inputs';

/** What jobs of a kind of work always need done; put onto the work list when such a job is won. */
export const saveTemplates = command('work.task-templates', {
	right: 'company.change',
	input: Type.Object(
		{
			templates: Type.Array(
				Type.Object(
					{ kindOfWork: Text(80), phase: Text(80), text: Name, steps: Type.Optional(Type.Array(Name, { maxItems: 60 })) },
					strict
				),
				{ maxItems: 500 }
			),
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

/** All of a task at once: its phase, people, due day and steps; a step that is not named any more is taken off. */
export const changeTask = command('work.change-task', {
	right: 'jobs.change',
	input: Type.Object(
		{
			taskId: Id,
			phase: Text(80),
			text: Name,
			note: Text(2000),
			due: Type.Union([DayText, Type.Null()]),
			people: Type.Array(Id, { maxItems: 40, uniqueItems: true }),
			steps: Type.Array(Type.Object({ id: Type.Union([Id, Type.Null()]), text: Name }, strict), { maxItems: 60 }),
			version: Version
		},
		strict
	),
	output: Nothing
});

/** Ticks one step of a task, or opens it again. */
export const tickStep = command('work.tick-step', {
	right: 'field.record',
	offline: true,
	input: Type.Object({ stepId: Id, done: Type.Boolean() }, strict),
	output: Nothing
});

/** Gives materials of the job to a task, as its parts: all that is left of each. */
export const giveParts = command('work.give-parts', {
	right: 'jobs.change',
	input: Type.Object({ taskId: Id, materialIds: Type.Array(Id, { minItems: 1, maxItems: 200, uniqueItems: true }) }, strict),
	output: Type.Object({ parts: Type.Integer() }, strict)
});

/** Where a part is now: to order, on hand, on truck, fitted. */
export const movePart = command('work.move-part', {
	right: 'field.record',
	offline: true,
	input: Type.Object(
		{
			partId: Id,
			state: Type.Union([Type.Literal('to order'), Type.Literal('on hand'), Type.Literal('on truck'), Type.Literal('fitted')]),
			version: Version
		},
		strict
	),
	output: Nothing
});

export const removePart = command('work.remove-part', {
	right: 'jobs.change',
	input: Type.Object({ partId: Id }, strict),
	output: Nothing
});

export const removeTask = command('work.remove-task', {
	right: 'jobs.change',
	input: Type.Object({ taskId: Id }, strict),
	output: Nothing
});

/** Ticks a task, or opens it again. The crew may too. */
export const tickTask = command('work.tick-task', {
	right: 'field.record',
	offline: true,
	input: Type.Object({ taskId: Id, done: Type.Boolean() }, strict),
	output: Nothing
});
