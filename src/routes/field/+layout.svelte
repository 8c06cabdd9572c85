<script lang="ts">
	import { onMount } from 'svelte';
	import { afterNavigate } from '$app/navigation';
	import { page } from '$app/state';
	import { command } from '$lib/client/command';
	import { LANGUAGES, LANGUAGE_NAMES, languageOf } from '$lib/core/words';
	import { language } from '$lib/ui/words/language';
	import { words } from '$lib/ui/words/field';
	import { Follower } from '$lib/client/live';
	import { forgetPages, keepPages } from '$lib/client/pages';
	import { queue } from '$lib/client/queue.svelte';
	import Leave from '$lib/ui/forms/Leave.svelte';
	import QueueBar from '$lib/ui/field/QueueBar.svelte';
	import { recordOf } from '$lib/client/record';
	import Clock from '@lucide/svelte/icons/clock-3';
	import Hammer from '@lucide/svelte/icons/hammer';
	import Sunrise from '@lucide/svelte/icons/sunrise';
	let { data, children } = $props();
	const live = new Follower(() => ['plan', 'field']);
	afterNavigate(() => live.look());
	onMount(() => {
		document.documentElement.dataset.size = 'large';
		const stop = live.start();
		const rest = queue.start(data.me.id, () => words.field.queue);
		void keepPages();
		return () => {
			rest();
			delete document.documentElement.dataset.size;
			stop();
		};
	});
	const places = [
		{ path: '/field', word: 'day', icon: Sunrise },
		{ path: '/field/hours', word: 'hours', icon: Clock },
		{ path: '/field/jobs', word: 'jobs', icon: Hammer }
	] as const;
	let problem = $state('');
	async function speak(language: string) {
		const r = await command('people.set-language', { language: languageOf(language) });
		problem = r.ok ? '' : r.message;
	}
</script>

<svelte:head><title>{words.field.title} · Nickel Yard</title></svelte:head>
<header class="head">
	<strong>{data.me.name}</strong>
	<select
		class="select ml-auto"
		style="width: 120px"
		aria-label={words.field.language}
		value={language()}
		onchange={(e) => speak(e.currentTarget.value)}
	>
		{#each LANGUAGES as l (l)}<option value={l} lang={l}>{LANGUAGE_NAMES[l]}</option>{/each}
	</select>
	{#if data.desk}<a class="link ml-3" href="/today">{words.field.desk}</a>{:else}<form
			method="POST"
			action="/sign-out"
			class="ml-3"
			onsubmit={() => void forgetPages()}
		>
			<button class="link">{words.field.signOut}</button>
		</form>{/if}
</header>
{#if problem}<p class="problem p-3" role="alert">{problem}</p>{/if}
<QueueBar />
<main class="tall">
	{#key recordOf(page)}{@render children()}{/key}
</main>
<nav aria-label={words.field.nav}>
	{#each places as p (p.path)}<a
			href={p.path}
			aria-current={page.url.pathname === p.path || (p.path !== '/field' && page.url.pathname.startsWith(p.path)) ? 'page' : undefined}
			><p.icon size={22} aria-hidden="true" />{words.field.places[p.word]}</a
		>{/each}
</nav>
<Leave />

<style>
	.head {
		display: flex;
		align-items: center;
		padding: 12px 16px;
		background: var(--color-base-100);
		border-bottom: 1px solid var(--line);
	}
	main {
		padding: 14px 16px 90px;
		max-width: 640px;
		margin: 0 auto;
	}
	nav {
		position: fixed;
		bottom: 0;
		inset-inline: 0;
		display: grid;
		grid-template-columns: repeat(3, 1fr);
		background: var(--color-base-100);
		border-top: 1px solid var(--line);
		z-index: 10;
	}
	nav a {
		display: grid;
		justify-items: center;
		padding: 8px 0 6px;
		min-height: 56px;
		text-decoration: none;
		color: var(--quiet);
		font-family: var(--font-figure);
		font-size: 0.86rem;
	}
	nav a[aria-current] {
		color: var(--color-primary);
		font-weight: 650;
		box-shadow: inset 0 3px 0 var(--color-primary);
	}
</style>
