<script lang="ts">
	import { untrack } from 'svelte';
	import { ask } from '$lib/client/ask';
	import { command } from '$lib/client/command';
	import type { Answer, CommandName, Input } from '$lib/contract';
	import { cents, formatCents, parseCents, toTyped } from '$lib/core/money';
	import { Refusal } from '$lib/core/refusal';
	import { clockText, minutesOfClock } from '../board/plan';
	import Dialog from '../forms/Dialog.svelte';
	import Field from '../forms/Field.svelte';
	import { showDay } from '../shell/dates';
	/** What a rule will make, one after the other: left out, moved, as the rule says again; and when it ends. */
	interface Props {
		rule: {
			id: string;
			name: string;
			way: string;
			crewId: string | null;
			from: number | null;
			to: number | null;
			price: number | null;
			version: number;
		};
		crews: { id: string; name: string }[];
		mayChange: boolean;
		onclose: () => void;
	}
	let { rule, crews, mayChange, onclose }: Props = $props();
	let open = $state(true);
	let all = $state<Answer<'repeats.coming'>>([]);
	let problem = $state('');
	/** The one that is changed, as it is typed. */
	let changing = $state<{ occursOn: string; day: string; crewId: string; from: string; to: string; note: string; price: string } | null>(
		null
	);
	let lastDay = $state('');
	const read = () =>
		ask('repeats.coming', { ruleId: rule.id }).then((r) => {
			if (r.ok) all = r.result;
			else problem = r.message;
		});
	$effect(() => {
		void rule.id;
		untrack(() => void read());
	});
	async function act<N extends CommandName>(name: N, input: Input<N>) {
		const r = await command(name, input);
		problem = r.ok ? '' : r.message;
		if (r.ok) {
			changing = null;
			await read();
		}
		return r.ok;
	}
	type Coming = (typeof all)[number];
	function change(o: Coming) {
		const of = { ...rule, ...o.other };
		const price = of.price === null || of.price === undefined ? '' : toTyped(of.price, 2);
		const at = { from: clockText(of.from ?? null), to: clockText(of.to ?? null) };
		changing = { occursOn: o.occursOn, day: o.day ?? o.occursOn, crewId: of.crewId ?? '', ...at, note: o.other?.note ?? '', price };
	}
	/** What is other than the rule has it; what is the same follows the rule. */
	function otherOf(c: NonNullable<typeof changing>): NonNullable<Input<'repeats.except'>['other']> {
		const [from, to] = [minutesOfClock(c.from), minutesOfClock(c.to)];
		const price = c.price.trim() === '' ? null : parseCents(c.price);
		return {
			...(c.crewId === (rule.crewId ?? '') ? {} : { crewId: c.crewId || null }),
			...(from === rule.from && to === rule.to ? {} : { from, to }),
			...(c.note.trim() === '' ? {} : { note: c.note.trim() }),
			...(price === rule.price ? {} : { price })
		};
	}
	async function saveOne() {
		const c = changing;
		if (!c) return;
		if ((c.from && minutesOfClock(c.from) === null) || (c.to && minutesOfClock(c.to) === null))
			return void (problem = 'Type times like 7:00.');
		try {
			await act('repeats.except', { ruleId: rule.id, occursOn: c.occursOn, day: c.day, other: otherOf(c) });
		} catch (e) {
			if (!(e instanceof Refusal)) throw e;
			problem = e.message;
		}
	}
	const others = (o: Coming) =>
		o.other === null
			? []
			: [
					o.other.crewId === undefined ? '' : (crews.find((c) => c.id === o.other?.crewId)?.name ?? 'no crew'),
					o.other.from === undefined
						? ''
						: o.other.from === null
							? 'whole day'
							: `${clockText(o.other.from)}–${clockText(o.other.to ?? null)}`,
					o.other.price === undefined ? '' : o.other.price === null ? 'no price' : formatCents(cents(o.other.price)),
					o.other.note ?? ''
				].filter(Boolean);
	const where = (o: Coming) =>
		o.day === null ? 'left out' : o.merged ? `with that of ${showDay(o.day)}` : o.day === o.occursOn ? '' : `comes on ${showDay(o.day)}`;
	async function end() {
		if (await act('repeats.end', { ruleId: rule.id, lastDay, version: rule.version })) onclose();
	}
</script>

<Dialog
	bind:open={() => open, (v) => (v ? (open = true) : onclose())}
	title="What {rule.name} will make"
	save="Close"
	onsave={onclose}
	{problem}
>
	<!-- What rolls is rolled by keys too. -->
	<!-- svelte-ignore a11y_no_noninteractive_tabindex -->
	<div class="max-h-96 overflow-auto" role="region" aria-label="All of them" tabindex="0">
		<table class="grid-table" aria-label="What will come">
			<tbody
				>{#each all as o (o.occursOn)}<tr
						><td class:quiet={o.day === null}>{showDay(o.occursOn)}</td><td
							>{[where(o), ...others(o)].filter(Boolean).join(' · ')}{o.exception ? ', by hand' : ''}</td
						><td class="text-right"
							>{#if o.made}{#if o.jobId}<a class="link" href="/jobs/{o.jobId}">job {o.number}</a>{:else}made{/if}
							{:else if mayChange}{#if o.exception}<button
										type="button"
										class="link"
										onclick={() => act('repeats.drop-exception', { ruleId: rule.id, occursOn: o.occursOn })}
										>as the rule says<span class="sr-only"> for {showDay(o.occursOn)}</span></button
									>{:else}<button
										type="button"
										class="link mr-3"
										onclick={() => act('repeats.except', { ruleId: rule.id, occursOn: o.occursOn, day: null })}
										>Leave out<span class="sr-only"> {showDay(o.occursOn)}</span></button
									><button type="button" class="link" onclick={() => change(o)}
										>Change<span class="sr-only"> {showDay(o.occursOn)}</span></button
									>{/if}{/if}</td
						></tr
					>{:else}<tr><td class="quiet">Nothing comes of this rule any more.</td></tr>{/each}</tbody
			>
		</table>
	</div>
	{#if changing}<fieldset class="one">
			<legend>That of {showDay(changing.occursOn)}</legend>
			<div class="grid grid-cols-2 gap-3">
				<Field label="It comes on"><input class="input" type="date" name="moved-to" bind:value={changing.day} /></Field>
				<Field label="Price"><input class="input" name="one-price" inputmode="decimal" bind:value={changing.price} /></Field>
				{#if rule.way !== 'made'}<Field label="Crew"
						><select class="select" name="one-crew" bind:value={changing.crewId}
							>{#each crews as c (c.id)}<option value={c.id}>{c.name}</option>{/each}</select
						></Field
					>{/if}
				{#if rule.way === 'booked'}<Field label="From – to, empty: whole day"
						><span class="flex gap-2"
							><input class="input" name="one-from" aria-label="From" bind:value={changing.from} /><input
								class="input"
								name="one-to"
								aria-label="To"
								bind:value={changing.to}
							/></span
						></Field
					>{/if}
			</div>
			<Field label="Note for the crew, this once"
				><textarea class="textarea" rows="2" name="one-note" bind:value={changing.note}></textarea></Field
			>
			<div class="flex items-baseline gap-3">
				<button type="button" class="btn" onclick={saveOne}>Change this one</button><button
					type="button"
					class="link"
					onclick={() => (changing = null)}>Leave it</button
				>
			</div>
		</fieldset>{/if}
	{#if mayChange}<div class="flex items-end gap-3">
			<Field label="It ends: last day" hint="what is made stays"
				><input class="input" type="date" name="last-day" bind:value={lastDay} /></Field
			><button type="button" class="btn" disabled={!lastDay} onclick={end}>End it</button>
		</div>{/if}
</Dialog>

<style>
	.one {
		display: grid;
		gap: 10px;
		padding: 10px 12px;
		border: 1px solid var(--line);
	}
</style>
