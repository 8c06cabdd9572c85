<script lang="ts">
	import SiteMap from '../map/SiteMap.svelte';
	import { nearDay } from '../shell/dates';
	interface Job {
		id: string;
		name: string;
		customer: string;
		stage: string;
		lat: number | null;
		lng: number | null;
		nextDay: string | null;
	}
	/** Jobs on the map, with those that are seen in a list beside it. */
	let { jobs, tiles, today }: { jobs: Job[]; tiles: string | null; today: string } = $props();
	let pointed: string | null = $state(null);
	let inView: (p: { lat: number | null; lng: number | null }) => boolean = $state(() => true);
	let drawing = $state(false);
	let ringed: ReadonlySet<string> = $state(new Set());
	const nowhere = $derived(jobs.filter((j) => j.lat === null).length);
	const MOST = 200;
	const listed = $derived(
		ringed.size > 0 ? jobs.filter((j) => ringed.has(j.id)) : jobs.filter((j) => j.lat !== null && inView({ lat: j.lat, lng: j.lng }))
	);
	/** A click, or drawing around, rings jobs; the list beside is of those then. */
	function pick(ids: string[]) {
		const all = ids.every((id) => ringed.has(id));
		ringed = all ? new Set([...ringed].filter((id) => !ids.includes(id))) : new Set([...ringed, ...ids]);
	}
</script>

<div class="both">
	<div>
		<SiteMap
			places={jobs.map((j) => ({
				id: j.id,
				lat: j.lat,
				lng: j.lng,
				text: `${j.name}, ${j.customer}`,
				planned: j.nextDay !== null ? 'all' : 'not'
			}))}
			picked={ringed}
			{drawing}
			{tiles}
			bind:pointed
			onpick={pick}
			ondrawn={() => (drawing = false)}
			onview={(within) => (inView = within)}
		/>
		<p class="quiet flex flex-wrap gap-4">
			<span>● planned · ○ not planned{nowhere > 0 ? ` · ${nowhere} without a place on the map` : ''}</span>
			<button class="link" aria-pressed={drawing} onclick={() => (drawing = !drawing)}>Draw around</button>{#if ringed.size}<button
					class="link"
					onclick={() => (ringed = new Set())}>Ring none</button
				>{/if}
		</p>
	</div>
	<section class="sheet p-3" aria-label="Jobs on the map">
		<h2>{listed.length} {ringed.size ? 'ringed' : 'on this part of the map'}</h2>
		<ul>
			{#each listed.slice(0, MOST) as j (j.id)}<li class:pointed={pointed === j.id} onpointerenter={() => (pointed = j.id)}>
					<a class="link" href="/jobs/{j.id}">{j.name}</a>
					<span class="quiet">{j.stage} · {j.nextDay ? nearDay(j.nextDay, today) : 'not planned'}</span>
				</li>{/each}
		</ul>
		{#if listed.length > MOST}<p class="quiet">and {listed.length - MOST} more: come closer</p>{/if}
	</section>
</div>

<style>
	.both {
		display: grid;
		grid-template-columns: minmax(0, 1.6fr) minmax(260px, 1fr);
		gap: 14px;
	}
	section {
		max-height: calc(100dvh - 250px);
		overflow: auto;
	}
	li {
		padding: 3px 0;
		border-bottom: 1px solid var(--line);
	}
	li.pointed {
		background: color-mix(in oklab, var(--color-primary) 10%, transparent);
	}
</style>
