<script lang="ts">
	import { latestOf } from '$lib/client/shown.svelte';
	import { untrack } from 'svelte';
	import { command } from '$lib/client/command';
	import { formatCents, formatPercent, formatRate, parsePercent } from '$lib/core/money';
	import type { Checked, Verdict } from '$lib/core/pricing';
	import { readForm } from '$lib/ui/forms/typed';
	import How from '$lib/ui/money/How.svelte';
	import Waterline from '$lib/ui/money/Waterline.svelte';
	import RepriceDialog from '$lib/ui/price/RepriceDialog.svelte';
	import Mark from '$lib/ui/shell/Mark.svelte';
	import Page from '$lib/ui/shell/Page.svelte';
	import { pagesOf } from '$lib/ui/shell/places';
	import DataTable from '$lib/ui/tables/DataTable.svelte';
	import type { Column } from '$lib/ui/tables/view';
	import type { BookHead, PriceCheckAnswer } from '$lib/workers/price-check.worker';
	let { data: given } = $props();
	const data = $derived(latestOf(given));
	type Row = Omit<BookHead, 'id'> & Checked;
	const MARKS = { 'below cost': 'need', 'below break-even': 'need', 'below target': 'half', good: 'done' } as const satisfies Record<
		Verdict,
		string
	>;
	const columns: Column<Row>[] = [
		{ key: 'name', label: 'What', value: (r) => r.name, own: true },
		{ key: 'kind', label: 'Kind', value: (r) => `${r.kind}, ${r.detail}`, group: true },
		{ key: 'verdict', label: 'Sells', value: (r) => r.verdict, own: true, group: true },
		{ key: 'price', label: 'Price', value: (r) => r.price / 100, text: (r) => formatCents(r.price), num: true },
		{ key: 'cost', label: 'Cost today', value: (r) => r.cost / 100, text: (r) => formatCents(r.cost), num: true },
		{ key: 'line', label: 'Waterline', value: (r) => r.margin, own: true, width: '17%' },
		{
			key: 'margin',
			label: 'Margin',
			value: (r) => (r.margin === null ? null : r.margin / 1_000_000),
			text: (r) => formatRate(r.margin),
			num: true
		},
		{ key: 'short', label: 'Short of target', value: (r) => r.short / 100, own: true, num: true }
	];
	/** The margin that is tried; the company’s own until somebody types another. */
	let margin = $state(untrack(() => `${data.target / 100}%`));
	const target = $derived.by(() => {
		try {
			const p = parsePercent(margin);
			return p >= 0 && p < 10_000 ? p : null;
		} catch {
			return null;
		}
	});
	/** The book lies in a worker: it is read once, and held against every margin that is typed. */
	let worker: Worker | undefined = $state.raw();
	let heads: Record<string, BookHead> | null = $state.raw(null);
	let checked: Checked[] = $state.raw([]);
	let problem = $state('');
	$effect(() => {
		const w = new Worker(new URL('$lib/workers/price-check.worker.ts', import.meta.url), { type: 'module' });
		w.onmessage = (e: MessageEvent<PriceCheckAnswer>) => {
			if ('problem' in e.data) return void (problem = e.data.problem);
			if (e.data.heads) heads = Object.fromEntries(e.data.heads.map((h) => [h.id, h]));
			checked = e.data.checked;
		};
		w.onerror = () => (problem = 'This could not be computed here. Load the page again.');
		worker = w;
		return () => w.terminate();
	});
	$effect(() => {
		// News of the catalog, of rates or of an estimate: the book is read again.
		void data.asked;
		worker?.postMessage({ load: '/api/price-book', target: untrack(() => target ?? data.target) });
	});
	$effect(() => {
		if (target !== null && untrack(() => heads)) worker?.postMessage({ target });
	});
	const all = $derived(heads ? checked.flatMap((c): Row[] => (heads?.[c.id] ? [{ ...heads[c.id]!, ...c }] : [])) : []);
	const rows = $derived(all.filter((r) => (!data.verdict || r.verdict === data.verdict) && (!data.kind || r.kind === data.kind)));
	let picked: string[] = $state([]);
	const chosen = $derived(all.filter((r) => picked.includes(r.id)));
	let open = $state(false);
	let said = $state('');
	const short = $derived(all.filter((r) => r.kind === 'estimate').reduce((a, r) => a + r.short, 0));
	async function keep() {
		const read = readForm(() => ({ margin: parsePercent(margin, 'The margin') }));
		if (!read.ok) return void ([said, problem] = ['', read.message]);
		const r = await command('company.target-margin', read.value);
		[said, problem] = r.ok ? ['Prices are held against this margin from now on.', ''] : ['', r.message];
	}
</script>

<Page
	title="Price check"
	sub={heads
		? `${all.length.toLocaleString('en-US')} prices against today’s rates; open estimates are ${formatCents(short as never)} short of a margin of ${formatPercent(target ?? data.target)}`
		: 'The whole book against today’s rates'}
	pages={pagesOf('Price')}
	current="/price/check"
>
	{#snippet actions()}{#if data.can.estimates || data.can.catalog}<button
				class="btn btn-primary"
				disabled={chosen.length === 0}
				onclick={() => (open = true)}>Reprice {chosen.length || ''}</button
			>{/if}{/snippet}
	{#if said}<p class="mb-2" role="status"><Mark kind="done" label={said} /></p>{/if}
	{#if problem}<p class="problem mb-2" role="alert">{problem}</p>{/if}
	{#if !heads}<p role="status" class="sheet p-4">Reading the book…</p>
	{:else}<DataTable
			name="price-check"
			{rows}
			{columns}
			href={(r) => r.path}
			empty="Nothing here: nothing of the book sells so."
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
				},
				{
					param: 'kind',
					label: 'Kind',
					value: data.kind,
					choices: [
						['', 'All kinds'],
						['estimate', 'Estimates'],
						['assembly', 'Assemblies'],
						['flat-rate', 'Flat-rate']
					]
				}
			]}
		>
			{#snippet tools()}<label class="flex items-center gap-2"
					>Margin wanted <input class="input" style="width: 76px" name="margin-wanted" bind:value={margin} /></label
				>{#if target === null}<span class="problem" role="alert">A margin lies between 0 and below 100 %.</span
					>{:else if target !== data.target && data.can.target}<button type="button" class="link" onclick={keep}>Keep it</button
					>{/if}{/snippet}
			{#snippet cell(r, key)}
				{#if key === 'name'}<a class="link" href={r.path}>{r.name}</a>
				{:else if key === 'verdict'}<Mark kind={MARKS[r.verdict]} label={r.verdict} />
				{:else if key === 'short'}<How
						label={r.short ? formatCents(r.short) : 'how?'}
						of="check:{target ?? data.target}:{r.kind}:{r.id}"
						about="what {r.name} falls short of"
					/>
				{:else}<Waterline
						cost={r.cost}
						breakEven={r.breakEven}
						price={r.price}
						words={['', '', '']}
						height={11}
						label="Price {formatCents(r.price)}, cost {formatCents(r.cost)}, break-even {formatCents(r.breakEven)}"
					/>{/if}
			{/snippet}
		</DataTable>{/if}
	<p class="quiet mt-2">
		Assemblies are tried on 2,000 of area, 200 of length and 20 of count, with the first answer to each question. An estimate keeps its
		prices until it is brought up to date.
	</p>
</Page>
<RepriceDialog
	bind:open
	rows={chosen}
	target={target ?? data.target}
	can={data.can}
	ondone={(words) => {
		said = words;
		picked = [];
		void import('$lib/client/refresh').then(({ refresh }) => refresh());
	}}
/>
