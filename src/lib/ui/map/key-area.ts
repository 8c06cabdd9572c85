/** A point of what is drawn on: pixels from left and top, or degrees. */
export type Point = readonly [number, number];

const STEP = 24;
const SMALL = 4;

const ARROWS: Record<string, Point> = { ArrowLeft: [-1, 0], ArrowRight: [1, 0], ArrowUp: [0, -1], ArrowDown: [0, 1] };

/** What a key did: the cross moved, a corner was set or taken back, the area is closed, drawing ended; null: a key of something else. */
export type Did = 'moved' | 'corner' | 'back' | 'closed' | 'left' | null;

/**
 * An area that is drawn by keys: arrows move a cross (with Shift by little), Enter or Space sets a corner and, where the last one stands,
 * closes the area; Backspace takes a corner back, Escape ends it.
 */
export class KeyArea {
	/** Where the cross stands, in pixels. */
	at: Point;
	readonly corners: Point[] = [];

	/** @param size how wide and high the ground is, in pixels: the cross begins in its middle and stays on it */
	constructor(readonly size: Point) {
		this.at = [Math.round(size[0] / 2), Math.round(size[1] / 2)];
	}

	press(key: string, shift = false): Did {
		const way = ARROWS[key];
		if (way) {
			const by = shift ? SMALL : STEP;
			const on = (n: 0 | 1) => Math.min(this.size[n], Math.max(0, this.at[n] + way[n] * by));
			this.at = [on(0), on(1)];
			return 'moved';
		}
		if (key === 'Enter' || key === ' ') return this.set();
		if (key === 'Backspace') return this.corners.pop() ? 'back' : null;
		return key === 'Escape' ? 'left' : null;
	}

	private set(): Did {
		const last = this.corners.at(-1);
		if (last && last[0] === this.at[0] && last[1] === this.at[1]) return this.corners.length >= 3 ? 'closed' : null;
		this.corners.push(this.at);
		return 'corner';
	}
}

/**
 * Whether a point lies within an area. One that crosses itself has no inside where it lies twice.
 * @example inArea([[0, 0], [10, 0], [10, 10], [0, 10]], [5, 5]) // true
 */
export function inArea(corners: readonly Point[], [x, y]: Point): boolean {
	let inside = false;
	for (const [n, [ax, ay]] of corners.entries()) {
		const [bx, by] = corners[(n + corners.length - 1) % corners.length] ?? [ax, ay];
		if (ay > y !== by > y && x < ((bx - ax) * (y - ay)) / (by - ay) + ax) inside = !inside;
	}
	return inside;
}
