<script lang="ts">
	import { onMount } from 'svelte';
	import type * as Leaflet from 'leaflet';
	import 'leaflet/dist/leaflet.css';
	import { addGround } from './town';
	/** Sites on the map, to pick by click and by drawing around. Planned ones are filled, others hollow; picked ones have a ring. */
	interface Place {
		id: string;
		lat: number | null;
		lng: number | null;
		text: string;
		planned: boolean;
	}
	interface Props {
		places: Place[];
		picked: ReadonlySet<string>;
		/** Drawing around is on. */
		drawing: boolean;
		tiles?: string | null;
		onpick: (ids: string[], on?: boolean) => void;
		ondrawn: () => void;
	}
	let { places, picked, drawing, tiles = null, onpick, ondrawn }: Props = $props();
	let box: HTMLDivElement | undefined = $state();
	let map: Leaflet.Map | undefined;
	let lasso: { enable(): void; disable(): void } | undefined = $state();
	// eslint-disable-next-line svelte/prefer-svelte-reactivity -- the map's own marks: nothing on the page is drawn from them
	const marks = new Map<string, Leaflet.CircleMarker>();
	const idOf = new WeakMap<Leaflet.Layer, string>();
	let L: typeof Leaflet | undefined = $state();
	const tone = (name: string) => getComputedStyle(document.documentElement).getPropertyValue(name).trim();
	const style = (p: Place, on: boolean) => ({
		radius: on ? 9 : 7,
		weight: on ? 4 : 2,
		color: on ? tone('--color-accent') : tone('--color-primary'),
		fillColor: tone('--color-primary'),
		fillOpacity: p.planned ? 0.85 : 0
	});
	onMount(() => {
		void (async () => {
			const leaflet = await import('leaflet');
			const { LassoHandler } = await import('leaflet-lasso');
			if (!box) return;
			map = leaflet.map(box, { attributionControl: false, zoomSnap: 0.25, scrollWheelZoom: false }).setView([-47, -131], 12);
			await addGround(leaflet, map, tiles);
			map.on('lasso.finished', (e) => {
				// The package's own event, which Leaflet's types do not know.
				const { layers } = e as unknown as { layers: Leaflet.Layer[] };
				onpick(
					layers.flatMap((l) => idOf.get(l) ?? []),
					true
				);
				ondrawn();
			});
			lasso = new LassoHandler(map, { intersect: true });
			L = leaflet;
		})();
		return () => map?.remove();
	});
	$effect(() => {
		if (!L || !map) return;
		const there = new Set(places.map((p) => p.id));
		for (const [id, m] of marks)
			if (!there.has(id)) {
				m.remove();
				marks.delete(id);
			}
		let fresh = false;
		for (const p of places) {
			if (p.lat === null || p.lng === null) continue;
			const on = picked.has(p.id);
			const known = marks.get(p.id);
			if (known) known.setStyle(style(p, on)).setRadius(on ? 9 : 7);
			else {
				const m = L.circleMarker([p.lat, p.lng], style(p, on)).bindTooltip(p.text).addTo(map);
				m.on('click', () => onpick([p.id]));
				marks.set(p.id, m);
				idOf.set(m, p.id);
				fresh = true;
			}
		}
		if (!fresh) return;
		const all = [...marks.values()].map((m) => m.getLatLng());
		if (all.length > 0) map.fitBounds(L.latLngBounds(all).pad(0.15), { maxZoom: 15, animate: false });
		else map.setView([-47, -131], 12);
	});
	$effect(() => {
		if (drawing) lasso?.enable();
		else lasso?.disable();
	});
</script>

<div class="map sheet" class:drawing bind:this={box} role="region" aria-label="Sites of the service"></div>

<style>
	.map {
		height: 340px;
		background: var(--color-base-100);
		z-index: 0;
	}
	.drawing {
		cursor: crosshair;
		outline: 2px solid var(--color-accent);
	}
	.map :global(.leaflet-bar a) {
		color: var(--color-base-content);
		background: var(--color-base-100);
	}
</style>
