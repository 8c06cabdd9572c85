<script lang="ts">
	import { latestOf } from '$lib/client/shown.svelte';
	import { formatCents } from '$lib/core/money';
	import Waterline from '$lib/ui/money/Waterline.svelte';
	import Mark from '$lib/ui/shell/Mark.svelte';
	import Page from '$lib/ui/shell/Page.svelte';
	import { pagesOf } from '$lib/ui/shell/places';
	import { moneyColumn } from '$lib/ui/tables/columns';
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
		...(data.mayMoney ? [moneyColumn<Job>('billed', 'Billed', (j) => j.billed ?? 0)] : [])
	]);
</script>

<Page
	title="Jobs"
	sub={data.mayMoney ? 'What is won, with what it cost and what is billed' : 'What is won, with what it cost'}
	pages={pagesOf('Work')}
	current="/work/jobs"
>
	<DataTable
		name="jobs"
		rows={data.jobs}
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
			}
		]}
	>
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
