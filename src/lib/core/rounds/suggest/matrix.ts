import { roadMiles, type Spot } from '../../measure';

/** Minutes to drive from each place to each, row by row; not necessarily the same both ways. */
export interface Matrix {
	size: number;
	minutes: Float32Array;
	/** From there to here is as far as from here to there. */
	bothWays: boolean;
}

/**
 * Driving minutes between all places as the stand-in reckons them: great circle × 1.3 at a speed.
 * @param speed miles an hour
 */
export function matrixOf(places: readonly Spot[], speed = 30): Matrix {
	const size = places.length;
	const minutes = new Float32Array(size * size);
	for (let a = 0; a < size; a++)
		for (let b = 0; b < a; b++) {
			const [from, to] = [places[a], places[b]];
			const m = from && to ? (roadMiles(from, to) / speed) * 60 : 0;
			minutes[a * size + b] = m;
			minutes[b * size + a] = m;
		}
	return { size, minutes, bothWays: true };
}

/** Whether a table of a routing service is one: every place to every place, nothing negative, nothing missing. */
export const isMatrix = (rows: readonly (readonly (number | null)[])[], size: number): boolean =>
	rows.length === size && rows.every((r) => r.length === size && r.every((m) => typeof m === 'number' && Number.isFinite(m) && m >= 0));
