<script lang="ts">
	import { latestOf } from '$lib/client/shown.svelte';
	import Mark from '$lib/ui/shell/Mark.svelte';
	import Page from '$lib/ui/shell/Page.svelte';
	import { showDay, showInstant } from '$lib/ui/shell/dates';
	import { pagesOf } from '$lib/ui/shell/places';
	import { moneyColumn } from '$lib/ui/tables/columns';
	import DataTable from '$lib/ui/tables/DataTable.svelte';
	import type { Column } from '$lib/ui/tables/view';
	let { data: given } = $props();
	const data = $derived(latestOf(given));
	type Quote = (typeof data.quotes)[number];
	const marks = { open: 'wait', accepted: 'done', declined: 'need', replaced: 'ring', withdrawn: 'ring' } as const;
	const columns: Column<Quote>[] = [
		{ key: 'quote', label: 'Quote', value: (q) => `${q.number}-${q.revision}` },
		{ key: 'job', label: 'Job', value: (q) => q.name, own: true },
		{ key: 'customer', label: 'Customer', value: (q) => q.customer, group: true },
		moneyColumn('total', 'Total', (q) => q.total),
		{ key: 'state', label: 'State', value: (q) => q.state, own: true, group: true },
		{ key: 'seen', label: 'Seen', value: (q) => q.seen || null, num: true },
		{ key: 'last', label: 'Last seen', value: (q) => q.lastSeen, text: (q) => showInstant(q.lastSeen, data.company.zone) },
		{ key: 'issued', label: 'Issued', value: (q) => q.issuedAt, text: (q) => showInstant(q.issuedAt, data.company.zone), extra: true },
		{ key: 'valid', label: 'Valid until', value: (q) => q.validUntil, text: (q) => showDay(q.validUntil) }
	];
</script>

<Page title="Quotes" sub="Every revision that went out, newest first" pages={pagesOf('Win')} current="/win/quotes">
	<DataTable
		name="quotes"
		rows={data.quotes}
		{columns}
		href={(q) => `/jobs/${q.jobId}`}
		empty="No quotes here. They are issued from the estimate of a job."
		quiet={(q) => q.state === 'replaced' || q.state === 'withdrawn'}
		filters={[
			{
				param: 'state',
				label: 'State',
				value: data.state,
				choices: [
					['', 'All'],
					['open', 'Open'],
					['accepted', 'Accepted'],
					['declined', 'Declined'],
					['replaced', 'Replaced']
				]
			}
		]}
	>
		{#snippet cell(q, key)}
			{#if key === 'job'}<a class="link" href="/jobs/{q.jobId}">{q.name}</a>
			{:else}<Mark kind={marks[q.state]} label={q.state} />{/if}
		{/snippet}
	</DataTable>
</Page>
