import type { Tours } from './tours';

/** Below this a change is none. */
const NOTHING = 1e-6;

/**
 * Turns stretches of a round around as long as that makes it shorter. Only where the way back is as long as the way there: else a turned stretch would
 * have to be driven through anew.
 * @returns whether anything changed
 */
export function uncross(t: Tours, r: number): boolean {
	if (!t.matrix.bothWays) return false;
	let ring = [t.n + r, ...t.inOrder(r), t.n + r];
	let any = false;
	for (let again = true; again;) {
		again = false;
		for (let i = 0; i < ring.length - 2; i++)
			for (let j = i + 2; j < ring.length - 1; j++) {
				const [a, b, c, d] = [ring[i] ?? 0, ring[i + 1] ?? 0, ring[j] ?? 0, ring[j + 1] ?? 0];
				if (t.minutes(a, c) + t.minutes(b, d) >= t.minutes(a, b) + t.minutes(c, d) - NOTHING) continue;
				ring = [...ring.slice(0, i + 1), ...ring.slice(i + 1, j + 1).reverse(), ...ring.slice(j + 1)];
				again = any = true;
			}
	}
	if (any) t.relay(r, ring.slice(1, -1));
	return any;
}

/**
 * A first, quick descent: each stop once more where it adds least, rounds uncrossed, until nothing gets better.
 * @param put puts one stop in where it adds least
 */
export function settle(t: Tours, put: (stop: number) => void): void {
	let before = t.sum();
	for (let pass = 0; pass < 12; pass++) {
		for (let s = 0; s < t.n; s++) relocate(t, s, put);
		for (let r = 0; r < t.k; r++) uncross(t, r);
		const now = t.sum();
		if (now > before - NOTHING) return;
		before = now;
	}
}

function relocate(t: Tours, stop: number, put: (stop: number) => void): void {
	if ((t.round[stop] ?? -1) < 0) return;
	const [before, after] = [t.sum(), t.prev[stop] ?? stop];
	t.take(stop);
	put(stop);
	if (t.sum() <= before) return;
	t.take(stop);
	t.put(stop, after);
}
