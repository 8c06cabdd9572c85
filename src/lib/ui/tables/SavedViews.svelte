<script lang="ts">
	import type { Input } from '$lib/contract';
	import { page } from '$app/state';
	import { command } from '$lib/client/command';
	import Dialog from '../forms/Dialog.svelte';
	import Field from '../forms/Field.svelte';
	/** What a list shows, kept under a name: for oneself or for everybody. */
	let { of, views }: { of: Input<'views.save'>['page']; views: { id: string; name: string; query: string; personId: string | null }[] } =
		$props();
	const query = $derived(page.url.search.replace(/^\?/, ''));
	let open = $state(false);
	let name = $state('');
	let everybody = $state(false);
	let problem = $state('');
	const shown = $derived(views.find((v) => v.query === query));
	async function keep() {
		const r = await command('views.save', { page: of, name, query, everybody });
		if (r.ok) open = false;
		else problem = r.message;
	}
	async function drop(viewId: string) {
		const r = await command('views.remove', { viewId });
		problem = r.ok ? '' : r.message;
	}
</script>

<nav class="views" aria-label="Kept views">
	<a href={page.url.pathname} aria-current={query === '' ? 'true' : undefined}>All</a>
	{#each views as v (v.id)}<a href="?{v.query}" aria-current={v === shown ? 'true' : undefined} title={v.personId ? 'yours' : 'everybody’s'}
			>{v.name}</a
		>{/each}
	{#if shown}<button type="button" class="quiet" onclick={() => drop(shown.id)}>take “{shown.name}” away</button>{:else if query}<button
			type="button"
			class="link"
			onclick={() => ([name, problem, open] = ['', '', true])}>Keep this view</button
		>{/if}
</nav>
<Dialog bind:open title="Keep this view" save="Keep" onsave={keep} {problem}>
	<Field label="Name"><input class="input" name="view-name" bind:value={name} required placeholder="Mine, to call this week" /></Field>
	<label class="flex gap-2"><input type="checkbox" class="checkbox" bind:checked={everybody} /> For everybody</label>
</Dialog>

<style>
	.views {
		display: flex;
		flex-wrap: wrap;
		gap: 4px 14px;
		align-items: baseline;
		margin-bottom: 8px;
	}
	.views a {
		text-decoration: none;
		color: var(--quiet);
		border-bottom: 2px solid transparent;
	}
	.views a[aria-current] {
		color: inherit;
		font-weight: 600;
		border-color: var(--color-primary);
	}
</style>
