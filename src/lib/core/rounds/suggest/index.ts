import { roadMiles, type Spot } from '../../measure';
import { inHours, timesOf } from '../access';
import { isMatrix, matrixOf, type Matrix } from './matrix';
import { firstRounds, improve } from './search';
import { Tours } from './tours';

export { isMatrix, matrixOf, type Matrix } from './matrix';
export { Tours } from './tours';
export { improve } from './search';

/** A site that is to be visited, and how long its block is. */
export interface SiteToVisit extends Spot {
	id: string;
	minutes: number;
	/** The rounds it may go into, by id; absent: any. One alone keeps it there. */
	rounds?: readonly string[];
	/** When one gets in within the day, minutes from midnight; absent or null: at any time. */
	openFrom?: number | null;
	openTo?: number | null;
}
/** A round that is to be filled: one crew on one weekday. It starts and ends at its branch. */
export interface RoundToFill {
	id: string;
	start: Spot;
}
export interface Wish {
	sites: readonly SiteToVisit[];
	rounds: readonly RoundToFill[];
	/** The choice by hand that it is compared with: the round of each site, by their ids. */
	byHand?: Readonly<Record<string, string>>;
	/** Miles an hour. */
	speed?: number;
	seed?: number;
	steps?: number;
	/** Minutes from each place to each, of a routing service: the sites in their order, then the start of each round. */
	table?: readonly (readonly number[])[];
	/** When a round begins, minutes from midnight: what is shut at some hours is kept by the order of its stops. Absent: hours do not count. */
	begin?: number;
}
/** A round with its stops in order. */
export interface Suggested {
	id: string;
	sites: string[];
	/** Blocks of its stops, minutes. */
	blocks: number;
	/** Driving from the branch over the stops and back. */
	driving: number;
	/** Great circle × 1.3. */
	miles: number;
	/** Stops at which they would not be done when it is shut, in any order that was found. */
	shut: string[];
}
export interface Suggestion {
	rounds: Suggested[];
	/** Driving of all, and the largest round less the smallest: what was made small. Minutes. */
	sum: number;
	/** Sites that may go into none of the rounds. */
	left: string[];
}

/** More steps for few stops, where each is cheap; so many that two thousand sites take under three seconds. */
export const stepsFor = (sites: number): number => Math.max(4000, Math.min(60_000, Math.round(90_000_000 / (400 + sites * 1.2))));

/**
 * Sites into rounds: as little driving and as even rounds as can be found, deterministic for a seed, and never worse in the sum than the choice by hand.
 * @returns both, each with its stops in the order that is driven; minutes exactly, to be rounded for showing
 */
export function suggestRounds(w: Wish, each?: (share: number) => void): { suggestion: Suggestion; byHand: Suggestion | null } {
	const matrix = tableOf(w);
	const ids = new Map(w.rounds.map((r, i) => [r.id, i]));
	const stops = w.sites.map((s) => ({
		minutes: s.minutes,
		...(s.rounds ? { rounds: s.rounds.flatMap((id) => ids.get(id) ?? []) } : {})
	}));
	const steps = w.steps ?? stepsFor(w.sites.length);
	const seed = w.seed ?? 1;
	const fresh = new Tours(matrix, stops, w.rounds.length);
	firstRounds(fresh, anglesOf(w));
	improve(fresh, { steps, seed, ...(each ? { each } : {}) });
	const hand = w.byHand ? handOf(w, matrix, ids, seed) : null;
	if (hand !== null && hand.sum() < fresh.sum() && everyPlaced(hand)) {
		// What was chosen by hand is better than what was found: it is what there is to make better.
		const byHand = said(w, hand, matrix);
		hand.open(stops);
		improve(hand, { steps, seed });
		return { suggestion: said(w, hand, matrix), byHand };
	}
	return { suggestion: said(w, fresh, matrix), byHand: hand && said(w, hand, matrix) };
}

const everyPlaced = (t: Tours): boolean => t.round.every((r) => r >= 0);

/** The rounds as chosen by hand, each in its best order. */
function handOf(w: Wish, matrix: Matrix, ids: ReadonlyMap<string, number>, seed: number): Tours {
	const stops = w.sites.map((s) => ({ minutes: s.minutes, rounds: [ids.get(w.byHand?.[s.id] ?? '') ?? []].flat() }));
	const hand = new Tours(matrix, stops, w.rounds.length);
	firstRounds(hand, anglesOf(w));
	improve(hand, { steps: Math.min(20_000, w.steps ?? stepsFor(w.sites.length)), seed });
	return hand;
}

function tableOf(w: Wish): Matrix {
	const size = w.sites.length + w.rounds.length;
	if (w.table && isMatrix(w.table, size)) return { size, minutes: Float32Array.from(w.table.flat()), bothWays: false };
	return matrixOf([...w.sites, ...w.rounds.map((r) => r.start)], w.speed);
}

/** Where each site lies around the middle of all, as an angle. */
function anglesOf(w: Wish): number[] {
	const n = Math.max(1, w.sites.length);
	const lat = w.sites.reduce((a, s) => a + s.lat, 0) / n;
	const lng = w.sites.reduce((a, s) => a + s.lng, 0) / n;
	return w.sites.map((s) => Math.atan2(s.lat - lat, (s.lng - lng) * Math.cos((lat * Math.PI) / 180)));
}

/** A round's stops in the order that is driven, but for what would be shut then; and where that is not to be helped. */
function hoursKept(w: Wish, t: Tours, round: number, matrix: Matrix): { order: number[]; driving: number; shut: string[] } {
	const driven = { order: t.inOrder(round), driving: t.drive[round] ?? 0, shut: [] };
	const { begin } = w;
	if (begin === undefined || driven.order.every((s) => typeof w.sites[s]?.openFrom !== 'number')) return driven;
	const branch = w.sites.length + round;
	const drive = (a: number, b: number): number => matrix.minutes[(a < 0 ? branch : a) * matrix.size + (b < 0 ? branch : b)] ?? 0;
	const stop = (n: number) => ({
		...{ minutes: w.sites[n]?.minutes ?? 0, openFrom: w.sites[n]?.openFrom ?? null, openTo: w.sites[n]?.openTo ?? null }
	});
	const order = inHours(driven.order, stop, drive, begin);
	const times = timesOf(order.map(stop), begin, (a, b) => drive(order[a] ?? -1, order[b] ?? -1));
	return {
		order,
		driving: order.reduce((sum, s, n) => sum + drive(order[n - 1] ?? -1, s), 0) + drive(order.at(-1) ?? -1, -1),
		shut: order.flatMap((s, n) => ((times[n]?.late ?? 0) > 0 ? (w.sites[s]?.id ?? []) : []))
	};
}

function said(w: Wish, t: Tours, matrix: Matrix): Suggestion {
	const rounds = w.rounds.map((r, i) => {
		const { order, driving, shut } = hoursKept(w, t, i, matrix);
		const spots = [r.start, ...order.flatMap((s) => w.sites[s] ?? []), r.start];
		return {
			id: r.id,
			sites: order.map((s) => w.sites[s]?.id ?? ''),
			blocks: order.reduce((a, s) => a + (w.sites[s]?.minutes ?? 0), 0),
			driving,
			shut,
			miles: spots.slice(1).reduce((a, s, n) => a + roadMiles(spots[n] ?? s, s), 0)
		};
	});
	return { rounds, sum: t.sum(), left: w.sites.flatMap((s, i) => ((t.round[i] ?? -1) < 0 ? s.id : [])) };
}

/** Stops in the order in which driving from a start over all of them and back is shortest, as far as it is found. */
export function orderOfStops(stops: readonly (Spot & { id: string })[], start: Spot, speed = 30): string[] {
	const { suggestion } = suggestRounds({
		sites: stops.map((s) => ({ ...s, minutes: 0 })),
		rounds: [{ id: 'all', start }],
		speed,
		steps: Math.min(4000, stepsFor(stops.length))
	});
	return suggestion.rounds[0]?.sites ?? [];
}
