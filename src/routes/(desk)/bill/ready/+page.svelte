<script lang="ts">
	import { latestOf } from '$lib/client/shown.svelte';
	import { mailWords } from '$lib/core/words';
	import type { Input, Output } from '$lib/contract';
	import { untrack } from 'svelte';
	import { command } from '$lib/client/command';
	import { refresh } from '$lib/client/refresh';
	import { formatCents } from '$lib/core/money';
	import { grouped } from '$lib/core/lists';
	import Field from '$lib/ui/forms/Field.svelte';
	import Mark from '$lib/ui/shell/Mark.svelte';
	import Page from '$lib/ui/shell/Page.svelte';
	import { pagesOf } from '$lib/ui/shell/places';
	import { moneyColumn } from '$lib/ui/tables/columns';
	import DataTable from '$lib/ui/tables/DataTable.svelte';
	import type { Column } from '$lib/ui/tables/view';
	let { data: given } = $props();
	const data = $derived(latestOf(given));
	type Ready = (typeof data.ready)[number];
	type Day = Input<'invoices.billing-day'>;
	type Made = Output<'invoices.billing-day'>;
	const columns: Column<Ready>[] = [
		{ key: 'number', label: 'Job', value: (r) => r.number },
		{ key: 'name', label: 'Name', value: (r) => r.name, own: true },
		{ key: 'customer', label: 'Customer', value: (r) => r.customer, group: true },
		{ key: 'kind', label: 'Kind of work', value: (r) => r.kindOfWork, group: true },
		{ key: 'state', label: 'State', value: (r) => (r.doneAt ? 'finished' : 'under way'), own: true, group: true },
		moneyColumn('costs', 'Time and materials', (r) => r.toBill, { blank: true }),
		moneyColumn('left', 'Left of the contract', (r) => r.left, { blank: true }),
		{ key: 'bill', label: '', value: () => '', own: true }
	];
	let picked: string[] = $state([]);
	// What the day is done with begins as is usual; then it is what was chosen.
	let day = $state(
		untrack(() => ({
			by: 'job' as Day['by'],
			cutOff: data.today,
			grouping: 'each' as Day['grouping'],
			stageId: '',
			text: mailWords('en').invoice({ customer: '', number: '', company: data.from }).text
		}))
	);
	let problem = $state('');
	let busy = $state('');
	let made: Made['made'] = $state([]);
	let left: Made['left'] = $state([]);
	/** So many jobs at a time: nobody else waits long for the file, and the count goes on. */
	const AT_ONCE = 200;
	/** Jobs in pieces; those of one customer stay together where they share an invoice. */
	function pieces(): string[][] {
		const rows = data.ready.filter((r) => picked.includes(r.id));
		const groups =
			day.by === 'job' ? rows.map((r) => [r.id]) : [...grouped(rows, (r) => r.customerId).values()].map((g) => g.map((r) => r.id));
		const out: string[][] = [];
		for (const g of groups) {
			const last = out.at(-1);
			if (last && last.length + g.length <= AT_ONCE) last.push(...g);
			else out.push([...g]);
		}
		return out;
	}
	async function run(issue: boolean) {
		[made, left, problem] = [[], [], ''];
		const all = pieces();
		let n = 0;
		for (const jobIds of all) {
			busy = `${n} of ${picked.length}`;
			const r = await command('invoices.billing-day', { jobIds, ...day, stageId: day.stageId || null, issue }, { refresh: false });
			if (!r.ok) {
				problem = r.message;
				break;
			}
			n += jobIds.length;
			[made, left] = [
				[...made, ...r.result.made],
				[...left, ...r.result.left]
			];
		}
		busy = '';
		if (problem === '') picked = [];
		await refresh();
	}
	const drafts = $derived(made.filter((m) => m.number === null));
	async function issueAll() {
		busy = 'sending';
		const r = await command('invoices.issue-many', { invoiceIds: drafts.map((m) => m.invoiceId), text: day.text });
		busy = '';
		if (!r.ok) {
			problem = r.message;
			return;
		}
		const kept = new Set(r.result.left.map((l) => l.invoiceId));
		made = made.filter((m) => m.number !== null || kept.has(m.invoiceId));
		problem = r.result.left.map((l) => l.why).join(' ');
		done = `${r.result.issued} invoices issued and sent.`;
	}
	let done = $state('');
</script>

<Page title="Ready to bill" sub="Finished work first; pick what is billed today" pages={pagesOf('Bill')} current="/bill/ready">
	{#if problem}<p class="problem mb-2" role="alert">{problem}</p>{/if}
	{#if data.mayBill}<section class="sheet mb-3 grid items-end gap-3 p-3 lg:grid-cols-6" aria-label="Billing day">
			<Field label="One invoice for each"
				><select class="select" name="by" bind:value={day.by}
					><option value="job">job</option><option value="customer">customer</option></select
				></Field
			>
			<Field label="Costs up to and with"><input class="input" type="date" name="cut-off" bind:value={day.cutOff} /></Field>
			<Field label="Hours and materials"
				><select class="select" name="grouping" bind:value={day.grouping}
					><option value="each">each one</option><option value="day">a line a day</option><option value="one">one line</option></select
				></Field
			>
			<Field label="Then the jobs are"
				><select class="select" name="stage" bind:value={day.stageId}
					><option value="">where they are</option>{#each data.stages as s (s.id)}<option value={s.id}>{s.name}</option>{/each}</select
				></Field
			>
			<button class="btn" disabled={busy !== '' || picked.length === 0} onclick={() => run(false)}>Draft {picked.length || ''}</button>
			<button class="btn btn-primary" disabled={busy !== '' || picked.length === 0} onclick={() => run(true)}
				>Issue and send {picked.length || ''}</button
			>
			{#if busy}<p role="status" class="lg:col-span-6">Billing: {busy} …</p>{/if}
		</section>{/if}
	{#if made.length || left.length || done}<section class="sheet mb-3 p-3" aria-label="What was made">
			{#if done}<p role="status"><Mark kind="done" label={done} /></p>{/if}
			{#if made.length}<div class="flex items-center gap-3">
					<h2>{made.length} {made.length === 1 ? 'invoice' : 'invoices'}, {formatCents(made.reduce((a, m) => a + m.total, 0))}</h2>
					{#if drafts.length}<button class="btn btn-primary ml-auto" disabled={busy !== ''} onclick={issueAll}
							>Issue and send all {drafts.length}</button
						>{/if}
				</div>
				<table class="grid-table">
					<tbody
						>{#each made as m (m.invoiceId)}<tr
								><td><a class="link" href="/bill/invoices/{m.invoiceId}">{m.number ?? 'draft'}</a></td><td>{m.customer}</td><td
									>{m.jobs === 1 ? '' : `${m.jobs} jobs`}</td
								><td class="num">{formatCents(m.total)}</td><td
									>{#if m.number !== null && !m.sent}<Mark kind="need" label="has no mail address: send it by hand" />{/if}</td
								></tr
							>{/each}</tbody
					>
				</table>{/if}
			{#if left.length}<h2 class="mt-3">Not billed</h2>
				{#each left as l (l.jobId)}<p><a class="link" href="/jobs/{l.jobId}/bill">{l.name}</a> {l.why}</p>{/each}{/if}
		</section>{/if}
	<DataTable
		name="ready-to-bill"
		rows={data.ready}
		{columns}
		bind:picked
		href={(r) => `/jobs/${r.id}/bill`}
		empty="Everything is billed."
		filters={[
			{
				param: 'which',
				label: 'Which',
				value: data.which,
				choices: [
					['', 'All'],
					['finished', 'Finished'],
					['open', 'Under way'],
					['costs', 'With costs that wait']
				]
			},
			{ param: 'kind', label: 'Kind of work', value: data.kind, choices: [['', 'Every kind'], ...data.kinds.map((k) => [k, k] as const)] }
		]}
	>
		{#snippet cell(r, key)}
			{#if key === 'name'}<a class="link" href="/jobs/{r.id}">{r.name}</a>
			{:else if key === 'state'}<Mark kind={r.doneAt ? 'done' : 'half'} label={r.doneAt ? 'finished' : 'under way'} />
			{:else}<a class="btn" style="height: 26px; min-height: 26px" href="/jobs/{r.id}/bill" aria-label="Bill {r.name}">Bill</a>{/if}
		{/snippet}
	</DataTable>
</Page>
