<script lang="ts">
	import { goto } from '$app/navigation';
	import { page } from '$app/state';
	import Page from '$lib/ui/shell/Page.svelte';
	import { pagesOf } from '$lib/ui/shell/places';
	import { downloadCsv } from '$lib/ui/tables/download';
	let { data } = $props();
	const q = $derived(page.url.searchParams.get('q') ?? '');
	const rows = $derived(
		data.customers.filter((c) => `${c.name} ${c.mail} ${c.phone} ${c.address}`.toLowerCase().includes(q.toLowerCase()))
	);
</script>

<Page title="Customers" sub="{rows.length} of {data.customers.length}" pages={pagesOf('Win')} current="/win/customers">
	{#snippet actions()}<button
			class="btn"
			onclick={() =>
				downloadCsv(
					'customers.csv',
					['name', 'mail', 'phone', 'address'],
					rows.map((c) => [c.name, c.mail, c.phone, c.address])
				)}>Export</button
		>{/snippet}
	<input
		class="input mb-3 max-w-80"
		placeholder="Filter"
		aria-label="Filter"
		value={q}
		oninput={(e) => goto(`?q=${encodeURIComponent(e.currentTarget.value)}`, { replaceState: true, keepFocus: true, noScroll: true })}
	/>
	<div class="sheet overflow-x-auto">
		<table class="grid-table">
			<thead><tr><th>Name</th><th>Mail</th><th>Phone</th><th>Address</th><th class="num">Jobs</th></tr></thead>
			<tbody
				>{#each rows.slice(0, 500) as c (c.id)}<tr
						><td><a class="link" href="/win/customers/{c.id}">{c.name}</a></td><td>{c.mail}</td><td>{c.phone}</td><td>{c.address}</td><td
							class="num">{c.jobs}</td
						></tr
					>{:else}<tr><td colspan="5">No customer fits.</td></tr>{/each}</tbody
			>
		</table>
	</div>
</Page>
