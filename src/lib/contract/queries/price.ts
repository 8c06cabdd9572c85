import { Type } from '@sinclair/typebox';
import type { Rate, UnitPrice } from '../../core/money';
import type { MeasureName } from '../../core/measure';
import type { Answers, Kind, PartFactor, PartRate, PriceHistory, PriceRule } from '../../core/pricing';
import { ItemFilter } from '../catalog/filter';
import { changeItems } from '../catalog/bulk';
import { query } from '../define';
import { Id, orNull, strict, Text } from '../inputs';

const PriceOf = Type.Unsafe<UnitPrice>(Type.Integer());

/** What changing many items would do: how many, and some of them before and after. Saves nothing. */
export const previewItems = query('catalog.preview-items', {
	right: 'catalog.change',
	size: 1_000_000,
	input: changeItems.input,
	output: Type.Object(
		{
			words: Type.String(),
			count: Type.Integer(),
			some: Type.Array(
				Type.Object(
					{
						...{ id: Type.String(), code: Type.String(), name: Type.String() },
						...{ cost: PriceOf, costAfter: PriceOf, price: PriceOf, priceAfter: PriceOf }
					},
					strict
				)
			)
		},
		strict
	)
});

/** An item as it stands in the list of the catalog. */
export interface ListedItem {
	id: string;
	code: string;
	name: string;
	kind: Kind;
	unit: string;
	cost: number;
	price: UnitPrice;
	margin: Rate | null;
	rule: PriceRule;
	/** The rule that holds: its own, or the one of its category. */
	ruleHeld: Exclude<PriceRule, { by: 'inherit' }>;
	categoryId: string | null;
	supplierId: string | null;
	taxCodeId: string | null;
	tags: string[];
	note: string;
	setAside: boolean;
}

/** The next items of a list behind one of them, in the order of their names. Empty: that was all. */
export const moreItems = query('catalog.more', {
	right: 'catalog.see',
	size: 300_000,
	input: Type.Object({ filter: ItemFilter, after: Type.Object({ name: Text(400), id: Id }, strict) }, strict),
	output: Type.Unsafe<ListedItem[]>(
		Type.Array(Type.Object({ id: Type.String(), code: Type.String(), name: Type.String(), cost: Type.Integer(), price: Type.Integer() }))
	)
});

/** A part of an assembly with what it would cost today. */
export interface PartInside {
	id: string;
	assemblyId: string;
	position: number;
	itemId: string | null;
	sheetId: string | null;
	childId: string | null;
	name: string;
	measures: MeasureName[];
	rate: PartRate;
	placeholder: string;
	reminder: boolean;
	once: boolean;
	note: string;
	phase: string;
	when: Answers;
	factors: PartFactor[];
	unit: string;
	kind: Kind;
	cost: number;
	price: number;
}

/** The parts of an assembly and of all it holds, with today's costs and prices: what trying it out needs before it is saved. */
export const insideOf = query('catalog.inside', {
	right: 'catalog.see',
	input: Type.Object({ assemblyId: Id }, strict),
	output: Type.Unsafe<Record<string, PartInside[]>>(
		Type.Record(
			Type.String(),
			Type.Array(Type.Object({ id: Type.String(), name: Type.String(), cost: Type.Integer(), price: Type.Integer() }))
		)
	)
});

const History = Type.Unsafe<PriceHistory>(
	Type.Object({ times: Type.Integer(), last: orNull(PriceOf), lowest: orNull(PriceOf), median: orNull(PriceOf) }, strict)
);
const Sold = Type.Object(
	{
		...{ id: Type.Integer(), customer: Type.String(), at: Type.Integer(), price: Type.Integer(), quantity: Type.Integer() },
		invoiceId: orNull(Type.String())
	},
	strict
);

/** What the customer of a job, and others, paid for an item before. */
export const paidBefore = query('catalog.paid-before', {
	right: 'estimates.see',
	input: Type.Object({ itemId: Id, jobId: Id }, strict),
	output: Type.Object({ unit: Type.String(), own: History, all: History, ownSold: Type.Array(Sold), others: Type.Array(Sold) }, strict)
});
