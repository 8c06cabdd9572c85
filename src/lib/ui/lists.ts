import { grouped } from '$lib/core/lists';

/** A set with some more in it, or without them; the one given stays as it is. */
export function toggled<T>(set: ReadonlySet<T>, values: readonly T[], on: boolean): ReadonlySet<T> {
	const next = new Set(set);
	for (const v of values)
		if (on) next.add(v);
		else next.delete(v);
	return next;
}

/** Rows under their key, keys in the order in which they come. */
export const groupBy = <T>(rows: readonly T[], key: (row: T) => string): [string, T[]][] => [...grouped(rows, key)];

/** How many rows have each key. */
export const countBy = <T>(rows: readonly T[], key: (row: T) => string): ReadonlyMap<string, number> =>
	new Map(groupBy(rows, key).map(([k, own]) => [k, own.length]));

/** A node and all that lie in it, of a tree in which parents come before their children. */
export function within(tree: readonly { id: string; parentId: string | null }[], id: string): ReadonlySet<string> {
	const ids = new Set([id]);
	for (const n of tree) if (n.parentId && ids.has(n.parentId)) ids.add(n.id);
	return ids;
}

/** A long list in pieces, for work that is done in turns. @example inTurns([1, 2, 3], 2) // [[1, 2], [3]] */
export const inTurns = <T>(all: readonly T[], size = 500): T[][] =>
	Array.from({ length: Math.ceil(all.length / size) }, (_, n) => all.slice(n * size, (n + 1) * size));
