import { roadMiles } from '../measure';
import { Refusal } from '../refusal';
import { say } from './refusals';

/** When one gets in at a site within a day, minutes from midnight; null: at any time. Both or neither. */
export interface GetsIn {
	openFrom: number | null;
	openTo: number | null;
}
/** A stop of a round: its block and when one gets in. */
export interface StopOfDay extends GetsIn {
	minutes: number;
}
/** When a crew is at a stop: from, to, how long it waits there before it is let in, and by how much it is not done when it is shut. Minutes. */
export interface AtStop {
	from: number;
	to: number;
	waits: number;
	late: number;
}

/** @throws Refusal where one gets in only from or only to a time, or the other way round */
export function checkGetsIn({ openFrom, openTo }: GetsIn): void {
	if ((openFrom === null) !== (openTo === null)) throw new Refusal(say('gets-in-from-and-to'), openFrom === null ? 'openFrom' : 'openTo');
	if (openFrom !== null && openTo !== null && openTo <= openFrom) throw new Refusal(say('shut-before-open'), 'openTo');
}

/**
 * When a crew is at each stop of its round: one block after the other with the drive between them; before a site is open it waits.
 * @param begin when they set out, minutes from midnight
 * @param drive minutes from one stop to the next by their places in the order; −1 is where they set out
 * @returns minutes from midnight, not rounded
 * @example timesOf([{ minutes: 60, openFrom: 540, openTo: 720 }], 420, () => 10) // from 540: there at 430, waits 110, done at 600
 */
export function timesOf(stops: readonly StopOfDay[], begin: number, drive: (from: number, to: number) => number = () => 0): AtStop[] {
	let now = begin;
	return stops.map((s, n) => {
		const there = now + drive(n - 1, n);
		const from = Math.max(there, s.openFrom ?? there);
		const to = from + s.minutes;
		now = to;
		return { from, to, waits: from - there, late: s.openTo === null ? 0 : Math.max(0, to - s.openTo) };
	});
}

/** Something that may have a place on the map. */
interface Placed {
	lat?: number | null;
	lng?: number | null;
}

/** Minutes to drive between spots as the stand-in reckons: great circle × 1.3; nothing where one of them has no place. @param speed miles an hour */
export const driveBetween = (a: Placed | null, b: Placed | null, speed = 30): number => {
	if (typeof a?.lat !== 'number' || typeof a.lng !== 'number' || typeof b?.lat !== 'number' || typeof b.lng !== 'number') return 0;
	return (roadMiles({ lat: a.lat, lng: a.lng }, { lat: b.lat, lng: b.lng }) / speed) * 60;
};

/** How an order is weighed: first what would be shut, then waiting, then driving. */
type Weight = readonly [late: number, waits: number, driving: number];
const lighter = (a: Weight, b: Weight): boolean => {
	const n = a.findIndex((x, i) => Math.abs(x - (b[i] ?? 0)) > 1e-9);
	return n >= 0 && (a[n] ?? 0) < (b[n] ?? 0);
};

/**
 * The stops of a round in an order in which one gets in everywhere, as far as one is found: as little after closing as can be, then as little waiting,
 * then as little driving. An order in which nobody is shut out and nobody waits stays as it is.
 * @param order stops by number, as they would be driven
 * @param drive minutes from a stop to a stop by number; −1 is the branch, where the round starts and ends
 */
export function inHours(
	order: readonly number[],
	stop: (n: number) => StopOfDay,
	drive: (from: number, to: number) => number,
	begin: number
): number[] {
	const weigh = (o: readonly number[]): Weight => {
		const times = timesOf(o.map(stop), begin, (a, b) => drive(o[a] ?? -1, o[b] ?? -1));
		const driving = o.reduce((sum, s, n) => sum + drive(o[n - 1] ?? -1, s), 0) + drive(o.at(-1) ?? -1, -1);
		return [times.reduce((a, t) => a + t.late, 0), times.reduce((a, t) => a + t.waits, 0), driving];
	};
	let best = [...order];
	let weight = weigh(best);
	if (weight[0] === 0 && weight[1] === 0) return best;
	// Each stop to each other place, as long as that makes it lighter: a round has some dozens at most.
	for (let better = true; better;) {
		better = false;
		for (let from = 0; from < best.length; from++)
			for (let to = 0; to < best.length; to++) {
				const [moved, ...rest] = [best[from] ?? 0, ...best.slice(0, from), ...best.slice(from + 1)];
				const tried = [...rest.slice(0, to), moved, ...rest.slice(to)];
				const w = weigh(tried);
				if (!lighter(w, weight)) continue;
				[best, weight, better] = [tried, w, true];
			}
	}
	return best;
}
