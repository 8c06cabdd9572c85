<script lang="ts">
	import { latestOf } from '$lib/client/shown.svelte';
	import type { CommandName, Input } from '$lib/contract';
	import { goto } from '$app/navigation';
	import { command } from '$lib/client/command';
	import { formatCents, formatPercent, parsePercent } from '$lib/core/money';
	import Dialog from '$lib/ui/forms/Dialog.svelte';
	import Field from '$lib/ui/forms/Field.svelte';
	import { readAt, readForm, wholeTyped } from '$lib/ui/forms/typed';
	import CollectDialogs from '$lib/ui/money/CollectDialogs.svelte';
	import Mark from '$lib/ui/shell/Mark.svelte';
	import Page from '$lib/ui/shell/Page.svelte';
	import { nearDay, showInstant } from '$lib/ui/shell/dates';
	import { pagesOf } from '$lib/ui/shell/places';
	let { data: given } = $props();
	const data = $derived(latestOf(given));
	type Customer = (typeof data.customers)[number];
	type Invoice = Customer['invoices'][number];
	const sum = $derived(data.customers.reduce((a, c) => a + c.open, 0));
	let doing: { what: 'call' | 'plan' | 'statement'; customer: Customer; invoice: Invoice | null } | null = $state(null);
	let problem = $state('');
	let field = $state('');
	let setting = $state(false);
	let rules = $state({ on: false, after: '', yearly: '', grace: '' });
	function openRules() {
		rules = {
			on: data.rules.on,
			after: data.rules.after.join(', '),
			yearly: formatPercent(data.lateCharge.yearly),
			grace: String(data.lateCharge.grace)
		};
		[setting, problem, field] = [true, '', ''];
	}
	async function saveRules() {
		const read = readForm(() => ({
			on: rules.on,
			after: (rules.after.match(/[^,\s]+/g) ?? []).map(wholeTyped),
			yearly: readAt('yearly', () => parsePercent(rules.yearly)),
			grace: wholeTyped(rules.grace)
		}));
		if (!read.ok) {
			[problem, field] = [read.message, read.field];
			return;
		}
		const r = await command('company.collecting', read.value);
		if (r.ok) [setting, problem, field] = [false, '', ''];
		else [problem, field] = [r.field === 'after' ? 'Days are whole numbers with commas between.' : r.message, r.field ?? ''];
	}
	async function act<N extends CommandName>(name: N, input: Input<N>) {
		const r = await command(name, input);
		problem = r.ok ? '' : r.message;
	}
	async function charge(i: Invoice) {
		const r = await command('invoices.charge-late', { invoiceId: i.id });
		if (r.ok) await goto(`/bill/invoices/${r.result.invoiceId}`);
		else problem = r.message;
	}
	const at = (name: string) => (field === name ? problem : '');
</script>

<Page
	title="Collect"
	sub="{formatCents(sum)} overdue of {data.customers.length} {data.customers.length === 1 ? 'customer' : 'customers'}, the most money first"
	pages={pagesOf('Bill')}
	current="/bill/collect"
>
	{#snippet actions()}{#if data.maySet}<button class="btn" onclick={openRules}>Reminders and late charge</button>{/if}{/snippet}
	{#if problem && !setting}<p class="problem mb-2" role="alert">{problem}</p>{/if}
	{#if !data.rules.on}<p class="sheet mb-3 p-3">
			Reminders do not go out by themselves. Switch them on under “Reminders and late charge”.
		</p>{/if}
	<div class="grid gap-3">
		{#each data.customers as c (c.id)}<section class="sheet" aria-label={c.name}>
				<div class="flex flex-wrap items-baseline gap-4 p-3">
					<h2><a class="link" href="/win/customers/{c.id}">{c.name}</a></h2>
					{#if c.phone}<a class="link figure" href="tel:{c.phone}">{c.phone}</a>{/if}
					<span class="figure ml-auto text-lg font-semibold">{formatCents(c.open)}</span>
					{#if data.mayChange}<button class="btn btn-primary" onclick={() => (doing = { what: 'call', customer: c, invoice: null })}
							>Note a call<span class="sr-only"> with {c.name}</span></button
						><button class="btn" onclick={() => (doing = { what: 'statement', customer: c, invoice: null })}
							>Statement<span class="sr-only"> for {c.name}</span></button
						>{/if}
				</div>
				<table class="grid-table">
					<tbody
						>{#each c.invoices as i (i.id)}<tr
								><td style="width: 90px"><a class="link figure" href="/bill/invoices/{i.id}">{i.number}</a></td><td>{i.job}</td><td
									>{i.late} {i.late === 1 ? 'day' : 'days'} late</td
								><td
									>{#if i.plan}<Mark
											kind={i.plan.broken ? 'need' : 'half'}
											label={i.plan.broken
												? 'plan not kept'
												: i.plan.next
													? `in parts, the next ${formatCents(i.plan.next.amount)} on ${nearDay(i.plan.next.due, data.today)}`
													: 'in parts, all paid'}
										/>{:else if i.promise}<Mark
											kind={i.promise < data.today ? 'need' : 'wait'}
											label="{i.promise < data.today ? 'broken promise, ' : 'promised for '}{nearDay(i.promise, data.today)}"
										/>{/if}{#if i.remindersOff}<span class="quiet"> no reminders</span>{/if}</td
								><td class="num">{formatCents(i.open)}</td><td class="text-right whitespace-nowrap"
									>{#if data.mayChange}{#if i.charge > 0}<button class="link" onclick={() => charge(i)}
												>Late charge {formatCents(i.charge)}<span class="sr-only"> on {i.number}</span></button
											>{/if}{#if i.plan}<button
												class="link ml-3"
												onclick={() => i.plan && act('invoices.end-plan', { planId: i.plan.id, version: i.plan.version })}
												>End the plan<span class="sr-only"> of {i.number}</span></button
											>{:else}<button class="link ml-3" onclick={() => (doing = { what: 'plan', customer: c, invoice: i })}
												>In parts<span class="sr-only"> of {i.number}</span></button
											>{/if}<button class="link ml-3" onclick={() => act('invoices.quiet', { invoiceId: i.id, off: !i.remindersOff })}
											>{i.remindersOff ? 'Remind again' : 'No reminders'}<span class="sr-only"> of {i.number}</span></button
										>{/if}</td
								></tr
							>{/each}</tbody
					>
				</table>
				{#if c.calls.length}<ul class="p-3">
						{#each c.calls as call (call.id)}<li>
								<span class="quiet">{showInstant(call.at, data.company.zone)}, {call.byName}:</span>
								{call.text}{call.promise ? ` (for ${nearDay(call.promise, data.today)})` : ''}
							</li>{/each}
					</ul>{/if}
			</section>{:else}<p class="sheet p-4">Nothing is overdue.</p>{/each}
	</div>
</Page>
{#if doing}{#key doing}<CollectDialogs {...doing} today={data.today} from={data.from} onclose={() => (doing = null)} />{/key}{/if}
<Dialog bind:open={setting} title="Reminders and late charge" onsave={saveRules} {problem}>
	<label class="flex items-center gap-2"
		><input type="checkbox" class="checkbox" name="on" bind:checked={rules.on} /> Remind of overdue invoices by mail</label
	>
	<Field label="Days after an invoice was due" hint="like 5, 15, 30" problem={at('after')}
		><input class="input" name="after" bind:value={rules.after} /></Field
	>
	<div class="grid grid-cols-2 gap-3">
		<Field label="Late charge, percent a year" hint="0: none. It is proposed, never charged by itself." problem={at('yearly')}
			><input class="input" name="yearly" bind:value={rules.yearly} /></Field
		>
		<Field label="Days of grace" hint="never charged later" problem={at('grace')}
			><input class="input" name="grace" bind:value={rules.grace} /></Field
		>
	</div>
</Dialog>
