<script lang="ts">
	import { latestOf } from '$lib/client/shown.svelte';
	import Page from '$lib/ui/shell/Page.svelte';
	import { showDay } from '$lib/ui/shell/dates';
	import { pagesOf } from '$lib/ui/shell/places';
	import { moneyColumn } from '$lib/ui/tables/columns';
	import DataTable from '$lib/ui/tables/DataTable.svelte';
	import type { Column } from '$lib/ui/tables/view';
	let { data: given } = $props();
	const data = $derived(latestOf(given));
	const columns: Column<(typeof data.payments)[number]>[] = [
		{ key: 'day', label: 'Day', value: (p) => p.day, text: (p) => showDay(p.day) },
		{ key: 'customer', label: 'Customer', value: (p) => p.customer, own: true, group: true },
		{ key: 'by', label: 'By', value: (p) => (p.amount < 0 ? `${p.method}, came back` : p.method), group: true },
		{ key: 'reference', label: 'Reference', value: (p) => p.reference },
		moneyColumn('amount', 'Amount', (p) => p.amount),
		moneyColumn('credit', 'Credit left', (p) => p.amount - p.used, { blank: true })
	];
</script>

<Page title="Money in" sub="Payments, newest first" pages={pagesOf('Bill')} current="/bill/money-in">
	<DataTable name="money-in" rows={data.payments} {columns} empty="No money has come in yet.">
		{#snippet cell(p)}<a class="link" href="/win/customers/{p.customerId}">{p.customer}</a>{/snippet}
	</DataTable>
</Page>
