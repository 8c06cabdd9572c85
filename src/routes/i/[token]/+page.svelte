<script lang="ts">
	import { onMount } from 'svelte';
	import { enhance } from '$app/forms';
	import { refresh } from '$lib/client/refresh';
	import { moneyIn } from '$lib/core/money';
	import Letterhead from '$lib/ui/shell/Letterhead.svelte';
	let { data, form } = $props();
	const money = $derived(moneyIn(data.currency));
	let busy = $state(false);
	const waiting = $derived(data.charge?.state === 'asked' || data.charge?.state === 'unknown');
	onMount(() => {
		const timer = setInterval(() => {
			if (waiting) void refresh();
		}, 2000);
		return () => clearInterval(timer);
	});
	const day = (d: string) =>
		new Date(`${d}T12:00Z`).toLocaleDateString('en-US', { month: 'long', day: 'numeric', year: 'numeric', timeZone: 'UTC' });
</script>

<svelte:head><title>Invoice {data.number} · {data.company.name}</title><meta name="robots" content="noindex, nofollow" /></svelte:head>
<Letterhead
	name={data.company.name}
	line="Invoice {data.number} · for {data.customer}"
	color={data.letterhead.color}
	face={data.letterhead.face}
	footer={data.letterhead.footer}
>
	{#if data.state === 'void'}<p class="notice">
			This invoice was withdrawn. Nothing is to be paid on it.
		</p>{:else if data.state === 'paid'}<p class="notice" role="status"><strong>This invoice is paid. Thank you!</strong></p>{/if}
	<h1>{data.title}</h1>
	<p class="quiet">{data.job}{data.due ? ` · due ${day(data.due)}` : ''}</p>
	<details class="sheet card" open={data.lines.length <= 8}>
		<summary>{data.lines.length} line{data.lines.length === 1 ? '' : 's'}</summary>
		<ul>
			{#each data.lines as l, n (n)}<li class="line"><span>{l.text}</span><span class="figure">{money(l.amount)}</span></li>{/each}
		</ul>
	</details>
	<dl>
		{#if data.retained !== 0}<div>
				<dt>Work and materials</dt>
				<dd class="figure">{money(data.net + data.retained)}</dd>
			</div>
			<div class="quiet">
				<dt>{data.retained > 0 ? 'Less retainage, not due yet' : 'Retainage released'}</dt>
				<dd class="figure">{money(-data.retained)}</dd>
			</div>{/if}
		<div>
			<dt>{data.retained !== 0 ? 'Due, net' : 'Net'}</dt>
			<dd class="figure">{money(data.net)}</dd>
		</div>
		{#each data.taxes as x (x.name)}<div class="quiet">
				<dt>{x.name}</dt>
				<dd class="figure">{money(x.tax)}</dd>
			</div>{/each}
		<div class="total">
			<dt>Total</dt>
			<dd class="figure">{money(data.total)}</dd>
		</div>
		{#if data.paid > 0}<div>
				<dt>Paid</dt>
				<dd class="figure">{money(data.paid)}</dd>
			</div>
			<div class="total">
				<dt>Left to pay</dt>
				<dd class="figure" data-testid="open">{money(data.open)}</dd>
			</div>{/if}
	</dl>
	{#each data.credits as c (c.number)}<p class="quiet">Credit {c.number} of {day(c.day)}: {money(c.total)}, {c.reason}</p>{/each}
	<p class="mt-3"><a class="link" href="/i/{data.token}/pdf" data-sveltekit-reload>The invoice as PDF</a></p>
	{#if waiting}<p class="notice" role="status">
			A card payment is on its way. Please do not pay again: this page says so as soon as we know.
		</p>
	{:else if data.open > 0 && data.state !== 'void' && data.staff}<p class="notice" role="status">
			You are signed in as one of us: this is what the customer sees. They can pay by card here.
		</p>
	{:else if data.open > 0 && data.state !== 'void'}
		<form
			method="POST"
			action="?/pay"
			class="sheet card tall grid gap-3"
			use:enhance={({ cancel }) => {
				if (busy) return cancel();
				busy = true;
				return async ({ update }) => {
					// The page is made anew with it, and with another key for another payment.
					await update({ reset: false });
					busy = false;
				};
			}}
		>
			<h2>Pay by card</h2>
			<input type="hidden" name="key" value={data.key} />
			<label
				><span class="quiet">Amount</span><input
					class="input"
					name="amount"
					inputmode="decimal"
					value={form?.amount || (data.open / 100).toFixed(2)}
				/>{#if form?.field === 'amount'}<span class="problem" role="alert">{form.message}</span>{/if}</label
			>
			<label
				><span class="quiet">Card number</span><input
					class="input"
					name="number"
					inputmode="numeric"
					autocomplete="cc-number"
					required
				/>{#if form?.field === 'number'}<span class="problem" role="alert">{form.message}</span>{/if}</label
			>
			<div class="grid grid-cols-2 gap-3">
				<label
					><span class="quiet">Expiry</span><input
						class="input"
						name="expiry"
						placeholder="09/29"
						autocomplete="cc-exp"
						required
					/>{#if form?.field === 'expiry'}<span class="problem" role="alert">{form.message}</span>{/if}</label
				><label
					><span class="quiet">Code</span><input
						class="input"
						name="code"
						inputmode="numeric"
						autocomplete="cc-csc"
						required
					/>{#if form?.field === 'code'}<span class="problem" role="alert">{form.message}</span>{/if}</label
				>
			</div>
			{#if form?.message && !form.field}<p class="problem" role="alert">{form.message}</p>{/if}
			<button class="btn btn-primary btn-tall" disabled={busy}>Pay</button>
			{#if data.testCards.length}<details>
					<summary class="quiet">Test numbers: no real money moves here</summary>
					<ul class="quiet">
						{#each data.testCards as c (c.number)}<li>{c.number} {c.what}</li>{/each}
					</ul>
				</details>{/if}
		</form>
	{/if}
</Letterhead>

<style>
	h1 {
		font-size: 1.35rem;
	}
	.card {
		padding: 14px;
		margin-top: 14px;
	}
	.line,
	dl div {
		display: flex;
		justify-content: space-between;
		gap: 12px;
		padding: 3px 0;
	}
	dl {
		margin-top: 14px;
	}
	.total {
		font-weight: 700;
		border-top: 1px solid var(--line);
		font-size: 1.12rem;
	}
	.notice {
		background: var(--color-base-100);
		border-left: 4px solid var(--color-primary);
		padding: 12px 14px;
		margin: 0 0 16px;
	}
	summary {
		cursor: pointer;
	}
</style>
