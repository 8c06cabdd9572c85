<script lang="ts">
	import { mailWords, type Language } from '$lib/core/words';
	import type { CommandName, Input } from '$lib/contract';
	import { untrack } from 'svelte';
	import { command } from '$lib/client/command';
	import { formatCents } from '$lib/core/money';
	import { addDays } from '$lib/core/time';
	import Dialog from '../forms/Dialog.svelte';
	import Field from '../forms/Field.svelte';
	import { wholeTyped } from '../forms/typed';
	/** What follows a call about money: what was said, a plan in parts, a statement of account. */
	interface Customer {
		id: string;
		name: string;
		mail: string;
		language: Language;
	}
	interface Invoice {
		id: string;
		number: number | null;
		open: number;
	}
	let {
		what,
		customer,
		invoice,
		today,
		from,
		onclose
	}: {
		what: 'call' | 'plan' | 'statement';
		customer: Customer;
		invoice: Invoice | null;
		today: string;
		from: string;
		onclose: () => void;
	} = $props();
	let open = $state(true);
	let busy = $state(false);
	let problem = $state('');
	let field = $state('');
	let call = $state({ text: '', promise: '' });
	// The forms begin as is usual; then they are what was typed.
	let plan = $state(
		untrack(() => ({ parts: '3', first: addDays(today, 7), every: 'month' as Input<'invoices.agree-plan'>['every'], grace: '3' }))
	);
	let statement = $state(
		untrack(() => ({
			from: `${today.slice(0, 4)}-01-01`,
			to: today,
			mailTo: customer.mail,
			text: mailWords(customer.language).statement({ company: from }).text
		}))
	);
	const at = (name: string) => (field === name ? problem : '');
	async function act<N extends CommandName>(name: N, input: Input<N>) {
		busy = true;
		const r = await command(name, input);
		busy = false;
		if (r.ok) onclose();
		else [problem, field] = [r.message, r.field ?? ''];
	}
	const close = {
		get: () => open,
		set: (v: boolean) => {
			open = v;
			if (!v) onclose();
		}
	};
</script>

{#if what === 'call'}<Dialog
		bind:open={close.get, close.set}
		title="Called {customer.name}"
		{busy}
		{problem}
		onsave={() => act('invoices.note-call', { customerId: customer.id, text: call.text, promise: call.promise || null })}
	>
		<Field label="What they said" problem={at('text')}
			><textarea class="textarea" name="said" rows="3" bind:value={call.text} required></textarea></Field
		>
		<Field label="Promised for" hint="Nobody is reminded before that day is over." problem={at('promise')}
			><input class="input" type="date" name="promise" bind:value={call.promise} /></Field
		>
	</Dialog>
{:else if what === 'plan' && invoice}<Dialog
		bind:open={close.get, close.set}
		title="Invoice {invoice.number} in parts"
		save="Agreed"
		{busy}
		{problem}
		onsave={() =>
			act('invoices.agree-plan', {
				...{ invoiceId: invoice.id, parts: wholeTyped(plan.parts), first: plan.first, every: plan.every, grace: wholeTyped(plan.grace) }
			})}
	>
		<p>{formatCents(invoice.open)} are open. While no part is late beyond its grace, nobody is reminded.</p>
		<div class="grid grid-cols-2 gap-3">
			<Field label="Parts" problem={at('parts')}><input class="input" name="parts" inputmode="numeric" bind:value={plan.parts} /></Field>
			<Field label="Every"
				><select class="select" name="every" bind:value={plan.every}
					><option value="week">week</option><option value="two weeks">two weeks</option><option value="month">month</option></select
				></Field
			>
			<Field label="The first on" problem={at('first')}><input class="input" type="date" name="first" bind:value={plan.first} /></Field>
			<Field label="Grace, days" problem={at('grace')}
				><input class="input" name="grace" inputmode="numeric" bind:value={plan.grace} /></Field
			>
		</div>
	</Dialog>
{:else if what === 'statement'}<Dialog
		bind:open={close.get, close.set}
		title="Statement of account for {customer.name}"
		save="Send"
		{busy}
		{problem}
		onsave={() => act('invoices.send-statement', { customerId: customer.id, ...statement })}
	>
		<div class="grid grid-cols-2 gap-3">
			<Field label="From"><input class="input" type="date" name="from" bind:value={statement.from} /></Field>
			<Field label="To" problem={at('to')}><input class="input" type="date" name="to" bind:value={statement.to} /></Field>
		</div>
		<p><a class="link" href="/api/pdf/statement/{customer.id}?from={statement.from}&to={statement.to}">See it first (PDF)</a></p>
		<Field label="Mail to" problem={at('mailTo')}><input class="input" name="mail-to" bind:value={statement.mailTo} /></Field>
		<Field label="Mail"><textarea class="textarea" rows="6" bind:value={statement.text}></textarea></Field>
	</Dialog>{/if}
