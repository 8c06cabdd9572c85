import { cents, type Cents } from '../money';
import { computeEstimate, type EstimateResult, type LineResult } from './compute';
import type { Estimate } from './model';

/** How far hours and costs vary: the quartiles of actual ÷ estimated, learned from finished jobs or assumed. */
export interface Spread {
	low: number;
	middle: number;
	high: number;
}
export interface Spreads {
	hours: Spread;
	material: Spread;
	other: Spread;
}
/** Until finished jobs say better: hours run over more often than under, costs vary little. */
export const USUAL_SPREADS: Spreads = {
	hours: { low: 0.92, middle: 1.03, high: 1.18 },
	material: { low: 0.98, middle: 1.01, high: 1.05 },
	other: { low: 0.97, middle: 1, high: 1.06 }
};

export interface Simulation {
	draws: number;
	/** Share of draws in which the price does not cover break-even, 0 to 1. */
	below: number;
	/** Profit on break-even at these shares of the draws, in cents. */
	low: Cents;
	median: Cents;
	high: Cents;
	/** Profit in even steps, for the picture. */
	bars: { from: Cents; to: Cents; count: number }[];
}

/** A small generator that gives the same draws for the same seed. */
function random(seed: number): () => number {
	let a = seed >>> 0;
	return () => {
		a = (a + 0x6d2b79f5) >>> 0;
		let t = a;
		t = Math.imul(t ^ (t >>> 15), t | 1);
		t ^= t + Math.imul(t ^ (t >>> 7), t | 61);
		return ((t ^ (t >>> 14)) >>> 0) / 4_294_967_296;
	};
}

/** Bell-shaped numbers by equal chance, so that a draw is a look into a table: millions of them are drawn. */
let table: Float64Array | null = null;
const bellTable = (): Float64Array => (table ??= Float64Array.from({ length: 8192 }, (_, i) => quantileOf((i + 0.5) / 8192)));
/** Factors are kept for every small step of z between −REACH and REACH. */
const REACH = 8;
const STEPS = 256;
const factorsOf = (s: Spread): Float64Array =>
	Float64Array.from({ length: 2 * REACH * STEPS }, (_, i) => drawn(s, (i + 0.5) / STEPS - REACH));

/** The point of the standard bell curve below which a share p lies, found by halving; good to 10⁻⁹. */
function quantileOf(p: number): number {
	let [low, high] = [-8, 8];
	for (let n = 0; n < 60; n++) {
		const mid = (low + high) / 2;
		if (shareBelow(mid) < p) low = mid;
		else high = mid;
	}
	return (low + high) / 2;
}
/** Share of the bell curve below z, after Zelen and Severo (1964), formula 26.2.17: off by less than 7.5 × 10⁻⁸. */
function shareBelow(z: number): number {
	const t = 1 / (1 + 0.231_641_9 * Math.abs(z));
	const tail =
		Math.exp((-z * z) / 2) *
		0.398_942_280_4 *
		t *
		(0.319_381_530 + t * (-0.356_563_782 + t * (1.781_477_937 + t * (-1.821_255_978 + t * 1.330_274_429))));
	return z < 0 ? tail : 1 - tail;
}

/** A factor with these quartiles: log-normal to each side of its middle, so that it is never negative. */
function drawn(s: Spread, z: number): number {
	const side = z < 0 ? Math.log(s.middle / s.low) : Math.log(s.high / s.middle);
	return s.middle * Math.exp((z / 0.674_49) * side);
}

/**
 * Computes what an estimate would bring if hours and costs vary as they have before. What varies together is drawn together: half of
 * a line's variation is that of the whole job, half its own. Prices stay: they are agreed.
 * @param progress is told the share done, now and then
 */
export function simulate(
	estimate: Estimate,
	options: { draws: number; seed: number; spreads: Spreads; progress?: (share: number) => void }
): Simulation {
	const result = computeEstimate(estimate);
	const lines = result.lines.filter((l) => l.state === 'in');
	const price = result.total.price;
	const next = random(options.seed);
	const groups = groupsOf(lines).map((g) => ({ ...g, factors: factorsOf(options.spreads[g.key]) }));
	const profits = new Float64Array(options.draws);
	const values = bellTable();
	const bell = (): number => values[(next() * values.length) | 0] ?? 0;
	for (let d = 0; d < options.draws; d++) {
		let breakEven = 0;
		for (const g of groups) {
			const common = bell() * Math.SQRT1_2;
			for (const amount of g.amounts) {
				const z = common + bell() * Math.SQRT1_2;
				breakEven += amount * (g.factors[((z + REACH) * STEPS) | 0] ?? 1);
			}
		}
		profits[d] = price - breakEven;
		if (options.progress && d % 500 === 0) options.progress(d / options.draws);
	}
	options.progress?.(1);
	profits.sort();
	const at = (p: number) => cents(Math.round(profits[Math.min(options.draws - 1, Math.floor(p * options.draws))] ?? 0));
	return {
		draws: options.draws,
		below: profits.reduce((n, p) => n + (p < 0 ? 1 : 0), 0) / options.draws,
		low: at(0.1),
		median: at(0.5),
		high: at(0.9),
		bars: barsOf(profits)
	};
}

/** Break-even of the lines by what varies: labor with its overhead by hours, materials, the rest. Lines of nothing are left out. */
function groupsOf(lines: readonly LineResult[]): { key: keyof Spreads; amounts: number[] }[] {
	const by: Record<keyof Spreads, number[]> = { hours: [], material: [], other: [] };
	for (const l of lines) {
		if (l.breakEven === 0) continue;
		by[l.line.kind === 'labor' ? 'hours' : l.line.kind === 'material' ? 'material' : 'other'].push(l.breakEven);
	}
	return (Object.keys(by) as (keyof Spreads)[]).filter((key) => by[key].length > 0).map((key) => ({ key, amounts: by[key] }));
}

function barsOf(sorted: Float64Array): Simulation['bars'] {
	const from = sorted[Math.floor(sorted.length * 0.005)] ?? 0;
	const to = sorted[Math.floor(sorted.length * 0.995)] ?? 0;
	const width = Math.max(1, (to - from) / 24);
	const bars = Array.from({ length: 24 }, (_, i) => ({
		from: cents(Math.round(from + i * width)),
		to: cents(Math.round(from + (i + 1) * width)),
		count: 0
	}));
	for (const p of sorted) {
		const bar = bars[Math.max(0, Math.min(23, Math.floor((p - from) / width)))];
		if (bar) bar.count += 1;
	}
	return bars;
}

/** Lines that move the profit most when they vary to their high quartile, largest first. */
export function sensitivity(result: EstimateResult, spreads: Spreads, most = 3): { line: LineResult; loss: Cents }[] {
	return result.lines
		.filter((l) => l.state === 'in' && l.breakEven > 0)
		.map((l) => {
			const s = spreads[l.line.kind === 'labor' ? 'hours' : l.line.kind === 'material' ? 'material' : 'other'];
			return { line: l, loss: cents(Math.round(l.breakEven * (s.high - 1))) };
		})
		.sort((a, b) => b.loss - a.loss)
		.slice(0, most);
}
