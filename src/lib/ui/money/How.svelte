<script lang="ts">
	import type { Step } from '$lib/core/explain';
	import { ask } from '$lib/client/ask';
	import Steps from './Steps.svelte';
	/** Opens the steps behind a number. They are built only when asked for: here, or by the server, by the name of the record. */
	let { steps, of, label = 'how?', about }: { steps?: () => Step; of?: string; label?: string; about: string } = $props();
	let problem = $state('');
	async function look() {
		problem = '';
		if (steps) return void (tree = steps());
		const r = await ask('explain.record', { of: of ?? '' });
		if (r.ok) tree = r.result;
		else problem = r.message;
	}
	let dialog: HTMLDialogElement | undefined = $state();
	let tree: Step | null = $state(null);
	$effect(() => {
		if (tree && !dialog?.open) dialog?.showModal();
	});
</script>

<button type="button" class="how" aria-label="{label}: how {about} came about" onclick={look}>{label}</button>
{#if problem}<span class="problem" role="alert">{problem}</span>{/if}
{#if tree}
	<dialog bind:this={dialog} class="sheet" aria-label="How {about} came about" onclose={() => (tree = null)}>
		<header>
			<h2>{tree.label}</h2>
			<span class="figure">{tree.result}</span>
			<button type="button" class="btn no-print" onclick={() => window.print()}>Print</button>
			<form method="dialog"><button class="btn">Close</button></form>
		</header>
		<div class="tree"><Steps step={tree} depth={0} /></div>
	</dialog>
{/if}

<style>
	.how {
		color: var(--color-primary);
		text-decoration: underline dotted;
		text-underline-offset: 3px;
		cursor: pointer;
		font: inherit;
	}
	dialog {
		width: min(680px, 94vw);
		max-height: 84vh;
		padding: 0;
		color: inherit;
	}
	dialog::backdrop {
		background: rgb(20 25 25 / 0.35);
	}
	header {
		display: flex;
		gap: 1rem;
		align-items: center;
		padding: 0.8rem 1rem;
		border-bottom: 1px solid var(--line);
		position: sticky;
		top: 0;
		background: var(--color-base-100);
	}
	header .figure {
		font-weight: 700;
		margin-left: auto;
	}
	@media print {
		/* Only the steps go on paper. */
		:global(body:has(dialog[open]) > *) {
			visibility: hidden;
		}
		dialog[open],
		dialog[open] :global(*) {
			visibility: visible;
		}
		dialog[open] {
			position: absolute;
			inset: 0;
			width: auto;
			max-height: none;
			border: 0;
		}
	}
	.tree {
		padding: 0.5rem 1rem 1rem;
	}
</style>
