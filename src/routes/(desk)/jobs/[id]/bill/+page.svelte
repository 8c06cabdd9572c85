<script lang="ts">
	import { latestOf } from '$lib/client/shown.svelte';
	import Form from '$lib/ui/forms/Form.svelte';
	import type { Input } from '$lib/contract';
	import { untrack } from 'svelte';
	import { goto } from '$app/navigation';
	import { command } from '$lib/client/command';
	import { formatCents, parseCents, parsePercent } from '$lib/core/money';
	import { monthEnd } from '$lib/core/time';
	import Field from '$lib/ui/forms/Field.svelte';
	import { readAt, readForm } from '$lib/ui/forms/typed';
	import BillingPlan from '$lib/ui/money/BillingPlan.svelte';
	import CostsToBill from '$lib/ui/money/CostsToBill.svelte';
	import Waterline from '$lib/ui/money/Waterline.svelte';
	import Mark from '$lib/ui/shell/Mark.svelte';
	import Page from '$lib/ui/shell/Page.svelte';
	import ThreadStrip from '$lib/ui/shell/ThreadStrip.svelte';
	import { showDay } from '$lib/ui/shell/dates';
	import { jobPages } from '$lib/ui/shell/jobPages';
	let { data: given } = $props();
	const data = $derived(latestOf(given));
	const jobId = $derived(data.head.job.id);
	const amount = $derived(data.contract.reduce((a, l) => a + l.amount, 0));
	const billed = $derived(data.contract.reduce((a, l) => a + l.billed, 0));
	let deposit = $state(untrack(() => `${data.deposit / 100}%`));
	let whole = $state('100%');
	let perLine: Record<string, string> = $state({});
	let by: 'percent' | 'dollars' = $state('percent');
	// The end of the month is where a period usually ends; then it is what was chosen.
	let periodEnd = $state(untrack(() => monthEnd(data.today)));
	let field = $state('');
	const applied = $derived(data.applications.length > 0);
	let problem = $state('');
	let busy = $state(false);
	type Makes = 'invoices.bill-step' | 'invoices.deposit' | 'invoices.contract' | 'invoices.costs';
	async function make<N extends Makes>(name: N, input: Input<N>) {
		busy = true;
		const r = await command(name, input);
		busy = false;
		if (r.ok) await goto(`/bill/invoices/${r.result.invoiceId}`);
		else [problem, field] = [r.message, r.field ?? ''];
	}
	async function begin() {
		busy = true;
		const r = await command('invoices.begin-application', { jobId, periodEnd });
		busy = false;
		if (r.ok) await goto(`/bill/applications/${r.result.applicationId}`);
		else [problem, field] = [r.message, r.field ?? ''];
	}
	const typedLines = () => Object.entries(perLine).filter(([, v]) => v.trim() !== '');
	function draftLines() {
		const read = readForm(() =>
			typedLines().map(([id, v]) =>
				by === 'percent' ? { id, percent: readAt(id, () => parsePercent(v)) } : { id, amount: readAt(id, () => parseCents(v)) }
			)
		);
		if (read.ok) void make('invoices.contract', { jobId, lines: read.value });
		else [problem, field] = [read.message, read.field];
	}
	function draftDeposit() {
		const text = deposit.trim();
		const read = readForm(() =>
			text.endsWith('%')
				? { by: 'percent' as const, percent: readAt('deposit', () => parsePercent(text)) }
				: { by: 'amount' as const, amount: readAt('deposit', () => parseCents(text)) }
		);
		if (read.ok) void make('invoices.deposit', { jobId, deposit: read.value });
		else [problem, field] = [read.message, read.field];
	}
	function draftWhole() {
		const text = whole.trim();
		const read = readForm(() =>
			text.endsWith('%') ? { percent: readAt('whole', () => parsePercent(text)) } : { amount: readAt('whole', () => parseCents(text)) }
		);
		if (read.ok) void make('invoices.contract', { jobId, ...read.value });
		else [problem, field] = [read.message, read.field];
	}
</script>

<Page title={data.head.job.name} sub="Billing · {data.head.customer.name}" pages={jobPages(jobId)} current="/jobs/{jobId}/bill" wide>
	<ThreadStrip steps={data.thread} />
	<div class="grid gap-4 p-[18px] lg:grid-cols-[minmax(0,1fr)_320px]">
		<div class="grid content-start gap-4">
			{#if problem}<p class="problem" role="alert">{problem}</p>{/if}
			{#if data.head.job.number === null}<p class="sheet p-4">This job is not won yet, so nothing can be billed.</p>{/if}
			{#if data.plan.length && !applied}<BillingPlan
					{jobId}
					steps={data.plan}
					phases={data.phases}
					onbill={(stepId) => make('invoices.bill-step', { stepId })}
					{busy}
				/>{/if}
			{#if data.contract.length}
				<section class="sheet">
					<div class="flex items-center gap-4 p-3">
						<h2>Contract</h2>
						<span class="quiet">{formatCents(billed)} of {formatCents(amount)} billed, net</span><span class="w-40"
							><Waterline
								kind="load"
								cost={0}
								breakEven={amount}
								price={billed}
								words={['', '', '']}
								height={10}
								label="{formatCents(billed)} of {formatCents(amount)} billed"
							/></span
						>
					</div>
					<table class="grid-table">
						<thead
							><tr
								><th>Line</th><th class="num">Amount</th><th class="num">Billed</th><th class="num">Left</th><th
									class="num"
									style="width: 130px"
									>{#if !applied}<select class="select" style="height: 26px; min-height: 26px" aria-label="Billed in" bind:value={by}
											><option value="percent">% to date</option><option value="dollars">$ now</option></select
										>{/if}</th
								></tr
							></thead
						>
						<tbody
							>{#each data.contract as l (l.id)}<tr
									><td>{l.scope}: {l.text}</td><td class="num">{formatCents(l.amount)}</td><td class="num">{formatCents(l.billed)}</td><td
										class="num">{formatCents(l.amount - l.billed)}</td
									><td class="num"
										>{#if !applied}<input
												class="input text-right"
												class:input-error={field === l.id}
												style="height: 26px; min-height: 26px"
												aria-label="{by === 'percent' ? 'Percent to date' : 'Dollars now'} of {l.text}"
												placeholder={by === 'percent' ? '%' : '$'}
												bind:value={perLine[l.id]}
											/>{/if}</td
									></tr
								>{/each}</tbody
						>
					</table>
					{#if !applied && data.mayBill}<p class="p-3">
							<button class="btn" disabled={busy || typedLines().length === 0} onclick={draftLines}>Draft these lines</button>
						</p>{/if}
				</section>
			{/if}
			{#if data.costs.length}<CostsToBill
					costs={data.costs}
					today={data.today}
					{busy}
					mayBill={data.mayBill}
					onbill={(i) => make('invoices.costs', { jobId, ...i })}
				/>{/if}
			<section class="sheet">
				<h2 class="p-3">Invoices</h2>
				<table class="grid-table">
					<tbody
						>{#each data.invoices as i (i.id)}<tr
								><td><a class="link" href="/bill/invoices/{i.id}">{i.number ?? 'draft'}</a></td><td>{i.title}</td><td
									>{i.due ? `due ${showDay(i.due)}` : ''}</td
								><td class="num">{formatCents(i.total)}</td><td class="num"
									>{i.voidedAt
										? 'void'
										: i.issuedAt === null
											? 'draft'
											: i.paid >= i.total
												? 'paid'
												: `${formatCents(i.total - i.paid)} open`}</td
								></tr
							>{:else}<tr><td>No invoice yet.</td></tr>{/each}</tbody
					>
				</table>
			</section>
		</div>
		<div class="grid content-start gap-4">
			{#if data.mayBill && data.contract.length && billed === 0 && !applied}<Form
					class="sheet grid gap-3 p-4"
					onsave={() => draftDeposit()}
				>
					<h2>Deposit</h2>
					<Field label="Percent or amount of the total with tax" problem={field === 'deposit' ? problem : ''}
						><input class="input" name="deposit" bind:value={deposit} /></Field
					><button class="btn btn-primary" disabled={busy}>Draft the deposit</button>
				</Form>{/if}
			{#if data.mayBill && data.contract.length && amount !== billed && !applied}<Form
					class="sheet grid gap-3 p-4"
					onsave={() => draftWhole()}
				>
					<h2>Contract</h2>
					<Field
						label="Percent of the whole to date, or dollars now"
						problem={field === 'whole' ? problem : ''}
						hint="100 % bills the exact rest: {formatCents(amount - billed)} net"
						><input class="input" name="whole" bind:value={whole} /></Field
					><button class="btn btn-primary" disabled={busy}>Draft the invoice</button>
				</Form>{/if}
			{#if data.contract.length && data.head.job.number !== null}<section class="sheet grid gap-2 p-4" aria-label="Pay applications">
					<h2>Pay applications</h2>
					{#each data.applications as a (a.id)}<p>
							<a class="link" href="/bill/applications/{a.id}">Application {a.number}</a>, to {showDay(a.periodEnd)}
							<Mark kind={a.state === 'certified' ? 'done' : a.state === 'sent' ? 'wait' : 'ring'} label={a.state} />
						</p>{:else}<p class="quiet">For a general contractor: by the lines of the contract, with retainage.</p>{/each}
					{#if data.mayBill && data.applications.every((a) => a.state === 'certified') && (applied || billed === 0)}<Form
							class="grid gap-2"
							onsave={() => begin()}
						>
							<Field label="Period to" problem={field === 'periodEnd' ? problem : ''}
								><input class="input" type="date" name="period-end" bind:value={periodEnd} /></Field
							><button class="btn" disabled={busy}>Begin application {data.applications.length + 1}</button>
						</Form>{/if}
				</section>{/if}
		</div>
	</div>
</Page>
