import { Type } from '@sinclair/typebox';
import type { RepeatRule } from '../../core/repeats';
import { command } from '../define';
import { DayText, Id, Name, Nothing, strict, Version } from '../inputs';

const bounds = {
	start: DayText,
	until: Type.Optional(DayText),
	count: Type.Optional(Type.Integer({ minimum: 1, maximum: 1000 })),
	every: Type.Integer({ minimum: 1, maximum: 1000 })
};
const Weekday = Type.Integer({ minimum: 1, maximum: 7 });
const Rule = Type.Unsafe<RepeatRule>(
	Type.Union([
		Type.Object({ by: Type.Literal('day'), ...bounds }, strict),
		Type.Object(
			{ by: Type.Literal('week'), weekdays: Type.Array(Weekday, { minItems: 0, maxItems: 7, uniqueItems: true }), ...bounds },
			strict
		),
		Type.Object({ by: Type.Literal('month day'), day: Type.Integer({ minimum: 1, maximum: 31 }), ...bounds }, strict),
		Type.Object(
			{ by: Type.Literal('month weekday'), nth: Type.Union([1, 2, 3, 4, 5, -1].map((n) => Type.Literal(n))), weekday: Weekday, ...bounds },
			strict
		),
		Type.Object(
			{
				by: Type.Literal('year'),
				month: Type.Integer({ minimum: 1, maximum: 12 }),
				day: Type.Integer({ minimum: 1, maximum: 31 }),
				...bounds
			},
			strict
		)
	])
);
const Minute = Type.Union([Type.Integer({ minimum: 0, maximum: 2160 }), Type.Null()]);

/** A job makes its successors by a rule; a new rule makes none for days that are over. */
export const saveRepeat = command('repeats.save', {
	right: 'jobs.change',
	input: Type.Object(
		{
			ruleId: Type.Union([Id, Type.Null()]),
			jobId: Id,
			name: Name,
			rule: Rule,
			onHoliday: Type.Union([Type.Literal('leave'), Type.Literal('move'), Type.Literal('skip')]),
			way: Type.Union([Type.Literal('made'), Type.Literal('given'), Type.Literal('booked')]),
			crewId: Type.Union([Id, Type.Null()]),
			from: Minute,
			to: Minute,
			ahead: Type.Integer({ minimum: 0, maximum: 366 }),
			version: Version
		},
		strict
	),
	output: Type.Object({ ruleId: Type.String() }, strict)
});

/** Paused, it makes nothing; what falls into the pause is not made later. */
export const pauseRepeat = command('repeats.pause', {
	right: 'jobs.change',
	input: Type.Object({ ruleId: Id, paused: Type.Boolean(), version: Version }, strict),
	output: Nothing
});

/** Makes what is due of one rule: each occurrence once, however often and late this runs. */
export const makeRepeat = command('repeats.make', {
	right: 'system',
	inner: true,
	input: Type.Object({ ruleId: Id }, strict),
	output: Type.Object({ made: Type.Integer() }, strict)
});
