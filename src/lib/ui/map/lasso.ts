import type * as Leaflet from 'leaflet';

/** How far the pointer goes before it sets another corner, in pixels. */
const STEP = 4;

/**
 * Draws around on a map with the pointer held down, by mouse, pen or finger. The line lies in a picture of its own: on the canvas of the sites each step
 * would paint thousands of them anew.
 */
export class Lasso {
	private line: Leaflet.Polygon | undefined;
	private last: Leaflet.Point | undefined;
	private readonly renderer: Leaflet.Renderer;

	/** @param done the corners of what was drawn around, on the ground */
	constructor(
		private readonly L: typeof Leaflet,
		private readonly map: Leaflet.Map,
		private readonly done: (corners: Leaflet.LatLng[]) => void,
		private readonly look: Leaflet.PolylineOptions
	) {
		this.renderer = L.svg();
	}

	enable(): void {
		this.map.dragging.disable();
		this.box.style.touchAction = 'none';
		// What is pointed at does not matter now, and looking for it among thousands at each step would take its time.
		this.sites.style.pointerEvents = 'none';
		this.box.addEventListener('pointerdown', this.begin);
	}
	disable(): void {
		this.drop();
		this.map.dragging.enable();
		this.box.style.touchAction = '';
		this.sites.style.pointerEvents = '';
		this.box.removeEventListener('pointerdown', this.begin);
	}

	private get box(): HTMLElement {
		return this.map.getContainer();
	}
	private get sites(): HTMLElement {
		return this.map.getPanes().overlayPane;
	}

	private readonly begin = (e: PointerEvent): void => {
		if (e.button !== 0 || !e.isPrimary || (e.target as Element).closest('.leaflet-control-container')) return;
		e.preventDefault();
		this.drop();
		this.box.setPointerCapture(e.pointerId);
		this.last = this.map.mouseEventToContainerPoint(e);
		this.line = this.L.polygon([this.map.mouseEventToLatLng(e)], { ...this.look, renderer: this.renderer, interactive: false }).addTo(
			this.map
		);
		this.box.addEventListener('pointermove', this.go);
		this.box.addEventListener('pointerup', this.end);
		this.box.addEventListener('pointercancel', this.drop);
	};
	private readonly go = (e: PointerEvent): void => {
		const at = this.map.mouseEventToContainerPoint(e);
		if (!this.line || !this.last || at.distanceTo(this.last) < STEP) return;
		this.last = at;
		this.line.addLatLng(this.map.mouseEventToLatLng(e));
	};
	private readonly end = (): void => {
		const corners = (this.line?.getLatLngs()[0] ?? []) as Leaflet.LatLng[];
		this.drop();
		this.done(corners);
	};
	private readonly drop = (): void => {
		this.line?.remove();
		[this.line, this.last] = [undefined, undefined];
		this.box.removeEventListener('pointermove', this.go);
		this.box.removeEventListener('pointerup', this.end);
		this.box.removeEventListener('pointercancel', this.drop);
	};
}
