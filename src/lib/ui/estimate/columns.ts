import type { LineResult } from '$lib/core/estimate';
import { formatCents, formatQuantity, formatRate, formatUnitPrice, toTyped } from '$lib/core/money';

export type Column = 'name' | 'quantity' | 'unit' | 'hours' | 'cost' | 'price' | 'margin' | 'amount';
export interface ColumnSpec {
	key: Column;
	head: string;
	num: boolean;
	edit: 'name' | 'quantity' | 'unit' | 'hours' | 'cost' | 'price' | 'margin' | null;
}

/** The columns of the estimate grid, left to right; what can be typed into has its field. */
export const COLUMNS: ColumnSpec[] = [
	{ key: 'name', head: 'Line', num: false, edit: 'name' },
	{ key: 'quantity', head: 'Quantity', num: true, edit: 'quantity' },
	{ key: 'unit', head: 'Unit', num: false, edit: 'unit' },
	{ key: 'hours', head: 'Hours', num: true, edit: 'hours' },
	{ key: 'cost', head: 'Cost', num: true, edit: 'cost' },
	{ key: 'price', head: 'Price', num: true, edit: 'price' },
	{ key: 'margin', head: 'Margin', num: true, edit: 'margin' },
	{ key: 'amount', head: 'Amount', num: true, edit: null }
];

/** What a cell shows. */
export function cellText(l: LineResult, column: Column): string {
	switch (column) {
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
				: `≈ ${l.quantity ? formatCents(Math.round((l.line.settled * 10_000) / l.quantity)) : '–'}`;
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
		default:
			return cellText(l, column);
	}
}
