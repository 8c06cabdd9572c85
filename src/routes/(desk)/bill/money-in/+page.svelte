<script lang="ts">
	import { formatCents } from '$lib/core/money';
	import Page from '$lib/ui/shell/Page.svelte';
	import { showDay } from '$lib/ui/shell/dates';
	import { pagesOf } from '$lib/ui/shell/places';
	import { downloadCsv } from '$lib/ui/tables/download';
	let { data } = $props();
</script>

<Page title="Money in" sub="{data.payments.length} payments" pages={pagesOf('Bill')} current="/bill/money-in">
	{#snippet actions()}<button
			class="btn"
			onclick={() =>
				downloadCsv(
					'money-in.csv',
					['day', 'customer', 'by', 'amount'],
					data.payments.map((p) => [p.day, p.customer, p.method, p.amount / 100])
				)}>Export</button
		>{/snippet}
	<div class="sheet overflow-x-auto">
		<table class="grid-table">
			<thead
				><tr><th>Day</th><th>Customer</th><th>By</th><th>Reference</th><th class="num">Amount</th><th class="num">Credit left</th></tr
				></thead
			><tbody
				>{#each data.payments as p (p.id)}<tr
						><td>{showDay(p.day)}</td><td><a class="link" href="/win/customers/{p.customerId}">{p.customer}</a></td><td>{p.method}</td><td
							>{p.reference}</td
						><td class="num">{formatCents(p.amount)}</td><td class="num">{p.amount - p.used ? formatCents(p.amount - p.used) : ''}</td></tr
					>{:else}<tr><td colspan="6">No money has come in yet.</td></tr>{/each}</tbody
			>
		</table>
	</div>
</Page>
