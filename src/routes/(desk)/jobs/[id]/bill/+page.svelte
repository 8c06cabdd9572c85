<script lang="ts">
	import type { Input } from '$lib/contract';
	import { untrack } from 'svelte';
	import { goto } from '$app/navigation';
	import { command } from '$lib/client/command';
	import { formatCents, formatQuantity } from '$lib/core/money';
	import Field from '$lib/ui/forms/Field.svelte';
	import BillingPlan from '$lib/ui/money/BillingPlan.svelte';
	import Waterline from '$lib/ui/money/Waterline.svelte';
	import Page from '$lib/ui/shell/Page.svelte';
	import ThreadStrip from '$lib/ui/shell/ThreadStrip.svelte';
	import { showDay } from '$lib/ui/shell/dates';
	import { jobPages } from '$lib/ui/shell/jobPages';
	let { data } = $props();
	const jobId = $derived(data.head.job.id);
	const amount = $derived(data.contract.reduce((a, l) => a + l.amount, 0));
	const billed = $derived(data.contract.reduce((a, l) => a + l.billed, 0));
	const waiting = $derived(data.costs.reduce((a, c) => a + c.charge, 0));
	let deposit = $state(untrack(() => `${data.deposit / 100}%`));
	let whole = $state('100%');
	let perLine: Record<string, string> = $state({});
	let cutOff = $state(untrack(() => data.today));
	let problem = $state('');
	let busy = $state(false);
	type Makes = 'invoices.bill-step' | 'invoices.deposit' | 'invoices.contract' | 'invoices.costs';
	async function make<N extends Makes>(name: N, input: Input<N>) {
		busy = true;
		const r = await command(name, input);
		busy = false;
		if (r.ok) await goto(`/bill/invoices/${r.result.invoiceId}`);
		else problem = r.message;
	}
	const lines = () =>
		Object.entries(perLine)
			.filter(([, v]) => v.trim() !== '')
			.map(([id, percent]) => ({ id, percent }));
</script>

<Page title={data.head.job.name} sub="Billing · {data.head.customer.name}" pages={jobPages(jobId)} current="/jobs/{jobId}/bill" wide>
	<ThreadStrip steps={data.thread} />
	<div class="grid gap-4 p-[18px] lg:grid-cols-[minmax(0,1fr)_320px]">
		<div class="grid content-start gap-4">
			{#if problem}<p class="problem" role="alert">{problem}</p>{/if}
			{#if data.head.job.number === null}<p class="sheet p-4">This job is not won yet, so nothing can be billed.</p>{/if}
			{#if data.plan.length}<BillingPlan
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
									style="width: 110px">To date</th
								></tr
							></thead
						>
						<tbody
							>{#each data.contract as l (l.id)}<tr
									><td>{l.scope}: {l.text}</td><td class="num">{formatCents(l.amount)}</td><td class="num">{formatCents(l.billed)}</td><td
										class="num">{formatCents(l.amount - l.billed)}</td
									><td class="num"
										><input
											class="input text-right"
											style="height: 26px; min-height: 26px"
											aria-label="Percent to date of {l.text}"
											placeholder="%"
											bind:value={perLine[l.id]}
										/></td
									></tr
								>{/each}</tbody
						>
					</table>
					<p class="p-3">
						<button class="btn" disabled={busy || lines().length === 0} onclick={() => make('invoices.contract', { jobId, lines: lines() })}
							>Draft these lines</button
						>
					</p>
				</section>
			{/if}
			{#if data.costs.length}<section class="sheet">
					<h2 class="p-3">Time and materials not billed</h2>
					<table class="grid-table">
						<thead><tr><th>Day</th><th>What</th><th class="num">Quantity</th><th class="num">Charge</th></tr></thead><tbody
							>{#each data.costs as c (c.id)}<tr
									><td>{showDay(c.day)}</td><td>{c.name}</td><td class="num">{formatQuantity(c.quantity)} {c.unit}</td><td class="num"
										>{formatCents(c.charge)}</td
									></tr
								>{/each}</tbody
						>
					</table>
				</section>{/if}
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
			{#if data.contract.length && billed === 0}<form
					class="sheet grid gap-3 p-4"
					onsubmit={(e) => {
						e.preventDefault();
						void make('invoices.deposit', { jobId, amount: deposit });
					}}
				>
					<h2>Deposit</h2>
					<Field label="Percent or amount of the total with tax"><input class="input" name="deposit" bind:value={deposit} /></Field><button
						class="btn btn-primary"
						disabled={busy}>Draft the deposit</button
					>
				</form>{/if}
			{#if data.contract.length && amount !== billed}<form
					class="sheet grid gap-3 p-4"
					onsubmit={(e) => {
						e.preventDefault();
						void make('invoices.contract', { jobId, percent: whole });
					}}
				>
					<h2>Contract</h2>
					<Field label="Percent of the whole, to date" hint="100 % bills the exact rest: {formatCents(amount - billed)} net"
						><input class="input" name="whole" bind:value={whole} /></Field
					><button class="btn btn-primary" disabled={busy}>Draft the invoice</button>
				</form>{/if}
			{#if data.costs.length}<form
					class="sheet grid gap-3 p-4"
					onsubmit={(e) => {
						e.preventDefault();
						void make('invoices.costs', { jobId, cutOff });
					}}
				>
					<h2>Time and materials</h2>
					<p>{formatCents(waiting)} wait</p>
					<Field label="Up to and with"><input class="input" type="date" bind:value={cutOff} /></Field><button
						class="btn btn-primary"
						disabled={busy}>Draft the invoice</button
					>
				</form>{/if}
		</div>
	</div>
</Page>
