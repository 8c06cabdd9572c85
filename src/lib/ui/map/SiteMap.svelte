<script lang="ts">
	import { onMount } from 'svelte';
	import type * as Leaflet from 'leaflet';
	import 'leaflet/dist/leaflet.css';
	import { inArea, KeyArea } from './key-area';
	import { Lasso } from './lasso';
	import { addGround, town } from './town';
	/**
	 * Sites on the map, to pick by click and by drawing around. Planned ones are filled, others hollow; picked ones have a ring, the one
	 * that is pointed at in the list beside is large. Thousands are painted on one canvas; what they say stands in the list as well.
	 */
	interface Place {
		id: string;
		lat: number | null;
		lng: number | null;
		text: string;
		/** How much of it is planned. */
		planned: 'not' | 'partly' | 'all';
	}
	interface Props {
		places: Place[];
		picked: ReadonlySet<string>;
		/** Drawing around is on. */
		drawing: boolean;
		tiles?: string | null;
		/** Pointed at, here or in the list. */
		pointed: string | null;
		onpick: (ids: string[], on?: boolean) => void;
		ondrawn: () => void;
		/** Rounds as they are driven, by name; each with a pattern of its own. */
		lines?: { name: string; points: [number, number][] }[];
		/** The next press on the ground says where this site lies. */
		onplace?: ((lat: number, lng: number) => void) | null;
		/** The part of the ground that is seen now: whether a place is in it. */
		onview: (within: (p: { lat: number | null; lng: number | null }) => boolean) => void;
	}
	let {
		places,
		picked,
		drawing,
		tiles = null,
		pointed = $bindable(),
		onpick,
		ondrawn,
		onview,
		lines = [],
		onplace = null
	}: Props = $props();
	let box: HTMLDivElement | undefined = $state();
	let map: Leaflet.Map | undefined;
	let lasso: Lasso | undefined = $state.raw();
	interface Painted {
		mark: Leaflet.CircleMarker;
		text: string;
		look: string;
	}
	// eslint-disable-next-line svelte/prefer-svelte-reactivity -- the map's own marks: nothing on the page is drawn from them
	const marks = new Map<string, Painted>();
	const idOf = new WeakMap<Leaflet.Layer, string>();
	let all: Leaflet.FeatureGroup | undefined;
	let drivenOn: Leaflet.FeatureGroup | undefined;
	let L: typeof Leaflet | undefined = $state.raw();
	/** How rounds are told apart on the ground: by their pattern, and by their name where they are pointed at. */
	const PATTERNS = ['', '8 5', '2 5', '12 4 2 4', '16 6', '1 4'];
	const TONES = ['--color-primary', '--color-accent', '--color-base-content'];
	/** An area that is drawn by keys: its corners on the ground, where the cross stands, and what is said of it. */
	let keys: { area: KeyArea; on: Leaflet.LatLng[] } | null = null;
	let cross = $state.raw<readonly [number, number] | null>(null);
	let heard = $state('');
	let outline: Leaflet.Polygon | undefined;
	let drawn = $state(0);
	const tone = (name: string) => getComputedStyle(document.documentElement).getPropertyValue(name).trim();
	function looks() {
		const [primary, accent] = [tone('--color-primary'), tone('--color-accent')];
		return (planned: Place['planned'], ringed: boolean, large: boolean): Leaflet.CircleMarkerOptions => ({
			radius: large ? 12 : ringed ? 9 : 7,
			weight: ringed || large ? 4 : 2,
			color: ringed ? accent : primary,
			fillColor: primary,
			fillOpacity: planned === 'all' ? 0.85 : planned === 'partly' ? 0.3 : 0,
			// Partly planned: a broken ring, so that it is told apart without its color.
			dashArray: planned === 'partly' ? '3 4' : ''
		});
	}
	onMount(() => {
		void (async () => {
			const ground = tiles ? null : town();
			const leaflet = await import('leaflet');
			if (!box) return;
			map = leaflet
				.map(box, { attributionControl: false, zoomSnap: 0.25, scrollWheelZoom: false, preferCanvas: true })
				.setView([-47, -131], 12);
			void addGround(leaflet, map, tiles, ground ?? undefined);
			all = leaflet.featureGroup().addTo(map);
			// One of each for all of them: five thousand listeners and boxes would take longer than their points.
			all.bindTooltip((layer) => marks.get(idOf.get(layer) ?? '')?.text ?? '');
			all.on('click', (e) => {
				const id = idOf.get(e.propagatedFrom as Leaflet.Layer);
				if (id) onpick([id]);
			});
			all.on('mouseover', (e) => (pointed = idOf.get(e.propagatedFrom as Leaflet.Layer) ?? null));
			all.on('mouseout', () => (pointed = null));
			map.on('moveend', () => {
				const seen = map?.getBounds();
				if (seen) onview((p) => p.lat !== null && p.lng !== null && seen.contains([p.lat, p.lng]));
			});
			map.on('click', (e) => onplace?.(e.latlng.lat, e.latlng.lng));
			drivenOn = leaflet.featureGroup().addTo(map);
			lasso = new Lasso(leaflet, map, drawnAround, { color: tone('--color-accent'), weight: 2, fillOpacity: 0.15 });
			L = leaflet;
		})();
		return () => map?.remove();
	});
	$effect(() => {
		if (!L || !map || !all) return;
		const there = new Map(places.map((p) => [p.id, p]));
		for (const [id, { mark }] of marks)
			if (!there.has(id)) {
				all.removeLayer(mark);
				marks.delete(id);
			}
		const look = looks();
		let fresh = false;
		for (const p of places) {
			if (p.lat === null || p.lng === null) continue;
			const [ringed, large] = [picked.has(p.id), pointed === p.id];
			const as = `${p.planned} ${ringed} ${large}`;
			const known = marks.get(p.id);
			if (!known) {
				const mark = L.circleMarker([p.lat, p.lng], look(p.planned, ringed, large));
				marks.set(p.id, { mark, text: p.text, look: as });
				idOf.set(mark, p.id);
				all.addLayer(mark);
				fresh = true;
			} else if (known.look !== as) {
				// Only what looks different is painted again.
				const o = look(p.planned, ringed, large);
				known.mark.setStyle(o).setRadius(o.radius ?? 7);
				if (large) known.mark.bringToFront();
				known.look = as;
			}
		}
		drawn = marks.size;
		if (!fresh) return;
		const bounds = all.getBounds();
		if (bounds.isValid()) map.fitBounds(bounds.pad(0.15), { maxZoom: 15, animate: false });
	});
	$effect(() => {
		const all = lines;
		if (!L || !drivenOn) return;
		drivenOn.clearLayers();
		for (const [n, line] of all.entries())
			L.polyline(line.points, { dashArray: PATTERNS[n % PATTERNS.length] ?? '', color: tone(TONES[n % TONES.length] ?? ''), weight: 2.5 })
				.bindTooltip(line.name)
				.addTo(drivenOn);
	});
	$effect(() => {
		if (!drawing) {
			lasso?.disable();
			endKeys();
			return;
		}
		lasso?.enable();
		// Whoever turned it on by a key goes on by keys.
		box?.focus({ preventScroll: true });
		map?.keyboard.disable();
	});
	function endKeys(): void {
		outline?.remove();
		[keys, outline, cross, heard] = [null, undefined, null, ''];
		map?.keyboard.enable();
	}
	const within = (corners: readonly Leaflet.LatLng[]): string[] => {
		const area = corners.map((c) => [c.lng, c.lat] as const);
		return places.flatMap((p) => (p.lat !== null && p.lng !== null && inArea(area, [p.lng, p.lat]) ? [p.id] : []));
	};
	function drawnAround(corners: Leaflet.LatLng[]): void {
		// A press without a way around is nothing that was drawn.
		if (corners.length >= 3) onpick(within(corners), true);
		ondrawn();
	}
	/** Drawing around by keys: what the pointer does, one corner at a time. */
	function onkeydown(e: KeyboardEvent): void {
		if (!drawing || !map || !L || e.ctrlKey || e.altKey || e.metaKey) return;
		const { x, y } = map.getSize();
		keys ??= { area: new KeyArea([x, y]), on: [] };
		const { area } = keys;
		const did = area.press(e.key, e.shiftKey);
		if (did === null) return;
		e.preventDefault();
		e.stopPropagation();
		if (did === 'left') return ondrawn();
		cross = area.at;
		if (did === 'corner') keys.on = [...keys.on, map.containerPointToLatLng([...area.at])];
		if (did === 'back') keys.on = keys.on.slice(0, -1);
		if (did === 'closed') return drawnAround(keys.on);
		if (did === 'moved') return;
		outline?.remove();
		outline = L.polygon(keys.on, { color: tone('--color-accent'), weight: 2, dashArray: '5 4', interactive: false }).addTo(map);
		const inside = within(keys.on).length;
		heard = `${keys.on.length} corner${keys.on.length === 1 ? '' : 's'}${keys.on.length < 3 ? '' : `, ${inside} site${inside === 1 ? '' : 's'} inside; Enter here closes it`}`;
	}
</script>

<!-- The map takes keys while something is drawn around by them; Leaflet makes it focusable. -->
<!-- svelte-ignore a11y_no_noninteractive_element_interactions -->
<div
	class="map sheet"
	class:drawing={drawing || onplace !== null}
	bind:this={box}
	role="region"
	aria-label="Sites of the service"
	data-sites={drawn}
	data-lines={lines.length}
	{onkeydown}
>
	{#if cross}<span class="cross" style="left: {cross[0]}px; top: {cross[1]}px" aria-hidden="true">+</span>{/if}
</div>
{#if drawing}<p class="quiet">
		Draw with the pointer held down, or by keys: arrows move the cross (Shift: by little), Enter sets a corner and closes the area where the
		last one stands, Backspace takes one back, Escape ends it. <span role="status">{heard}</span>
	</p>{/if}

<style>
	.map {
		height: 340px;
		background: var(--color-base-100);
		z-index: 0;
	}
	.drawing {
		cursor: crosshair;
		user-select: none;
		outline: 2px solid var(--color-accent);
	}
	.cross {
		position: absolute;
		z-index: 1000;
		transform: translate(-50%, -50%);
		font: 700 26px/1 monospace;
		color: var(--color-accent);
		pointer-events: none;
	}
	.map :global(.leaflet-bar a) {
		color: var(--color-base-content);
		background: var(--color-base-100);
	}
</style>
