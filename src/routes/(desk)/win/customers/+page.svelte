<script lang="ts">
	import Page from '$lib/ui/shell/Page.svelte';
	import { pagesOf } from '$lib/ui/shell/places';
	import DataTable from '$lib/ui/tables/DataTable.svelte';
	import type { Column } from '$lib/ui/tables/view';
	let { data } = $props();
	const columns: Column<(typeof data.customers)[number]>[] = [
		{ key: 'name', label: 'Name', value: (c) => c.name, own: true },
		{ key: 'kind', label: 'Kind', value: (c) => c.kind, extra: true },
		{ key: 'mail', label: 'Mail', value: (c) => c.mail },
		{ key: 'phone', label: 'Phone', value: (c) => c.phone },
		{ key: 'address', label: 'Address', value: (c) => c.address },
		{ key: 'jobs', label: 'Jobs', value: (c) => c.jobs, num: true }
	];
</script>

<Page title="Customers" sub="Who pays: people and organisations" pages={pagesOf('Win')} current="/win/customers">
	<DataTable
		name="customers"
		rows={data.customers}
		{columns}
		href={(c) => `/win/customers/${c.id}`}
		placeholder="Name, mail, phone, address"
		empty="No customer fits."
	>
		{#snippet cell(c)}<a class="link" href="/win/customers/{c.id}">{c.name}</a>{/snippet}
	</DataTable>
</Page>
