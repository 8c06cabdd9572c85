<script lang="ts">
	import { untrack } from 'svelte';
	import type { Answer } from '$lib/contract';
	import { command } from '$lib/client/command';
	import { told } from '$lib/client/told';
	import { formatCents, formatMinutes } from '$lib/core/money';
	import Dialog from '../forms/Dialog.svelte';
	import { changesOf, figuresOf, typedOf, writtenInAll, type Cell, type Sold, type Typed, type Wrong } from './site-table';
	/** What was sold of the picked sites and how long each stands on the board, side by side: written for one, or for all of them at once. */
	interface Props {
		rows: Sold[];
		preview: Answer<'rounds.preview'>;
		/** Blocks that were set, minutes by agreement. */
		blocks: Readonly<Record<string, number>>;
		/** What was sold may be changed, and not only looked at. */
		mayChange: boolean;
		onblocks: (blocks: Record<string, number>) => void;
		onclose: () => void;
	}
	let { rows, preview, blocks, mayChange, onblocks, onclose }: Props = $props();
	/** More are not shown one by one: the choice is narrowed first. */
	const MOST = 300;
	// What was picked when it was opened: the list behind may change meanwhile, and what is typed stays.
	const shown = untrack(() => rows.slice(0, MOST));
	const seesPrices = shown.some((s) => s.price !== null);
	// Once, for the same reason: from then on it is what is typed.
	let typed = $state<Record<string, Typed>>(untrack(() => Object.fromEntries(shown.map((s) => [s.id, typedOf(s, blocks[s.id])]))));
	let wrong: Wrong | null = $state(null);
	let problem = $state('');
	const found = $derived(new Map(preview.rows.map((r) => [r.id, r])));
	/** How a site is visited: by the cadence it is planned by, with the crew that is chosen. */
	function wayOf(id: string) {
		const way = preview.ways.find((w) => w.id === (found.get(id)?.cadenceId ?? null)) ?? preview.ways[0];
		return { setUp: way?.setUp ?? 0, step: way?.step ?? 5, crew: way?.crewSize ?? preview.crewSize };
	}
	const difference = (id: string) => {
		const r = found.get(id);
		const visits = Number(typed[id]?.visits);
		if (!r || !Number.isInteger(visits)) return { words: '', wrong: false };
		const by = r.planned - visits;
		const late = by < 0 && r.fromStart > 0 ? `, ${Math.min(r.fromStart, -by)} by the late start` : '';
		return { words: by === 0 ? '' : by > 0 ? `${by} free` : `${-by} owed${late}`, wrong: by !== 0 };
	};
	const CELLS: Record<Cell, { label: string; width: number }> = {
		visits: { label: 'Sold', width: 58 },
		hours: { label: 'Hours', width: 74 },
		block: { label: 'Block', width: 78 },
		price: { label: 'Price', width: 92 }
	};
	/** What stands in the columns after the site; null: nothing that is written. */
	const COLUMNS: (Cell | null)[] = ['visits', null, null, 'hours', null, null, 'block', ...(seesPrices ? (['price', null] as const) : [])];
	const locked = (cell: Cell) => cell !== 'block' && !mayChange;
	async function save() {
		[wrong, problem] = [null, ''];
		const all = changesOf(shown, typed);
		if ('cell' in all) {
			wrong = all;
			problem = `${shown.find((s) => s.id === all.id)?.address ?? ''}: ${all.message}`;
			return;
		}
		if (all.changes.length > 0) {
			const r = await command('rounds.change-many', { changes: all.changes });
			if (!r.ok) return void (problem = r.message);
			told(`${all.changes.length} agreement${all.changes.length === 1 ? '' : 's'} put right.`, async () => {
				const back = await command('rounds.change-many', { changes: r.result.undo });
				return back.ok ? null : back.message;
			});
		}
		// What stands beyond the table, or was set for others, stays as it was.
		const inTable = new Set(shown.map((s) => s.id));
		onblocks({ ...Object.fromEntries(Object.entries(blocks).filter(([id]) => !inTable.has(id))), ...all.blocks });
		onclose();
	}
</script>

{#snippet cellFor(id: string, address: string, cell: Cell)}
	{@const t = typed[id]}
	{#if t}<input
			class="input cell"
			class:input-error={wrong?.id === id && wrong.cell === cell}
			aria-invalid={wrong?.id === id && wrong.cell === cell}
			style="width: {CELLS[cell].width}px"
			name={cell}
			inputmode="decimal"
			aria-label="{CELLS[cell].label} of {address}"
			placeholder={cell === 'block' ? formatMinutes(figuresOf(t, wayOf(id))?.block ?? 0) : ''}
			disabled={locked(cell)}
			bind:value={t[cell]}
		/>{/if}
{/snippet}
<Dialog wide onclosed={onclose} title="{shown.length} site{shown.length === 1 ? '' : 's'}, as sold and as planned" onsave={save} {problem}>
	{#if rows.length > MOST}<p class="quiet">
			The first {MOST} of {rows.length}: narrow the choice to see the others.
		</p>{/if}
	<!-- What rolls is rolled by keys too. -->
	<!-- svelte-ignore a11y_no_noninteractive_tabindex -->
	<div class="max-h-[60vh] overflow-auto" role="region" aria-label="Sites as sold and as planned" tabindex="0">
		<table class="grid-table" aria-label="Sites as sold and as planned">
			<thead
				><tr
					><th>Site</th><th class="num">Sold</th><th class="num">Planned</th><th>Difference</th><th class="num">Hours</th><th class="num"
						>Labor a visit</th
					><th class="num">On site</th><th class="num">Block</th>{#if seesPrices}<th class="num">Price</th><th class="num">A visit</th
						>{/if}</tr
				></thead
			>
			<tbody>
				<tr class="all"
					><th scope="row">All {shown.length}</th>{#each COLUMNS as cell, n (n)}<td class="num"
							>{#if cell}<input
									class="input cell"
									style="width: {CELLS[cell].width}px"
									inputmode="decimal"
									aria-label="{CELLS[cell].label} of all"
									placeholder="all"
									disabled={locked(cell)}
									oninput={(e) => (typed = writtenInAll(typed, cell, e.currentTarget.value))}
								/>{/if}</td
						>{/each}</tr
				>
				{#each shown as s (s.id)}{@const t = typed[s.id]}{@const f = t ? figuresOf(t, wayOf(s.id)) : null}{@const d = difference(s.id)}<tr
						><td>{s.address}</td><td class="num">{@render cellFor(s.id, s.address, 'visits')}</td><td class="num"
							>{found.get(s.id)?.planned ?? '–'}</td
						><td class:problem={d.wrong}>{d.words}</td><td class="num">{@render cellFor(s.id, s.address, 'hours')}</td><td class="num"
							>{f ? formatMinutes(f.labor) : '–'}</td
						><td class="num">{f ? formatMinutes(f.onSite) : '–'}</td><td class="num">{@render cellFor(s.id, s.address, 'block')}</td
						>{#if seesPrices}<td class="num">{@render cellFor(s.id, s.address, 'price')}</td><td class="num"
								>{typeof f?.perVisit === 'number' ? formatCents(f.perVisit) : '–'}</td
							>{/if}</tr
					>{/each}
			</tbody>
		</table>
	</div>
	<p class="quiet">An empty block is reckoned from the hours, the people and the set-up.</p>
</Dialog>

<style>
	.cell {
		height: 28px;
		padding: 0 6px;
		text-align: right;
	}
	.all th,
	.all td {
		background: var(--color-base-200);
	}
	thead th {
		position: sticky;
		top: 0;
		background: var(--color-base-100);
		z-index: 1;
	}
</style>
