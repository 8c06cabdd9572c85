import { tick } from 'svelte';
import { page } from '$app/state';
import { differenceOf, withDifference, type Delta, type Json } from '$lib/core/delta';

/** What the server remembers of a page as it was shown, and up to which of its messages that goes. */
interface Shown {
	tag: string;
	n: number;
}
/** What a page is answered that asks again. */
export type Again = Shown & ({ from: string; delta: Delta | null } | { value: Json });
/** Which page is open, for the server to make its data anew. */
export interface WhichPage {
	route: string;
	params: Record<string, string>;
	search: string;
	tag: string;
}

/** What the page shows now, over what it was loaded with. Another page, or the same loaded anew, is another `of`. */
let over: (Shown & { of: object; data: object }) | null = $state.raw(null);

/**
 * What a page shows: what it was loaded with, and over it what changed since. What did not change stays the same object.
 * @example const data = $derived(latestOf(given))
 */
export const latestOf = <T extends object>(given: T): T => (over !== null && over.of === given ? (over.data as T) : given);

const loaded = (): Shown | null => (page.data as { stamp?: Shown }).stamp ?? null;
const here = (): Shown | null => (over !== null && over.of === page.data ? over : loaded());

/** All that happened up to this number is on the page; null: the page does not know. */
export const shownTo = (): number | null => here()?.n ?? (page.data as { heard?: number }).heard ?? null;

/** What to ask the server with; null for a page that is only loaded whole. */
export function whichPage(): WhichPage | null {
	const shown = here();
	if (!shown || page.route.id === null) return null;
	const params = Object.fromEntries(Object.entries(page.params).flatMap(([k, v]) => (v === undefined ? [] : [[k, v]])));
	return { route: page.route.id, params, search: page.url.search, tag: shown.tag };
}

/** The page that is open, to tell later whether it still is. */
export const openPage = (): object => page.data as object;

/**
 * Lays what was answered over what the page shows.
 * @param of the page that asked: on another one it means nothing
 * @returns false: it was made from an older state than the one that is shown, and the page must ask again
 */
export async function show(again: Again, of: object): Promise<boolean> {
	const shown = here();
	if (page.data !== of || !shown) return true;
	const now = latestOf(of) as Json;
	if ('value' in again) {
		if (again.n < shown.n) return true;
		// Through the difference: what is the same stays the same object, and is not drawn again.
		over = {
			of,
			data: withDifference(now, differenceOf(now, { ...(now as object), ...(again.value as object) })) as object,
			tag: again.tag,
			n: again.n
		};
	} else if (again.from === shown.tag) {
		over = { of, data: withDifference(now, again.delta) as object, tag: again.tag, n: Math.max(again.n, shown.n) };
	} else return again.n <= shown.n;
	await tick();
	return true;
}
