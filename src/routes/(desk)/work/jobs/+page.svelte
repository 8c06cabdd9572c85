<script lang="ts">
	import { page } from '$app/state';
	import { command } from '$lib/client/command';
	import { latestOf } from '$lib/client/shown.svelte';
	import { isLooked, JOB_LOOKS, type JobLook } from '$lib/core/sales';
	import { formatCents, formatQuantity } from '$lib/core/money';
	import Waterline from '$lib/ui/money/Waterline.svelte';
	import Mark from '$lib/ui/shell/Mark.svelte';
	import Page from '$lib/ui/shell/Page.svelte';
	import { nearDay, showDay } from '$lib/ui/shell/dates';
	import { pagesOf } from '$lib/ui/shell/places';
	import { moneyColumn, quantityColumn } from '$lib/ui/tables/columns';
	import SavedViews from '$lib/ui/tables/SavedViews.svelte';
	import DataTable from '$lib/ui/tables/DataTable.svelte';
	import type { Column } from '$lib/ui/tables/view';
	let { data: given } = $props();
	const data = $derived(latestOf(given));
	type Job = (typeof data.jobs)[number];
	const marks = {
		ready: 'ring',
		'under way': 'half',
		finished: 'done',
		closed: 'done',
		won: 'ring',
		bidding: 'ring',
		lost: 'ring'
	} as const;
	/** The stages in the order a job goes through them. */
	const PLACES_OF: readonly string[] = ['bidding', 'won', 'ready', 'under way', 'finished', 'closed', 'lost'];
	const hours = (n: number) => formatQuantity(Math.round(n / 1000) * 1000);
	const NAMES: Readonly<Record<JobLook, string>> = { over: 'Over its hours', unbilled: 'Costs not billed', unplanned: 'Nothing planned' };
	const looks = $derived(JOB_LOOKS.filter((l) => l !== 'unbilled' || data.mayMoney));
	const look = $derived(looks.find((l) => l === page.url.searchParams.get('look')) ?? '');
	const shown = $derived(look === '' ? data.jobs : data.jobs.filter((j) => isLooked(look, j)));
	let picked: string[] = $state([]);
	let said = $state('');
	/** Changes those that are picked and still shown: what was filtered away is not meant. */
	async function change(what: { stageId?: string; personId?: string }, select: HTMLSelectElement) {
		if (!(what.stageId || what.personId)) return;
		const jobIds = shown.filter((j) => picked.includes(j.id)).map((j) => j.id);
		select.value = '';
		if (jobIds.length === 0) return;
		const r = await command('jobs.change-many', { jobIds, ...what });
		said = r.ok ? `${r.result.changed} job${r.result.changed === 1 ? '' : 's'} changed.` : r.message;
		if (r.ok) picked = [];
	}
	const columns: Column<Job>[] = $derived([
		{ key: 'number', label: 'Job', value: (j) => j.number },
		{ key: 'name', label: 'Name', value: (j) => j.name, own: true },
		{ key: 'customer', label: 'Customer', value: (j) => j.customer, group: true },
		{ key: 'kind', label: 'Kind of work', value: (j) => j.kindOfWork, extra: true, group: true },
		{
			key: 'stage',
			label: 'Stage',
			value: (j) => j.stage,
			rank: (j) => PLACES_OF.indexOf(j.meaning),
			own: true,
			group: true
		},
		moneyColumn('contract', 'Contract', (j) => j.contract || null, { none: 'time and materials' }),
		moneyColumn('sold', 'Cost sold', (j) => j.sold, { extra: true }),
		moneyColumn('used', 'Cost used', (j) => j.used),
		{ key: 'share', label: 'Used against sold', value: (j) => (j.sold ? j.used / j.sold : null), own: true, width: '15%' },
		...(data.mayMoney ? [moneyColumn<Job>('billed', 'Billed', (j) => j.billed ?? 0)] : []),
		...(data.mayMoney ? [moneyColumn<Job>('toBill', 'Costs not billed', (j) => j.toBill ?? 0, { blank: true, extra: true })] : []),
		{ key: 'person', label: 'In charge', value: (j) => j.person, extra: true, group: true },
		{ key: 'branch', label: 'Branch', value: (j) => j.branch, extra: true, group: true },
		{
			key: 'next',
			label: 'Next planned',
			value: (j) => j.nextDay,
			text: (j) => (j.nextDay ? nearDay(j.nextDay, data.today) : ''),
			extra: true
		},
		{ key: 'last', label: 'Last planned', value: (j) => j.lastDay, text: (j) => showDay(j.lastDay), extra: true },
		quantityColumn('hoursSold', 'Hours sold', (j) => j.hoursSold, hours, { extra: true }),
		quantityColumn('hoursUsed', 'Hours used', (j) => j.hoursUsed, hours, { extra: true })
	]);
</script>

<Page
	title="Jobs"
	sub={data.mayMoney ? 'What is won, with what it cost and what is billed' : 'What is won, with what it cost'}
	pages={pagesOf('Work')}
	current="/work/jobs"
>
	<SavedViews of="jobs" views={data.views} />
	{#if said}<p class="mb-2" role="status">{said}</p>{/if}
	<DataTable
		name="jobs"
		rows={shown}
		bind:picked={
			() => (data.mayChange ? picked : undefined),
			(now) => {
				picked = now ?? [];
			}
		}
		{columns}
		href={(j) => `/jobs/${j.id}`}
		search="server"
		placeholder="Name, customer or number"
		empty="No job fits. Jobs get here when their quote is accepted."
		filters={[
			{
				param: 'stage',
				label: 'Stage',
				value: data.stage,
				choices: [
					['', 'All'],
					['ready', 'Ready'],
					['under way', 'Under way'],
					['finished', 'Finished'],
					['closed', 'Closed']
				]
			},
			{ param: 'look', label: 'Look at', value: look, choices: [['', 'All of them'], ...looks.map((l) => [l, NAMES[l]] as const)] }
		]}
	>
		{#snippet tools()}{#if data.mayChange && picked.length}<select
					class="select pick"
					aria-label="Stage of those picked"
					onchange={(e) => change({ stageId: e.currentTarget.value }, e.currentTarget)}
					><option value="">{picked.length} to stage …</option>{#each data.stages as s (s.id)}<option value={s.id}>{s.name}</option
						>{/each}</select
				><select
					class="select pick"
					aria-label="In charge of those picked"
					onchange={(e) => change({ personId: e.currentTarget.value }, e.currentTarget)}
					><option value="">{picked.length} in charge of …</option>{#each data.staff as p (p.id)}<option value={p.id}>{p.name}</option
						>{/each}</select
				>{/if}{/snippet}
		{#snippet cell(j, key)}
			{#if key === 'name'}<a class="link" href="/jobs/{j.id}">{j.name}</a>
			{:else if key === 'stage'}<Mark kind={marks[j.meaning]} label={j.stage} />
			{:else if j.sold}<Waterline
					kind="used"
					cost={Math.min(j.used, j.sold)}
					breakEven={j.sold}
					price={j.used}
					words={['', '', '']}
					height={10}
					label="{formatCents(j.used)} of {formatCents(j.sold)}"
				/>{/if}
		{/snippet}
	</DataTable>
</Page>

<style>
	.pick {
		width: auto;
		max-width: 190px;
		padding-right: 1.9rem;
	}
</style>
