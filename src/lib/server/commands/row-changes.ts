import { isDeepStrictEqual } from 'node:util';
import type { RowChange } from './schema';

type Row = Record<string, unknown>;

/** What a row's own bookkeeping is and no change of it: two people's edits both count it up. */
const COUNTED = 'version';
/** Hashes and drawn names are looked up where they belong, and are kept nowhere else. */
const SECRET = new Set(['passwordHash', 'tokenHash', 'signature']);

/** A row as it is kept in history: pictures, hashes and signatures are left out. */
export function kept(row: object): Row {
	return Object.fromEntries(Object.entries(row).filter(([k, v]) => !Buffer.isBuffer(v) && !SECRET.has(k)));
}

/** Whether two values of a column are the same as they are stored: absent and null are one, and so are the keys of a record in any order. */
export const sameValue = (a: unknown, b: unknown): boolean => a === b || isDeepStrictEqual(stored(a), stored(b));

const stored = (v: unknown): unknown => (v === undefined || v === null ? null : typeof v === 'object' ? JSON.parse(JSON.stringify(v)) : v);

/** Names of the columns in which two states of a row differ. */
export function changedColumns(before: Row, after: Row): string[] {
	return Object.keys({ ...before, ...after }).filter((k) => k !== COUNTED && !sameValue(before[k], after[k]));
}

/**
 * What a change of a row is kept as: only the columns that changed, before and after; a row that is new or gone is kept whole.
 * @returns null when nothing of it changed
 */
export function changeOf(table: string, id: string, before: object | null, after: object | null): RowChange | null {
	const [was, is] = [before && kept(before), after && kept(after)];
	if (!was || !is) return { table, id, before: was, after: is };
	const columns = changedColumns(was, is);
	if (columns.length === 0) return null;
	const pick = (row: Row): Row => Object.fromEntries(columns.map((c) => [c, row[c] ?? null]));
	return { table, id, before: pick(was), after: pick(is) };
}

/** The columns that a kept change of a row is about. Changes that were kept whole, as they once were, are reduced to the same. */
export function columnsOf(change: RowChange): string[] {
	return change.before && change.after ? changedColumns(change.before, change.after) : Object.keys(change.before ?? change.after ?? {});
}
