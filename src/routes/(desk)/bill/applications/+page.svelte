<script lang="ts">
	import { latestOf } from '$lib/client/shown.svelte';
	import Mark from '$lib/ui/shell/Mark.svelte';
	import Page from '$lib/ui/shell/Page.svelte';
	import { showDay } from '$lib/ui/shell/dates';
	import { pagesOf } from '$lib/ui/shell/places';
	import { moneyColumn } from '$lib/ui/tables/columns';
	import DataTable from '$lib/ui/tables/DataTable.svelte';
	import type { Column } from '$lib/ui/tables/view';
	let { data: given } = $props();
	const data = $derived(latestOf(given));
	type Application = (typeof data.applications)[number];
	const MARKS = { draft: 'ring', sent: 'wait', certified: 'done', void: 'ring' } as const;
	const columns: Column<Application>[] = [
		{ key: 'number', label: 'Application', value: (a) => a.number, own: true },
		{ key: 'job', label: 'Job', value: (a) => a.job, group: true },
		{ key: 'customer', label: 'To', value: (a) => a.customer, group: true },
		{ key: 'period', label: 'Period to', value: (a) => a.periodEnd, text: (a) => showDay(a.periodEnd) },
		{ key: 'state', label: 'State', value: (a) => a.state, own: true, group: true },
		{ key: 'invoice', label: 'Invoice', value: (a) => a.invoice, own: true },
		moneyColumn('due', 'Due with it', (a) => a.due),
		moneyColumn('open', 'Open', (a) => a.open, { blank: true })
	];
</script>

<Page
	title="Pay applications"
	sub="Progress billing by the schedule of values, with retainage"
	pages={pagesOf('Bill')}
	current="/bill/applications"
>
	<DataTable
		name="pay-applications"
		rows={data.applications}
		{columns}
		href={(a) => `/bill/applications/${a.id}`}
		empty="None yet. The first is begun on a job’s Billing page."
	>
		{#snippet cell(a, key)}
			{#if key === 'number'}<a class="link" href="/bill/applications/{a.id}">No. {a.number}</a>
			{:else if key === 'state'}<Mark kind={MARKS[a.state]} label={a.state} />
			{:else if a.invoiceId}<a class="link figure" href="/bill/invoices/{a.invoiceId}">{a.invoice}</a>{/if}
		{/snippet}
	</DataTable>
</Page>
