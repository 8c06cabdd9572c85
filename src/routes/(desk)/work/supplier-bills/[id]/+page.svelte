<script lang="ts">
	import { latestOf } from '$lib/client/shown.svelte';
	import type { CommandName, Input } from '$lib/contract';
	import { command } from '$lib/client/command';
	import { formatCents, formatQuantity } from '$lib/core/money';
	import Dialog from '$lib/ui/forms/Dialog.svelte';
	import Field from '$lib/ui/forms/Field.svelte';
	import Files from '$lib/ui/forms/Files.svelte';
	import Tally from '$lib/ui/money/Tally.svelte';
	import type { TallyRow } from '$lib/ui/money/tally';
	import Mark from '$lib/ui/shell/Mark.svelte';
	import Page from '$lib/ui/shell/Page.svelte';
	import { showDay } from '$lib/ui/shell/dates';
	import { pagesOf } from '$lib/ui/shell/places';
	let { data: given } = $props();
	const data = $derived(latestOf(given));
	const b = $derived(data.bill);
	const stands = $derived(b.withdrawnAt !== null ? 'taken back' : b.paidOn ? 'paid' : 'to pay');
	const rows = $derived.by((): TallyRow[] => [
		{ label: 'Lines', value: formatCents(data.lines.reduce((a, l) => a + l.amount, 0)) },
		...(b.freight ? [{ label: 'Freight', value: formatCents(b.freight) }] : []),
		...(b.other ? [{ label: 'Other', value: formatCents(b.other) }] : []),
		...(b.tax ? [{ label: 'Tax', value: formatCents(b.tax), note: b.recovered ? `${formatCents(b.recovered)} comes back` : '' }] : []),
		...(b.discount ? [{ label: 'Discount', value: formatCents(-b.discount) }] : []),
		{ label: 'Total', value: formatCents(b.total), rule: true, tone: 'price' },
		...(b.discountTaken ? [{ label: 'Paid early', value: formatCents(-b.discountTaken) }] : [])
	]);
	let withdrawing = $state(false);
	let reason = $state('');
	let problem = $state('');
	async function act<N extends CommandName>(name: N, input: Input<N>) {
		const r = await command(name, input);
		if (r.ok) [withdrawing, problem] = [false, ''];
		else problem = r.message;
	}
</script>

<Page title="Bill {b.number}" sub={data.firm} pages={pagesOf('Work')} current="/work/supplier-bills">
	{#snippet actions()}{#if data.mayChange && b.withdrawnAt === null}{#if b.paidOn === null}<button
					class="btn"
					onclick={() => {
						[withdrawing, reason, problem] = [true, '', ''];
					}}>Take back</button
				>{/if}<button
				class="btn btn-primary"
				onclick={() => act('buying.pay-bill', { billId: b.id, day: b.paidOn === null ? data.today : null, version: b.version })}
				>{b.paidOn === null ? 'Paid today' : 'Not paid after all'}</button
			>{/if}{/snippet}
	{#if problem && !withdrawing}<p class="problem mb-2" role="alert">{problem}</p>{/if}
	<div class="grid gap-4 lg:grid-cols-[minmax(0,1fr)_300px]">
		<div class="grid content-start gap-4">
			<section class="sheet overflow-x-auto">
				<div class="flex justify-between p-3">
					<p class="quiet">
						{showDay(b.day)}, due {showDay(b.due)}{b.paidOn
							? `, paid ${showDay(b.paidOn)}`
							: b.earlyUntil
								? `, ${formatCents(b.earlyDiscount)} less until ${showDay(b.earlyUntil)}`
								: ''}
					</p>
					<Mark kind={stands === 'paid' ? 'done' : stands === 'to pay' ? 'wait' : 'ring'} label={stands} />
				</div>
				<table class="grid-table">
					<thead
						><tr
							><th>What</th><th class="num">Quantity</th><th class="num">Amount</th><th>Cost of</th><th class="num"
								>with its part of the foot</th
							></tr
						></thead
					>
					<tbody
						>{#each data.lines as l (l.id)}{#each l.shares as s, n (`${l.id}${n}`)}<tr
									>{#if n === 0}<td
											>{l.name}{#if l.orderId}<br /><a class="link" href="/work/orders/{l.orderId}">order {l.order}</a>{/if}</td
										><td class="num">{formatQuantity(l.quantity)} {l.unit}</td><td class="num">{formatCents(l.amount)}</td>{:else}<td
										></td><td></td><td></td>{/if}<td
										>{#if s.jobId}<a class="link" href="/jobs/{s.jobId}/costs">{s.job}</a><span class="quiet"
												>{s.state === 'absorbed' ? ', in the contract' : s.state ? `, ${s.state}` : ''}</span
											>{:else}ours: overhead{/if}</td
									><td class="num">{formatCents(s.cost)}</td></tr
								>{/each}{/each}</tbody
					>
				</table>
			</section>
			<Files subject="supplier-bill:{b.id}" files={data.files} mayChange={data.mayChange} />
		</div>
		<Tally {rows} own bar={['Total', formatCents(b.total), stands]} />
	</div>
</Page>
<Dialog
	bind:open={withdrawing}
	title="Take bill {b.number} back"
	save="Take it back"
	danger
	{problem}
	onsave={() => act('buying.withdraw-bill', { billId: b.id, reason })}
>
	<p>Its costs leave their jobs, and its order lines are open again. It can be entered anew.</p>
	<Field label="Why"><input class="input" bind:value={reason} required /></Field>
</Dialog>
