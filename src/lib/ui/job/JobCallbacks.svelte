<script lang="ts">
	import { goto } from '$app/navigation';
	import { command } from '$lib/client/command';
	import { formatCents } from '$lib/core/money';
	import Dialog from '../forms/Dialog.svelte';
	import Field from '../forms/Field.svelte';
	interface Props {
		job: { id: string; name: string };
		callbacks: { id: string; number: number | null; name: string; stage: string; warranty: boolean; cost: number | null }[];
		mayChange: boolean;
	}
	/** Jobs that mend this one, each with what it cost. */
	let { job, callbacks, mayChange }: Props = $props();
	let open = $state(false);
	let t = $state({ name: '', warranty: true });
	let problem = $state('');
	const cost = $derived(callbacks.reduce((a, c) => a + (c.cost ?? 0), 0));
	async function begin() {
		const r = await command('jobs.open-callback', { jobId: job.id, ...t }, { refresh: false });
		if (r.ok) await goto(`/jobs/${r.result.jobId}`);
		else problem = r.field === 'name' ? 'Say what is mended.' : r.message;
	}
</script>

{#each callbacks as c (c.id)}<p class="flex gap-3">
		<a class="link" href="/jobs/{c.id}">{c.number} {c.name}</a><span class="quiet"
			>{c.warranty ? 'under warranty' : 'billed'} · {c.stage}</span
		>{#if c.cost !== null}<span class="figure ml-auto">{formatCents(c.cost)}</span>{/if}
	</p>{/each}
{#if callbacks.length && cost > 0}<p class="flex justify-between border-t pt-1" style="border-color: var(--line)">
		<span>It cost again</span><strong class="figure">{formatCents(cost)}</strong>
	</p>{/if}
{#if mayChange}<button
		class="link mt-1"
		onclick={() => ((open = true), (t = { name: `${job.name}: callback`, warranty: true }), (problem = ''))}>Come again to mend it</button
	>{/if}
{#if open}<Dialog bind:open title="Come again" save="Open the job" onsave={begin} {problem}>
		<Field label="What is mended"><input class="input" name="callback" bind:value={t.name} /></Field>
		<label class="flex items-center gap-2"
			><input type="checkbox" class="checkbox" name="warranty" bind:checked={t.warranty} />Under warranty: nothing of it is billed</label
		>
	</Dialog>{/if}
