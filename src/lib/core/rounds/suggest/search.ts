import { settle } from './descent';
import { randomFrom } from './random';
import type { Tours } from './tours';

/** How many places near a stop are looked at when it is put in again, and around it when some are taken out. */
const NEAR = 14;
const REMEMBERED = 60;

/** The nearest stops of each stop, nearest first. */
export function nearestOf(t: Tours): Int32Array[] {
	// Distance and number in one figure: figures alone are sorted many times faster than by a comparison.
	const keys = new Float64Array(t.n);
	return Array.from({ length: t.n }, (_, i) => {
		for (let j = 0; j < t.n; j++) keys[j] = j === i ? Number.MAX_VALUE : Math.round(t.minutes(i, j) * 1000) * 8192 + j;
		const sorted = keys.slice().sort();
		return Int32Array.from(sorted.slice(0, Math.min(REMEMBERED, t.n - 1)), (key) => key % 8192);
	});
}

interface Ends {
	most: number;
	least: number;
	/** The round with the least, and what would be least without it. */
	at: number;
	second: number;
}
function endsOf(t: Tours): Ends {
	const e: Ends = { most: -Infinity, least: Infinity, at: -1, second: Infinity };
	for (let r = 0; r < t.k; r++) {
		const l = t.load[r] ?? 0;
		if (l > e.most) e.most = l;
		if (l < e.least) [e.second, e.least, e.at] = [e.least, l, r];
		else if (l < e.second) e.second = l;
	}
	return e;
}
const NONE = new Int32Array();
/** By how much the largest less the smallest changes when a round grows. */
function widened(t: Tours, e: Ends, r: number, by: number): number {
	const l = (t.load[r] ?? 0) + by;
	const most = Math.max(e.most, l);
	const least = r === e.at ? Math.min(e.second, l) : Math.min(e.least, l);
	return most - least - (e.most - e.least);
}

/** Puts a stop where it adds least: beside its near ones, or at the start of any round it may go into. */
function putBest(t: Tours, stop: number, near: Int32Array, all: boolean): void {
	const e = endsOf(t);
	const block = t.stops[stop]?.minutes ?? 0;
	const may = t.stops[stop]?.rounds;
	let best = Infinity;
	let at = -1;
	const look = (after: number, r: number): void => {
		const drive = t.detour(stop, after);
		if (may !== undefined && !may.includes(r)) return;
		const cost = drive + widened(t, e, r, drive + block);
		if (cost < best - 1e-9) [best, at] = [cost, after];
	};
	// A round that is empty has its start alone; in others the start is the place before their first stop.
	for (let r = 0; r < t.k; r++) if (all || t.next[t.n + r] === t.n + r) look(t.n + r, r);
	const most = all ? t.n : Math.min(NEAR, near.length);
	for (let i = 0; i < most; i++) {
		const j = all ? i : (near[i] as number);
		const r = t.round[j] as number;
		if (r < 0 || j === stop) continue;
		look(j, r);
		// Of all, the place before each is another of them.
		if (!all) look(t.prev[j] as number, r);
	}
	if (at >= 0) t.put(stop, at);
}

/** A first answer: stops by the angle around the middle, cut into rounds of the same size, then each where it adds least. */
export function firstRounds(t: Tours, angle: readonly number[]): void {
	const order = [...angle.keys()].sort((a, b) => (angle[a] ?? 0) - (angle[b] ?? 0) || a - b);
	const whole = t.stops.reduce((n, s) => n + s.minutes + 1, 0) / Math.max(1, t.k);
	let [r, filled] = [0, 0];
	for (const s of order) {
		if (filled >= whole && r < t.k - 1) [r, filled] = [r + 1, 0];
		const may = t.stops[s]?.rounds;
		const into = may === undefined || may.includes(r) ? r : (may[0] ?? r);
		let [best, at] = [Infinity, t.n + into];
		for (const after of [t.n + into, ...t.inOrder(into)]) {
			const d = t.detour(s, after);
			if (d < best) [best, at] = [d, after];
		}
		t.put(s, at);
		filled += (t.stops[s]?.minutes ?? 0) + 1;
	}
}

/** A stop that was taken out, and after which place it stood then: put in again from the last to the first, all is as it was. */
type Out = { stop: number; after: number };

/** Strings of stops around one place, out of the rounds they are in: what is put in again together may find a better place together. */
function takeOut(t: Tours, near: readonly Int32Array[], random: () => number, size: number): Out[] {
	const seed = Math.floor(random() * t.n);
	const out: Out[] = [];
	const ruined = new Set<number>();
	const around = near[seed] ?? NONE;
	for (let n = -1; n < around.length; n++) {
		const s = n < 0 ? seed : (around[n] ?? seed);
		const r = t.round[s] ?? -1;
		if (out.length >= size || ruined.size >= 4) break;
		if (r < 0 || ruined.has(r)) continue;
		ruined.add(r);
		const long = Math.min(size - out.length, 1 + Math.floor(random() * Math.min(10, size)));
		takeString(t, startOf(t, s, Math.floor(random() * Math.min(4, long))), long, out);
	}
	return out;
}
/** So many stops before one, within its round. */
function startOf(t: Tours, stop: number, back: number): number {
	let p = stop;
	for (let n = 0; n < back; n++) {
		const q = t.prev[p] ?? p;
		if (q >= t.n) break;
		p = q;
	}
	return p;
}
function takeString(t: Tours, from: number, long: number, out: Out[]): void {
	let p = from;
	for (let n = 0; n < long && p < t.n; n++) {
		const then = t.next[p] ?? p;
		out.push({ stop: p, after: t.prev[p] ?? p });
		t.take(p);
		p = then;
	}
}
function putBack(t: Tours, out: readonly Out[]): void {
	for (const { stop } of out) t.take(stop);
	for (const { stop, after } of [...out].reverse()) t.put(stop, after);
}

/** In which order they go in again: at random, the longest first, or the farthest first. */
function sorted(t: Tours, out: number[], random: () => number): number[] {
	const way = random();
	if (way < 0.5) for (let i = out.length - 1; i > 0; i--) swap(out, i, Math.floor(random() * (i + 1)));
	else if (way < 0.75) out.sort((a, b) => (t.stops[b]?.minutes ?? 0) - (t.stops[a]?.minutes ?? 0) || a - b);
	else out.sort((a, b) => t.minutes(t.n, b) - t.minutes(t.n, a) || a - b);
	return out;
}
function swap(a: number[], i: number, j: number): void {
	const was = a[i] ?? 0;
	a[i] = a[j] ?? 0;
	a[j] = was;
}

/**
 * Makes rounds better, step by step: a few neighbors are taken out and put in again where they add least; a little worse is let pass early on, so that
 * it does not end where it began. What was best stays.
 * @param steps how many; the same steps and seed come to the same
 * @returns the best sum that was found; the rounds lie as they were then
 */
export function improve(t: Tours, of: { steps: number; seed: number; each?: (done: number) => void }): number {
	if (t.n === 0 || t.k === 0) return t.sum();
	const near = nearestOf(t);
	const random = randomFrom(of.seed);
	const all = t.n <= 60;
	settle(t, (s) => putBest(t, s, near[s] ?? NONE, all));
	const size = Math.min(10, Math.max(2, Math.ceil(t.n / 2)));
	let sum = t.sum();
	let best = sum;
	let kept = t.kept();
	const warm = (sum / t.n) * (t.n <= 200 ? 0.5 : 0.1);
	for (let step = 0; step < of.steps; step++) {
		if (of.each && step % 500 === 0) of.each(step / of.steps);
		const heat = warm * Math.pow(0.002, step / of.steps);
		const out = takeOut(t, near, random, size);
		const stops = out.map((o) => o.stop);
		for (const s of sorted(t, stops, random)) putBest(t, s, near[s] ?? NONE, all);
		const now = t.sum();
		if (now > sum - heat * Math.log(random() || 1e-12)) {
			putBack(t, out);
			continue;
		}
		sum = now;
		if (sum >= best - 1e-7) continue;
		[best, kept] = [sum, t.kept()];
	}
	t.lay(kept);
	return t.sum();
}
