<script lang="ts">
	import type { Answer, CommandName, Input } from '$lib/contract';
	import { ask } from '$lib/client/ask';
	import { command } from '$lib/client/command';
	import { formatCents, formatPercent, formatRate, formatUnitPrice, toTyped, percent } from '$lib/core/money';
	import Dialog from '../forms/Dialog.svelte';
	/** Brings a choice of the price check to the margin wanted: what it would do, part by part, and which of it is done. */
	let {
		open = $bindable(),
		rows,
		target,
		can,
		ondone
	}: {
		open: boolean;
		rows: { id: string; kind: 'estimate' | 'assembly' | 'flat-rate'; name: string }[];
		target: number;
		can: { estimates: boolean; catalog: boolean };
		ondone: (words: string) => void;
	} = $props();
	let plan: Answer<'estimates.reprice-plan'> | null = $state(null);
	let problem = $state('');
	let busy = $state('');
	let stopped = false;
	/** What is done with each estimate, and whether items and catalogs are. */
	let way: Record<string, 'today' | 'margin' | 'leave'> = $state({});
	let doItems = $state(true);
	let doCatalogs = $state(true);
	const ids = (kind: string) => rows.filter((r) => r.kind === kind).map((r) => r.id);
	$effect(() => {
		if (!open) return;
		plan = null;
		problem = '';
		void ask('estimates.reprice-plan', {
			...{ estimates: ids('estimate'), assemblies: ids('assembly'), services: ids('flat-rate'), target }
		}).then((r) => {
			if (!r.ok) return void (problem = r.message);
			plan = r.result;
			way = Object.fromEntries(plan.estimates.map((e) => [e.id, e.upToDate.lines ? 'today' : e.wanted ? 'margin' : 'leave']));
		});
	});
	const nameOf = (id: string) => rows.find((r) => r.id === id)?.name ?? '';
	async function apply() {
		if (!plan) return;
		const wrong: string[] = [];
		const done: string[] = [];
		stopped = false;
		const run = async <N extends CommandName>(words: string, name: N, input: Input<N>) => {
			if (stopped) return;
			busy = words;
			const r = await command(name, input, { refresh: false });
			if (r.ok) done.push(words);
			else wrong.push(`${words}: ${r.message}`);
		};
		for (const e of plan.estimates) {
			if (way[e.id] === 'today') await run(nameOf(e.id), 'estimates.reprice', { estimateId: e.id });
			else if (way[e.id] === 'margin')
				await run(nameOf(e.id), 'estimates.set-whole', { estimateId: e.id, what: 'total', value: toTyped(e.wanted?.price ?? 0, 2, 2) });
		}
		if (doItems && plan.items.length && can.catalog)
			await run(`${plan.items.length} items`, 'catalog.change-items', {
				filter: { ids: plan.items.map((i) => i.id) },
				change: { what: 'rule', rule: { by: 'margin', percent: percent(target) } }
			});
		if (doCatalogs && can.catalog) for (const c of plan.catalogs) await run(c.name, 'flat-rate.save-catalog', c.terms);
		busy = '';
		if (wrong.length) problem = wrong.join(' ');
		else {
			open = false;
			ondone(`${done.length ? done.join(', ') : 'Nothing'} repriced.`);
		}
	}
</script>

<Dialog
	bind:open
	title="Reprice to {formatPercent(target as never)}"
	save={busy ? `${busy}…` : 'Do it'}
	busy={busy !== '' || !plan}
	{problem}
	onsave={apply}
>
	{#if !plan && !problem}<p role="status">Looking…</p>{/if}
	{#if plan}
		{#each plan.estimates as e (e.id)}<section aria-label={nameOf(e.id)}>
				<h3>{nameOf(e.id)}</h3>
				<p class="quiet">{formatCents(e.before.price as never)}, margin {formatRate(e.before.margin as never)}</p>
				<label class="way"
					><input type="radio" name={e.id} value="today" bind:group={way[e.id]} disabled={!can.estimates || e.upToDate.lines === 0} />
					{#if e.upToDate.lines}to today’s costs and prices: {formatCents(e.upToDate.price as never)}, margin {formatRate(
							e.upToDate.margin as never
						)}, {e.upToDate.lines} lines{:else}it is at today’s costs and prices already{/if}</label
				>
				{#if e.wanted}<label class="way"
						><input type="radio" name={e.id} value="margin" bind:group={way[e.id]} disabled={!can.estimates} /> to the margin: {formatCents(
							e.wanted.price as never
						)}</label
					>{/if}
				<label class="way"><input type="radio" name={e.id} value="leave" bind:group={way[e.id]} /> leave it</label>
			</section>{/each}
		{#if plan.items.length}<section aria-label="Items">
				<label class="way"
					><input type="checkbox" class="checkbox" bind:checked={doItems} disabled={!can.catalog} />
					<strong>{plan.items.length} items are priced by the margin from now on</strong></label
				>
				<!-- It scrolls, so it takes the focus: the arrows move it. -->
				<!-- svelte-ignore a11y_no_noninteractive_tabindex -->
				<div class="scroll" role="region" aria-label="Items and their prices" tabindex="0">
					<table class="grid-table">
						<thead><tr><th>Item</th><th class="num">Price</th><th class="num">In assemblies</th></tr></thead>
						<tbody
							>{#each plan.items as i (i.id)}<tr
									><td>{i.name}</td><td class="num">{formatUnitPrice(i.before)} → {formatUnitPrice(i.after)}</td><td class="num"
										>{i.assemblies}</td
									></tr
								>{/each}</tbody
						>
					</table>
				</div>
			</section>{/if}
		{#each plan.catalogs as c (c.id)}<label class="way"
				><input type="checkbox" class="checkbox" bind:checked={doCatalogs} disabled={!can.catalog} />
				<span
					><strong>{c.name}</strong>: an hour {formatUnitPrice(c.before)} → {formatUnitPrice(c.after)}; every service of the catalog moves</span
				></label
			>{/each}
		{#each plan.sheets as s (s.id)}<p>
				<a class="link" href="/price/rates/{s.id}">{s.name}</a> sells an hour at {formatUnitPrice(s.price)}, margin {formatRate(
					s.margin as never
				)}: change the sheet itself.
			</p>{/each}
		{#if plan.estimates.length + plan.items.length + plan.catalogs.length + plan.sheets.length === 0}<p>
				Nothing of this falls short of the margin by what can be changed here.
			</p>{/if}
		<p class="quiet">Estimates take it back with Undo; items under Catalog, changes of many items; a catalog’s hour in its terms.</p>
	{/if}
	{#if busy}<p><button type="button" class="link" onclick={() => (stopped = true)}>Stop after this one</button></p>{/if}
</Dialog>

<style>
	.way {
		display: flex;
		gap: 8px;
		align-items: baseline;
		padding: 2px 0;
		cursor: pointer;
	}
	.scroll {
		max-height: 200px;
		overflow: auto;
	}
</style>
