<script lang="ts">
	import { goto } from '$app/navigation';
	import { command } from '$lib/client/command';
	import { formatCents, formatRate } from '$lib/core/money';
	import Dialog from '../forms/Dialog.svelte';
	import Field from '../forms/Field.svelte';
	import Mark from '../shell/Mark.svelte';
	import { showDay } from '../shell/dates';
	interface Change {
		number: number;
		title: string;
		days: number;
		state: 'draft' | 'open' | 'accepted' | 'declined' | 'replaced' | 'withdrawn';
		net: number;
		margin: number | null;
	}
	interface Props {
		jobId: string;
		changes: Change[];
		/** The contract as it was sold, cents. */
		sold: number;
		/** When the crew is there next. */
		nextDay: string | null;
		mayEstimate: boolean;
	}
	/** Change orders of a job with the contract as each that was agreed leaves it; those that wait say when the crew is there. */
	let { jobId, changes, sold, nextDay, mayEstimate }: Props = $props();
	const marks = { draft: 'ring', open: 'wait', accepted: 'done', declined: 'need', replaced: 'ring', withdrawn: 'ring' } as const;
	let changing = $state(false);
	let changeTitle = $state('');
	let problem = $state('');
	const rows = $derived(
		changes.map((c, n) => ({
			...c,
			contract: sold + changes.slice(0, n + 1).reduce((a, o) => a + (o.state === 'accepted' ? o.net : 0), 0)
		}))
	);
	const waits = (c: Change) => c.state === 'draft' || c.state === 'open';
	async function startChange() {
		const r = await command('estimates.start-change', { jobId, title: changeTitle }, { refresh: false });
		if (r.ok) await goto(`/jobs/${jobId}/estimate?change=${r.result.change}`);
		else problem = r.field === 'title' ? 'Say what changes.' : r.message;
	}
</script>

{#if mayEstimate}<button class="link" onclick={() => ((changing = true), (changeTitle = ''), (problem = ''))}>New change order</button>{/if}
{#if rows.length}<table class="grid-table mt-1">
		<thead
			><tr
				><th>No.</th><th>What</th><th>State</th><th class="num">Net</th><th class="num">Margin</th><th class="num">Days</th><th class="num"
					>Contract after it</th
				></tr
			></thead
		>
		<tbody
			>{#each rows as c (c.number)}<tr
					><td>{c.number}</td><td
						>{#if mayEstimate}<a class="link" href="/jobs/{jobId}/estimate?change={c.number}">{c.title}</a
							>{:else}{c.title}{/if}{#if waits(c) && nextDay}<span class="quiet block">the crew is there on {showDay(nextDay)}</span
							>{/if}</td
					><td><Mark kind={marks[c.state]} label={c.state === 'open' ? 'waiting' : c.state === 'draft' ? 'not sent' : c.state} /></td><td
						class="num">{formatCents(c.net)}</td
					><td class="num">{c.margin === null ? '' : formatRate(c.margin)}</td><td class="num"
						>{c.days > 0 ? `+${c.days}` : c.days || ''}</td
					><td class="num">{c.state === 'accepted' ? formatCents(c.contract) : ''}</td></tr
				>{/each}</tbody
		>
	</table>{:else}<p class="quiet">None. What the customer adds or leaves out after winning is offered, and agreed, here.</p>{/if}
<Dialog bind:open={changing} title="New change order" save="Begin" onsave={startChange} {problem}>
	<Field label="What changes"
		><input class="input" name="change-title" bind:value={changeTitle} placeholder="New deck boards above the kitchen" /></Field
	>
</Dialog>
