import { Type } from '@sinclair/typebox';
import { command } from '../define';
import { Name, orNull, strict, Id, Nothing, Text } from '../inputs';

/** Pages whose views can be kept. */
export const VIEW_PAGES = ['track', 'customers', 'quotes', 'jobs', 'invoices'] as const;

/** Keeps what a list shows, under a name: for oneself or for everybody. The same name of the same person is put in its place. */
export const saveView = command('views.save', {
	right: 'own.account',
	input: Type.Object(
		{
			page: Type.Union(VIEW_PAGES.map((p) => Type.Literal(p))),
			name: Name,
			/** Only the part of the address behind the question mark. */
			query: Type.String({ maxLength: 1000, pattern: '^[^#\\s]*$' }),
			everybody: Type.Boolean()
		},
		strict
	),
	output: Type.Object({ viewId: Type.String() }, strict)
});

export const removeView = command('views.remove', {
	right: 'own.account',
	input: Type.Object({ viewId: Id }, strict),
	output: Nothing
});

/** The lists of the house: each person has a layout of their own for each. */
export const LISTS = [
	'catalog',
	'assemblies',
	'flat-rate',
	'price-check',
	'jobs',
	'orders',
	'suppliers-bills',
	'quotes',
	'customers',
	'winning-track',
	'invoices',
	'money-in',
	'ready-to-bill',
	'pay-applications',
	'repeat-invoices',
	'aging',
	'jobs-costing',
	'hours-sold-and-used',
	'agreements'
] as const;
export type ListName = (typeof LISTS)[number];

/** How somebody has a list laid out. */
export interface ListLayout {
	/** Widths of columns in pixels; the others are as wide as what stands in them. */
	widths: Record<string, number>;
	/** Columns that stay at the left while one scrolls aside, in their order. */
	pinned: string[];
	/** What the list starts with, as it stands in an address: columns, order, groups. Empty: as the list comes. */
	start: { columns: string; sort: string; group: string };
}

const Key = Type.String({ minLength: 1, maxLength: 60 });

/** Lays a list out for oneself; null: as it comes. */
export const layOut = command('views.lay-out', {
	right: 'own.account',
	input: Type.Object(
		{
			list: Type.Union(LISTS.map((l) => Type.Literal(l))),
			layout: orNull(
				Type.Unsafe<ListLayout>(
					Type.Object(
						{
							widths: Type.Record(Key, Type.Integer({ minimum: 40, maximum: 900 })),
							pinned: Type.Array(Key, { maxItems: 6, uniqueItems: true }),
							start: Type.Object({ columns: Text(1000), sort: Text(300), group: Text(300) }, strict)
						},
						strict
					)
				)
			)
		},
		strict
	),
	output: Nothing
});
