/** Draws that come out the same every time: a small generator from a fixed seed (mulberry32, in the public domain). */
export class Dice {
	#state: number;
	constructor(seed: number) {
		this.#state = seed;
	}
	/** From 0 up to, not including, 1. */
	next(): number {
		this.#state = (this.#state + 0x6d2b79f5) | 0;
		let t = Math.imul(this.#state ^ (this.#state >>> 15), 1 | this.#state);
		t = (t + Math.imul(t ^ (t >>> 7), 61 | t)) ^ t;
		return ((t ^ (t >>> 14)) >>> 0) / 4_294_967_296;
	}
	/** A whole number from low to high, both of them possible. */
	whole(low: number, high: number): number {
		return low + Math.floor(this.next() * (high - low + 1));
	}
	one<T>(of: readonly T[]): T {
		return of[Math.floor(this.next() * of.length)] as T;
	}
	/** One of several by weight. */
	weighted<T>(of: readonly (readonly [T, number])[]): T {
		let left = this.next() * of.reduce((n, [, w]) => n + w, 0);
		for (const [what, w] of of) {
			left -= w;
			if (left < 0) return what;
		}
		return (of.at(-1) as readonly [T, number])[0];
	}
	chance(of: number): boolean {
		return this.next() < of;
	}
	/** Around a middle, most of them near it: the mean of three draws. */
	around(middle: number, spread: number): number {
		return middle + ((this.next() + this.next() + this.next()) * (2 / 3) - 1) * spread;
	}
}
