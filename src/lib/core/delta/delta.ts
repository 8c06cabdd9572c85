/** What a page shows: what JSON can say. A key whose value is undefined is no key. */
export type Json = null | boolean | number | string | readonly Json[] | { readonly [key: string]: Json | undefined };

/**
 * What became different between two values, as small as it can be said plainly:
 * - `is`: something else altogether;
 * - `of`: an object with other values under some keys, and without those in `no`;
 * - `list`: an array put together from runs of the old one (`[first, how many]`) and new elements, in their new order; absent when the elements are
 *   the same ones. `at`: what became different inside elements that stayed, by their new place.
 */
export type Delta =
	| { readonly is: Json }
	| { readonly of: Readonly<Record<string, Delta>>; readonly no?: readonly string[] }
	| { readonly list?: readonly Piece[]; readonly at: Readonly<Record<string, Delta>> };
type Piece = readonly [first: number, count: number] | { readonly new: Json };
type Row = Readonly<Record<string, Json | undefined>>;

const isList = (v: Json): v is readonly Json[] => Array.isArray(v);
const isRow = (v: Json | undefined): v is Row => typeof v === 'object' && v !== null && !Array.isArray(v);

/** What tells one element of a list from another wherever it stands. */
function nameOf(v: Json): string | null {
	if (!isRow(v)) return null;
	const name = v.id ?? v.key ?? v.code ?? v.day;
	return typeof name === 'string' || typeof name === 'number' ? `${typeof name}:${name}` : null;
}

/** The names of all elements; null when one has none or two have the same: then only the place tells them apart. */
function namesOf(list: readonly Json[]): string[] | null {
	const names: string[] = [];
	for (const v of list) {
		const name = nameOf(v);
		if (name === null) return null;
		names.push(name);
	}
	return new Set(names).size === names.length ? names : null;
}

/**
 * What makes the second value of the first.
 * @returns null: they are the same
 * @example differenceOf({ a: 1, b: 2 }, { a: 1, b: 3 }) // { of: { b: { is: 3 } } }
 */
export function differenceOf(before: Json, after: Json): Delta | null {
	if (before === after) return null;
	if (isList(before) && isList(after)) return ofLists(before, after);
	if (isRow(before) && isRow(after)) return ofRows(before, after);
	return { is: after };
}

function ofRows(before: Row, after: Row): Delta | null {
	const of: Record<string, Delta> = Object.create(null) as Record<string, Delta>;
	let any = false;
	for (const key of Object.keys(after)) {
		const next = after[key];
		if (next === undefined) continue;
		const was = Object.hasOwn(before, key) ? before[key] : undefined;
		const delta = was === undefined ? { is: next } : differenceOf(was, next);
		if (delta) [of[key], any] = [delta, true];
	}
	const no = Object.keys(before).filter((k) => before[k] !== undefined && (!Object.hasOwn(after, k) || after[k] === undefined));
	if (!any && no.length === 0) return null;
	return no.length ? { of, no } : { of };
}

function ofLists(before: readonly Json[], after: readonly Json[]): Delta | null {
	const from = placesIn(before, after);
	const at: Record<string, Delta> = {};
	after.forEach((v, i) => {
		const place = from[i];
		const delta = place === undefined ? null : differenceOf(before[place] as Json, v);
		if (delta) at[i] = delta;
	});
	const same = before.length === after.length && from.every((place, i) => place === i);
	if (same) return Object.keys(at).length ? { at } : null;
	return { list: piecesOf(from, after), at };
}

/** Where each element of the new list stood in the old one. */
function placesIn(before: readonly Json[], after: readonly Json[]): (number | undefined)[] {
	const names = namesOf(after);
	const old = names && namesOf(before);
	if (names && old) {
		const where = new Map(old.map((name, i) => [name, i]));
		return names.map((name) => where.get(name));
	}
	if (before.length === after.length) return after.map((_, i) => i);
	// What has no name is told by its place: from the front, and from the end.
	const shorter = Math.min(before.length, after.length);
	let front = 0;
	while (front < shorter && differenceOf(before[front] as Json, after[front] as Json) === null) front++;
	let back = 0;
	while (back < shorter - front && differenceOf(before.at(-1 - back) as Json, after.at(-1 - back) as Json) === null) back++;
	return after.map((_, i) => (i < front ? i : i >= after.length - back ? i - after.length + before.length : undefined));
}

function piecesOf(from: readonly (number | undefined)[], after: readonly Json[]): Piece[] {
	const pieces: Piece[] = [];
	let run: [number, number] | null = null;
	from.forEach((place, i) => {
		if (place !== undefined && run?.[0] !== undefined && run[0] + run[1] === place) return void run[1]++;
		if (run) pieces.push(run);
		run = null;
		if (place === undefined) pieces.push({ new: after[i] as Json });
		else run = [place, 1];
	});
	if (run) pieces.push(run);
	return pieces;
}

/**
 * Lays a difference over what it was made from. What did not change is the same object as before, so that nothing of it is computed or drawn again.
 * @param before what the difference was made from; over anything else the result means nothing
 * @throws RangeError when it cannot have been made from this
 */
export function withDifference(before: Json, delta: Delta | null): Json {
	if (delta === null) return before;
	if ('is' in delta) return delta.is;
	if ('of' in delta) {
		if (!isRow(before)) throw new RangeError('A difference of an object lies over something else.');
		const gone = new Set(delta.no);
		const next = Object.fromEntries(Object.entries(before).filter(([k]) => !gone.has(k)));
		// By definition, not by assignment: a key may have any name.
		for (const [key, inner] of Object.entries(delta.of))
			Object.defineProperty(next, key, {
				value: withDifference(Object.hasOwn(before, key) ? (before[key] ?? null) : null, inner),
				...{ enumerable: true, writable: true, configurable: true }
			});
		return next;
	}
	if (!isList(before)) throw new RangeError('A difference of a list lies over something else.');
	const next = delta.list ? delta.list.flatMap((p) => ('new' in p ? [p.new] : before.slice(p[0], p[0] + p[1]))) : [...before];
	for (const [place, inner] of Object.entries(delta.at)) {
		const was = next[Number(place)];
		if (was === undefined) throw new RangeError('A difference of a list lies over a shorter one.');
		next[Number(place)] = withDifference(was, inner);
	}
	return next;
}

/**
 * How much a value holds, roughly: each value one, long texts more. For limits on what is kept.
 * @returns Infinity for what JSON cannot say, a Map or a Date: no difference of it can be told
 */
export function weightOf(value: unknown): number {
	if (typeof value === 'string') return 1 + (value.length >> 5);
	if (typeof value !== 'object' || value === null) return typeof value === 'bigint' || typeof value === 'function' ? Infinity : 1;
	const rows: unknown[] | null = Array.isArray(value) ? value : null;
	if (!rows && !isPlain(value)) return Infinity;
	let sum = 1;
	for (const v of rows ?? Object.values(value)) sum += weightOf(v);
	return sum;
}

const isPlain = (value: object): boolean => {
	const made: unknown = Object.getPrototypeOf(value);
	return made === Object.prototype || made === null;
};
