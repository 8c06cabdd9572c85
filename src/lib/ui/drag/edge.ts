/** How near to an edge something is held for its list to roll on, in pixels. */
const NEAR = 46;
/** How far it rolls a frame, right at the edge. */
const FASTEST = 16;

/** How far a list rolls a frame for something held at a place between two edges. @example rollBy(100, 100, 500) // -16 */
export function rollBy(at: number, from: number, to: number): number {
	const before = Math.max(0, NEAR - (at - from));
	const after = Math.max(0, NEAR - (to - at));
	return Math.round((Math.min(after, NEAR) - Math.min(before, NEAR)) * (FASTEST / NEAR));
}

/** Rolls a list on while something is held near one of its edges. */
export class Edge {
	private frame = 0;

	/** @param rolled called after each step: another place is under the pointer now */
	near(list: HTMLElement | undefined, { x, y }: { x: number; y: number }, rolled: () => void): void {
		this.stop();
		if (!list) return;
		const box = list.getBoundingClientRect();
		const [right, down] = [rollBy(x, box.left, box.right), rollBy(y, box.top, box.bottom)];
		if (right === 0 && down === 0) return;
		const step = () => {
			list.scrollBy(right, down);
			rolled();
			this.frame = requestAnimationFrame(step);
		};
		this.frame = requestAnimationFrame(step);
	}
	/** Also called on the server, when a page was drawn there: nothing rolls, and there are no frames. */
	stop(): void {
		if (this.frame) cancelAnimationFrame(this.frame);
		this.frame = 0;
	}
}
