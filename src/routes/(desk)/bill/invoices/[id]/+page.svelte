<script lang="ts">
	import type { CommandName, Input } from '$lib/contract';
	import { untrack } from 'svelte';
	import { goto } from '$app/navigation';
	import { command } from '$lib/client/command';
	import { step } from '$lib/core/explain';
	import { formatCents, formatQuantity, formatRate } from '$lib/core/money';
	import Dialog from '$lib/ui/forms/Dialog.svelte';
	import Field from '$lib/ui/forms/Field.svelte';
	import LinkDialog from '$lib/ui/forms/LinkDialog.svelte';
	import Tally from '$lib/ui/money/Tally.svelte';
	import type { TallyRow } from '$lib/ui/money/tally';
	import Waterline from '$lib/ui/money/Waterline.svelte';
	import Mark from '$lib/ui/shell/Mark.svelte';
	import Page from '$lib/ui/shell/Page.svelte';
	import { showDay } from '$lib/ui/shell/dates';
	import { pagesOf } from '$lib/ui/shell/places';
	let { data } = $props();
	let relink: { id: string; name: string } | null = $state(null);
	let settled: 'paid' | 'declined' = $state('paid');
	const i = $derived(data.invoice);
	const marks = { draft: 'ring', issued: 'wait', 'part paid': 'half', paid: 'done', void: 'ring' } as const;
	const rows = $derived.by((): TallyRow[] => [
		{ label: 'Net', value: formatCents(i.net) },
		...i.taxes.map((t) => ({
			label: t.name,
			note: formatRate(t.rate, 2),
			value: formatCents(t.tax),
			how: () => step(t.name, formatCents(t.tax), { formula: taxFormula(t) })
		})),
		{ label: 'Total', value: formatCents(i.total), rule: true, tone: 'price' },
		{ label: 'Paid', value: formatCents(data.paid), how: paidSteps },
		{ label: 'Open', value: formatCents(data.open), rule: true, tone: 'strong', testId: 'open' },
		...(data.credit > 0 ? [{ label: 'Customer’s credit', value: formatCents(data.credit), testId: 'credit' }] : [])
	]);
	/** What a partial invoice taxes is what all of the job's invoices tax to date, less what was taxed before. */
	const taxFormula = (t: (typeof i.taxes)[number]) =>
		`${formatCents(t.base)} × ${formatRate(t.rate, 2)}, all of this job to date, less what was taxed before`;
	const paidSteps = () =>
		step('Paid', formatCents(data.paid), {
			steps: data.payments.map((p) =>
				step(`${showDay(p.day)}, ${p.method}`, formatCents(p.amount), {
					formula: p.amount === p.whole ? '' : `of a payment of ${formatCents(p.whole)}`
				})
			)
		});
	/** A deposit is a share of the total with tax; each component's tax rounds once, so it may come to a cent or two beside what was asked. */
	const beside = $derived(data.state === 'draft' && i.asked !== null && i.asked !== i.total ? i.total - i.asked : 0);
	const besideWords = $derived(
		`It comes to ${formatCents(i.total)}, ${formatCents(Math.abs(beside))} ${beside > 0 ? 'more' : 'less'} than the ${formatCents(i.asked ?? 0)} asked: the tax of each component is rounded to the cent.`
	);
	let doing: 'issue' | 'pay' | 'void' | 'promise' | 'settle' | null = $state(null);
	let problem = $state('');
	let field = $state('');
	let busy = $state(false);
	let letter = $state(untrack(() => ({ ...data.letter })));
	let pay: Omit<Input<'payments.record'>, 'invoiceId'> = $state(
		untrack(() => ({ amount: '', method: 'check', reference: '', day: data.today }))
	);
	let text = $state('');
	let key = '';
	function start(what: NonNullable<typeof doing>) {
		doing = what;
		[problem, field, text] = ['', '', what === 'promise' ? (i.promise ?? data.today) : ''];
		key = crypto.randomUUID();
		if (what === 'pay') pay = { ...pay, amount: (data.open / 100).toFixed(2) };
	}
	async function act<N extends CommandName>(name: N, input: Input<N>) {
		busy = true;
		const r = await command(name, input, { key });
		busy = false;
		if (r.ok) doing = null;
		else [problem, field, key] = [r.message, r.field ?? '', crypto.randomUUID()];
		return r.ok;
	}
	async function discard() {
		const r = await command('invoices.discard', { invoiceId: i.id }, { refresh: false });
		if (r.ok) await goto(`/jobs/${data.job.id}/bill`);
		else problem = r.message;
	}
</script>

<Page
	title={i.number ? `Invoice ${i.number}` : 'Draft invoice'}
	sub="{data.customer.name} · {data.job.name}"
	pages={pagesOf('Bill')}
	current="/bill/invoices"
>
	{#snippet actions()}
		<a class="btn" href="/api/pdf/invoice/{i.id}">PDF</a>
		{#if data.state === 'draft'}<button class="btn" onclick={discard}>Discard</button><button
				class="btn btn-primary"
				onclick={() => start('issue')}>Issue</button
			>
		{:else if data.open > 0}<button class="btn btn-primary" onclick={() => start('pay')}>Take money</button>{/if}
	{/snippet}
	{#if problem && !doing}<p class="problem mb-2" role="alert">{problem}</p>{/if}
	<div class="grid gap-4 lg:grid-cols-[minmax(0,1fr)_300px]">
		<div class="sheet p-5">
			<div class="flex justify-between">
				<h2>{i.title}</h2>
				<Mark kind={marks[data.state]} label={data.state} />
			</div>
			<p class="quiet mb-3">
				<a class="link" href="/jobs/{data.job.id}/bill">{data.job.name}</a>{data.site ? `, ${data.site}` : ''}{i.due
					? ` · due ${showDay(i.due)}`
					: ''}{i.promise ? ` · promised for ${showDay(i.promise)}` : ''}
			</p>
			{#if beside !== 0}<p class="mb-3" role="status"><Mark kind="wait" /> {besideWords}</p>{/if}
			<table class="grid-table">
				<thead><tr><th>What</th><th class="num">Quantity</th><th class="num">Amount</th></tr></thead><tbody
					>{#each data.lines as l (l.id)}<tr
							><td>{l.text}</td><td class="num">{l.quantity === null ? '' : `${formatQuantity(l.quantity)} ${l.unit}`}</td><td class="num"
								>{formatCents(l.amount)}</td
							></tr
						>{/each}</tbody
				>
			</table>
			{#if data.payments.length}<h2 class="mt-5 mb-1">Payments</h2>
				<table class="grid-table">
					<tbody
						>{#each data.payments as p (p.id)}<tr
								><td>{showDay(p.day)}</td><td>{p.method} {p.reference}</td><td class="num"
									>{formatCents(p.amount)}{p.amount !== p.whole ? ` of ${formatCents(p.whole)}` : ''}</td
								></tr
							>{/each}</tbody
					>
				</table>{/if}
		</div>
		<Tally {rows} own bar={['Open', formatCents(data.open), data.state]}>
			{#snippet picture()}<Waterline
					kind="load"
					cost={0}
					breakEven={i.total}
					price={data.paid}
					words={['paid', 'total', '']}
					label="{formatCents(data.paid)} paid of {formatCents(i.total)}"
				/>{/snippet}
			{#if data.charge && data.charge.state !== 'paid'}<p class="mt-3">
					<Mark kind={data.charge.state === 'declined' ? 'need' : 'wait'} label="Card: {data.charge.state}" />
					{#if data.charge.state !== 'declined'}<br /><span class="quiet"
							>The processor is asked again by itself. If its statement says more, settle it by hand:</span
						>
						<button class="link" onclick={() => start('settle')}>Settle the card payment</button>{/if}
				</p>{/if}
			<div class="mt-3 grid justify-items-start gap-1">
				{#if data.state !== 'void' && data.state !== 'draft'}{#if data.link}<a class="link" href={data.link}>Customer’s page</a>{/if}<button
						class="link"
						onclick={() => (relink = { id: i.id, name: `invoice ${i.number}` })}
						>{data.link ? 'End or renew its link' : 'New link for the customer'}</button
					>{/if}{#if data.state === 'issued' || data.state === 'part paid'}<button class="link" onclick={() => start('promise')}
						>Note a promise</button
					>{/if}{#if data.state !== 'draft' && data.state !== 'void'}<button class="link" onclick={() => start('void')}>Void</button>{/if}
			</div>
		</Tally>
	</div>
</Page>
<Dialog
	bind:open={
		() => doing === 'issue',
		(v) => {
			if (!v) doing = null;
		}
	}
	title="Issue the invoice"
	save="Issue and send"
	{busy}
	{problem}
	onsave={() => act('invoices.issue', { invoiceId: i.id, ...letter })}
	>{#if beside !== 0}<p>{besideWords}</p>{/if}<Field label="To" problem={field === 'to' ? problem : ''}
		><input class="input" name="to" bind:value={letter.to} /></Field
	><Field label="Subject"><input class="input" bind:value={letter.subject} /></Field><Field label="Mail"
		><textarea class="textarea" rows="8" bind:value={letter.text}></textarea></Field
	></Dialog
>
<Dialog
	bind:open={
		() => doing === 'pay',
		(v) => {
			if (!v) doing = null;
		}
	}
	title="Take money"
	save="Record it"
	{busy}
	{problem}
	onsave={() => act('payments.record', { invoiceId: i.id, ...pay })}
>
	<Field label="Amount" hint="More than is open becomes the customer’s credit." problem={field === 'amount' ? problem : ''}
		><input class="input" name="amount" bind:value={pay.amount} /></Field
	>
	<div class="grid grid-cols-2 gap-3">
		<Field label="By"
			><select class="select" name="method" bind:value={pay.method}
				><option>check</option><option>cash</option><option>transfer</option></select
			></Field
		><Field label="Day" problem={field === 'day' ? problem : ''}><input class="input" type="date" bind:value={pay.day} /></Field>
	</div>
	<Field label="Reference"><input class="input" bind:value={pay.reference} /></Field>
</Dialog>
<Dialog
	bind:open={
		() => doing === 'void',
		(v) => {
			if (!v) doing = null;
		}
	}
	title="Void invoice {i.number}"
	save="Void it"
	danger
	{busy}
	{problem}
	onsave={() => act('invoices.void', { invoiceId: i.id, reason: text })}
	><p>
		What it billed ({formatCents(i.net)} net) can be billed again; {formatCents(data.paid)} paid on it becomes the customer’s credit. The number
		stays used.
	</p>
	<Field label="Why"><input class="input" bind:value={text} required /></Field></Dialog
>
<Dialog
	bind:open={
		() => doing === 'promise',
		(v) => {
			if (!v) doing = null;
		}
	}
	title="Promised for"
	{busy}
	{problem}
	onsave={() => act('invoices.promise', { invoiceId: i.id, day: text })}
	><Field label="Day"><input class="input" type="date" bind:value={text} /></Field></Dialog
>
<Dialog
	bind:open={
		() => doing === 'settle',
		(v) => {
			if (!v) doing = null;
		}
	}
	title="Settle the card payment of {formatCents(data.charge?.amount ?? 0)}"
	{busy}
	{problem}
	onsave={() => act('charges.settle', { chargeId: data.charge?.id ?? '', state: settled, reference: text })}
	><p>Its answer never came, so nobody can pay this invoice by card until it is known. The customer is told by mail.</p>
	<Field label="What the processor’s statement says"
		><select class="select" name="settled" bind:value={settled}
			><option value="paid">it was paid</option><option value="declined">it was not paid</option></select
		></Field
	>{#if settled === 'paid'}<Field label="The statement’s number of it" problem={field === 'reference' ? problem : ''}
			><input class="input" name="reference" bind:value={text} /></Field
		>{/if}</Dialog
>
<LinkDialog bind:what={relink} kind="invoices" />
