import { Type } from '@sinclair/typebox';
import { command } from '../define';
import { Id, Text, DayText, strict, Version, Nothing } from '../inputs';

export const Minute = Type.Union([Type.Integer({ minimum: 0, maximum: 2160 }), Type.Null()]);

export const Plan = {
	jobId: Id,
	phase: Text(80),
	personIds: Type.Array(Type.Union([Id, Type.Null()]), { minItems: 1, maxItems: 60 }),
	from: DayText,
	to: DayText,
	start: Minute,
	end: Minute,
	note: Text(500)
};

/** Puts people on a job for a stretch of days. Conflicts are said before saving; whoever knows better saves all the same. */
export const addShifts = command('plan.add', {
	right: 'plan.change',
	input: Type.Object({ ...Plan, despite: Type.Optional(Type.Boolean()) }, strict),
	output: Type.Object({ shiftIds: Type.Array(Type.String()), conflicts: Type.Integer() }, strict)
});

/** Moves shifts by days, to another person, or changes from–to. All of them or none. */
export const moveShifts = command('plan.move', {
	right: 'plan.change',
	input: Type.Object(
		{
			shifts: Type.Array(Type.Object({ id: Id, version: Version }, strict), { minItems: 1, maxItems: 200 }),
			byDays: Type.Optional(Type.Integer({ minimum: -400, maximum: 400 })),
			personId: Type.Optional(Type.Union([Id, Type.Null()])),
			span: Type.Optional(Type.Object({ start: Minute, end: Minute }, strict)),
			despite: Type.Optional(Type.Boolean())
		},
		strict
	),
	output: Nothing
});

export const removeShifts = command('plan.remove', {
	right: 'plan.change',
	input: Type.Object({ shiftIds: Type.Array(Id, { minItems: 1, maxItems: 200 }) }, strict),
	output: Nothing
});
