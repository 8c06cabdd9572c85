<script lang="ts">
	import { command } from '$lib/client/command';
	import { formatCents, formatPercent, formatRate, formatUnitPrice } from '$lib/core/money';
	import type { Verdict } from '$lib/core/pricing';
	import Dialog from '$lib/ui/forms/Dialog.svelte';
	import Waterline from '$lib/ui/money/Waterline.svelte';
	import Mark from '$lib/ui/shell/Mark.svelte';
	import Page from '$lib/ui/shell/Page.svelte';
	import { pagesOf } from '$lib/ui/shell/places';
	import DataTable from '$lib/ui/tables/DataTable.svelte';
	import type { Column } from '$lib/ui/tables/view';
	let { data } = $props();
	type Row = (typeof data.rows)[number];
	interface Preview {
		before: { price: number; profit: number; margin: number | null };
		after: { price: number; profit: number; margin: number | null };
		moved: { id: string; scope: string; name: string; cost: [number, number]; price: [number, number] }[];
	}
	const MARKS = { 'below cost': 'need', 'below break-even': 'need', 'below target': 'half', good: 'done' } as const satisfies Record<
		Verdict,
		string
	>;
	const columns: Column<Row>[] = [
		{ key: 'name', label: 'What', value: (r) => r.name, own: true },
		{ key: 'kind', label: 'Kind', value: (r) => `${r.kind}, ${r.detail}` },
		{ key: 'verdict', label: 'Sells', value: (r) => r.verdict, own: true },
		{ key: 'price', label: 'Price', value: (r) => r.price / 100, text: (r) => formatCents(r.price), num: true },
		{ key: 'cost', label: 'Cost today', value: (r) => r.cost / 100, text: (r) => formatCents(r.cost), num: true },
		{ key: 'line', label: 'Waterline', value: (r) => r.margin, own: true, width: '18%' },
		{
			key: 'margin',
			label: 'Margin',
			value: (r) => (r.margin === null ? null : r.margin / 1_000_000),
			text: (r) => formatRate(r.margin),
			num: true
		},
		{ key: 'short', label: 'Short of target', value: (r) => r.short / 100, text: (r) => (r.short ? formatCents(r.short) : ''), num: true }
	];
	const rows = $derived(data.verdict ? data.rows.filter((r) => r.verdict === data.verdict) : data.rows);
	let picked: string[] = $state([]);
	let previews: { row: Row; preview: Preview }[] = $state([]);
	let open = $state(false);
	let busy = $state(false);
	let problem = $state('');
	let said = $state('');
	const chosen = $derived(data.rows.filter((r) => picked.includes(r.id) && r.estimateId));
	async function look() {
		problem = '';
		previews = [];
		open = true;
		for (const row of chosen) {
			const r = await fetch(`/api/reprice-preview?estimate=${row.estimateId}`).catch(() => null);
			const body = (await r?.json().catch(() => null)) as { result?: Preview; message?: string } | null;
			if (body?.result) previews.push({ row, preview: body.result });
			else problem = body?.message ?? 'The server cannot be reached. Try again in a moment.';
		}
	}
	async function apply() {
		busy = true;
		let n = 0;
		for (const { row, preview } of previews) {
			if (preview.moved.length === 0) continue;
			const r = await command('estimates.reprice', { estimateId: row.estimateId }, { refresh: false });
			if (r.ok) n += 1;
			else problem = `${row.name}: ${r.message}`;
		}
		busy = false;
		if (problem) return;
		open = false;
		picked = [];
		said = `${n} estimate${n === 1 ? '' : 's'} brought up to date. Undo on the estimate takes it back.`;
		const { refresh } = await import('$lib/client/refresh');
		await refresh();
	}
	const short = $derived(data.rows.filter((r) => r.kind === 'estimate').reduce((a, r) => a + r.short, 0));
</script>

<Page
	title="Price check"
	sub="The whole book against today’s rates; open estimates are {formatCents(short)} short of a margin of {formatPercent(data.target)}"
	pages={pagesOf('Price')}
	current="/price/check"
>
	{#snippet actions()}{#if data.mayReprice}<button class="btn btn-primary" disabled={chosen.length === 0} onclick={look}
				>Bring {chosen.length || ''} up to date</button
			>{/if}{/snippet}
	{#if said}<p class="mb-2" role="status"><Mark kind="done" label={said} /></p>{/if}
	<DataTable
		name="price-check"
		{rows}
		{columns}
		href={(r) => r.path}
		empty="Nothing here: no open estimate and no assembly sells so."
		bind:picked
		filters={[
			{
				param: 'verdict',
				label: 'Sells',
				value: data.verdict,
				choices: [
					['', 'All'],
					['below cost', 'Below cost'],
					['below break-even', 'Below break-even'],
					['below target', 'Below target'],
					['good', 'Good']
				]
			}
		]}
	>
		{#snippet cell(r, key)}
			{#if key === 'name'}<a class="link" href={r.path}>{r.name}</a>
			{:else if key === 'verdict'}<Mark kind={MARKS[r.verdict]} label={r.verdict} />
			{:else}<Waterline
					cost={r.cost}
					breakEven={r.breakEven}
					price={r.price}
					words={['', '', '']}
					height={11}
					label="Price {formatCents(r.price)}, cost {formatCents(r.cost)}, break-even {formatCents(r.breakEven)}"
				/>{/if}
		{/snippet}
	</DataTable>
	<p class="quiet mt-2">
		Assemblies are tried on 2,000 of area, 200 of length and 20 of count. An estimate keeps its prices until it is brought up to date.
	</p>
</Page>
<Dialog bind:open title="Bring up to date" save="Do it" {busy} {problem} onsave={apply}>
	{#each previews as { row, preview } (row.id)}<section>
			<h2>{row.name}</h2>
			{#if preview.moved.length === 0}<p class="quiet">
					Every line is at today’s cost and price already. Its price is what was agreed or typed.
				</p>
			{:else}<p>
					Price {formatCents(preview.before.price)} → <strong class="figure">{formatCents(preview.after.price)}</strong>, margin
					{formatRate(preview.before.margin)} → {formatRate(preview.after.margin)}
				</p>
				<table class="grid-table">
					<thead><tr><th>Line</th><th class="num">Cost</th><th class="num">Price</th></tr></thead><tbody
						>{#each preview.moved.slice(0, 30) as m (m.id)}<tr
								><td>{m.name}</td><td class="num">{formatUnitPrice(m.cost[0])} → {formatUnitPrice(m.cost[1])}</td><td class="num"
									>{formatUnitPrice(m.price[0])} → {formatUnitPrice(m.price[1])}</td
								></tr
							>{/each}</tbody
					>
				</table>{/if}
		</section>{:else}<p role="status">Looking…</p>{/each}
</Dialog>
