import { Type } from '@sinclair/typebox';
import type { UnitPrice } from '../../core/money';
import type { MeasureName } from '../../core/measure';
import type { Answers, Kind, PartFactor, PartRate, PriceHistory } from '../../core/pricing';
import { changeItems } from '../catalog/bulk';
import { query } from '../define';
import { Id, orNull, strict } from '../inputs';

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
