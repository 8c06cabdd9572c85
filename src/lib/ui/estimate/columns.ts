import { shownPrice, type LineResult } from '$lib/core/estimate';
import { formatCents, formatQuantity, formatRate, formatUnitPrice, toTyped } from '$lib/core/money';

export type Column = 'name' | 'quantity' | 'unit' | 'hours' | 'cost' | 'price' | 'margin' | 'amount' | 'tax' | 'offer';
export interface ColumnSpec {
	key: Column;
	head: string;
	num: boolean;
	edit: 'name' | 'quantity' | 'unit' | 'hours' | 'cost' | 'price' | 'margin' | 'tax' | 'offer' | null;
	/** Pixels; none: what is left. */
	width: number | null;
	/** Shown when somebody asks for it. */
	extra?: true;
}

/** The columns of the estimate grid, left to right; what can be typed into has its field. */
export const COLUMNS: ColumnSpec[] = [
	{ key: 'name', head: 'Line', num: false, edit: 'name', width: null },
	{ key: 'quantity', head: 'Quantity', num: true, edit: 'quantity', width: 76 },
	{ key: 'unit', head: 'Unit', num: false, edit: 'unit', width: 64 },
	{ key: 'hours', head: 'Hours', num: true, edit: 'hours', width: 56 },
	{ key: 'cost', head: 'Cost', num: true, edit: 'cost', width: 84 },
	{ key: 'price', head: 'Price', num: true, edit: 'price', width: 84 },
	{ key: 'margin', head: 'Margin', num: true, edit: 'margin', width: 66 },
	{ key: 'amount', head: 'Amount', num: true, edit: null, width: 88 },
	{ key: 'tax', head: 'Tax', num: false, edit: 'tax', width: 86, extra: true },
	{ key: 'offer', head: 'Offered', num: false, edit: 'offer', width: 74, extra: true }
];

/** What a line is for the customer: shown, in the price but hidden, or an option to add. */
export type Offer = 'shown' | 'hidden' | 'option';
export const OFFERS: readonly Offer[] = ['shown', 'hidden', 'option'];
export const offerOf = (l: { option: boolean; hidden: boolean }): Offer => (l.option ? 'option' : l.hidden ? 'hidden' : 'shown');
/** The fields of a line that another offer changes, with what they become. */
export const offerChanges = (l: { option: boolean; hidden: boolean }, to: Offer): ['hidden' | 'option', string][] =>
	(['hidden', 'option'] as const).flatMap((f) => (l[f] === (to === f) ? [] : [[f, String(to === f)] as ['hidden' | 'option', string]]));

/** What a cell shows. */
export function cellText(l: LineResult, column: Column, codes: readonly { id: string; name: string }[] = []): string {
	switch (column) {
		case 'tax':
			return codes.find((c) => c.id === l.line.taxCodeId)?.name ?? '';
		case 'offer':
			return offerOf(l.line);
		case 'name':
			return l.line.name;
		case 'quantity':
			return formatQuantity(l.quantity);
		case 'unit':
			return l.line.unit;
		case 'hours':
			return l.hours ? formatQuantity(l.hours) : '';
		case 'cost':
			return formatUnitPrice(l.line.unitCost);
		case 'price':
			return l.line.settled === null
				? formatUnitPrice(l.line.unitPrice)
				: `≈ ${shownPrice(l).derived ? formatUnitPrice(shownPrice(l).price) : '–'}`;
		case 'margin':
			return formatRate(l.margin);
		case 'amount':
			return formatCents(l.net);
	}
}

/** What stands in a cell when a person begins to change it. */
export function cellTyped(l: LineResult, column: Column): string {
	switch (column) {
		case 'quantity':
			return toTyped(l.quantity, 4);
		case 'hours':
			return toTyped(l.line.hoursPerUnit, 4);
		case 'cost':
			return toTyped(l.line.unitCost, 4, 2);
		case 'price':
			return toTyped(l.line.unitPrice, 4, 2);
		case 'margin':
			return l.margin === null ? '' : `${(l.margin / 10_000).toFixed(1)}%`;
		case 'tax':
			return l.line.taxCodeId ?? '';
		default:
			return cellText(l, column);
	}
}
