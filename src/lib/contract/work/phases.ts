import { Type } from '@sinclair/typebox';
import { command } from '../define';
import { DayText, Id, Name, Nothing, orNull, strict, Text, Version } from '../inputs';

export const PhaseInput = {
	phaseId: Id,
	name: Name,
	from: orNull(DayText),
	to: orNull(DayText),
	/** It lasts so many days of the calendar, free ones too. */
	calendarDays: Type.Optional(Type.Boolean()),
	/** Rain moves it. */
	outdoor: Type.Optional(Type.Boolean()),
	/** What everybody on it must be able to do, with commas between. */
	skills: Type.Optional(Text(200)),
	/** How many people it takes; null: a whole crew. */
	people: Type.Optional(orNull(Type.Integer({ minimum: 1, maximum: 200 }))),
	/** The people who stand on it, and on what it pushes, move with it. */
	withShifts: Type.Optional(Type.Boolean()),
	version: Version
};

/**
 * A phase of a job gets another name, or is laid over days: both included; null for both: not laid over days. What waits for it is pushed just far
 * enough, and it is itself by what it waits for.
 */
export const changePhase = command('jobs.change-phase', {
	right: 'jobs.change',
	input: Type.Object(PhaseInput, strict),
	output: Nothing
});

/** A phase waits for another: it may begin on the (pause + 1)-th working day after that one ends. `pause` null: it waits no more. */
export const linkPhases = command('jobs.link-phases', {
	right: 'jobs.change',
	input: Type.Object({ beforeId: Id, afterId: Id, pause: orNull(Type.Integer({ minimum: 0, maximum: 400 })) }, strict),
	output: Nothing
});
