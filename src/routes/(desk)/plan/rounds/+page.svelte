<script lang="ts">
	import { latestOf } from '$lib/client/shown.svelte';
	import { goto } from '$app/navigation';
	import { command } from '$lib/client/command';
	import { formatCents, formatQuantity } from '$lib/core/money';
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
	let { data: given } = $props();
	const data = $derived(latestOf(given));
	let picked: ReadonlySet<string> = $state(new Set());
	let drawing = $state(false);
	let only = $state<'all' | 'unplanned' | 'planned'>('all');
	let text = $state('');
	let editing = $state<'service' | 'new service' | 'agreement' | null>(null);
	let changing = $state<string | null>(null);
	let said = $state('');
	const shown = $derived(
		data.agreements.filter(
			(a) =>
				(only === 'all' || (only === 'planned') === a.planned > 0) &&
				text
					.toLowerCase()
					.split(/\s+/)
					.every((w) => `${a.customer} ${a.address} ${a.number}`.toLowerCase().includes(w))
		)
	);
	// What is picked and filtered away is not planned.
	const chosen = $derived(shown.filter((a) => picked.has(a.id)));
	const nowhere = $derived(shown.filter((a) => a.lat === null).length);
	const pick = (ids: string[], on = !ids.every((id) => picked.has(id))) => (picked = toggled(picked, ids, on));
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
				onchange={(e) => goto(`?service=${e.currentTarget.value}`)}
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
				placeholder="Customer, address, number"
				aria-label="Filter the agreements"
				bind:value={text}
			/>
			<select class="select" style="width: 160px" aria-label="Planned or not" bind:value={only}
				><option value="all">all</option><option value="unplanned">not planned</option><option value="planned">planned</option></select
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
					{picked}
					{drawing}
					tiles={data.tiles}
					onpick={pick}
					ondrawn={() => (drawing = false)}
				/>
				<p class="quiet">
					● planned · ○ not planned · ringed: picked{nowhere > 0 ? ` · ${nowhere} without a place on the map, only in the list` : ''}
				</p>
			</div>
			{#if data.mayPlan}<PlanPanel
					chosen={chosen.map((a) => a.id)}
					service={data.service}
					crews={data.crews}
					today={data.today}
					onplanned={(n) => {
						picked = new Set();
						said = `${n} visits planned. Take it back below if that was not meant.`;
					}}
				/>{/if}
		</div>
		<div class="sheet mt-4 overflow-x-auto">
			<table class="grid-table" aria-label="Agreements">
				<thead
					><tr
						><th
							><input
								type="checkbox"
								class="checkbox checkbox-sm"
								aria-label="Pick all that are shown"
								checked={shown.length > 0 && shown.every((a) => picked.has(a.id))}
								onchange={(e) =>
									pick(
										shown.map((a) => a.id),
										e.currentTarget.checked
									)}
							/></th
						><th>Number</th><th>Site</th><th>Customer</th><th class="num">Sold</th><th class="num">Planned</th><th class="num">Done</th><th
							>Next</th
						><th>Crew</th><th class="num">Hours</th><th class="num">Price</th><th></th></tr
					></thead
				>
				<tbody
					>{#each shown as a (a.id)}<tr
							><td
								><input
									type="checkbox"
									class="checkbox checkbox-sm"
									aria-label="Pick {a.address}"
									checked={picked.has(a.id)}
									onchange={() => pick([a.id])}
								/></td
							><td class="figure">{a.number}</td><td><Go right="jobs.see" class="link" href="/jobs/{a.jobId}">{a.address}</Go></td><td
								><Go right="customers.see" class="link" href="/win/customers/{a.customerId}">{a.customer}</Go></td
							><td class="num">{a.sold}</td><td class="num"
								>{#if a.planned > 0 && a.planned !== a.sold}<Mark kind="need" />{/if}
								{a.planned || '–'}</td
							><td class="num">{a.done || '–'}</td><td>{a.next ? showDay(a.next) : ''}</td><td>{a.crew ?? ''}</td><td class="num"
								>{formatQuantity(a.hours)}</td
							><td class="num">{a.price === null ? '' : formatCents(a.price)}</td><td
								>{#if data.mayChange}<button class="link" onclick={() => (changing = a.id)}
										>Change<span class="sr-only"> {a.address}</span></button
									>{/if}</td
							></tr
						>{:else}<tr><td colspan="12" class="quiet">No agreement here. Make the first with “New agreement”.</td></tr>{/each}</tbody
				>
			</table>
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
