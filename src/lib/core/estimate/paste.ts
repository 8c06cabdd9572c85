import { say } from './refusals';
import { wordsOf } from '../refusal';
import { readCsv } from '../formats';
import { mulDiv, parseMinutes, parseQuantity, parseUnitPrice, type Quantity, type UnitPrice } from '../money';
import { EstimateError } from './model';

/** What a column of a pasted block holds. */
export const PASTE_COLUMNS = ['name', 'quantity', 'unit', 'cost', 'price', 'leave out'] as const;
export type PasteColumn = (typeof PASTE_COLUMNS)[number];
export interface PastedLine {
	/** Row of the block, from 1. */
	row: number;
	name: string;
	quantity: Quantity;
	unit: string;
	cost: UnitPrice | null;
	price: UnitPrice | null;
	/** Hours of work: its unit says so, or its quantity (“3 h”, “4h 15”). */
	hours: boolean;
}
export interface PastedBlock {
	columns: PasteColumn[];
	/** The first row holds headings. */
	headed: boolean;
	rows: string[][];
	lines: PastedLine[];
	problems: { row: number; text: string }[];
}

/** More cells than this are no longer an estimate. */
export const MOST_CELLS = 20_000;

/** A block from a spreadsheet as rows of cells: tabs between cells, else what a CSV has. @throws EstimateError when it is too large */
export function blockCells(text: string): string[][] {
	const clean = text.replace(/\r\n?/g, '\n').replace(/\n+$/, '');
	const rows = clean.includes('\t') ? clean.split('\n').map((r) => r.split('\t').map(unquote)) : readCsv(clean);
	const kept = rows.filter((r) => r.some((c) => c.trim() !== ''));
	const cells = kept.reduce((n, r) => n + r.length, 0);
	if (cells > MOST_CELLS)
		throw new EstimateError(say('block-of-cells', { cells: cells.toLocaleString('en-US'), mostCells: MOST_CELLS.toLocaleString('en-US') }));
	return kept;
}
const unquote = (c: string): string => (/^".*"$/s.test(c) ? c.slice(1, -1).replaceAll('""', '"') : c).trim();

const HEADS: [PasteColumn, RegExp][] = [
	['quantity', /^(qty|quantity|amount|count|no\.?|number)$/i],
	['unit', /^(unit|uom|measure|per)$/i],
	['cost', /^(cost|unit cost|our cost|net)$/i],
	['price', /^(price|unit price|rate|sell|each)$/i],
	['name', /^(name|item|description|what|line|material|work)$/i],
	['leave out', /^(total|sum|line total|#|pos\.?|code)$/i]
];
const isNumber = (c: string): boolean => {
	try {
		parseUnitPrice(c);
		return true;
	} catch {
		return false;
	}
};

/**
 * Guesses what the columns of a block hold: by headings where there are some; else the longest words are the name, a short word is
 * the unit, the first number the quantity, the next the cost, the next the price.
 */
export function guessColumns(rows: readonly string[][]): { columns: PasteColumn[]; headed: boolean } {
	const width = Math.max(0, ...rows.map((r) => r.length));
	const first = rows[0] ?? [];
	const heads = first.map((c) => HEADS.find(([, r]) => r.test(c.trim()))?.[0]);
	const headed = width > 0 && heads.filter((h) => h !== undefined).length >= Math.min(2, width) && !first.some(isNumber);
	if (headed) return { headed, columns: Array.from({ length: width }, (_, i) => heads[i] ?? 'leave out') };
	const columns: PasteColumn[] = Array.from({ length: width }, () => 'leave out');
	const body = rows.slice(0, 200);
	const share = (i: number, test: (c: string) => boolean) => {
		const filled = body.map((r) => (r[i] ?? '').trim()).filter(Boolean);
		return filled.length === 0 ? 0 : filled.filter(test).length / filled.length;
	};
	const length = (i: number) => body.reduce((n, r) => n + (r[i] ?? '').length, 0);
	const wordy = columns.map((_, i) => i).filter((i) => share(i, isNumber) < 0.5 && length(i) > 0);
	const name = [...wordy].sort((a, b) => length(b) - length(a))[0];
	if (name !== undefined) columns[name] = 'name';
	const unit = wordy.find((i) => i !== name && share(i, (c) => c.length <= 8) === 1);
	if (unit !== undefined) columns[unit] = 'unit';
	const numbers = columns.map((_, i) => i).filter((i) => share(i, isNumber) >= 0.5);
	(['quantity', 'cost', 'price'] as const).forEach((c, n) => {
		const i = numbers[n];
		if (i !== undefined) columns[i] = c;
	});
	return { columns, headed: false };
}

/**
 * Reads a block into lines by its columns. A row without a name, or with words where a number must stand, is said with its row and
 * left out; nothing is guessed into a price.
 */
export function readBlock(text: string, given?: { columns: PasteColumn[]; headed: boolean }): PastedBlock {
	const rows = blockCells(text);
	const { columns, headed } = given ?? guessColumns(rows);
	const block: PastedBlock = { columns, headed, rows, lines: [], problems: [] };
	const at = (r: readonly string[], c: PasteColumn) => {
		const i = columns.indexOf(c);
		return i < 0 ? '' : (r[i] ?? '').trim();
	};
	rows.forEach((r, n) => {
		if (headed && n === 0) return;
		const row = n + 1;
		const name = at(r, 'name');
		if (name === '') return void block.problems.push({ row, text: 'has no name' });
		try {
			const q = at(r, 'quantity');
			const unit = (at(r, 'unit') || 'each').slice(0, 20);
			const typed = HOURS_TYPED.test(q);
			const hours = typed || HOUR_UNIT.test(unit);
			const [cost, price] = [at(r, 'cost'), at(r, 'price')];
			const line: PastedLine = {
				row,
				name: name.slice(0, 200),
				quantity: typed ? hoursOf(q) : parseQuantity(q === '' ? '1' : q, 'the quantity'),
				unit: hours ? 'h' : unit,
				hours,
				cost: cost === '' ? null : parseUnitPrice(cost, 'the cost'),
				price: price === '' ? null : parseUnitPrice(price, 'the price')
			};
			if (line.quantity < 0) throw new EstimateError(say('quantity-negative'));
			if ((line.cost ?? 0) < 0) throw new EstimateError(say('cost-negative'));
			block.lines.push(line);
		} catch (e) {
			block.problems.push({ row, text: wordsOf(e) });
		}
	});
	return block;
}

/** Units that are hours of work, and quantities that say so themselves. */
const HOUR_UNIT = /^(h|hr|hrs|hour|hours|man-?hours?|mh)\.?$/i;
const HOURS_TYPED = /\d\s*(h|hr|hrs|hours?)\b/i;
/** Minutes as ten-thousandths of an hour, as the grid keeps them. */
const hoursOf = (text: string): Quantity => mulDiv(parseMinutes(text.replace(/hrs?\b/i, 'h'), 'the quantity'), 10_000, 60) as Quantity;

/** Lines as a block that a spreadsheet takes, and that pastes back the same. */
export function writeBlock(
	lines: readonly { name: string; quantity: string; unit: string; cost: string; price: string; amount: string }[]
): string {
	const cell = (c: string) => (/[\t\n"]/.test(c) ? `"${c.replaceAll('"', '""')}"` : c);
	return [
		['Name', 'Quantity', 'Unit', 'Cost', 'Price', 'Total'],
		...lines.map((l) => [l.name, l.quantity, l.unit, l.cost, l.price, l.amount])
	]
		.map((r) => r.map(cell).join('\t'))
		.join('\n');
}
