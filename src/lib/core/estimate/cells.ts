import type { Line } from './model';

/** What of a line can be changed on its own. */
export const LINE_FIELDS = [
	'quantity',
	'name',
	'wording',
	'unit',
	'hours',
	'cost',
	'price',
	'margin',
	'markup',
	'placeholder',
	'note',
	'phase',
	'option',
	'setAside',
	'hidden',
	'locked',
	'discountable',
	'tax',
	'parent',
	/** What a line by hand is: material, labor … */
	'kind',
	/** The catalog item it stands for, by its id: what was to decide is decided. */
	'item',
	/** Whose hour, and which price of it: the sheet’s id, a bar, the variant’s name. */
	'rate'
] as const;
export type LineField = (typeof LINE_FIELDS)[number];

/**
 * What stands in a cell, as text, for comparing with what a person had before them when they began to type:
 * different cells of one line merge, the same cell asks.
 */
export function cellOf(line: Line, field: LineField): string {
	switch (field) {
		case 'quantity':
			return JSON.stringify([line.override, line.source.by === 'typed' ? line.source.quantity : null]);
		case 'hours':
			return String(line.hoursPerUnit);
		case 'cost':
			return String(line.unitCost);
		case 'price':
		case 'margin':
		case 'markup':
			return String(line.unitPrice);
		case 'tax':
			return line.taxCodeId ?? '';
		case 'parent':
			return line.source.by === 'parent' ? line.source.parentId : '';
		case 'item':
			return line.itemId ?? '';
		case 'rate':
			return `${line.sheetId ?? ''}|${line.variant ?? ''}`;
		default:
			return String(line[field]);
	}
}
