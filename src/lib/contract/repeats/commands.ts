import { Type } from '@sinclair/typebox';
import { command } from '../define';
import { DayText, Id, Name, Nothing, orNull, RepeatInput, strict, Text, Version } from '../inputs';

const Minute = Type.Union([Type.Integer({ minimum: 0, maximum: 2160 }), Type.Null()]);

const Price = orNull(Type.Integer({ minimum: 0, maximum: 1e11 }));

/** A job makes its successors by a rule; a new rule makes none for days that are over. */
export const saveRepeat = command('repeats.save', {
	right: 'jobs.change',
	input: Type.Object(
		{
			ruleId: Type.Union([Id, Type.Null()]),
			jobId: Id,
			name: Name,
			rule: RepeatInput,
			onHoliday: Type.Union([Type.Literal('leave'), Type.Literal('move'), Type.Literal('skip')]),
			way: Type.Union([Type.Literal('made'), Type.Literal('given'), Type.Literal('booked')]),
			crewId: Type.Union([Id, Type.Null()]),
			from: Minute,
			to: Minute,
			ahead: Type.Integer({ minimum: 0, maximum: 366 }),
			/** What each is sold for, cents, and whether a draft invoice of it is made on its day. */
			price: Type.Optional(Price),
			invoice: Type.Optional(Type.Union([Type.Literal('none'), Type.Literal('draft')])),
			/** How many days before its day the customer is reminded; 0: not at all. */
			remind: Type.Optional(Type.Integer({ minimum: 0, maximum: 60 })),
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

/** One occurrence that is still to come is left out (day null), comes on another day, or is another: crew, time, note, price. */
export const exceptRepeat = command('repeats.except', {
	right: 'jobs.change',
	input: Type.Object(
		{
			...{ ruleId: Id, occursOn: DayText, day: orNull(DayText) },
			other: Type.Optional(
				Type.Object(
					{
						...{ crewId: Type.Optional(orNull(Id)), from: Type.Optional(Minute), to: Type.Optional(Minute) },
						...{ note: Type.Optional(Text(2000)), price: Type.Optional(Price) }
					},
					strict
				)
			)
		},
		strict
	),
	output: Nothing
});
/** It comes as the rule says again. */
export const dropException = command('repeats.drop-exception', {
	right: 'jobs.change',
	input: Type.Object({ ruleId: Id, occursOn: DayText }, strict),
	output: Nothing
});
/** The rule makes nothing from a day on; what is made stays. */
export const endRepeat = command('repeats.end', {
	right: 'jobs.change',
	input: Type.Object({ ruleId: Id, lastDay: DayText, version: Version }, strict),
	output: Nothing
});

/** Customers are reminded of repeat jobs that lie ahead, each once. */
export const remindRepeats = command('repeats.remind', {
	right: 'system',
	input: Type.Object({}, strict),
	output: Type.Object({ reminded: Type.Integer() }, strict)
});

/** Makes what is due of one rule: each occurrence once, however often and late this runs. */
export const makeRepeat = command('repeats.make', {
	right: 'system',
	inner: true,
	input: Type.Object({ ruleId: Id }, strict),
	output: Type.Object({ made: Type.Integer() }, strict)
});
