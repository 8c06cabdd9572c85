import { isMatrix } from '../../core/rounds';
import type { Spot } from '../../core/measure';

/** Minutes of driving from each place to each; null: nobody knows, and distances are reckoned as the crow flies. */
export interface Driving {
	minutes: number[][] | null;
	/** Why a service that is there was not used; '' when it was, or when there is none. */
	problem: string;
}
export interface RoutingPort {
	readonly name: string;
	table(places: readonly Spot[]): Promise<Driving>;
}

/** The shipped stand-in: nothing is asked, distances are great circles × 1.3. */
export const standInRouting = (): RoutingPort => ({
	name: 'great circles',
	table: () => Promise.resolve({ minutes: null, problem: '' })
});

/** Places of one request: services of this kind take about a hundred. */
const PIECE = 50;
/** More places than this are not asked for: the pieces are their square. */
export const MOST_PLACES = 400;
const KEPT = 30;

/**
 * A routing service with tables of durations: GET /table/v1/driving/LNG,LAT;… with `sources` and `destinations`, answers {"code": "Ok", "durations": [[seconds]]}
 * as JSON. What comes late or is no table is not used, and that is said. A table is asked for once, and kept.
 * @param wait milliseconds for the whole table
 */
export function webRouting(address: string, wait = 15_000): RoutingPort {
	const known = new Map<string, number[][]>();
	return {
		name: 'routing service',
		async table(places) {
			if (places.length > MOST_PLACES) return { minutes: null, problem: `It is asked for at most ${MOST_PLACES} places.` };
			const at = places.map((p) => `${p.lng.toFixed(5)},${p.lat.toFixed(5)}`);
			const key = at.join(';');
			const before = known.get(key);
			if (before) return { minutes: before, problem: '' };
			try {
				const minutes = await whole(address, at, AbortSignal.timeout(wait));
				if (!isMatrix(minutes, places.length)) return { minutes: null, problem: 'It answered something that is no table.' };
				known.set(key, minutes);
				if (known.size > KEPT) known.delete(known.keys().next().value ?? '');
				return { minutes, problem: '' };
			} catch (e) {
				return { minutes: null, problem: (e as Error).name === 'TimeoutError' ? 'It answered too late.' : 'It did not answer.' };
			}
		}
	};
}

/** The whole table, piece by piece: so many sources to so many destinations at once. */
async function whole(address: string, at: readonly string[], signal: AbortSignal): Promise<number[][]> {
	const starts = Array.from({ length: Math.ceil(at.length / PIECE) }, (_, n) => n * PIECE);
	const rows: number[][] = at.map(() => []);
	for (const from of starts)
		for (const to of starts) {
			const piece = await part(address, at.slice(from, from + PIECE), at.slice(to, to + PIECE), signal);
			piece.forEach((r, n) => rows[from + n]?.push(...r));
		}
	return rows;
}

async function part(address: string, from: readonly string[], to: readonly string[], signal: AbortSignal): Promise<number[][]> {
	const url = new URL(`${address.replace(/\/$/, '')}/table/v1/driving/${[...from, ...to].join(';')}`);
	url.searchParams.set('sources', from.map((_, n) => n).join(';'));
	url.searchParams.set('destinations', to.map((_, n) => from.length + n).join(';'));
	const r = await fetch(url, { signal });
	const said = (await r.json().catch(() => null)) as { code?: unknown; durations?: unknown } | null;
	if (said?.code !== 'Ok' || !Array.isArray(said.durations)) return from.map(() => to.map(() => NaN));
	return from.map((_, n) => {
		const row: unknown = (said.durations as unknown[])[n];
		return to.map((__, k) => {
			const seconds: unknown = Array.isArray(row) ? row[k] : null;
			return typeof seconds === 'number' ? seconds / 60 : NaN;
		});
	});
}
