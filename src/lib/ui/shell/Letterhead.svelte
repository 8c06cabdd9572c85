<script lang="ts">
	import { words } from '$lib/ui/words/customer';
	import type { Snippet } from 'svelte';
	import type { Face } from '$lib/core/documents';
	/** A page of the company for its customers: its letterhead, no chrome of ours. */
	let {
		name,
		line,
		color,
		footer,
		logo = null,
		face = 'plain',
		watched = true,
		children
	}: {
		name: string;
		line: string;
		color: string;
		footer: string;
		logo?: string | null | undefined;
		face?: Face | undefined;
		/** It is noted when and how this page was read. */ watched?: boolean;
		children: Snippet;
	} = $props();
</script>

<div class="paper" data-face={face}>
	<header style:background={color}>
		<div>
			{#if logo}<img src="/public/picture/{logo}?small" alt="" width="44" height="44" />{/if}
			<span><strong>{name}</strong><span>{line}</span></span>
		</div>
	</header>
	<main>{@render children()}</main>
	<footer>
		<p>{footer}</p>
		{#if watched}<p>
				{words.customer.watched}
			</p>{/if}
	</footer>
</div>

<style>
	:global(html) {
		font-size: 16px;
	}
	.paper[data-face='book'] {
		--font-figure: 'Source Serif 4', serif;
		font-family: 'Source Serif 4', serif;
	}
	.paper[data-face='poster'] {
		font-family: var(--font-figure);
	}
	header {
		color: #fff;
		padding: 16px 18px;
	}
	header div,
	main,
	footer {
		max-width: 680px;
		margin: 0 auto;
	}
	header div {
		display: flex;
		gap: 14px;
		align-items: center;
	}
	header img {
		background: #fff;
		object-fit: contain;
	}
	header strong {
		display: block;
		font-family: var(--font-figure);
		font-size: 1.1rem;
	}
	header span {
		font-size: 0.93rem;
	}
	main {
		padding: 18px 18px 130px;
	}
	footer {
		padding: 0 18px 120px;
		font-size: 0.82rem;
		color: var(--quiet);
	}
</style>
