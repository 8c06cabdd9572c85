<script lang="ts">
	import { onMount } from 'svelte';
	import { page } from '$app/state';
	import type { Answer } from '$lib/contract';
	import { ask } from '$lib/client/ask';
	import { command } from '$lib/client/command';
	import { showInstant } from '$lib/ui/shell/dates';
	/** A record that cannot be shown still says what happened to it last, and takes the last step on its estimate back. */
	let recent: Answer<'jobs.recent'> | null = $state(null);
	let said = $state('');
	onMount(async () => {
		const r = await ask('jobs.recent', { jobId: page.params.id ?? '' });
		if (r.ok) recent = r.result;
	});
	async function undo(estimateId: string) {
		const r = await command('estimates.undo', { estimateId }, { refresh: false });
		if (r.ok) location.reload();
		else said = r.message;
	}
</script>

<svelte:head><title>{page.status} · Nickel Yard</title></svelte:head>
<section class="p-8">
	<h1>{page.status === 404 ? 'Nothing here' : 'This cannot be shown'}</h1>
	<p class="mt-2">{page.error?.message}</p>
	{#if recent?.entries.length}
		<h2 class="mt-6">What happened last</h2>
		<ul class="mt-1">
			{#each recent.entries as e (e.id)}<li>
					<span class="quiet">{showInstant(e.at, page.data.company.zone)}, {e.byName}</span>
					{e.text}
				</li>{/each}
		</ul>
	{/if}
	{#if said}<p class="problem mt-3" role="alert">{said}</p>{/if}
	<p class="mt-4 flex gap-4">
		{#if recent?.estimateId}{@const id = recent.estimateId}<button class="btn btn-primary" onclick={() => undo(id)}
				>Take the last step on the estimate back</button
			>{/if}<a class="btn" href="/jobs/{page.params.id}">To the job</a>
	</p>
</section>
