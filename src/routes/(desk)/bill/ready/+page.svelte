<script lang="ts">
	import { formatCents } from '$lib/core/money';
	import Mark from '$lib/ui/shell/Mark.svelte';
	import Page from '$lib/ui/shell/Page.svelte';
	import { pagesOf } from '$lib/ui/shell/places';
	import DataTable from '$lib/ui/tables/DataTable.svelte';
	import type { Column } from '$lib/ui/tables/view';
	let { data } = $props();
	type Ready = (typeof data.ready)[number];
	const columns: Column<Ready>[] = [
		{ key: 'number', label: 'Job', value: (r) => r.number },
		{ key: 'name', label: 'Name', value: (r) => r.name, own: true },
		{ key: 'customer', label: 'Customer', value: (r) => r.customer },
		{ key: 'state', label: 'State', value: (r) => (r.doneAt ? 'finished' : 'under way'), own: true },
		{
			key: 'costs',
			label: 'Time and materials',
			value: (r) => r.toBill / 100,
			text: (r) => (r.toBill ? formatCents(r.toBill) : ''),
			num: true
		},
		{ key: 'left', label: 'Left of the contract', value: (r) => r.left / 100, text: (r) => (r.left ? formatCents(r.left) : ''), num: true },
		{ key: 'bill', label: '', value: () => '', own: true }
	];
</script>

<Page title="Ready to bill" sub="Finished work first" pages={pagesOf('Bill')} current="/bill/ready">
	<DataTable name="ready-to-bill" rows={data.ready} {columns} href={(r) => `/jobs/${r.id}/bill`} empty="Everything is billed.">
		{#snippet cell(r, key)}
			{#if key === 'name'}<a class="link" href="/jobs/{r.id}">{r.name}</a>
			{:else if key === 'state'}<Mark kind={r.doneAt ? 'done' : 'half'} label={r.doneAt ? 'finished' : 'under way'} />
			{:else}<a class="btn" style="height: 26px; min-height: 26px" href="/jobs/{r.id}/bill" aria-label="Bill {r.name}">Bill</a>{/if}
		{/snippet}
	</DataTable>
</Page>
