import { untrack } from 'svelte';
import type { Answer, Input } from '$lib/contract';
import { ask } from '$lib/client/ask';

type Item = Answer<'catalog.more'>[number];
interface Shown {
	filter: NonNullable<Input<'catalog.change-items'>['filter']>;
	items: Item[];
	found: number;
	after: { name: string; id: string } | null;
}

/** The items of the catalog as far as they came: what the page brought, and what was fetched behind it since. */
export function listedItems(shown: () => Shown) {
	let later: Item[] = $state.raw([]);
	let of = '';
	const key = () => JSON.stringify(shown().filter);
	// What was fetched may be among what the page brings now: each item stands once.
	const rows = $derived.by(() => {
		const first = Object.fromEntries(shown().items.map((i) => [i.id, true]));
		return [...shown().items, ...later.filter((i) => !first[i.id])];
	});
	async function behind(last: Item | undefined): Promise<Item[] | null> {
		const after = last ? { name: last.name, id: last.id } : shown().after;
		if (!after) return null;
		const r = await ask('catalog.more', { filter: shown().filter, after });
		return r.ok ? r.result : null;
	}
	/** Something changed: what was fetched is fetched once more, and stands until then; another list begins anew. */
	async function again(): Promise<void> {
		const wanted = later.length;
		const now = key();
		if (of !== now) {
			of = now;
			later = [];
			return;
		}
		let anew: Item[] = [];
		while (anew.length < wanted) {
			const came = await behind(anew.at(-1));
			if (!came || of !== now) return;
			if (came.length === 0) break;
			anew = [...anew, ...came];
		}
		later = anew;
	}
	$effect(() => {
		void shown().items;
		void key();
		// Only another page or filter asks again, not what that brings.
		untrack(() => void again());
	});
	return {
		get rows() {
			return rows;
		},
		/** Fetches the next ones. @returns whether any came */
		next: async (): Promise<boolean> => {
			const now = key();
			const came = await behind(later.at(-1));
			if (!came || came.length === 0 || now !== key()) return false;
			later = [...later, ...came];
			return true;
		}
	};
}
