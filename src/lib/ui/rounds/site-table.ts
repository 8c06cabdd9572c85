import { parseCents, parseMinutes, parseQuantity, toTyped } from '$lib/core/money';
import { Refusal } from '$lib/core/refusal';
import { blockOf, laborPerVisit, onSiteOf } from '$lib/core/rounds';
import { readAt, wholeTyped } from '../forms/typed';

/** What was sold of a site, as the table of a choice begins with it. */
export interface Sold {
	id: string;
	address: string;
	sold: number;
	hours: number;
	/** Cents; null for who sees no prices. */
	price: number | null;
	version: number;
}
/** How a visit is done: what its block is reckoned of. */
export interface Way {
	setUp: number;
	step: number;
	/** People who go. */
	crew: number;
}
/** The cells of a site that can be written in, as typed. An empty block is reckoned. */
export type Typed = Record<Cell, string>;
export type Cell = 'visits' | 'hours' | 'price' | 'block';

const clock = (minutes: number): string => `${Math.floor(minutes / 60)}:${String(minutes % 60).padStart(2, '0')}`;

/** The cells of a site as they stand. @param block set for it, minutes; undefined: reckoned */
export const typedOf = (s: Sold, block?: number): Typed => ({
	visits: String(s.sold),
	hours: toTyped(s.hours, 4),
	price: s.price === null ? '' : toTyped(s.price, 2),
	block: block === undefined ? '' : clock(block)
});

/** What a site's cells mean. @throws Refusal at the cell that cannot be read */
export function readRow(t: Typed): { visits: number; hours: number; price: number | null; block: number | null } {
	return {
		visits: wholeTyped(t.visits),
		hours: readAt('hours', () => parseQuantity(t.hours)),
		price: t.price.trim() === '' ? null : readAt('price', () => parseCents(t.price)),
		block: t.block.trim() === '' ? null : readAt('block', () => parseMinutes(t.block))
	};
}

/** What a row says while it is typed; null where a cell cannot be read. */
export interface Figures {
	labor: number;
	onSite: number;
	/** As it is reckoned, whatever was typed. */
	block: number;
	perVisit: number | null;
}
/**
 * Hours and price of a visit, time on site and its block, of what is typed.
 * @example figuresOf({ visits: '14', hours: '63', price: '520', block: '' }, { crew: 3, setUp: 20, step: 5 }) // 4 h 30, 1 h 30, 1 h 50, 37.14
 */
export function figuresOf(t: Typed, way: Way): Figures | null {
	try {
		const { visits, hours, price } = readRow(t);
		if (visits < 1) return null;
		const round = { hours, visits, crew: way.crew, setUp: way.setUp };
		return {
			labor: laborPerVisit(round),
			onSite: onSiteOf(round),
			block: blockOf(round, way.step),
			perVisit: price === null ? null : Math.round(price / visits)
		};
	} catch {
		return null;
	}
}

/** What is to be saved of a table: what was sold otherwise, and the block of each that has one set. */
export interface TableChanges {
	changes: { agreementId: string; visits: number; hours: number; price?: number; version: number }[];
	blocks: Record<string, number>;
}
/** A cell that cannot be saved: of which site, which cell, and why. */
export interface Wrong {
	id: string;
	cell: Cell;
	message: string;
}

/** What a table comes to; nothing of it is saved while one cell is wrong. */
export function changesOf(rows: readonly Sold[], typed: Readonly<Record<string, Typed>>): TableChanges | Wrong {
	const all: TableChanges = { changes: [], blocks: {} };
	for (const s of rows) {
		const t = typed[s.id] ?? typedOf(s);
		try {
			const { visits, hours, price, block } = readRow(t);
			if (visits < 1 || visits > 366) return { id: s.id, cell: 'visits', message: 'From 1 to 366 visits.' };
			if (price === null && s.price !== null) return { id: s.id, cell: 'price', message: 'Say for how much.' };
			if (block !== null && (block < 5 || block > 1440)) return { id: s.id, cell: 'block', message: 'From 5 minutes to a day.' };
			if (block !== null) all.blocks[s.id] = block;
			const same = visits === s.sold && hours === s.hours && (price === null || price === s.price);
			if (!same) all.changes.push({ agreementId: s.id, visits, hours, ...(price === null ? {} : { price }), version: s.version });
		} catch (e) {
			if (!(e instanceof Refusal)) throw e;
			return { id: s.id, cell: (e.field ?? 'visits') as Cell, message: e.message };
		}
	}
	return all;
}

/** One cell written into every row. */
export const writtenInAll = (typed: Readonly<Record<string, Typed>>, cell: Cell, text: string): Record<string, Typed> =>
	Object.fromEntries(Object.entries(typed).map(([id, t]) => [id, { ...t, [cell]: text }]));
