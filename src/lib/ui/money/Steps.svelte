<script lang="ts">
	import type { Step } from '$lib/core/explain';
	import Steps from './Steps.svelte';
	let { step, depth }: { step: Step; depth: number } = $props();
</script>

{#if step.steps?.length}
	<details open={depth < 1}>
		<summary
			><span class="label">{step.label}</span><span class="formula">{step.formula ?? ''}</span><span class="figure">{step.result}</span
			></summary
		>
		<div class="inner">
			{#each step.steps as s, i (i)}<Steps step={s} depth={depth + 1} />{/each}{#if step.source}<a class="link" href={step.source}
					>where it is kept</a
				>{/if}
		</div>
	</details>
{:else}
	<div class="row">
		<span class="label"
			>{step.label}{#if step.source}&nbsp;<a class="link" href={step.source}>where it is kept</a>{/if}</span
		><span class="formula">{step.formula ?? ''}</span><span class="figure">{step.result}</span>
	</div>
{/if}

<style>
	summary,
	.row {
		display: flex;
		gap: 0.75rem;
		padding: 0.28rem 0;
		border-bottom: 1px solid color-mix(in oklab, var(--line) 60%, transparent);
		align-items: baseline;
	}
	summary {
		cursor: pointer;
	}
	summary::before {
		content: '▸';
		color: var(--quiet);
		width: 0.7rem;
	}
	details[open] > summary::before {
		content: '▾';
	}
	.row {
		padding-left: 1.35rem;
	}
	.formula {
		color: var(--quiet);
		font-size: 0.92rem;
		margin-left: auto;
		text-align: right;
	}
	.figure {
		font-weight: 600;
		white-space: nowrap;
		min-width: 6rem;
		text-align: right;
	}
	.inner {
		padding-left: 1rem;
	}
</style>
