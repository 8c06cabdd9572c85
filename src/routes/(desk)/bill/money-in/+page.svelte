<script lang="ts">
	import { latestOf } from '$lib/client/shown.svelte';
	import { formatCents } from '$lib/core/money';
	import Page from '$lib/ui/shell/Page.svelte';
	import { showDay } from '$lib/ui/shell/dates';
	import { pagesOf } from '$lib/ui/shell/places';
	import DataTable from '$lib/ui/tables/DataTable.svelte';
	import type { Column } from '$lib/ui/tables/view';
	let { data: given } = $props();
	const data = $derived(latestOf(given));
	const columns: Column<(typeof data.payments)[number]>[] = [
		{ key: 'day', label: 'Day', value: (p) => p.day, text: (p) => showDay(p.day) },
		{ key: 'customer', label: 'Customer', value: (p) => p.customer, own: true },
		{ key: 'by', label: 'By', value: (p) => (p.amount < 0 ? `${p.method}, came back` : p.method) },
		{ key: 'reference', label: 'Reference', value: (p) => p.reference },
		{ key: 'amount', label: 'Amount', value: (p) => p.amount / 100, text: (p) => formatCents(p.amount), num: true },
		{
			key: 'credit',
			label: 'Credit left',
			value: (p) => (p.amount - p.used ? (p.amount - p.used) / 100 : null),
			text: (p) => (p.amount - p.used ? formatCents(p.amount - p.used) : ''),
			num: true
		}
	];
</script>

<Page title="Money in" sub="Payments, newest first" pages={pagesOf('Bill')} current="/bill/money-in">
	<DataTable name="money-in" rows={data.payments} {columns} empty="No money has come in yet.">
		{#snippet cell(p)}<a class="link" href="/win/customers/{p.customerId}">{p.customer}</a>{/snippet}
	</DataTable>
</Page>
