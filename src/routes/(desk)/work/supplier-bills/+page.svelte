<script lang="ts">
	import { latestOf } from '$lib/client/shown.svelte';
	import { command } from '$lib/client/command';
	import { formatCents, formatPercent, parseCents, parsePercent, toTyped } from '$lib/core/money';
	import Dialog from '$lib/ui/forms/Dialog.svelte';
	import Field from '$lib/ui/forms/Field.svelte';
	import { readAt, readForm } from '$lib/ui/forms/typed';
	import Mark from '$lib/ui/shell/Mark.svelte';
	import Page from '$lib/ui/shell/Page.svelte';
	import { nearDay, showDay } from '$lib/ui/shell/dates';
	import { pagesOf } from '$lib/ui/shell/places';
	import { moneyColumn } from '$lib/ui/tables/columns';
	import DataTable from '$lib/ui/tables/DataTable.svelte';
	import type { Column } from '$lib/ui/tables/view';
	let { data: given } = $props();
	const data = $derived(latestOf(given));
	type Bill = (typeof data.bills)[number];
	const open = $derived(data.bills.reduce((a, b) => a + b.total, 0));
	const columns: Column<Bill>[] = [
		{ key: 'number', label: 'Bill', value: (b) => b.number, own: true },
		{ key: 'firm', label: 'From', value: (b) => b.firm, group: true },
		{ key: 'day', label: 'Day', value: (b) => b.day, text: (b) => showDay(b.day) },
		{ key: 'due', label: 'Due', value: (b) => b.due, own: true },
		moneyColumn('total', 'Total', (b) => b.total),
		{ key: 'pay', label: '', value: () => '', own: true }
	];
	let problem = $state('');
	let field = $state('');
	async function pay(b: Bill) {
		const r = await command('buying.pay-bill', { billId: b.id, day: b.paidOn === null ? data.today : null, version: b.version });
		problem = r.ok ? '' : r.message;
	}
	let setting = $state(false);
	let typed = $state({ amount: '', percent: '' });
	async function saveTolerance() {
		const read = readForm(() => ({
			amount: readAt('amount', () => parseCents(typed.amount)),
			percent: readAt('percent', () => parsePercent(typed.percent))
		}));
		if (!read.ok) {
			[problem, field] = [read.message, read.field];
			return;
		}
		const r = await command('company.bill-tolerance', read.value);
		if (r.ok) [setting, problem, field] = [false, '', ''];
		else [problem, field] = [r.message, r.field ?? ''];
	}
</script>

<Page
	title="Suppliers’ bills"
	sub={data.which === 'open' ? `${formatCents(open)} to pay` : 'What suppliers and subcontractors asked for'}
	pages={pagesOf('Work')}
	current="/work/supplier-bills"
>
	{#snippet actions()}{#if data.maySet}<button
				class="btn"
				onclick={() => {
					typed = { amount: toTyped(data.tolerance.amount, 2, 2), percent: formatPercent(data.tolerance.percent) };
					[setting, problem, field] = [true, '', ''];
				}}>Tolerance</button
			>{/if}{#if data.mayChange}<a class="btn btn-primary" href="/work/supplier-bills/new">Enter a bill</a>{/if}{/snippet}
	{#if problem && !setting}<p class="problem mb-2" role="alert">{problem}</p>{/if}
	<DataTable
		name="suppliers-bills"
		rows={data.bills}
		{columns}
		href={(b) => `/work/supplier-bills/${b.id}`}
		empty="No bills here."
		filters={[
			{
				param: 'which',
				label: 'Which',
				value: data.which,
				choices: [
					['open', 'To pay'],
					['paid', 'Paid'],
					['taken back', 'Taken back']
				]
			}
		]}
	>
		{#snippet cell(b, key)}
			{#if key === 'number'}<a class="link figure" href="/work/supplier-bills/{b.id}">{b.number}</a>
			{:else if key === 'due'}{nearDay(b.due, data.today)}{#if b.paidOn === null && b.due < data.today}<span class="ml-1"
						><Mark kind="need" label="overdue" /></span
					>{/if}{#if b.paidOn === null && b.earlyUntil && b.earlyUntil >= data.today}<span class="quiet ml-1"
						>{formatCents(b.earlyDiscount)} less until {nearDay(b.earlyUntil, data.today)}</span
					>{/if}
			{:else if data.mayChange && data.which !== 'taken back'}<button class="link" onclick={() => pay(b)}
					>{b.paidOn === null ? 'Paid today' : 'Not paid after all'}<span class="sr-only">: bill {b.number}</span></button
				>{/if}
		{/snippet}
	</DataTable>
</Page>
<Dialog bind:open={setting} title="How far a bill may differ" onsave={saveTolerance} {problem}>
	<p>A line agrees with its order when it is within the larger of the two of what came, at the price ordered.</p>
	<div class="grid grid-cols-2 gap-3">
		<Field label="Amount" problem={field === 'amount' ? problem : ''}><input class="input" name="amount" bind:value={typed.amount} /></Field
		>
		<Field label="Percent" problem={field === 'percent' ? problem : ''}
			><input class="input" name="percent" bind:value={typed.percent} /></Field
		>
	</div>
</Dialog>
