<script lang="ts">
	import { untrack } from 'svelte';
	import { ask } from '$lib/client/ask';
	import { command } from '$lib/client/command';
	import type { Answer, CommandName, Input } from '$lib/contract';
	import Dialog from '../forms/Dialog.svelte';
	import Field from '../forms/Field.svelte';
	import { showDay } from '../shell/dates';
	/** What a rule will make, one after the other: left out, moved, as the rule says again; and when it ends. */
	interface Props {
		rule: { id: string; name: string; version: number };
		mayChange: boolean;
		onclose: () => void;
	}
	let { rule, mayChange, onclose }: Props = $props();
	let open = $state(true);
	let all = $state<Answer<'repeats.coming'>>([]);
	let problem = $state('');
	let moving = $state<{ occursOn: string; day: string } | null>(null);
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
			moving = null;
			await read();
		}
		return r.ok;
	}
	const where = (o: (typeof all)[number]) =>
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
						><td class:quiet={o.day === null}>{showDay(o.occursOn)}</td><td>{where(o)}{o.exception ? ', by hand' : ''}</td><td
							class="text-right"
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
									><button type="button" class="link" onclick={() => (moving = { occursOn: o.occursOn, day: o.day ?? o.occursOn })}
										>Move<span class="sr-only"> {showDay(o.occursOn)}</span></button
									>{/if}{/if}</td
						></tr
					>{:else}<tr><td class="quiet">Nothing comes of this rule any more.</td></tr>{/each}</tbody
			>
		</table>
	</div>
	{#if moving}<div class="flex items-end gap-3">
			<Field label="That of {showDay(moving.occursOn)} comes on"
				><input class="input" type="date" name="moved-to" bind:value={moving.day} /></Field
			><button
				type="button"
				class="btn"
				onclick={() => moving && act('repeats.except', { ruleId: rule.id, occursOn: moving.occursOn, day: moving.day })}>Move it</button
			>
		</div>{/if}
	{#if mayChange}<div class="flex items-end gap-3">
			<Field label="It ends: last day" hint="what is made stays"
				><input class="input" type="date" name="last-day" bind:value={lastDay} /></Field
			><button type="button" class="btn" disabled={!lastDay} onclick={end}>End it</button>
		</div>{/if}
</Dialog>
