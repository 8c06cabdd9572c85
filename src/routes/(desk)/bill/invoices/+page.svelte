<script lang="ts">
	import { latestOf } from '$lib/client/shown.svelte';
	import { AGES } from '$lib/core/receivables';
	import { formatCents } from '$lib/core/money';
	import Sums from '$lib/ui/money/Sums.svelte';
	import Mark from '$lib/ui/shell/Mark.svelte';
	import Page from '$lib/ui/shell/Page.svelte';
	import { nearDay, showDay } from '$lib/ui/shell/dates';
	import { pagesOf } from '$lib/ui/shell/places';
	import { moneyColumn } from '$lib/ui/tables/columns';
	import DataTable from '$lib/ui/tables/DataTable.svelte';
	import type { Column } from '$lib/ui/tables/view';
	let { data: given } = $props();
	const data = $derived(latestOf(given));
	type Invoice = (typeof data.invoices)[number];
	const marks = { draft: 'ring', issued: 'wait', 'part paid': 'half', paid: 'done', void: 'ring' } as const;
	const isOpen = (i: Invoice) => i.state === 'issued' || i.state === 'part paid';
	const columns: Column<Invoice>[] = [
		{ key: 'number', label: 'Invoice', value: (i) => i.number, own: true },
		{ key: 'customer', label: 'Customer', value: (i) => i.customer, group: true },
		{ key: 'job', label: 'Job', value: (i) => i.job, group: true },
		{ key: 'what', label: 'What', value: (i) => i.title },
		{ key: 'day', label: 'Issued', value: (i) => i.day, text: (i) => showDay(i.day), extra: true },
		{ key: 'due', label: 'Due', value: (i) => i.due, own: true },
		{ key: 'promise', label: 'Promised for', value: (i) => i.promise, text: (i) => showDay(i.promise), extra: true },
		{ key: 'state', label: 'State', value: (i) => i.state, own: true, group: true },
		moneyColumn('total', 'Total', (i) => i.total),
		moneyColumn('open', 'Open', (i) => (isOpen(i) ? i.total - i.paid : null))
	];
</script>

<Page
	title="Invoices"
	sub="{formatCents(data.aging.open)} open{data.aging.credit > 0 ? `, ${formatCents(data.aging.credit)} credit beside it` : ''}"
	pages={pagesOf('Bill')}
	current="/bill/invoices"
>
	<Sums
		sums={[
			...AGES.map((a) => [a === 'not due' ? 'not due' : `${a} days late`, formatCents(data.aging[a])] as const),
			['credit', formatCents(data.aging.credit)]
		]}
	/>
	<DataTable
		name="invoices"
		rows={data.invoices}
		{columns}
		href={(i) => `/bill/invoices/${i.id}`}
		empty="No invoices here."
		filters={[
			{
				param: 'which',
				label: 'Which',
				value: data.which,
				choices: [
					['open', 'Open'],
					['overdue', 'Overdue'],
					['draft', 'Drafts'],
					['all', 'All']
				]
			}
		]}
	>
		{#snippet cell(i, key)}
			{#if key === 'number'}<a class="link figure" href="/bill/invoices/{i.id}">{i.number ?? 'draft'}</a>
			{:else if key === 'state'}<Mark kind={marks[i.state]} label={i.state} />
			{:else}{nearDay(i.due, data.today)}{#if i.due && i.due < data.today && isOpen(i)}
					<span class="ml-1"><Mark kind="need" /></span>{/if}{#if i.promise}<span class="quiet ml-1"
						>promised {nearDay(i.promise, data.today)}</span
					>{/if}{/if}
		{/snippet}
	</DataTable>
</Page>
