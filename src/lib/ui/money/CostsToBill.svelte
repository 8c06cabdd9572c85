<script lang="ts">
	import type { Input } from '$lib/contract';
	import { untrack } from 'svelte';
	import { formatCents, formatQuantity, parseCents } from '$lib/core/money';
	import Field from '../forms/Field.svelte';
	import { readAt, readForm } from '../forms/typed';
	import { showDay } from '../shell/dates';
	/** Hours and materials that wait: all or picked, whole or a part of each, and how their customer reads them. */
	interface Cost {
		id: string;
		day: string;
		name: string;
		quantity: number;
		unit: string;
		charge: number;
		billed: number;
	}
	let {
		costs,
		today,
		busy,
		mayBill,
		onbill
	}: { costs: Cost[]; today: string; busy: boolean; mayBill: boolean; onbill: (i: Omit<Input<'invoices.costs'>, 'jobId'>) => void } =
		$props();
	// The day begins as today and is then what was chosen.
	let cutOff = $state(untrack(() => today));
	let grouping: 'each' | 'day' | 'one' = $state('each');
	let off: Record<string, boolean> = $state({});
	let part: Record<string, string> = $state({});
	let problem = $state('');
	let at = $state('');
	const within = $derived(costs.filter((c) => c.day <= cutOff));
	const chosen = $derived(within.filter((c) => !off[c.id]));
	const sum = $derived(chosen.reduce((a, c) => a + c.charge - c.billed, 0));
	function bill() {
		const read = readForm(() =>
			chosen.map((c) => {
				const text = (part[c.id] ?? '').trim();
				return text === '' ? { id: c.id } : { id: c.id, amount: readAt(c.id, () => parseCents(text)) };
			})
		);
		[problem, at] = read.ok ? ['', ''] : [read.message, read.field];
		if (read.ok) onbill({ cutOff, grouping, costs: read.value });
	}
</script>

<section class="sheet" aria-label="Time and materials">
	<div class="flex flex-wrap items-end gap-3 p-3">
		<h2 class="mr-auto self-center">Time and materials not billed</h2>
		<Field label="Up to and with"><input class="input" type="date" name="cut-off" bind:value={cutOff} /></Field>
		<Field label="The customer reads"
			><select class="select" name="grouping" bind:value={grouping}
				><option value="each">each one</option><option value="day">a line a day</option><option value="one">one line</option></select
			></Field
		>
		{#if mayBill}<button class="btn btn-primary" disabled={busy || chosen.length === 0} onclick={bill}>Draft {formatCents(sum)}</button
			>{/if}
	</div>
	{#if problem}<p class="problem px-3 pb-2" role="alert">{problem}</p>{/if}
	<table class="grid-table">
		<thead
			><tr
				><th></th><th>Day</th><th>What</th><th class="num">Quantity</th><th class="num">Left to bill</th><th class="num">Only a part</th
				></tr
			></thead
		>
		<tbody
			>{#each within as c (c.id)}<tr
					><td
						><input
							type="checkbox"
							class="checkbox"
							aria-label="Bill {c.name} of {c.day}"
							checked={!off[c.id]}
							onchange={() => (off[c.id] = !off[c.id])}
						/></td
					><td>{showDay(c.day)}</td><td>{c.name}</td><td class="num">{formatQuantity(c.quantity)} {c.unit}</td><td class="num"
						>{formatCents(c.charge - c.billed)}{#if c.billed}<br /><span class="quiet">of {formatCents(c.charge)}</span>{/if}</td
					><td class="num"
						><input
							class="input text-right"
							class:input-error={at === c.id}
							style="width: 92px; height: 24px; min-height: 24px"
							aria-label="Part of {c.name} of {c.day}"
							bind:value={part[c.id]}
						/></td
					></tr
				>{/each}</tbody
		>
	</table>
</section>
