<script lang="ts">
	import { latestOf } from '$lib/client/shown.svelte';
	import { goto } from '$app/navigation';
	import { page } from '$app/state';
	import { command } from '$lib/client/command';
	import { cents, formatCents, formatMinutes } from '$lib/core/money';
	import Field from '$lib/ui/forms/Field.svelte';
	import SiteMap from '$lib/ui/map/SiteMap.svelte';
	import {
		crewWords,
		narrowed,
		narrowedIn,
		NOBODY,
		plannedOf,
		soldOnSite,
		WEEKDAYS,
		type AgreementRow
	} from '$lib/ui/rounds/agreement-rows';
	import AgreementDialog from '$lib/ui/rounds/AgreementDialog.svelte';
	import AgreementsImport from '$lib/ui/rounds/AgreementsImport.svelte';
	import CadenceDialog from '$lib/ui/rounds/CadenceDialog.svelte';
	import OnOffer from '$lib/ui/rounds/OnOffer.svelte';
	import PlanPanel from '$lib/ui/rounds/PlanPanel.svelte';
	import RenewDialog from '$lib/ui/rounds/RenewDialog.svelte';
	import ServiceDialog from '$lib/ui/rounds/ServiceDialog.svelte';
	import SuggestDialog from '$lib/ui/rounds/SuggestDialog.svelte';
	import TakeQuoteDialog from '$lib/ui/rounds/TakeQuoteDialog.svelte';
	import { cadenceWords } from '$lib/ui/rounds/words';
	import { inTurns, toggled } from '$lib/ui/lists';
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
	let picked: string[] = $state.raw([]);
	const ringed = $derived(new Set(picked));
	let pointed: string | null = $state(null);
	let drawing = $state(false);
	/** The crew and weekday chosen for what is picked. */
	let crewId = $state('');
	let day = $state(0);
	const view = $derived(narrowedIn(page.url.searchParams));
	/** The list is narrowed to the part of the ground that is seen. */
	let onlySeen = $state(false);
	let inView: (p: { lat: number | null; lng: number | null }) => boolean = $state.raw(() => true);
	let editing = $state<'service' | 'new service' | 'agreement' | 'import' | 'quote' | 'suggest' | 'renew' | null>(null);
	let changing = $state<string | null>(null);
	let said = $state('');
	/** The site that the next press on the map gives a place. */
	let placing = $state<string | null>(null);
	let lines = $state.raw<{ name: string; points: [number, number][] }[]>([]);
	const set = (changes: Record<string, string | null>) =>
		goto(withParams(page.url.search, changes), { replaceState: true, keepFocus: true, noScroll: true });
	const shown = $derived(narrowed(data.agreements, view));
	const listed = $derived(onlySeen ? shown.filter(inView) : shown);
	// What is picked and filtered away is not planned.
	const chosen = $derived(listed.filter((a) => ringed.has(a.id)));
	const nowhere = $derived(data.agreements.filter((a) => a.lat === null));
	const pick = (ids: string[], on = !ids.every((id) => ringed.has(id))) => (picked = [...toggled(ringed, ids, on)]);
	/** Which cadence is being changed; “new”: another one. */
	let cadence = $state<string | null>(null);
	const knownCadence = $derived(data.cadences.find((c) => c.id === cadence) ?? null);
	async function place(lat: number, lng: number) {
		const a = data.agreements.find((x) => x.id === placing);
		placing = null;
		if (!a) return;
		const { customerId, siteId, address, access, district } = a;
		const r = await command('customers.save-site', { customerId, siteId, address, access, district, lat, lng });
		said = r.ok ? `${a.address} is on the map.` : r.message;
	}
	const columns = $derived<Column<AgreementRow>[]>([
		{ key: 'number', label: 'Number', value: (a) => a.number },
		{ key: 'site', label: 'Site', value: (a) => a.address, own: true },
		{ key: 'district', label: 'District', value: (a) => a.district, group: true },
		{ key: 'customer', label: 'Customer', value: (a) => a.customer, own: true, group: true },
		visits('sold', 'Sold', (a) => a.sold),
		{ ...visits('planned', 'Planned', (a) => a.planned), own: true },
		visits('done', 'Done', (a) => a.done),
		visits('missed', 'Missed', (a) => a.missed),
		{
			key: 'spent',
			label: 'On site, a visit',
			value: (a) => (a.timed ? a.spent / a.timed : null),
			text: (a) => spentWords(a),
			num: true,
			own: true
		},
		{ key: 'next', label: 'Next', value: (a) => a.next, text: (a) => (a.next ? showDay(a.next) : '') },
		{ key: 'crew', label: 'Crew', value: crewWords, group: true },
		{ key: 'inCharge', label: 'In charge', value: (a) => a.inCharge, extra: true, group: true },
		quantityColumn('hours', 'Hours', (a) => a.hours),
		moneyColumn('price', 'Price', (a) => a.price),
		...(data.mayBill ? [moneyColumn<AgreementRow>('toBill', 'To bill', (a) => a.toBill, { blank: true, extra: true })] : []),
		...(data.mayChange ? [{ key: 'change', label: '', value: () => '', own: true }] : [])
	]);
	/** A column of visits, which are counted. */
	function visits(key: string, label: string, of: (a: AgreementRow) => number): Column<AgreementRow> {
		const sum = (rows: readonly AgreementRow[]) => rows.reduce((n, a) => n + of(a), 0).toLocaleString('en-US');
		return { key, label, value: (a) => of(a) || null, text: (a) => (of(a) ? String(of(a)) : '–'), num: true, sum };
	}
	const peopleOf = (id: string | null) => data.crews.find((c) => c.id === id)?.people ?? 1;
	/** Who is eating the margin: minutes on site of a visit as they were timed, against those that were sold. */
	const over = (a: AgreementRow) => a.timed > 0 && a.spent / a.timed > soldOnSite(a, peopleOf(a.crewId));
	const spentWords = (a: AgreementRow) =>
		a.timed ? `${formatMinutes(Math.round(a.spent / a.timed))} of ${formatMinutes(soldOnSite(a, peopleOf(a.crewId)))}` : '–';
	const districts = $derived([...new Set(data.agreements.map((a) => a.district).filter(Boolean))].sort());
	const agreement = $derived(data.agreements.find((a) => a.id === changing));
	async function setAside(archived: boolean) {
		if (!data.service) return;
		const r = await command('rounds.set-aside-service', { serviceId: data.service.id, archived, version: data.service.version });
		said = r.ok ? '' : r.message;
	}
	/** A draft invoice of each that is picked, of what became charges of it. */
	async function draft() {
		let [made, total, without] = [0, 0, 0];
		for (const jobIds of inTurns(chosen.map((a) => a.jobId))) {
			const day = { by: 'job' as const, cutOff: data.today, grouping: 'each' as const, stageId: null, issue: false, text: '' };
			const r = await command('invoices.billing-day', { ...day, jobIds });
			if (!r.ok) return void (said = r.message);
			made += r.result.made.length;
			total += r.result.made.reduce((n, m) => n + m.total, 0);
			without += r.result.left.length;
		}
		said = made
			? `${made} ${made === 1 ? 'draft' : 'drafts'} made, ${formatCents(cents(total))}${without ? `; ${without} without anything to bill` : ''}. They are under Bill → Invoices.`
			: 'Nothing of these is to bill yet: visits that are done and instalments that are due are.';
	}
	async function putInCharge(personId: string) {
		let changed = 0;
		for (const jobIds of inTurns(chosen.map((a) => a.jobId))) {
			const r = await command('jobs.change-many', { jobIds, personId });
			if (!r.ok) return void (said = r.message);
			changed += r.result.changed;
		}
		said = `${data.people.find((p) => p.id === personId)?.name ?? ''} is in charge of ${changed}.`;
	}
	async function undo(planId: string) {
		const r = await command('rounds.undo-plan', { planId });
		said = r.ok ? `${r.result.takenOff} visits taken off.` : r.message;
	}
</script>

{#snippet filter(key: string, label: string, value: string, all: [string, string][])}<select
		class="select"
		style="width: 136px"
		aria-label={label}
		name="filter-{key}"
		{value}
		onchange={(e) => set({ [key]: e.currentTarget.value })}
		>{#each all as [id, words] (id)}<option value={id}>{words}</option>{/each}</select
	>{/snippet}
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
			{#if data.service && !data.service.archived}<button class="btn" onclick={() => (editing = 'quote')}>From an accepted quote …</button
				><button class="btn" onclick={() => (editing = 'import')}>From a file …</button><button
					class="btn btn-primary"
					onclick={() => (editing = 'agreement')}>New agreement</button
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
			{#if data.mayChange}<span class="flex flex-wrap gap-x-3"
					>{#each data.cadences as c (c.id)}<button class="link" onclick={() => (cadence = c.id)}
							>{c.name}{c.archived ? ', set aside' : ''}</button
						>{/each}<button class="link" onclick={() => (cadence = 'new')}>Another cadence</button></span
				>{/if}
			<span class="ml-auto flex gap-3"
				><a class="link" href="/api/rounds/{data.service.id}.csv" download>CSV</a><a
					class="link"
					href="/api/rounds/{data.service.id}.geojson"
					download>GeoJSON</a
				><a class="link" href="/api/rounds/{data.service.id}.ics" download>Calendar</a></span
			>
		</div>
		<div class="mb-3 flex flex-wrap items-center gap-2">
			<input
				class="input"
				style="width: 200px"
				type="search"
				placeholder="Customer, address, number"
				aria-label="Filter the agreements"
				value={view.text}
				oninput={(e) => set({ q: e.currentTarget.value })}
			/>
			{@render filter('which', 'Planned or not', view.which, [
				['', 'all'],
				['unplanned', 'not planned'],
				['partly', 'partly planned'],
				['planned', 'planned'],
				['mismatch', 'not as sold'],
				['missed', 'with missed visits'],
				['nowhere', 'not on the map']
			])}
			{#if districts.length}{@render filter('district', 'District', view.district, [
					['', 'all districts'],
					...districts.map((d): [string, string] => [d, d])
				])}{/if}
			{@render filter('crew', 'Crew', view.crew, [
				['', 'any crew'],
				...data.crews.map((c): [string, string] => [c.id, c.name]),
				[NOBODY, 'nobody yet']
			])}
			{#if data.branches.length > 1}{@render filter('branch', 'Branch', view.branch, [
					['', 'any branch'],
					...data.branches.map((b): [string, string] => [b.id, b.name])
				])}{/if}
			{@render filter('weekday', 'Weekday', view.weekday, [
				['', 'any day'],
				...WEEKDAYS.map((w, n): [string, string] => [String(n + 1), w])
			])}
			{#if data.mayPlan}<button class="btn" aria-pressed={drawing} onclick={() => (drawing = !drawing)}
					>{drawing ? 'Draw on the map …' : 'Draw around'}</button
				><button
					class="btn"
					onclick={() =>
						pick(
							listed.map((a) => a.id),
							true
						)}>{view.district ? `All of ${view.district}` : `All ${listed.length}`}</button
				>{#if picked.length}<button class="btn" onclick={() => (picked = [])}>None</button>{/if}{/if}
		</div>
		{#if said}<p class="mb-2" role="status">{said}</p>{/if}
		<div class="grid gap-4 lg:grid-cols-[minmax(0,1fr)_340px]">
			<div class="grid content-start gap-3">
				<SiteMap
					places={shown.map((a) => ({
						id: a.id,
						lat: a.lat,
						lng: a.lng,
						text: `${a.address}, ${a.customer}: ${a.planned} of ${a.sold} planned`,
						planned: plannedOf(a)
					}))}
					picked={ringed}
					{drawing}
					bind:pointed
					onview={(within) => (inView = within)}
					tiles={data.tiles}
					onpick={pick}
					ondrawn={() => (drawing = false)}
					{lines}
					onplace={placing ? place : null}
				/>
				<p class="quiet flex flex-wrap items-center gap-x-4">
					<span>● planned · ◌ partly · ○ not planned · ringed: picked</span>
					{#if lines.length}<button class="link" onclick={() => (lines = [])}>Hide the rounds</button>{/if}
					<label class="ml-auto flex items-center gap-2"
						><input type="checkbox" class="checkbox checkbox-sm" bind:checked={onlySeen} /> List only what the map shows</label
					>
				</p>
				{#if nowhere.length}<p class="quiet">
						{placing ? 'Press on the map where it lies:' : 'Not on the map:'}
						{#each nowhere.slice(0, 12) as a (a.id)}{#if data.maySites}<button
									class="link mr-3"
									aria-pressed={placing === a.id}
									onclick={() => (placing = placing === a.id ? null : a.id)}>{a.address}</button
								>{:else}<span class="mr-3">{a.address}</span>{/if}{/each}{#if nowhere.length > 12}and {nowhere.length - 12} more{/if}
					</p>{/if}
			</div>
			{#if data.mayPlan}<div class="grid content-start gap-3">
					<PlanPanel
						rows={chosen}
						mayChange={data.mayChange}
						stamp={chosen.map((a) => `${a.id} ${a.version}`).join()}
						service={data.service}
						crews={data.crews}
						today={data.today}
						bind:crewId
						bind:day
						onchange={(id) => (changing = id)}
						onplanned={(n, left, why) => {
							picked = left;
							said = `${n} visits planned${left.length ? `; ${left.length} sites are left` : ''}. ${why ? `${why} ` : ''}Take it back below if that was not meant.`;
						}}
					/>
					<p class="flex flex-wrap gap-2">
						<button class="btn" disabled={chosen.length === 0 || data.start === null} onclick={() => (editing = 'suggest')}
							>Suggest rounds …</button
						>{#if data.mayChange}<button class="btn" disabled={chosen.length === 0} onclick={() => (editing = 'renew')}>Renew …</button
							>{/if}{#if data.mayBill}<button class="btn" disabled={chosen.length === 0} onclick={draft}>Draft invoices</button>{/if}
					</p>
					{#if data.mayChange && chosen.length > 0}<Field label="In charge of what is picked"
							><select
								class="select"
								name="in-charge"
								value=""
								onchange={(e) => {
									const to = e.currentTarget.value;
									e.currentTarget.value = '';
									if (to) void putInCharge(to);
								}}
								><option value="">as it is</option>{#each data.people as p (p.id)}<option value={p.id}>{p.name}</option>{/each}</select
							></Field
						>{/if}
				</div>{/if}
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
					{:else if key === 'spent'}{#if over(a)}<Mark kind="need" />{/if}
						{spentWords(a)}
					{:else if key === 'planned'}{#if a.planned > 0 && a.planned !== a.sold}<Mark kind="need" />{/if}
						{a.planned || '–'}
					{:else}<button class="link" onclick={() => (changing = a.id)}>Change<span class="sr-only"> {a.address}</span></button>{/if}
				{/snippet}
			</DataTable>
		</div>
		<OnOffer offers={data.offers} />
		{#if data.plans.length}<section class="sheet mt-4 p-4" aria-label="What was planned">
				<h2>What was planned</h2>
				<ul>
					{#each data.plans as p (p.id)}<li class="flex gap-3 py-1">
							<span class:quiet={p.undoneAt !== null}
								>{p.visits} visits to {p.sites} sites, {p.crew === null ? 'for nobody yet' : `crew ${p.crew}`}, from {showDay(
									p.start
								)}{p.reason ? `; ${p.reason}` : ''}</span
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
	<ServiceDialog service={editing === 'service' ? data.service : null} seesCosts={data.seesCosts} onclose={() => (editing = null)} />
{/if}
{#if data.service && editing === 'agreement'}
	<AgreementDialog service={data.service} sites={data.sites} today={data.today} agreement={null} onclose={() => (editing = null)} />
{/if}
{#if data.service && editing === 'quote'}
	<TakeQuoteDialog service={data.service} today={data.today} onclose={() => (editing = null)} />
{/if}
{#if data.service && editing === 'import'}
	<AgreementsImport
		service={data.service}
		sites={data.sites}
		today={data.today}
		ondone={(words) => ([editing, said] = [null, words])}
		onclose={() => (editing = null)}
	/>
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
{#if data.service && cadence !== null}{#key cadence}<CadenceDialog
			service={data.service}
			known={knownCadence}
			onclose={() => (cadence = null)}
		/>{/key}{/if}
{#if editing === 'suggest' && data.start}<SuggestDialog
		{chosen}
		crews={data.crews}
		branch={data.start}
		speed={30}
		begin={data.begin}
		service={data.service ?? { setUp: 0, crewSize: null, step: 5 }}
		today={data.today}
		onshow={(all) => (lines = all)}
		onclose={() => (editing = null)}
	/>{/if}
{#if editing === 'renew' && chosen.length}<RenewDialog
		ids={chosen.map((a) => a.id)}
		year={Number(chosen[0]?.from.slice(0, 4)) + 1}
		mayQuote={data.mayQuote}
		ondone={(words) => ([editing, picked, said] = [null, [], words])}
		onclose={() => (editing = null)}
	/>{/if}
