import { Type } from '@sinclair/typebox';
import { command } from '../define';
import { DayText, Text, Name, strict, Version, Id, Nothing, QuantityIn, orNull } from '../inputs';

/** Calendar days from the first day of the job; null: no due day of its own. */
const Days = orNull(Type.Integer({ minimum: -365, maximum: 3650 }));

/** What jobs of a kind of work always need done; put onto the work list when such a job is won. */
export const saveTemplates = command('work.task-templates', {
	right: 'company.change',
	input: Type.Object(
		{
			templates: Type.Array(
				Type.Object(
					{
						kindOfWork: Text(80),
						phase: Text(80),
						text: Name,
						steps: Type.Optional(Type.Array(Name, { maxItems: 60 })),
						days: Type.Optional(Days)
					},
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
			/** Hours it was sold with; absent: they stay. */
			hours: Type.Optional(QuantityIn),
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

/** Several tasks added at once, one a line. */
export const addTasks = command('work.add-tasks', {
	right: 'jobs.change',
	input: Type.Object({ jobId: Id, phase: Text(80), texts: Type.Array(Name, { minItems: 1, maxItems: 300 }) }, strict),
	output: Type.Object({ taskIds: Type.Array(Type.String()) }, strict)
});

/** Tasks go to a phase, before another task of it or to its end: two people who move others at the same time both keep what they did. */
export const moveTasks = command('work.move-tasks', {
	right: 'jobs.change',
	input: Type.Object(
		{ taskIds: Type.Array(Id, { minItems: 1, maxItems: 300, uniqueItems: true }), phase: Text(80), beforeId: orNull(Id) },
		strict
	),
	output: Nothing
});

/** Several tasks at once: who, by when, or done. What is left out stays. */
export const changeTasks = command('work.change-tasks', {
	right: 'jobs.change',
	input: Type.Object(
		{
			taskIds: Type.Array(Id, { minItems: 1, maxItems: 300, uniqueItems: true }),
			due: Type.Optional(orNull(DayText)),
			/** Added to those whose task it is. */
			personId: Type.Optional(Id),
			done: Type.Optional(Type.Boolean())
		},
		strict
	),
	output: Nothing
});

/** Where several parts are now. */
export const moveParts = command('work.move-parts', {
	right: 'field.record',
	input: Type.Object(
		{
			partIds: Type.Array(Id, { minItems: 1, maxItems: 1000, uniqueItems: true }),
			state: Type.Union([Type.Literal('to order'), Type.Literal('on hand'), Type.Literal('on truck'), Type.Literal('fitted')])
		},
		strict
	),
	output: Type.Object({ moved: Type.Integer() }, strict)
});

/** A task for each phase that has none, with the hours the phase was sold with. */
export const tasksFromPhases = command('work.tasks-from-phases', {
	right: 'jobs.change',
	input: Type.Object({ jobId: Id }, strict),
	output: Type.Object({ added: Type.Integer() }, strict)
});

/** The work list of a good job, kept for all of its kind: phases, tasks, steps, and days from its first day. Takes the place of what was kept. */
export const keepAsTemplate = command('work.keep-as-template', {
	right: 'company.change',
	input: Type.Object({ jobId: Id, kindOfWork: Text(80) }, strict),
	output: Type.Object({ kept: Type.Integer() }, strict)
});
