<script lang="ts">
	import type { NextStep } from '$lib/core/sales';
	import Mark from '../shell/Mark.svelte';
	/** What is next on a job, with the one thing to do about it. */
	let { next, jobId }: { next: NextStep; jobId: string } = $props();
	const href = $derived(
		next.path.startsWith('~') ? next.path.slice(1) : next.path.startsWith('#') ? next.path : `/jobs/${jobId}${next.path}`
	);
	const NAMES = { need: 'Next', wait: 'Waiting', half: 'Going on', done: 'Done' } as const;
</script>

<section class="next" aria-label="What is next">
	<Mark kind={next.mark} label={NAMES[next.mark]} />
	<p>{next.words}</p>
	{#if next.action}<a class="btn" class:btn-primary={next.mark === 'need'} {href}>{next.action}</a>{/if}
</section>

<style>
	.next {
		display: flex;
		flex-wrap: wrap;
		align-items: center;
		gap: 6px 14px;
		padding: 8px 18px;
		background: var(--color-base-100);
		border-bottom: 1px solid var(--line);
	}
	p {
		font-weight: 600;
		margin-right: auto;
	}
</style>
