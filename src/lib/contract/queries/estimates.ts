import { Type } from '@sinclair/typebox';
import type { MeasureName } from '../../core/measure';
import type { Cents, Rate, UnitPrice } from '../../core/money';
import { query } from '../define';
import { saveCatalog } from '../flat-rate/commands';
import { Id, orNull, strict } from '../inputs';

const Money = Type.Unsafe<Cents>(Type.Integer());
const Margin = Type.Unsafe<Rate | null>(orNull(Type.Integer()));
const Sums = Type.Object({ price: Money, profit: Money, margin: Margin }, strict);
const Pair = Type.Unsafe<readonly [UnitPrice, UnitPrice]>(Type.Tuple([Type.Integer(), Type.Integer()]));

/** What bringing an estimate up to date would do. Saves nothing. */
export const previewReprice = query('estimates.preview-reprice', {
	right: 'estimates.see',
	input: Type.Object({ estimateId: Id }, strict),
	output: Type.Object(
		{
			before: Sums,
			after: Sums,
			moved: Type.Array(
				Type.Object(
					{ id: Type.String(), scope: Type.String(), name: Type.String(), cost: Pair, price: Pair, derived: Type.Boolean() },
					strict
				)
			)
		},
		strict
	)
});

const Ids = Type.Array(Id, { maxItems: 2000, uniqueItems: true });
const Whole = { price: Money, margin: Margin };

/** What would bring a choice of the price check to the margin wanted. Saves nothing. */
export const repricePlan = query('estimates.reprice-plan', {
	right: 'rates.see',
	size: 1_000_000,
	input: Type.Object({ estimates: Ids, assemblies: Ids, services: Ids, target: Type.Integer({ minimum: 0, maximum: 9999 }) }, strict),
	output: Type.Object(
		{
			estimates: Type.Array(
				Type.Object(
					{
						id: Type.String(),
						before: Type.Object(Whole, strict),
						upToDate: Type.Object({ ...Whole, lines: Type.Integer() }, strict),
						wanted: orNull(Type.Object({ price: Type.Integer() }, strict)),
						problems: Type.Integer()
					},
					strict
				)
			),
			items: Type.Array(
				Type.Object(
					{
						...{ id: Type.String(), code: Type.String(), name: Type.String(), unit: Type.String() },
						...{ before: Type.Integer(), after: Type.Integer(), assemblies: Type.Integer() }
					},
					strict
				)
			),
			sheets: Type.Array(Type.Object({ id: Type.String(), name: Type.String(), price: Type.Integer(), margin: Margin }, strict)),
			catalogs: Type.Array(
				Type.Object(
					{
						...{ id: Type.String(), name: Type.String(), before: Type.Integer(), after: Type.Integer(), chosen: Type.Integer() },
						terms: saveCatalog.input
					},
					strict
				)
			)
		},
		strict
	)
});

/** Which measures an assembly goes by that the scope does not have yet, under the answers given so far; with what the job’s size says of it. */
export const lackingFor = query('estimates.lacking', {
	right: 'estimates.see',
	input: Type.Object({ scopeId: Id, assemblyId: Id, answered: Type.Record(Id, Id) }, strict),
	output: Type.Array(Type.Object({ measure: Type.Unsafe<MeasureName>(Type.String()), likely: Type.String() }, strict))
});
