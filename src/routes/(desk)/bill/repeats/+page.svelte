<script lang="ts">
	import { latestOf } from '$lib/client/shown.svelte';
	import { command } from '$lib/client/command';
	import { repeatWords } from '$lib/core/repeats';
	import RepeatInvoiceDialog from '$lib/ui/money/RepeatInvoiceDialog.svelte';
	import Mark from '$lib/ui/shell/Mark.svelte';
	import Page from '$lib/ui/shell/Page.svelte';
	import { pagesOf } from '$lib/ui/shell/places';
	import { moneyColumn } from '$lib/ui/tables/columns';
	import DataTable from '$lib/ui/tables/DataTable.svelte';
	import type { Column } from '$lib/ui/tables/view';
	let { data: given } = $props();
	const data = $derived(latestOf(given));
	type Rule = (typeof data.rules)[number];
	let editing: string | null = $state(null);
	let problem = $state('');
	const columns: Column<Rule>[] = [
		{ key: 'name', label: 'Invoice', value: (r) => r.name },
		{ key: 'customer', label: 'Customer', value: (r) => r.customer, group: true },
		{ key: 'job', label: 'Job', value: (r) => r.job, own: true },
		{ key: 'rule', label: 'Comes', value: (r) => repeatWords(r.rule), group: true },
		{ key: 'send', label: 'Then', value: (r) => (r.send ? 'is sent' : 'waits as a draft') },
		moneyColumn('amount', 'Net', (r) => r.amount),
		{ key: 'state', label: '', value: (r) => (r.paused ? 'paused' : ''), own: true }
	];
	async function pause(r: Rule) {
		const done = await command('invoices.pause-repeat', { ruleId: r.id, paused: !r.paused, version: r.version });
		problem = done.ok ? '' : done.message;
	}
</script>

<Page title="Repeat invoices" sub="What is billed again and again, each time once" pages={pagesOf('Bill')} current="/bill/repeats">
	{#snippet actions()}{#if data.mayChange}<button
				class="btn btn-primary"
				disabled={data.jobs.length === 0}
				onclick={() => (editing = 'new')}>New repeat invoice</button
			>{/if}{/snippet}
	{#if problem}<p class="problem mb-2" role="alert">{problem}</p>{/if}
	<DataTable name="repeat-invoices" rows={data.rules} {columns} quiet={(r) => r.paused} empty="Nothing is billed again by itself yet.">
		{#snippet cell(r, key)}
			{#if key === 'job'}<a class="link" href="/jobs/{r.jobId}/bill">{r.job}</a>
			{:else}{#if r.paused}<Mark kind="ring" label="paused" />{/if}{#if data.mayChange}<button
						class="link ml-2"
						onclick={() => (editing = r.id)}>Change<span class="sr-only"> {r.name}</span></button
					><button class="link ml-3" onclick={() => pause(r)}>{r.paused ? 'Go on' : 'Pause'}<span class="sr-only"> {r.name}</span></button
					>{/if}{/if}
		{/snippet}
	</DataTable>
</Page>
{#if editing !== null}{#key editing}<RepeatInvoiceDialog
			rule={data.rules.find((r) => r.id === editing) ?? null}
			jobs={data.jobs}
			taxCodes={data.taxCodes}
			today={data.today}
			onclose={() => (editing = null)}
		/>{/key}{/if}
