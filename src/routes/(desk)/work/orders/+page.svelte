<script lang="ts">
	import { latestOf } from '$lib/client/shown.svelte';
	import { goto } from '$app/navigation';
	import { command } from '$lib/client/command';
	import Dialog from '$lib/ui/forms/Dialog.svelte';
	import Field from '$lib/ui/forms/Field.svelte';
	import Mark from '$lib/ui/shell/Mark.svelte';
	import Page from '$lib/ui/shell/Page.svelte';
	import { nearDay } from '$lib/ui/shell/dates';
	import { pagesOf } from '$lib/ui/shell/places';
	import { moneyColumn } from '$lib/ui/tables/columns';
	import DataTable from '$lib/ui/tables/DataTable.svelte';
	import type { Column } from '$lib/ui/tables/view';
	let { data: given } = $props();
	const data = $derived(latestOf(given));
	type Order = (typeof data.orders)[number];
	const MARKS = { draft: 'ring', sent: 'wait', closed: 'done', withdrawn: 'ring' } as const;
	const columns: Column<Order>[] = [
		{ key: 'number', label: 'Order', value: (o) => o.number, own: true },
		{ key: 'firm', label: 'Supplier', value: (o) => o.firm, group: true },
		{ key: 'jobs', label: 'For', value: (o) => o.jobs },
		{ key: 'wanted', label: 'Wanted by', value: (o) => o.wanted, own: true },
		{ key: 'came', label: 'Came', value: (o) => o.came, text: (o) => `${o.came} of ${o.lines} lines` },
		{ key: 'state', label: 'State', value: (o) => o.state, own: true, group: true },
		moneyColumn('amount', 'Amount', (o) => o.amount)
	];
	let beginning = $state(false);
	let firmId = $state('');
	let problem = $state('');
	async function begin() {
		const r = await command('buying.begin-order', { firmId });
		if (r.ok) await goto(`/work/orders/${r.result.orderId}`);
		else problem = r.message;
	}
	const late = (o: Order) => o.state === 'sent' && o.wanted !== null && o.wanted < data.today && o.came < o.lines;
</script>

<Page title="Orders" sub="What is bought, from whom, and what of it came" pages={pagesOf('Work')} current="/work/orders">
	{#snippet actions()}{#if data.mayChange}<button
				class="btn btn-primary"
				onclick={() => {
					[firmId, problem, beginning] = [data.suppliers[0]?.id ?? '', '', true];
				}}>New order</button
			>{/if}{/snippet}
	<DataTable
		name="orders"
		rows={data.orders}
		{columns}
		href={(o) => `/work/orders/${o.id}`}
		empty="No orders here. They begin on a job’s material list, or with “New order”."
		filters={[
			{
				param: 'which',
				label: 'Which',
				value: data.which,
				choices: [
					['open', 'Drafts and sent'],
					['draft', 'Drafts'],
					['sent', 'Sent'],
					['closed', 'Closed'],
					['withdrawn', 'Taken back']
				]
			}
		]}
	>
		{#snippet cell(o, key)}
			{#if key === 'number'}<a class="link figure" href="/work/orders/{o.id}">{o.number ?? 'draft'}</a>
			{:else if key === 'wanted'}{nearDay(o.wanted, data.today)}{#if late(o)}<span class="ml-1"><Mark kind="need" label="late" /></span
					>{/if}
			{:else}<Mark kind={MARKS[o.state]} label={o.state === 'withdrawn' ? 'taken back' : o.state} />{/if}
		{/snippet}
	</DataTable>
</Page>
<Dialog bind:open={beginning} title="New order" save="Begin it" onsave={begin} {problem}>
	<Field label="Supplier" hint="What is drafted for this supplier already is gone on with."
		><select class="select" name="firm" bind:value={firmId}
			>{#each data.suppliers as s (s.id)}<option value={s.id}>{s.name}</option>{/each}</select
		></Field
	>
</Dialog>
