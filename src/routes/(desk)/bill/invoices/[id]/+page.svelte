<script lang="ts">
	import { latestOf } from '$lib/client/shown.svelte';
	import type { Input } from '$lib/contract';
	import { untrack } from 'svelte';
	import { goto } from '$app/navigation';
	import { command } from '$lib/client/command';
	import { step } from '$lib/core/explain';
	import { formatCents, formatQuantity, formatRate, parseCents } from '$lib/core/money';
	import { Doing } from '$lib/ui/forms/doing.svelte';
	import Dialog from '$lib/ui/forms/Dialog.svelte';
	import { readAt, readForm } from '$lib/ui/forms/typed';
	import Field from '$lib/ui/forms/Field.svelte';
	import LinkDialog from '$lib/ui/forms/LinkDialog.svelte';
	import Tally from '$lib/ui/money/Tally.svelte';
	import type { TallyRow } from '$lib/ui/money/tally';
	import Waterline from '$lib/ui/money/Waterline.svelte';
	import Mark from '$lib/ui/shell/Mark.svelte';
	import Page from '$lib/ui/shell/Page.svelte';
	import { showDay } from '$lib/ui/shell/dates';
	import { pagesOf } from '$lib/ui/shell/places';
	let { data: given } = $props();
	const data = $derived(latestOf(given));
	let relink: { id: string; name: string } | null = $state(null);
	let settled: 'paid' | 'declined' = $state('paid');
	const i = $derived(data.invoice);
	const marks = { draft: 'ring', issued: 'wait', 'part paid': 'half', paid: 'done', void: 'ring' } as const;
	const rows = $derived.by((): TallyRow[] => [
		...(i.retained !== 0
			? [
					{ label: 'Work and materials', value: formatCents(i.net + i.retained) },
					{ label: i.retained > 0 ? 'Less retainage, not due' : 'Retainage released', value: formatCents(-i.retained) }
				]
			: []),
		{ label: i.retained !== 0 ? 'Due, net' : 'Net', value: formatCents(i.net), rule: i.retained !== 0 },
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
	type Dialogs = 'issue' | 'pay' | 'void' | 'promise' | 'settle' | 'credit' | 'write-off';
	const doing = new Doing<Dialogs>();
	let letter = $state(untrack(() => ({ ...data.letter })));
	let pay: Omit<Input<'payments.record'>, 'invoiceId' | 'amount'> & { amount: string } = $state(
		untrack(() => ({ amount: '', method: 'check', reference: '', day: data.today }))
	);
	let text = $state('');
	function start(what: Dialogs) {
		doing.start(what);
		text = what === 'promise' ? (i.promise ?? data.today) : '';
		credit = {};
		off = { amount: (data.open / 100).toFixed(2), as: 'discount' };
		if (what === 'pay') pay = { ...pay, amount: (data.open / 100).toFixed(2) };
	}
	/** Credit: what is taken back of each line. */
	let credit: Record<string, string> = $state({});
	let off = $state({ amount: '', as: 'discount' as Input<'payments.write-off'>['as'] });
	const creditLeft = (l: (typeof data.lines)[number]) => l.amount - (data.creditedOf[l.id] ?? 0);
	async function giveCredit() {
		const read = readForm(() =>
			Object.entries(credit)
				.filter(([, v]) => v.trim() !== '')
				.map(([id, v]) => ({ id, amount: readAt('lines', () => parseCents(v)) }))
		);
		if (!read.ok) doing.refuse(read.message, read.field);
		else if (read.value.length === 0) doing.refuse('Say how much of which line is credited.', 'lines');
		else await doing.run('invoices.credit', () => ({ invoiceId: i.id, lines: read.value, reason: text, to: letter.to }));
	}
	async function takeMoney() {
		const read = readForm(() => ({ ...pay, amount: readAt('amount', () => parseCents(pay.amount)) }));
		if (!read.ok) doing.refuse(read.message, read.field);
		else await doing.run('payments.record', () => ({ invoiceId: i.id, ...read.value }));
	}
	async function writeOff() {
		const read = readForm(() => readAt('amount', () => parseCents(off.amount)));
		if (!read.ok) doing.refuse(read.message, read.field);
		else await doing.run('payments.write-off', () => ({ invoiceId: i.id, amount: read.value, as: off.as, reason: text }));
	}
	/** A payment that came back, asked for in its own dialog. */
	let back: { id: string; amount: number } | null = $state(null);
	async function discard() {
		const r = await command('invoices.discard', { invoiceId: i.id }, { refresh: false });
		if (r.ok) await goto(`/jobs/${data.job.id}/bill`);
		else doing.refuse(r.message);
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
		{#if data.state !== 'draft' && data.state !== 'void'}<a class="btn" href="/api/ubl/{i.id}" title="As an e-invoice, UBL 2.1">UBL</a>{/if}
		{#if data.state === 'draft'}<button class="btn" onclick={discard}>Discard</button><button
				class="btn btn-primary"
				onclick={() => start('issue')}>Issue</button
			>
		{:else if data.open > 0}<button class="btn btn-primary" onclick={() => start('pay')}>Take money</button>{/if}
	{/snippet}
	{#if doing.onPage}<p class="problem mb-2" role="alert">{doing.onPage}</p>{/if}
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
			{#if data.credits.length}<h2 class="mt-5 mb-1">Credits</h2>
				{#each data.credits as c (c.id)}<p>
						{showDay(c.day)}, credit {c.number}: {formatCents(c.total)}, {c.reason}
						<a class="link ml-2" href="/api/pdf/credit/{c.id}">PDF<span class="sr-only"> of credit {c.number}</span></a>
						<a class="link ml-2" href="/api/ubl/credit/{c.id}">UBL<span class="sr-only"> of credit {c.number}</span></a>
					</p>{/each}{/if}
			{#if data.payments.length}<h2 class="mt-5 mb-1">Payments</h2>
				<table class="grid-table">
					<tbody
						>{#each data.payments as p (p.id)}<tr
								><td>{showDay(p.day)}</td><td
									>{p.whole < 0 ? 'came back: ' : ''}{p.method}
									{p.reference}{#if !p.cameBack && p.whole > 0 && ['check', 'card', 'transfer'].includes(p.method)}<button
											class="link ml-3"
											onclick={() => {
												doing.close();
												[back, text] = [{ id: p.id, amount: p.whole }, ''];
											}}>It came back<span class="sr-only">: {formatCents(p.whole)}</span></button
										>{/if}</td
								><td class="num">{formatCents(p.amount)}{p.amount !== p.whole ? ` of ${formatCents(p.whole)}` : ''}</td></tr
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
					>{/if}{#if data.open > 0 && data.state !== 'draft'}<button class="link" onclick={() => start('write-off')}
						>Discount or write off</button
					>{/if}{#if data.state !== 'draft' && data.state !== 'void'}{#if i.kind !== 'pay application'}<button
							class="link"
							onclick={() => start('credit')}>Credit lines of it</button
						>{/if}<button class="link" onclick={() => start('void')}>Void</button>{/if}
			</div>
		</Tally>
	</div>
</Page>
<Dialog
	bind:open={() => doing.open === 'issue', doing.ends('issue')}
	title="Issue the invoice"
	save="Issue and send"
	busy={doing.busy}
	problem={doing.problem}
	onsave={() => doing.run('invoices.issue', () => ({ invoiceId: i.id, ...letter }))}
	>{#if beside !== 0}<p>{besideWords}</p>{/if}<Field label="To" problem={doing.at('to')}
		><input class="input" name="to" bind:value={letter.to} /></Field
	><Field label="Subject"><input class="input" bind:value={letter.subject} /></Field><Field label="Mail"
		><textarea class="textarea" rows="8" bind:value={letter.text}></textarea></Field
	></Dialog
>
<Dialog
	bind:open={() => doing.open === 'pay', doing.ends('pay')}
	title="Take money"
	save="Record it"
	busy={doing.busy}
	problem={doing.problem}
	onsave={takeMoney}
>
	<Field label="Amount" hint="More than is open becomes the customer’s credit." problem={doing.at('amount')}
		><input class="input" name="amount" bind:value={pay.amount} /></Field
	>
	<div class="grid grid-cols-2 gap-3">
		<Field label="By"
			><select class="select" name="method" bind:value={pay.method}
				><option>check</option><option>cash</option><option>transfer</option></select
			></Field
		><Field label="Day" problem={doing.at('day')}><input class="input" type="date" bind:value={pay.day} /></Field>
	</div>
	<Field label="Reference"><input class="input" bind:value={pay.reference} /></Field>
</Dialog>
<Dialog
	bind:open={() => doing.open === 'void', doing.ends('void')}
	title="Void invoice {i.number}"
	save="Void it"
	danger
	busy={doing.busy}
	problem={doing.problem}
	onsave={() => doing.run('invoices.void', () => ({ invoiceId: i.id, reason: text }))}
	><p>
		What it billed ({formatCents(i.net)} net) can be billed again; {formatCents(data.paid)} paid on it becomes the customer’s credit. The number
		stays used.
	</p>
	<Field label="Why"><input class="input" bind:value={text} required /></Field></Dialog
>
<Dialog
	bind:open={() => doing.open === 'promise', doing.ends('promise')}
	title="Promised for"
	busy={doing.busy}
	problem={doing.problem}
	onsave={() => doing.run('invoices.promise', () => ({ invoiceId: i.id, day: text }))}
	><Field label="Day"><input class="input" type="date" bind:value={text} /></Field></Dialog
>
<Dialog
	bind:open={() => doing.open === 'settle', doing.ends('settle')}
	title="Settle the card payment of {formatCents(data.charge?.amount ?? 0)}"
	busy={doing.busy}
	problem={doing.problem}
	onsave={() => doing.run('charges.settle', () => ({ chargeId: data.charge?.id ?? '', state: settled, reference: text }))}
	><p>Its answer never came, so nobody can pay this invoice by card until it is known. The customer is told by mail.</p>
	<Field label="What the processor’s statement says"
		><select class="select" name="settled" bind:value={settled}
			><option value="paid">it was paid</option><option value="declined">it was not paid</option></select
		></Field
	>{#if settled === 'paid'}<Field label="The statement’s number of it" problem={doing.at('reference')}
			><input class="input" name="reference" bind:value={text} /></Field
		>{/if}</Dialog
>
<Dialog
	bind:open={() => doing.open === 'credit', doing.ends('credit')}
	title="Credit lines of invoice {i.number}"
	save="Credit them"
	busy={doing.busy}
	problem={doing.problem}
	onsave={giveCredit}
>
	<p>The credit has its own number and takes the tax along. It settles what is open; the rest is the customer’s credit.</p>
	<table class="grid-table">
		<thead><tr><th>Line</th><th class="num">Left of it</th><th class="num">Credit</th></tr></thead>
		<tbody
			>{#each data.lines as l (l.id)}<tr
					><td>{l.text}</td><td class="num">{formatCents(creditLeft(l))}</td><td class="num"
						><input class="input text-right" style="width: 100px" aria-label="Credit of {l.text}" bind:value={credit[l.id]} /></td
					></tr
				>{/each}</tbody
		>
	</table>
	<Field label="Mail it to" hint="Empty: it is handed over" problem={doing.at('to')}
		><input class="input" name="credit-to" bind:value={letter.to} /></Field
	>
	<Field label="Why" problem={doing.at('reason')}><input class="input" name="why" bind:value={text} required /></Field>
</Dialog>
<Dialog
	bind:open={() => doing.open === 'write-off', doing.ends('write-off')}
	title="Not paid, and not asked for any more"
	save="Take it off"
	busy={doing.busy}
	problem={doing.problem}
	onsave={writeOff}
>
	<div class="grid grid-cols-2 gap-3">
		<Field label="Amount" problem={doing.at('amount')}><input class="input" name="off" bind:value={off.amount} /></Field>
		<Field label="As"
			><select class="select" name="as" bind:value={off.as}
				><option value="discount">a discount</option><option value="write-off">lost</option></select
			></Field
		>
	</div>
	<Field label="Why"><input class="input" name="why" bind:value={text} required /></Field>
</Dialog>
<Dialog
	bind:open={
		() => back !== null,
		(v) => {
			if (!v) back = null;
		}
	}
	title="The payment came back"
	save="It came back"
	danger
	busy={doing.busy}
	problem={doing.problem}
	onsave={async () => {
		const what = back;
		if (!what) return;
		const r = await doing.run('payments.return', () => ({ paymentId: what.id, day: pay.day, reason: text }));
		if (r.ok) back = null;
	}}
>
	<p>{formatCents(back?.amount ?? 0)} are taken off again, and every invoice it settled is open by its part.</p>
	<div class="grid grid-cols-2 gap-3">
		<Field label="Day" problem={doing.at('day')}><input class="input" type="date" bind:value={pay.day} /></Field>
		<Field label="Why"><input class="input" name="why" bind:value={text} required /></Field>
	</div>
</Dialog>
<LinkDialog bind:what={relink} kind="invoices" />
