<script lang="ts">
	import type { Snippet } from 'svelte';
	import type { Step } from '$lib/core/explain';
	import How from './How.svelte';
	import type { TallyRow } from './tally';
	/** The chain of numbers of the open record, each with its "how?". On a narrow screen a bar at the bottom that opens. */
	let {
		rows,
		bar,
		how,
		own = false,
		about = 'the whole',
		picture,
		children
	}: {
		rows: TallyRow[];
		/** What the closed bar of a narrow screen says: a word, a figure, and a remark. */
		bar: [string, string, string];
		how?: (() => Step) | undefined;
		/** A sheet of its own beside others, instead of the side of the page. */
		own?: boolean;
		/** What that how is about. */
		about?: string;
		picture?: Snippet;
		children?: Snippet;
	} = $props();
	let opened = $state(false);
</script>

<aside aria-label="Tally" class:opened class:own>
	<button type="button" class="bar no-print" onclick={() => (opened = !opened)} aria-expanded={opened}
		><span>{bar[0]}</span><strong class="figure">{bar[1]}</strong><span>{bar[2]}</span></button
	>
	<div class="inside">
		<div class="head">
			<h2>Tally</h2>
			{#if how}<How steps={how} {about} />{/if}
		</div>
		{@render picture?.()}
		<dl>
			{#each rows as r (r.label)}<div class={r.tone} class:rule={r.rule}>
					<dt>
						{#if r.how}<How label={r.label} steps={r.how} about="the {r.label.toLowerCase()}" />{:else}{r.label}{/if}{#if r.note}&nbsp;<span
								class="quiet">{r.note}</span
							>{/if}{#if r.change}&nbsp;<button type="button" class="link" onclick={r.change}>change</button>{/if}
					</dt>
					<dd data-testid={r.testId}>{r.value}</dd>
				</div>{/each}
		</dl>
		{@render children?.()}
	</div>
</aside>

<style>
	aside {
		background: var(--color-base-100);
		border-left: 1px solid var(--line);
	}
	.own {
		border: 1px solid var(--line);
		border-radius: 4px;
		height: fit-content;
	}
	.inside {
		padding: 12px 16px 24px;
		position: sticky;
		top: 0;
	}
	.head {
		display: flex;
		justify-content: space-between;
		margin-bottom: 8px;
	}
	dl {
		margin-top: 6px;
	}
	dl div {
		display: flex;
		justify-content: space-between;
		gap: 12px;
		padding: 3px 0;
	}
	dd {
		font-family: var(--font-figure);
		font-variant-numeric: tabular-nums;
		font-weight: 500;
		white-space: nowrap;
	}
	.rule {
		border-top: 1px solid var(--line);
		margin-top: 4px;
		padding-top: 6px;
		font-weight: 600;
	}
	dl :global(.how) {
		color: inherit;
		text-align: left;
	}
	.gain {
		color: var(--color-primary);
	}
	.problem {
		color: var(--color-error);
	}
	.price {
		font-size: 1.22rem;
		font-weight: 700;
	}
	.price dd,
	.strong,
	.strong dd {
		font-weight: 700;
	}
	.bar {
		display: none;
	}
	@media (max-width: 1100px) {
		aside {
			position: fixed;
			left: 0;
			right: 0;
			bottom: 0;
			z-index: 15;
			border-left: 0;
			border-top: 1px solid var(--line);
			max-height: 80vh;
			overflow: auto;
		}
		.bar {
			display: flex;
			justify-content: space-between;
			width: 100%;
			padding: 12px 16px;
		}
		aside:not(.opened) .inside {
			display: none;
		}
	}
	@media print {
		aside {
			border-left: 0;
		}
	}
</style>
