<script lang="ts">
	import type { Snippet } from 'svelte';
	import { page } from '$app/state';
	import Sheet from '../forms/Sheet.svelte';
	import { may, type Holder, type Right } from '$lib/core/access';
	/** Title line of a desk page with its one main action, the pages of the place, and the content. */
	let {
		title,
		sub = '',
		pages = [],
		current = '',
		actions,
		children,
		wide = false,
		asks = false
	}: {
		title: string;
		sub?: string;
		/** Address, name, and the right it needs: a door that would not open is not shown. */
		pages?: [string, string, Right][];
		current?: string;
		actions?: Snippet;
		children: Snippet;
		wide?: boolean;
		/** It is typed into as a whole and saved by its own button: leaving it with something unsaved asks first. */
		asks?: boolean;
	} = $props();
	const who = $derived(page.data.me as Holder | undefined);
	const open = $derived(pages.filter(([, , right]) => who !== undefined && may(who, right)));
</script>

<svelte:head><title>{title} · Nickel Yard</title></svelte:head>
<header class="top">
	<div class="titles">
		<h1>{title}</h1>
		{#if sub}<p class="quiet">{sub}</p>{/if}
	</div>
	<button type="button" class="find no-print" onclick={() => window.dispatchEvent(new CustomEvent('ny:find'))}
		>Find or do <kbd>Ctrl K</kbd></button
	>
	<div class="actions no-print">{@render actions?.()}</div>
</header>
{#if open.length > 1}
	<nav class="pages no-print" aria-label="Pages of this place">
		{#each open as [path, word] (path)}<a href={path} aria-current={path === current ? 'page' : undefined}>{word}</a>{/each}
	</nav>
{/if}
<div class="content" class:wide>
	{#if asks}<Sheet>{@render children()}</Sheet>{:else}{@render children()}{/if}
</div>

<style>
	.top {
		display: flex;
		align-items: center;
		gap: 14px;
		padding: 10px 18px;
		min-height: 63px;
		background: var(--color-base-100);
		border-bottom: 1px solid var(--line);
	}
	.titles {
		margin-right: auto;
		min-width: 0;
	}
	.titles p {
		white-space: nowrap;
		overflow: hidden;
		text-overflow: ellipsis;
	}
	h1 {
		white-space: nowrap;
		overflow: hidden;
		text-overflow: ellipsis;
	}
	.find {
		display: flex;
		justify-content: space-between;
		align-items: center;
		width: 220px;
		height: 30px;
		padding: 0 0.6rem;
		background: var(--color-base-200);
		border: 1px solid color-mix(in oklab, var(--color-base-content) 30%, var(--color-base-100));
		border-radius: 4px;
		color: var(--quiet);
		cursor: pointer;
		flex: none;
	}
	kbd {
		font-family: var(--font-figure);
		font-size: 0.8rem;
		border: 1px solid var(--line);
		border-radius: 3px;
		padding: 0 0.3rem;
		background: var(--color-base-100);
	}
	.actions {
		display: flex;
		gap: 10px;
		flex: none;
	}
	.pages {
		display: flex;
		gap: 1.3rem;
		padding: 0 18px;
		background: var(--color-base-100);
		border-bottom: 1px solid var(--line);
	}
	.pages a {
		padding: 7px 0 6px;
		text-decoration: none;
		color: var(--quiet);
		border-bottom: 2px solid transparent;
		font-family: var(--font-figure);
	}
	.pages a[aria-current] {
		color: var(--color-base-content);
		font-weight: 650;
		border-color: var(--color-primary);
	}
	.content {
		padding: 12px 18px 40px;
	}
	.content.wide {
		padding: 0;
	}
	@media (max-width: 800px) {
		.top {
			flex-wrap: wrap;
		}
		.find {
			width: auto;
		}
		kbd {
			display: none;
		}
		.pages {
			overflow-x: auto;
		}
	}
</style>
