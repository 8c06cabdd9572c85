import { Type } from '@sinclair/typebox';
import { command } from '../define';
import { Id, Text, DayText, strict, orNull } from '../inputs';

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

/** Puts people on a job for a stretch of days, on the plan or in a draft of it. Conflicts are said before saving; whoever knows better saves all the same. */
export const addShifts = command('plan.add', {
	right: 'plan.change',
	input: Type.Object({ ...Plan, despite: Type.Optional(Type.Boolean()), draftId: Type.Optional(Id) }, strict),
	output: Type.Object({ shiftIds: Type.Array(Type.String()), conflicts: Type.Integer() }, strict)
});

/** Where a shift shall stand. */
const Place = Type.Object(
	{ jobId: Id, phase: Text(80), personId: orNull(Id), day: DayText, from: Minute, to: Minute, note: Text(500) },
	strict
);
/** One shift to be: `version` null: it does not stand yet; `to` null: off the plan. `as`: the version it had, when what was taken off comes back. */
export const ShiftChange = Type.Object(
	{ id: Id, version: orNull(Type.Integer()), to: orNull(Place), as: Type.Optional(Type.Integer({ minimum: 0 })) },
	strict
);

/**
 * Shifts are made, moved, given, changed and taken off in one go: all of it or nothing. What takes it back exactly comes as the answer, the shifts'
 * own ids and all.
 */
export const arrangePlan = command('plan.arrange', {
	right: 'plan.change',
	input: Type.Object(
		{
			changes: Type.Array(ShiftChange, { minItems: 1, maxItems: 5000 }),
			despite: Type.Optional(Type.Boolean()),
			/** In a draft plan, where nobody is told. */
			draftId: Type.Optional(Id)
		},
		strict
	),
	output: Type.Object({ undo: Type.Array(ShiftChange) }, strict),
	// A month of two hundred people that is moved, or taken back.
	size: 3_000_000
});
