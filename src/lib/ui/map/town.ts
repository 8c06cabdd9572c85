import type * as Leaflet from 'leaflet';

const tone = (name: string) => getComputedStyle(document.documentElement).getPropertyValue(name).trim();

/** Our own outlines of the town. */
export const town = () => fetch('/town.geojson').then((r) => r.json());

/** What lies under the pins: a tile service where one is set, else our own outlines of the town. */
export async function addGround(
	L: typeof Leaflet,
	map: Leaflet.Map,
	tiles: string | null,
	outlines = tiles ? null : town()
): Promise<void> {
	if (tiles) {
		L.tileLayer(tiles).addTo(map);
		return;
	}
	const looks: Record<string, Leaflet.PathOptions> = {
		water: { color: tone('--color-base-300'), weight: 1, fillColor: '#8fb0c4', fillOpacity: 0.32 },
		street: { color: tone('--color-base-300'), weight: 3 },
		bridge: { color: tone('--color-neutral'), weight: 3 },
		quarter: { color: tone('--color-base-300'), weight: 1, dashArray: '3 4', fillOpacity: 0.04 }
	};
	const drawn = await outlines;
	// The page may be left by now.
	if (!map.getContainer()?.isConnected) return;
	L.geoJSON(drawn, { style: (f) => looks[String(f?.properties.kind)] ?? {}, interactive: false })
		.addTo(map)
		.bringToBack();
}
