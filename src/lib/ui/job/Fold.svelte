<script lang="ts">
	import { onMount, untrack, type Snippet } from 'svelte';
	/** A section of a job that folds, and is found as it was left. The digits go from one to the next. */
	interface Props {
		/** What it is kept under on this device. */
		name: string;
		title: string;
		/** Said beside the title, also while it is folded. */
		sub?: string;
		/** Folded until somebody opens it. */
		folded?: boolean;
		actions?: Snippet;
		children: Snippet;
		id?: string;
	}
	let { name, title, sub = '', folded = false, actions, children, id }: Props = $props();
	let open = $state(untrack(() => !folded));
	const key = $derived(`fold:${name}`);
	// What is kept is a hint: a device that keeps nothing shows it as it begins.
	const kept = () => {
		try {
			return localStorage.getItem(key);
		} catch {
			return null;
		}
	};
	onMount(() => {
		const was = kept();
		if (was !== null) open = was === 'open';
		toHash();
	});
	/** What a link leads to is open, however it was left. */
	function toHash() {
		if (id && location.hash === `#${id}`) open = true;
	}
	function toggled(e: Event & { currentTarget: HTMLDetailsElement }) {
		const now = e.currentTarget.open;
		if (kept() === null && now === !folded) return;
		try {
			localStorage.setItem(key, now ? 'open' : 'folded');
		} catch {
			return;
		}
	}
</script>

<svelte:window onhashchange={toHash} />
<details class="sheet" data-section {id} bind:open ontoggle={toggled}>
	<summary
		><h2>{title}</h2>
		{#if sub}<span class="quiet">{sub}</span>{/if}</summary
	>
	{#if open}<div class="body">
			{#if actions}<div class="actions">{@render actions()}</div>{/if}
			{@render children()}
		</div>{/if}
</details>

<style>
	summary {
		display: flex;
		align-items: baseline;
		gap: 12px;
		padding: 12px 16px;
		cursor: pointer;
		list-style: none;
	}
	summary::-webkit-details-marker {
		display: none;
	}
	summary::before {
		content: '';
		align-self: center;
		width: 7px;
		height: 7px;
		border-right: 2px solid var(--quiet);
		border-bottom: 2px solid var(--quiet);
		transform: rotate(-45deg);
	}
	details[open] > summary::before {
		transform: rotate(45deg);
	}
	summary .quiet {
		margin-left: auto;
		text-align: right;
	}
	.body {
		padding: 0 16px 14px;
	}
	.actions {
		display: flex;
		flex-wrap: wrap;
		gap: 4px 16px;
		margin-bottom: 8px;
	}
</style>
