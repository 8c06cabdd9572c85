<script lang="ts">
	import type { Snippet } from 'svelte';
	import { page } from '$app/state';
	import { homeOf, may, type Holder } from '$lib/core/access';
	import Calendar from '@lucide/svelte/icons/calendar-days';
	import Chart from '@lucide/svelte/icons/chart-no-axes-column';
	import Hammer from '@lucide/svelte/icons/hammer';
	import Handshake from '@lucide/svelte/icons/handshake';
	import Receipt from '@lucide/svelte/icons/receipt-text';
	import Ruler from '@lucide/svelte/icons/ruler';
	import Sunrise from '@lucide/svelte/icons/sunrise';
	import Warehouse from '@lucide/svelte/icons/warehouse';
	import FindOrDo from './FindOrDo.svelte';
	import Shortcuts from './Shortcuts.svelte';
	import Told from './Told.svelte';
	import { PLACES } from './places';

	let { who, children }: { who: Holder; children: Snippet } = $props();
	const icons = {
		sunrise: Sunrise,
		handshake: Handshake,
		calendar: Calendar,
		hammer: Hammer,
		receipt: Receipt,
		ruler: Ruler,
		chart: Chart,
		warehouse: Warehouse
	};
	const places = $derived(
		PLACES.map((p) => ({ ...p, pages: p.pages.filter(([, , right]) => may(who, right)) })).filter((p) => p.pages.length > 0)
	);
	/** A job that is still to be won is no work yet. */
	const bid = $derived((page.data.head as { job?: { number?: number | null } } | undefined)?.job?.number === null);
	const here = $derived(
		places.find((p) => p.pages.some(([path]) => page.url.pathname.startsWith(path)))?.word ??
			(page.url.pathname.startsWith('/work/') ? 'Work' : null) ??
			(page.url.pathname.startsWith('/jobs') ? (page.url.pathname.split('/')[3] === 'estimate' || bid ? 'Win' : 'Work') : '')
	);
</script>

<a class="skip" href="#main">To the content</a>
<div class="desk">
	<nav class="rail no-print" aria-label="Places">
		<a class="badge" href={homeOf(who)} aria-label="Nickel Yard"
			><svg viewBox="0 0 36 36" width="36" height="36" aria-hidden="true"
				><circle cx="18" cy="18" r="16.4" fill="none" stroke="currentColor" stroke-width="3" /><path
					d="M18 10.5l7.5 7.5-7.5 7.5-7.5-7.5z"
					fill="none"
					stroke="currentColor"
					stroke-width="2.4"
				/></svg
			></a
		>
		{#each places as p (p.word)}
			{@const Icon = icons[p.icon as keyof typeof icons]}
			<a href={p.pages[0]?.[0]} aria-current={p.word === here ? 'true' : undefined}
				><Icon size={20} strokeWidth={1.6} aria-hidden="true" /><span>{p.word}</span></a
			>
		{/each}
	</nav>
	<main id="main" tabindex="-1">{@render children()}</main>
</div>
<FindOrDo {who} />
<Shortcuts />
<Told />

<style>
	.desk {
		display: grid;
		grid-template-columns: 68px minmax(0, 1fr);
		min-height: 100vh;
	}
	.rail {
		background: var(--rail);
		border-right: 1px solid var(--line);
		display: flex;
		flex-direction: column;
		align-items: center;
		padding: 10px 3px;
		gap: 2px;
		position: sticky;
		top: 0;
		height: 100vh;
		overflow-y: auto;
	}
	.rail a {
		width: 60px;
		padding: 5px 0 3px;
		display: flex;
		flex-direction: column;
		align-items: center;
		gap: 1px;
		text-decoration: none;
		color: color-mix(in oklab, var(--color-base-content) 82%, var(--rail));
		font-size: 0.88rem;
		border-radius: 2px;
		border: 1px solid transparent;
		border-bottom-width: 2px;
		font-family: var(--font-figure);
	}
	.rail .badge {
		margin-bottom: 8px;
		color: var(--color-base-content);
	}
	.rail a[aria-current] {
		background: var(--color-base-100);
		border-color: var(--line);
		border-bottom-color: var(--color-primary);
		color: var(--color-base-content);
		font-weight: 600;
	}
	main {
		min-width: 0;
		outline: none;
	}
	@media (max-width: 640px) {
		.desk {
			grid-template-columns: 1fr;
		}
		.rail {
			position: fixed;
			bottom: 0;
			top: auto;
			height: auto;
			flex-direction: row;
			width: 100%;
			z-index: 20;
			overflow-x: auto;
			padding: 2px;
			border-top: 1px solid var(--line);
		}
		.rail .badge {
			display: none;
		}
		main {
			padding-bottom: 64px;
		}
	}
</style>
