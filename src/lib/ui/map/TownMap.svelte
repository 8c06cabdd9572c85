<script lang="ts">
	import { onMount } from 'svelte';
	import { goto } from '$app/navigation';
	import 'leaflet/dist/leaflet.css';
	import { addGround } from './town';
	/** The town from our own outlines, with places on it. Leaflet is only loaded in the browser. */
	let {
		places,
		tiles = null,
		label = 'Where',
		onpick
	}: {
		places: { lat: number | null; lng: number | null; text: string; n?: number; path?: string }[];
		tiles?: string | null;
		label?: string;
		/** Somebody clicked where something is. */
		onpick?: (lat: number, lng: number) => void;
	} = $props();
	let box: HTMLDivElement | undefined = $state();
	onMount(() => {
		let remove = () => {};
		void (async () => {
			const L = await import('leaflet');
			if (!box) return;
			const map = L.map(box, { attributionControl: false, zoomControl: true, preferCanvas: true, scrollWheelZoom: false, zoomSnap: 0.25 });
			remove = () => map.remove();
			await addGround(L, map, tiles);
			const known = places.filter((p) => p.lat !== null && p.lng !== null);
			const pin = (p: (typeof places)[number]) =>
				L.marker([p.lat ?? 0, p.lng ?? 0], {
					title: p.text,
					alt: p.text,
					icon: L.divIcon({ className: 'pin', html: `<span>${Number(p.n) || ''}</span>`, iconSize: [24, 24] })
				}).addTo(map);
			const pins = known.map(pin);
			if (onpick)
				map.on('click', (e) => {
					pins.splice(0).forEach((m) => m.remove());
					pins.push(pin({ lat: e.latlng.lat, lng: e.latlng.lng, text: label }));
					onpick(Math.round(e.latlng.lat * 1e6) / 1e6, Math.round(e.latlng.lng * 1e6) / 1e6);
				});
			known.forEach((p, n) => pins[n]?.bindTooltip(p.text).on('click', () => p.path && void goto(p.path)));
			if (known.length > 0)
				map.fitBounds(L.latLngBounds(known.map((p) => [p.lat ?? 0, p.lng ?? 0])).pad(0.35), { maxZoom: 14, animate: false });
			else map.setView([-47, -131], 12);
		})();
		return () => remove();
	});
</script>

<div class="map sheet" bind:this={box} role="region" aria-label={label}></div>

<style>
	.map {
		height: 226px;
		background: var(--color-base-100);
		z-index: 0;
	}
	.map :global(.pin span) {
		display: grid;
		place-items: center;
		width: 24px;
		height: 24px;
		border-radius: 50%;
		background: var(--color-primary);
		color: var(--color-primary-content);
		font: 600 12px var(--font-figure);
		border: 2px solid var(--color-base-100);
		box-shadow: 0 0 0 1px var(--color-primary);
	}
	.map :global(.leaflet-bar a) {
		color: var(--color-base-content);
		background: var(--color-base-100);
	}
</style>
