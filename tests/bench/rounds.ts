import { suggestRounds, type Wish } from '../../src/lib/core/rounds';
import { randomFrom } from '../../src/lib/core/rounds/suggest/random';
import { grew, note, time } from './measure';

const START = { lat: -47, lng: -131 };
/** So many sites around a branch, and rounds of five days for so many crews. */
function town(sites: number, rounds: number): Wish {
	const r = randomFrom(7);
	return {
		sites: Array.from({ length: sites }, (_, i) => ({
			...{ id: `s${i}`, lat: START.lat + (r() - 0.5) * 0.3, lng: START.lng + (r() - 0.5) * 0.4 },
			minutes: 40 + Math.floor(r() * 60)
		})),
		rounds: Array.from({ length: rounds }, (_, i) => ({ id: `r${i}`, start: START }))
	};
}
/** How much longer the long search looks: as many steps as a minute has. */
const LONG = 900_000;

/** Rounds suggested for two thousand sites: how long it takes, and how far it is from what a minute's search finds. */
export function roundsBench(): void {
	const large = town(2000, 25);
	const took = time(() => void suggestRounds(large), 1);
	note('rounds suggested, in a worker of the page', '2,000 sites, 25 rounds', took, '3,000 ms', 3000, 1);
	const small = town(200, 5);
	grew(
		'rounds suggested',
		time(() => void suggestRounds(small), 1),
		took
	);
	const [found, best] = [suggestRounds(large), suggestRounds({ ...large, steps: LONG, seed: 5 })].map((s) => s.suggestion.sum);
	note('rounds suggested: driving and spread, minutes', '2,000 sites', found ?? 0, 'what a minute’s search finds', best ?? 1, 1.05);
}
