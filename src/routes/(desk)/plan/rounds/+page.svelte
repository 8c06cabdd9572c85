<script lang="ts">
	import { latestOf } from '$lib/client/shown.svelte';
	import { goto } from '$app/navigation';
	import { page } from '$app/state';
	import { command } from '$lib/client/command';
	import SiteMap from '$lib/ui/map/SiteMap.svelte';
	import AgreementDialog from '$lib/ui/rounds/AgreementDialog.svelte';
	import PlanPanel from '$lib/ui/rounds/PlanPanel.svelte';
	import ServiceDialog from '$lib/ui/rounds/ServiceDialog.svelte';
	import { cadenceWords } from '$lib/ui/rounds/words';
	import { toggled } from '$lib/ui/lists';
	import Mark from '$lib/ui/shell/Mark.svelte';
	import Go from '$lib/ui/shell/Go.svelte';
	import Page from '$lib/ui/shell/Page.svelte';
	import { showDay, showInstant } from '$lib/ui/shell/dates';
	import { pagesOf } from '$lib/ui/shell/places';
	import { moneyColumn, quantityColumn } from '$lib/ui/tables/columns';
	import DataTable from '$lib/ui/tables/DataTable.svelte';
	import { withParams, type Column } from '$lib/ui/tables/view';
	let { data: given } = $props();
	const data = $derived(latestOf(given));
	type Agreement = (typeof data.agreements)[number];
	let picked: string[] = $state([]);
	const ringed = $derived(new Set(picked));
	let pointed: string | null = $state(null);
	let drawing = $state(false);
	const only = $derived(page.url.searchParams.get('which') ?? '');
	const text = $derived(page.url.searchParams.get('q') ?? '');
	/** The list is narrowed to the part of the ground that is seen. */
	let narrowed = $state(false);
	let inView: (p: { lat: number | null; lng: number | null }) => boolean = $state.raw(() => true);
	let editing = $state<'service' | 'new service' | 'agreement' | null>(null);
	let changing = $state<string | null>(null);
	let said = $state('');
	const set = (changes: Record<string, string | null>) =>
		goto(withParams(page.url.search, changes), { replaceState: true, keepFocus: true, noScroll: true });
	const shown = $derived(
		data.agreements.filter(
			(a) =>
				(only === '' || (only === 'planned') === a.planned > 0) &&
				text
					.toLowerCase()
					.split(/\s+/)
					.every((w) => `${a.customer} ${a.address} ${a.number}`.toLowerCase().includes(w))
		)
	);
	const listed = $derived(narrowed ? shown.filter(inView) : shown);
	// What is picked and filtered away is not planned.
	const chosen = $derived(listed.filter((a) => ringed.has(a.id)));
	const nowhere = $derived(shown.filter((a) => a.lat === null).length);
	const pick = (ids: string[], on = !ids.every((id) => ringed.has(id))) => (picked = [...toggled(ringed, ids, on)]);
	const columns = $derived<Column<Agreement>[]>([
		{ key: 'number', label: 'Number', value: (a) => a.number },
		{ key: 'site', label: 'Site', value: (a) => a.address, own: true },
		{ key: 'customer', label: 'Customer', value: (a) => a.customer, own: true, group: true },
		visits('sold', 'Sold', (a) => a.sold),
		{ ...visits('planned', 'Planned', (a) => a.planned), own: true },
		visits('done', 'Done', (a) => a.done),
		{ key: 'next', label: 'Next', value: (a) => a.next, text: (a) => (a.next ? showDay(a.next) : '') },
		{ key: 'crew', label: 'Crew', value: (a) => a.crew, group: true },
		quantityColumn('hours', 'Hours', (a) => a.hours),
		moneyColumn('price', 'Price', (a) => a.price),
		...(data.mayChange ? [{ key: 'change', label: '', value: () => '', own: true }] : [])
	]);
	/** A column of visits, which are counted. */
	function visits(key: string, label: string, of: (a: Agreement) => number): Column<Agreement> {
		const sum = (rows: readonly Agreement[]) => rows.reduce((n, a) => n + of(a), 0).toLocaleString('en-US');
		return { key, label, value: (a) => of(a) || null, text: (a) => (of(a) ? String(of(a)) : '–'), num: true, sum };
	}
	const agreement = $derived(data.agreements.find((a) => a.id === changing));
	async function setAside(archived: boolean) {
		if (!data.service) return;
		const r = await command('rounds.set-aside-service', { serviceId: data.service.id, archived, version: data.service.version });
		said = r.ok ? '' : r.message;
	}
	async function undo(planId: string) {
		const r = await command('rounds.undo-plan', { planId });
		said = r.ok ? `${r.result.takenOff} visits taken off.` : r.message;
	}
</script>

<Page
	title="Rounds"
	sub={data.service
		? `${data.service.name} · ${cadenceWords(data.service)} · ${data.agreements.length} agreements`
		: 'Work that is done again and again over a season'}
	pages={pagesOf('Plan')}
	current="/plan/rounds"
>
	{#snippet actions()}{#if data.mayChange}
			<button class="btn" onclick={() => (editing = 'new service')}>New season service</button>
			{#if data.service && !data.service.archived}<button class="btn btn-primary" onclick={() => (editing = 'agreement')}
					>New agreement</button
				>{/if}
		{/if}{/snippet}
	{#if data.service}
		<div class="mb-3 flex items-center gap-4">
			<select
				class="select"
				style="width: 220px"
				aria-label="Season service"
				value={data.service.id}
				onchange={(e) => set({ service: e.currentTarget.value })}
				>{#each data.services as s (s.id)}<option value={s.id}>{s.name} ({s.agreements}){s.archived ? ', set aside' : ''}</option
					>{/each}</select
			>
			{#if data.mayChange}<button class="link" onclick={() => (editing = 'service')}>Change the service</button><button
					class="link"
					onclick={() => setAside(!data.service?.archived)}>{data.service.archived ? 'Take it back' : 'Set it aside'}</button
				>{/if}
			<input
				class="input ml-auto"
				style="width: 220px"
				type="search"
				placeholder="Customer, address, number"
				aria-label="Filter the agreements"
				value={text}
				oninput={(e) => set({ q: e.currentTarget.value })}
			/>
			<select
				class="select"
				style="width: 160px"
				aria-label="Planned or not"
				value={only}
				onchange={(e) => set({ which: e.currentTarget.value })}
				><option value="">all</option><option value="unplanned">not planned</option><option value="planned">planned</option></select
			>
			{#if data.mayPlan}<button class="btn" aria-pressed={drawing} onclick={() => (drawing = !drawing)}
					>{drawing ? 'Draw on the map …' : 'Draw around'}</button
				>{/if}
		</div>
		{#if said}<p class="mb-2" role="status">{said}</p>{/if}
		<div class="grid gap-4 lg:grid-cols-[minmax(0,1fr)_340px]">
			<div class="grid content-start gap-3">
				<SiteMap
					places={shown.map((a) => ({ id: a.id, lat: a.lat, lng: a.lng, text: `${a.address}, ${a.customer}`, planned: a.planned > 0 }))}
					picked={ringed}
					{drawing}
					bind:pointed
					onview={(within) => (inView = within)}
					tiles={data.tiles}
					onpick={pick}
					ondrawn={() => (drawing = false)}
				/>
				<p class="quiet flex flex-wrap items-center gap-x-4">
					<span
						>● planned · ○ not planned · ringed: picked{nowhere > 0
							? ` · ${nowhere} without a place on the map, only in the list`
							: ''}</span
					>
					<label class="ml-auto flex items-center gap-2"
						><input type="checkbox" class="checkbox checkbox-sm" bind:checked={narrowed} /> List only what the map shows</label
					>
				</p>
			</div>
			{#if data.mayPlan}<PlanPanel
					chosen={chosen.map((a) => a.id)}
					service={data.service}
					crews={data.crews}
					today={data.today}
					onplanned={(n) => {
						picked = [];
						said = `${n} visits planned. Take it back below if that was not meant.`;
					}}
				/>{/if}
		</div>
		<div class="mt-4">
			<DataTable
				name="agreements"
				rows={listed}
				{columns}
				search="no"
				href={(a) => `/jobs/${a.jobId}`}
				empty={data.agreements.length ? 'No agreement fits.' : 'No agreement here. Make the first with “New agreement”.'}
				bind:picked
				bind:pointed
			>
				{#snippet cell(a, key)}
					{#if key === 'site'}<Go right="jobs.see" class="link" href="/jobs/{a.jobId}">{a.address}</Go>
					{:else if key === 'customer'}<Go right="customers.see" class="link" href="/win/customers/{a.customerId}">{a.customer}</Go>
					{:else if key === 'planned'}{#if a.planned > 0 && a.planned !== a.sold}<Mark kind="need" />{/if}
						{a.planned || '–'}
					{:else}<button class="link" onclick={() => (changing = a.id)}>Change<span class="sr-only"> {a.address}</span></button>{/if}
				{/snippet}
			</DataTable>
		</div>
		{#if data.plans.length}<section class="sheet mt-4 p-4" aria-label="What was planned">
				<h2>What was planned</h2>
				<ul>
					{#each data.plans as p (p.id)}<li class="flex gap-3 py-1">
							<span class:quiet={p.undoneAt !== null}>{p.visits} visits to {p.sites} sites, crew {p.crew}, from {showDay(p.start)}</span
							><span class="quiet">{p.byName}, {showInstant(p.at, data.company.zone)}</span>{#if p.undoneAt}<span class="quiet"
									>taken back</span
								>{:else if data.mayPlan}<button class="link" onclick={() => undo(p.id)}>Take it back</button>{/if}
						</li>{/each}
				</ul>
			</section>{/if}
	{:else}
		<p class="sheet p-6">
			No season service yet. One is work that many sites get again and again over a season: gutter care every two weeks, opening in spring
			and closing in fall. Make the service, sell it to sites, then plan all of them at once.
		</p>
	{/if}
</Page>
{#if editing === 'service' || editing === 'new service'}
	<ServiceDialog service={editing === 'service' ? data.service : null} onclose={() => (editing = null)} />
{/if}
{#if data.service && editing === 'agreement'}
	<AgreementDialog service={data.service} sites={data.sites} today={data.today} agreement={null} onclose={() => (editing = null)} />
{/if}
{#if data.service && agreement}
	{#key agreement.id}<AgreementDialog
			service={data.service}
			sites={data.sites}
			today={data.today}
			{agreement}
			onclose={() => (changing = null)}
		/>{/key}
{/if}
