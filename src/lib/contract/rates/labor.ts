import { Type } from '@sinclair/typebox';
import { command } from '../define';
import { Id, Name, DayText, Text, strict, Version, Nothing } from '../inputs';

export const Minutes = Type.Integer({ minimum: 0, maximum: 1440 });

export const Bounded = Type.Integer({ minimum: -1e10, maximum: 1e10 });

export const sheetShape = Type.Object(
	{
		members: Type.Array(
			Type.Object(
				{ label: Text(80), wage: Type.Integer({ minimum: 0, maximum: 1e9 }), count: Type.Integer({ minimum: 0, maximum: 1000 }) },
				strict
			),
			{ maxItems: 50 }
		),
		// The core refuses what makes no sense; these are only as wide as can be kept exactly.
		paidHours: Bounded,
		overtimeHours: Bounded,
		overtimeMultiplier: Bounded,
		burden: Bounded,
		/** What of it is not on the overtime premium: follows from the parts, where there are some. */
		burdenNotOnPremium: Type.Optional(Bounded),
		burdenParts: Type.Optional(
			Type.Array(
				Type.Object({ name: Text(80), percent: Type.Integer({ minimum: 0, maximum: 100_000 }), onPremium: Type.Boolean() }, strict),
				{
					maxItems: 30
				}
			)
		),
		nonBillable: Bounded,
		parts: Type.Optional(
			Type.Array(Type.Object({ name: Text(80), minutes: Minutes, driving: Type.Optional(Type.Boolean()) }, strict), { maxItems: 30 })
		),
		dayMinutes: Type.Optional(Type.Integer({ minimum: 1, maximum: 1440 })),
		variants: Type.Optional(
			Type.Array(Type.Object({ name: Name, multiplier: Type.Integer({ minimum: 1, maximum: 100_000 }) }, strict), { maxItems: 10 })
		),
		billing: Type.Optional(
			Type.Object({ step: Type.Integer({ minimum: 1, maximum: 480 }), minimum: Type.Integer({ minimum: 0, maximum: 1440 }) }, strict)
		),
		overheadPerHour: Type.Integer({ minimum: 0, maximum: 1e10 }),
		target: Type.Union([Type.Object({ margin: Bounded }, strict), Type.Object({ price: Bounded }, strict)])
	},
	strict
);

/**
 * Saves a labor rate sheet as it holds from a day on; its rates are computed here and handed on as stored integers.
 * The same day again replaces that version; another day makes a new one, and what was priced before keeps its rate.
 */
export const saveLaborSheet = command('rates.save', {
	right: 'rates.change',
	input: Type.Object(
		{ sheetId: Type.Optional(Id), name: Name, from: DayText, branchId: Type.Union([Id, Type.Null()]), sheet: sheetShape, version: Version },
		strict
	),
	output: Type.Object({ id: Type.String() }, strict)
});

export const setSheetAside = command('rates.set-aside', {
	right: 'rates.change',
	input: Type.Object({ sheetId: Id, back: Type.Optional(Type.Boolean()) }, strict),
	output: Nothing
});
