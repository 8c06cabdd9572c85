<script lang="ts">
	import { longDay, words } from '$lib/ui/words/customer';
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
	const w = $derived(words.customer.invoice);
</script>

<svelte:head><title>{w.title(data.number)} · {data.company.name}</title><meta name="robots" content="noindex, nofollow" /></svelte:head>
<Letterhead
	name={data.company.name}
	line="{w.title(data.number)} · {w.for(data.customer)}"
	color={data.letterhead.color}
	face={data.letterhead.face}
	footer={data.letterhead.footer}
>
	{#if data.state === 'void'}<p class="notice">
			{w.withdrawn}
		</p>{:else if data.state === 'paid'}<p class="notice" role="status"><strong>{w.paid}</strong></p>{/if}
	<h1>{data.title}</h1>
	<p class="quiet">{data.job}{data.due ? ` · ${w.due(longDay(data.due))}` : ''}</p>
	<details class="sheet card" open={data.lines.length <= 8}>
		<summary>{w.lines(data.lines.length)}</summary>
		<ul>
			{#each data.lines as l, n (n)}<li class="line"><span>{l.text}</span><span class="figure">{money(l.amount)}</span></li>{/each}
		</ul>
	</details>
	<dl>
		{#if data.retained !== 0}<div>
				<dt>{words.customer.net}</dt>
				<dd class="figure">{money(data.net + data.retained)}</dd>
			</div>
			<div class="quiet">
				<dt>{data.retained > 0 ? w.retained : w.released}</dt>
				<dd class="figure">{money(-data.retained)}</dd>
			</div>{/if}
		<div>
			<dt>{data.retained !== 0 ? w.dueNet : w.net}</dt>
			<dd class="figure">{money(data.net)}</dd>
		</div>
		{#each data.taxes as x (x.name)}<div class="quiet">
				<dt>{x.name}</dt>
				<dd class="figure">{money(x.tax)}</dd>
			</div>{/each}
		<div class="total">
			<dt>{words.customer.total}</dt>
			<dd class="figure">{money(data.total)}</dd>
		</div>
		{#if data.paid > 0}<div>
				<dt>{w.paidSoFar}</dt>
				<dd class="figure">{money(data.paid)}</dd>
			</div>
			<div class="total">
				<dt>{w.left}</dt>
				<dd class="figure" data-testid="open">{money(data.open)}</dd>
			</div>{/if}
	</dl>
	{#each data.credits as c (c.number)}<p class="quiet">{w.credit(c.number, longDay(c.day), money(c.total), c.reason)}</p>{/each}
	<p class="mt-3"><a class="link" href="/i/{data.token}/pdf" data-sveltekit-reload>{w.pdf}</a></p>
	{#if waiting}<p class="notice" role="status">
			{w.onItsWay}
		</p>
	{:else if data.open > 0 && data.state !== 'void' && data.staff}<p class="notice" role="status">
			{w.staff}
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
			<h2>{w.payByCard}</h2>
			<input type="hidden" name="key" value={data.key} />
			<label
				><span class="quiet">{w.amount}</span><input
					class="input"
					name="amount"
					inputmode="decimal"
					value={form?.amount || (data.open / 100).toFixed(2)}
				/>{#if form?.field === 'amount'}<span class="problem" role="alert">{form.message}</span>{/if}</label
			>
			<label
				><span class="quiet">{w.card}</span><input
					class="input"
					name="number"
					inputmode="numeric"
					autocomplete="cc-number"
					required
				/>{#if form?.field === 'number'}<span class="problem" role="alert">{form.message}</span>{/if}</label
			>
			<div class="grid grid-cols-2 gap-3">
				<label
					><span class="quiet">{w.expiry}</span><input
						class="input"
						name="expiry"
						placeholder="09/29"
						autocomplete="cc-exp"
						required
					/>{#if form?.field === 'expiry'}<span class="problem" role="alert">{form.message}</span>{/if}</label
				><label
					><span class="quiet">{w.code}</span><input
						class="input"
						name="code"
						inputmode="numeric"
						autocomplete="cc-csc"
						required
					/>{#if form?.field === 'code'}<span class="problem" role="alert">{form.message}</span>{/if}</label
				>
			</div>
			{#if form?.message && !form.field}<p class="problem" role="alert">{form.message}</p>{/if}
			<button class="btn btn-primary btn-tall" disabled={busy}>{w.pay}</button>
			{#if data.testCards.length}<details>
					<summary class="quiet">{w.test}</summary>
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
