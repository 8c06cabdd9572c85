import { rests, toTheEnd, type Restful } from '../lists';
import { mulDiv, parseUnitPrice, TypedNumberError, type UnitPrice } from '../money';

export const FIELDS = ['code', 'name', 'unit', 'cost'] as const;
export type Field = (typeof FIELDS)[number];
/** Which column (from 0) holds what; -1 when the list has none. */
export type Mapping = Record<Field, number> & {
	headerRow: number;
	/** What stands before the cents; a point where nothing is said. */
	decimal?: '.' | ',';
	/** The supplier's words for units, in lower case, to ours. */
	units?: Record<string, string>;
	/** What stood above each column when it was remembered. */
	heads?: Partial<Record<Field, string>>;
};

/** A row that can be read; the unit is empty when the list has none. */
export interface PriceRow {
	row: number;
	code: string;
	name: string;
	unit: string;
	cost: UnitPrice;
}
export interface Rejected {
	row: number;
	text: string;
	reason: string;
}
export interface ReadList {
	prices: PriceRow[];
	rejected: Rejected[];
}

const HEADINGS: Record<Field, RegExp> = {
	code: /^(item|article|product|part|stock|sku|our|supplier)?\s*(code|no\.?|number|nr\.?|ref(erence)?|sku|#)$|^(code|sku|item|article)$/i,
	name: /^(description|name|designation|product|item name|article|text|what)( of goods)?$/i,
	unit: /^(unit|uom|u\/m|per|sold (by|per)|selling unit|each)$/i,
	cost: /^(cost|price|net( price)?|your price|trade( price)?|unit price|list price|\$|price.*usd|net.*)$/i
};

/**
 * Guesses the heading row and the columns: the row among the first 30 with the most known headings. Codes, names and costs
 * must be found or mapped by hand; -1 says a column was not found.
 */
export function guessMapping(rows: readonly (readonly string[])[]): Mapping {
	let best: Mapping = { headerRow: -1, code: -1, name: -1, unit: -1, cost: -1 };
	let most = 0;
	rows.slice(0, 30).forEach((cells, headerRow) => {
		const m: Mapping = { headerRow, code: -1, name: -1, unit: -1, cost: -1 };
		let hits = 0;
		for (const f of FIELDS) {
			const at = cells.findIndex(
				(c, i) => HEADINGS[f].test(c.trim()) && !Object.values({ code: m.code, name: m.name, unit: m.unit, cost: m.cost }).includes(i)
			);
			m[f] = at;
			if (at >= 0) hits += 1;
		}
		if (hits > most) {
			most = hits;
			best = m;
		}
	});
	return best;
}

/** The headings of the columns that a mapping names, to know the same kind of list again. */
export const headsOf = (rows: readonly (readonly string[])[], m: Mapping): Partial<Record<Field, string>> =>
	Object.fromEntries(FIELDS.flatMap((f) => (m[f] < 0 || m.headerRow < 0 ? [] : [[f, (rows[m.headerRow]?.[m[f]] ?? '').trim()]])));

/**
 * Whether a mapping that was remembered is for a list like this one: the same headings above its columns. One that was remembered
 * without headings fits where all of its columns are there.
 */
export function mappingFits(m: Mapping, rows: readonly (readonly string[])[]): boolean {
	const width = Math.max(0, ...rows.slice(0, 200).map((r) => r.length));
	if (FIELDS.some((f) => m[f] >= width)) return false;
	if (!m.heads) return true;
	const now = headsOf(rows, m);
	return FIELDS.every((f) => (now[f] ?? '').toLowerCase() === (m.heads?.[f] ?? '').toLowerCase());
}

/**
 * Guesses whether a list writes 1.041,20 or 1,041.20: the last mark of the prices decides, where it cannot be a thousands mark.
 */
export function guessDecimal(rows: readonly (readonly string[])[], column: number): '.' | ',' {
	let comma = 0;
	let point = 0;
	for (const cells of rows) {
		const text = (cells[column] ?? '').replace(/[^\d.,]/g, '');
		const last = Math.max(text.lastIndexOf(','), text.lastIndexOf('.'));
		if (last < 0) continue;
		const mark = text[last];
		const both = text.includes(',') && text.includes('.');
		// Three figures after a single kind of mark may be thousands: such a price says nothing.
		if (!both && text.length - last - 1 === 3) continue;
		if (mark === ',') comma += 1;
		else point += 1;
	}
	return comma > point ? ',' : '.';
}

/** The supplier's units that have no translation yet and are not ours already, with how often they stand there. */
export function strangeUnits(prices: readonly PriceRow[], ours: readonly string[]): { unit: string; rows: number }[] {
	const known = new Set(ours.map((u) => u.toLowerCase()));
	const counts = new Map<string, number>();
	for (const p of prices) if (p.unit !== '' && !known.has(p.unit.toLowerCase())) counts.set(p.unit, (counts.get(p.unit) ?? 0) + 1);
	return [...counts].map(([unit, n]) => ({ unit, rows: n })).sort((a, b) => b.rows - a.rows);
}

/**
 * Reads the rows below the heading by a mapping. Blank rows are skipped; a row that cannot be read is rejected with its
 * number in the file and the reason; of two rows with the same code the second is rejected.
 */
export const readPriceList = (rows: readonly (readonly string[])[], mapping: Mapping): ReadList =>
	toTheEnd(readingPriceList(rows, mapping));

/** The same for a list of tens of thousands of rows: it may rest between rows. */
export function* readingPriceList(rows: readonly (readonly string[])[], mapping: Mapping): Restful<ReadList> {
	const prices: PriceRow[] = [];
	const rejected: Rejected[] = [];
	const seen = new Map<string, number>();
	for (let i = mapping.headerRow + 1; i < rows.length; i++) {
		if (rests(i)) yield;
		const cells = rows[i] ?? [];
		if (cells.every((c) => c.trim() === '')) continue;
		const at = (f: Field): string => (mapping[f] < 0 ? '' : (cells[mapping[f]] ?? '').trim());
		const row = i + 1;
		const reject = (reason: string) => rejected.push({ row, text: cells.filter(Boolean).join(' · ').slice(0, 120), reason });
		const [code, name, unitText, costTyped] = [at('code'), at('name'), at('unit'), at('cost')];
		const unit = mapping.units?.[unitText.toLowerCase()] ?? unitText;
		const costText = mapping.decimal === ',' ? costTyped.replace(/[.\s\u00a0]/g, '').replace(',', '.') : costTyped;
		if ((code === '' && costText === '') || cells.filter((c) => c.trim() !== '').length === 1) {
			reject('A heading or note: neither code nor price.');
			continue;
		}
		if (code === '') reject('The code is missing.');
		else if (code.length > 60) reject('The code is longer than 60 characters.');
		else if (/^[=@]/.test(code) || /^[=@]/.test(name)) reject('The cell holds a formula.');
		else if (name === '') reject('The name is missing.');
		else if (costText === '') reject('The price is missing.');
		else if (seen.has(code.toLowerCase())) reject(`The code stands in row ${seen.get(code.toLowerCase())} already.`);
		else {
			try {
				const cost = parseUnitPrice(costText);
				if (cost < 0) reject('The price is negative.');
				else {
					seen.set(code.toLowerCase(), row);
					prices.push({ row, code, name: name.slice(0, 200), unit: unit.slice(0, 20), cost });
				}
			} catch (e) {
				if (!(e instanceof TypedNumberError || e instanceof RangeError)) throw e;
				reject(e.message);
			}
		}
	}
	return { prices, rejected };
}

export interface Known {
	id: string;
	code: string;
	name: string;
	unit: string;
	cost: UnitPrice;
	/** Set aside: when the list has it again, it is put back. */
	setAside?: boolean;
	/**
	 * The supplier’s own code for an item of ours; `main`: it is bought from this supplier. Such a row says what it costs, and nothing
	 * else about the item: name and unit are ours.
	 */
	reference?: { id: string; main: boolean };
	/** What is bought at once, and how much of the unit is in it, in ten-thousandths: a list may price the box of 50. */
	purchaseUnit?: string;
	pack?: number;
}
export interface Comparison {
	/** Rows that cannot be what we know under their code. */
	rejected: Rejected[];
	fresh: PriceRow[];
	changed: { row: PriceRow; known: Known }[];
	unchanged: { row: PriceRow; known: Known }[];
	missing: Known[];
}

/** A price that is by what is bought at once, a box of 50, as the price of one: rounded to the ten-thousandth. */
function byTheUnit(row: PriceRow, k: Known): PriceRow {
	const same = (a: string, b: string) => a.toLowerCase() === b.toLowerCase();
	if (!k.pack || k.pack === 10_000 || !k.purchaseUnit || !same(row.unit, k.purchaseUnit) || same(row.unit, k.unit)) return row;
	return { ...row, unit: k.unit, cost: mulDiv(row.cost, 10_000, k.pack) as UnitPrice };
}

/** What a price list would do to what is known of that supplier, by code. */
export const comparePriceList = (prices: readonly PriceRow[], known: readonly Known[]): Comparison =>
	toTheEnd(comparingPriceList(prices, known));

/** The same for tens of thousands of rows: it may rest between them. */
export function* comparingPriceList(prices: readonly PriceRow[], known: readonly Known[]): Restful<Comparison> {
	const byCode = new Map<string, Known>();
	for (const [n, k] of known.entries()) {
		if (rests(n)) yield;
		byCode.set(k.code.toLowerCase(), k);
	}
	const result: Comparison = { fresh: [], changed: [], unchanged: [], missing: [], rejected: [] };
	for (const [n, listed] of prices.entries()) {
		if (rests(n)) yield;
		const k = byCode.get(listed.code.toLowerCase());
		const given = k ? byTheUnit(listed, k) : listed;
		if (k?.reference && given.unit !== '' && given.unit.toLowerCase() !== k.unit.toLowerCase()) {
			byCode.delete(given.code.toLowerCase());
			result.rejected.push({
				row: given.row,
				text: `${given.code} · ${given.name}`,
				reason: `It is sold by the ${given.unit} here, and kept by the ${k.unit}. Say above what a ${given.unit} is, or change the item.`
			});
			continue;
		}
		// A list without units says nothing about them: what is known stays.
		const row = k?.reference ? { ...given, name: k.name, unit: k.unit } : given.unit === '' ? { ...given, unit: k?.unit ?? 'each' } : given;
		if (!k) result.fresh.push(row);
		else {
			byCode.delete(row.code.toLowerCase());
			(k.cost === row.cost && k.name === row.name && k.unit === row.unit && !k.setAside ? result.unchanged : result.changed).push({
				row,
				known: k
			});
		}
	}
	result.missing = [...byCode.values()].filter((k) => !k.setAside && k.reference?.main !== false);
	return result;
}
