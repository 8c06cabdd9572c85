<script lang="ts">
	import { latestOf } from '$lib/client/shown.svelte';
	import { onDestroy } from 'svelte';
	import { goto } from '$app/navigation';
	import { page } from '$app/state';
	import { command } from '$lib/client/command';
	import { formatCents, formatPercent } from '$lib/core/money';
	import { filterCards, whyStale } from '$lib/core/sales';
	import { told } from '$lib/client/told';
	import { Drags } from '$lib/ui/drag/drags';
	import Dialog from '$lib/ui/forms/Dialog.svelte';
	import Field from '$lib/ui/forms/Field.svelte';
	import ForecastStrip from '$lib/ui/sales/ForecastStrip.svelte';
	import LostDialog from '$lib/ui/sales/LostDialog.svelte';
	import Likely from '$lib/ui/sales/Likely.svelte';
	import Page from '$lib/ui/shell/Page.svelte';
	import { nearDay } from '$lib/ui/shell/dates';
	import { pagesOf } from '$lib/ui/shell/places';
	import { moneyColumn } from '$lib/ui/tables/columns';
	import DataTable from '$lib/ui/tables/DataTable.svelte';
	import SavedViews from '$lib/ui/tables/SavedViews.svelte';
	import { withParams, type Column } from '$lib/ui/tables/view';
	let { data: given } = $props();
	const data = $derived(latestOf(given));
	const params = $derived(page.url.searchParams);
	const asTable = $derived(params.get('as') === 'table');
	const filter = $derived({
		words: params.get('q') ?? '',
		kind: params.get('kind') ?? '',
		source: params.get('source') ?? '',
		person: params.get('person') ?? '',
		branch: params.get('branch') ?? '',
		stage: params.get('stage') ?? '',
		stale: params.get('stale') === '1',
		own: Object.fromEntries(data.ownFields.flatMap((f) => (params.get(f.id) ? [[f.id, params.get(f.id) ?? '']] : [])))
	});
	const cards = $derived(filterCards(data.cards, filter, data.now, data.today));
	const stageOf = $derived(Object.fromEntries(data.columns.map((c) => [c.id, c])));
	const bidding = $derived(cards.filter((c) => stageOf[c.stageId]?.meaning === 'bidding'));
	const total = (list: { worth: number | null }[]) => list.reduce((a, c) => a + (c.worth ?? 0), 0);
	const set = (changes: Record<string, string | null>) =>
		goto(withParams(page.url.search, changes), { replaceState: true, keepFocus: true, noScroll: true });
	/** What stands on cards and what the company offers, each once. */
	const offered = (list: readonly string[], key: 'kind' | 'source' | 'person' | 'branch') =>
		[...new Set([...list, ...data.cards.map((c) => c[key])])].filter(Boolean);
	const narrow = $derived([
		['kind', 'Kind of work', offered(data.lists.kinds, 'kind')],
		['source', 'Source', offered(data.lists.sources, 'source')],
		['person', 'In charge', offered([], 'person')],
		['branch', 'Branch', offered([], 'branch')],
		...data.ownFields.flatMap((f) =>
			f.kind === 'choice' || f.kind === 'text'
				? [
						[
							f.id,
							f.label,
							f.kind === 'choice' ? f.choices : [...new Set(data.cards.map((c) => c.own[f.id] ?? ''))].filter(Boolean).slice(0, 200)
						] as const
					].filter(([, , choices]) => choices.length > 0)
				: []
		)
	] as [string, string, string[]][]);
	const days = (ms: number) => Math.floor((data.now - ms) / 86_400_000);
	const touched = (ms: number) => (days(ms) === 0 ? 'today' : `${days(ms)} d ago`);
	const columns: Column<(typeof data.cards)[number]>[] = $derived([
		{ key: 'name', label: 'Job', value: (c) => c.name, own: true },
		{ key: 'customer', label: 'Customer', value: (c) => c.customer, group: true },
		{
			key: 'stage',
			label: 'Stage',
			value: (c) => stageOf[c.stageId]?.name ?? '',
			rank: (c) => data.columns.findIndex((s) => s.id === c.stageId),
			group: true
		},
		moneyColumn('worth', 'Worth', (c) => c.worth),
		{ key: 'chance', label: 'Chance', value: (c) => c.chance, text: (c) => formatPercent(c.chance), num: true },
		{ key: 'decision', label: 'Decided by', value: (c) => c.decisionDay, text: (c) => nearDay(c.decisionDay, data.today) },
		{ key: 'next', label: 'Next step', value: (c) => c.nextStep },
		{ key: 'nextDay', label: 'by', value: (c) => c.nextDay, text: (c) => nearDay(c.nextDay, data.today) },
		{ key: 'touched', label: 'Touched', value: (c) => c.touchedAt, text: (c) => touched(c.touchedAt) },
		{ key: 'kind', label: 'Kind of work', value: (c) => c.kind, extra: true, group: true },
		{ key: 'source', label: 'Source', value: (c) => c.source, extra: true, group: true },
		{ key: 'person', label: 'In charge', value: (c) => c.person, extra: true, group: true },
		{ key: 'branch', label: 'Branch', value: (c) => c.branch, extra: true, group: true },
		...data.ownFields.map((f) => ({
			key: f.id,
			label: f.label,
			value: (c: (typeof data.cards)[number]) => c.own[f.id] ?? '',
			extra: true,
			group: true
		}))
	]);
	let opening = $state(false);
	const blank = () => ({
		name: '',
		customerId: '' as string | null,
		customerName: '',
		address: '',
		kindOfWork: '',
		source: '',
		wanted: ''
	});
	let typed = $state(blank());
	let problem = $state('');
	let field = $state('');
	let opened = $state('');
	$effect(() => {
		if (page.url.searchParams.get('new') !== '1') return;
		opening = true;
		const name = page.url.searchParams.get('name');
		if (name) typed = { ...blank(), name };
	});
	let losing: { id: string; name: string; stageId: string } | null = $state(null);
	const drags = new Drags<(typeof data.cards)[number]>({
		words: (c) => c.name,
		fits: (c, place) => place !== c.stageId,
		drop: (c, { place }) => void move(c.id, place)
	});
	onDestroy(() => drags.stop());

	async function open(another = false) {
		const known = data.customers.find((c) => c.name.toLowerCase() === typed.customerName.trim().toLowerCase());
		const r = await command('jobs.open', { ...typed, customerId: typed.customerId || (known?.id ?? null) });
		if (!r.ok) [problem, field] = [r.message, r.field ?? ''];
		else if (another) {
			// Kind and source stay: who types several of a kind types them once.
			[opened, problem, field] = [`${typed.name} is open.`, '', ''];
			typed = { ...blank(), kindOfWork: typed.kindOfWork, source: typed.source };
		} else {
			opening = false;
			typed = blank();
			await goto(`/jobs/${r.result.jobId}`);
		}
	}
	async function move(id: string, stageId: string, why?: string) {
		const stage = stageOf[stageId];
		const card = data.cards.find((c) => c.id === id);
		if (!stage || !card || card.stageId === stageId) return;
		if (stage.meaning === 'lost' && why === undefined) {
			losing = { id, name: card.name, stageId };
			problem = '';
			return;
		}
		const r = await command('jobs.move', { jobId: id, stageId, ...(why === undefined ? {} : { reason: why }) });
		problem = r.ok ? '' : r.message;
		if (!r.ok) return;
		losing = null;
		const before = card.stageId;
		told(`${card.name}: ${stage.name}.`, async () => {
			const back = await command('jobs.move', { jobId: id, stageId: before });
			return back.ok ? null : back.message;
		});
		requestAnimationFrame(() => document.querySelector<HTMLElement>(`a[data-card="${id}"]`)?.focus());
	}
	function keys(e: KeyboardEvent, id: string, stageId: string) {
		if (!e.altKey || (e.key !== 'ArrowRight' && e.key !== 'ArrowLeft')) return;
		e.preventDefault();
		const at = data.columns.findIndex((c) => c.id === stageId) + (e.key === 'ArrowRight' ? 1 : -1);
		const to = data.columns[at];
		if (to) void move(id, to.id);
	}
</script>

<Page title="Winning track" sub="{bidding.length} jobs to win, {formatCents(total(bidding))}" pages={pagesOf('Win')} current="/win/track">
	{#snippet actions()}{#if data.mayOpen}<button class="btn btn-primary" onclick={() => ([opening, opened, problem] = [true, '', ''])}
				>New job</button
			>{/if}{/snippet}
	<SavedViews of="track" views={data.views} />
	<div class="tools no-print">
		<input
			class="input"
			type="search"
			placeholder="Name, customer, next step"
			aria-label="Filter"
			value={filter.words}
			oninput={(e) => set({ q: e.currentTarget.value })}
		/>
		{#each narrow as [param, label, choices] (param)}<select
				class="select"
				aria-label={label}
				value={params.get(param) ?? ''}
				class:chosen={params.get(param)}
				onchange={(e) => set({ [param]: e.currentTarget.value })}
				><option value="">{label}: all</option>{#each choices as c (c)}<option value={c}>{c}</option>{/each}</select
			>{/each}
		<label class="flex items-center gap-2"
			><input
				type="checkbox"
				class="checkbox"
				checked={filter.stale}
				onchange={(e) => set({ stale: e.currentTarget.checked ? '1' : null })}
			/> needs a hand</label
		>
		<span class="as"
			><a href={withParams(page.url.search, { as: null })} aria-current={asTable ? undefined : 'true'}>Columns</a><a
				href={withParams(page.url.search, { as: 'table' })}
				aria-current={asTable ? 'true' : undefined}>Table</a
			></span
		>
	</div>
	{#if problem && !opening && !losing}<p class="problem mb-2" role="alert">{problem}</p>{/if}
	{#if asTable}
		<DataTable
			name="winning-track"
			rows={cards}
			{columns}
			search="no"
			href={(c) => `/jobs/${c.id}`}
			quiet={(c) => stageOf[c.stageId]?.meaning === 'lost'}
			empty="No job fits."
		>
			{#snippet cell(c)}<a class="link" href="/jobs/{c.id}">{c.name}</a>{/snippet}
		</DataTable>
	{:else}
		<ForecastStrip months={data.forecast} />
		<div class="columns">
			{#each data.columns as col (col.id)}
				{@const own = cards.filter((c) => c.stageId === col.id)}
				<section aria-label={col.name} role="group" data-place={col.id}>
					<header>
						<h2>{col.name}</h2>
						<span class="quiet figure">{own.length} · {formatCents(total(own))}</span>
					</header>
					{#each own.slice(0, 60) as c (c.id)}
						{@const why = col.meaning === 'bidding' ? whyStale(c, data.now, data.today) : []}
						<a
							class="sheet card"
							class:stale={why.length > 0}
							href="/jobs/{c.id}"
							data-card={c.id}
							{@attach drags.thing(() => c)}
							onkeydown={(e) => keys(e, c.id, col.id)}
							title={why.length ? `Needs a hand: ${why.join(', ')}.` : 'Alt+← and Alt+→ move it along'}
						>
							<strong>{c.name}</strong><span class="quiet">{c.customer}</span>
							{#if c.nextStep}<span class="next" class:problem={c.nextDay !== null && c.nextDay < data.today}
									>{c.nextStep}{c.nextDay ? `, ${nearDay(c.nextDay, data.today)}` : ''}</span
								>{/if}
							<span class="foot"
								><span class="figure" title={c.draft ? 'What its estimate comes to so far; nothing was offered yet' : ''}
									>{c.worth ? formatCents(c.worth) : 'no figure yet'}{#if c.draft}<span class="quiet">, draft</span>{/if}</span
								><span class={why.length ? 'problem' : 'quiet'}>{touched(c.touchedAt)}</span></span
							>
							{#if col.meaning === 'lost'}<span class="quiet">{c.lostReason}</span>{:else if c.decisionDay}<span class="quiet foot"
									><span class:problem={c.decisionDay < data.today}>decides {nearDay(c.decisionDay, data.today)}</span><span
										>{formatPercent(c.chance)}</span
									></span
								>{/if}
						</a>
					{:else}<p class="quiet none">Nothing here. Drag a card, or press Alt+→ on one.</p>{/each}
					{#if own.length > 60}<p class="quiet none">{own.length - 60} more: filter, or look at the table.</p>{/if}
				</section>
			{/each}
		</div>
	{/if}
</Page>
<Dialog bind:open={opening} title="New job" save="Open the job" onsave={() => open()} {problem}>
	{#if opened}<p role="status" class="quiet">{opened}</p>{/if}
	<Field label="What is it called" problem={field === 'name' ? problem : ''}
		><input class="input" bind:value={typed.name} required placeholder="Penhallow house, new roof" /></Field
	>
	<Field
		label="Customer"
		problem={field === 'customerName' ? problem : ''}
		hint="A known name is taken, a new one added; empty: called as the job is."
		><input class="input" list="customers" bind:value={typed.customerName} oninput={() => (typed.customerId = '')} /></Field
	>
	<datalist id="customers"
		>{#each opening ? data.customers : [] as c (c.id)}<option value={c.name}></option>{/each}</datalist
	>
	<Field label="Site address"><input class="input" name="site-address" bind:value={typed.address} /></Field>
	{#if opening && !typed.customerId && !data.customers.some((c) => c.name.toLowerCase() === typed.customerName.trim().toLowerCase())}<Likely
			name={typed.customerName || typed.name}
			address={typed.address}
			words="It is them"
			onuse={(c) => (typed = { ...typed, customerId: c.id, customerName: c.name })}
		/>{/if}
	<div class="grid grid-cols-2 gap-3">
		<Field label="Kind of work"><input class="input" list="track-kinds" bind:value={typed.kindOfWork} /></Field><Field label="Source"
			><input class="input" list="track-sources" bind:value={typed.source} /></Field
		>
	</div>
	<datalist id="track-kinds"
		>{#each data.lists.kinds as k (k)}<option value={k}></option>{/each}</datalist
	><datalist id="track-sources"
		>{#each data.lists.sources as s (s)}<option value={s}></option>{/each}</datalist
	>
	<div><button type="button" class="btn" onclick={() => open(true)}>Open and type the next</button></div>
</Dialog>
{#if losing}{@const { id, name, stageId } = losing}<LostDialog
		{name}
		reasons={data.lists.reasons}
		onclose={() => (losing = null)}
		lose={async (why) => {
			await move(id, stageId, why);
			return problem || null;
		}}
	/>{/if}

<style>
	.tools {
		display: flex;
		flex-wrap: wrap;
		gap: 6px 10px;
		align-items: center;
		margin-bottom: 10px;
	}
	.tools .input {
		width: 220px;
	}
	.tools .select {
		width: auto;
		max-width: 180px;
		padding-inline-end: 2.1rem;
	}
	.tools .chosen {
		border-color: var(--color-primary);
		font-weight: 600;
	}
	.as {
		margin-left: auto;
		display: flex;
		gap: 12px;
	}
	.as a {
		text-decoration: none;
		color: var(--quiet);
		border-bottom: 2px solid transparent;
	}
	.as a[aria-current] {
		color: inherit;
		font-weight: 600;
		border-color: var(--color-primary);
	}
	.columns {
		display: grid;
		grid-auto-flow: column;
		grid-auto-columns: minmax(200px, 1fr);
		gap: 10px;
		overflow-x: auto;
		align-items: start;
	}
	section {
		background: color-mix(in oklab, var(--color-base-300) 40%, transparent);
		border-radius: 4px;
		padding: 8px;
		min-height: 240px;
		display: grid;
		gap: 6px;
		align-content: start;
	}
	section header {
		display: flex;
		justify-content: space-between;
		align-items: baseline;
		padding: 0 2px 2px;
	}
	.card {
		padding: 8px 10px;
		display: grid;
		gap: 1px;
		text-decoration: none;
		cursor: grab;
	}
	.card.stale {
		border-left: 3px solid var(--color-error);
	}
	.next {
		font-size: 0.95rem;
	}
	.foot {
		display: flex;
		justify-content: space-between;
		gap: 8px;
	}
	.none {
		padding: 4px;
		font-size: 0.92rem;
	}
</style>
