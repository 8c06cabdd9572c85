import { Type } from '@sinclair/typebox';
import { command } from '../define';
import { Text, strict, Id, Version, Name, DayText, Nothing } from '../inputs';
import { OTHER_KINDS, RECOVERY_METHODS } from '../../core/pricing';

export const Amount = Type.Integer({ minimum: 0, maximum: 1e13 });

export const Line = Type.Object({ name: Text(120), lastYear: Amount, amount: Amount }, strict);

export const Year = Type.Integer({ minimum: 2000, maximum: 2200 });

/** Saves the budget of a year. A crew with a rate sheet takes its loaded cost from the sheet as it holds when the year begins, or today. */
export const saveBudget = command('budget.save', {
	right: 'rates.change',
	input: Type.Object(
		{
			year: Year,
			sales: Type.Array(Line, { maxItems: 60 }),
			crews: Type.Array(
				Type.Object(
					{
						name: Text(120),
						sheetId: Type.Union([Id, Type.Null()]),
						heads: Type.Integer({ minimum: 0, maximum: 10_000 }),
						paidHours: Type.Integer({ minimum: 0, maximum: 8784 }),
						nonBillable: Type.Integer({ minimum: 0, maximum: 999_999 }),
						loadedCost: Type.Integer({ minimum: 0, maximum: 1e11 })
					},
					strict
				),
				{ maxItems: 60 }
			),
			direct: Type.Array(
				Type.Object(
					{ name: Text(120), lastYear: Amount, amount: Amount, kind: Type.Union(OTHER_KINDS.map((k) => Type.Literal(k))) },
					strict
				),
				{ maxItems: 60 }
			),
			overhead: Type.Array(Line, { maxItems: 200 }),
			method: Type.Union(RECOVERY_METHODS.map((m) => Type.Literal(m))),
			onHours: Type.Integer({ minimum: 0, maximum: 10_000 }),
			version: Version
		},
		strict
	),
	output: Type.Object({ id: Type.String() }, strict)
});

export const Factor = Type.Integer({ minimum: 1000, maximum: 50_000 });

/** Keeps a set of what-if assumptions under a name, to be compared with others. */
export const saveScenario = command('budget.save-scenario', {
	right: 'rates.change',
	input: Type.Object(
		{
			year: Year,
			name: Name,
			whatIf: Type.Object({ hours: Factor, wages: Factor, overhead: Factor, sales: Factor, other: Factor }, strict)
		},
		strict
	),
	output: Type.Object({ id: Type.String() }, strict)
});

export const dropScenario = command('budget.drop-scenario', {
	right: 'rates.change',
	input: Type.Object({ scenarioId: Id }, strict),
	output: Nothing
});

/**
 * Puts what the chosen method gives onto the company: each rate sheet gets a version with the overhead an hour from a day on,
 * its margin stays; the percent on dollars becomes the company's. Estimates keep what they were priced with.
 */
export const takeOverhead = command('budget.take-overhead', {
	right: 'rates.change',
	input: Type.Object({ year: Year, from: DayText }, strict),
	output: Type.Object({ sheets: Type.Integer() }, strict)
});
