import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { improve, isMatrix, matrixOf, orderOfStops, suggestRounds, Tours, type SiteToVisit } from '.';
import { randomFrom } from './random';

const START = { lat: -47, lng: -131 };
/** Sites around the branch, the same for the same seed. */
function town(n: number, seed: number): SiteToVisit[] {
	const r = randomFrom(seed);
	return Array.from({ length: n }, (_, i) => ({
		...{ id: `s${i}`, lat: START.lat + (r() - 0.5) * 0.2, lng: START.lng + (r() - 0.5) * 0.3 },
		minutes: 30 + Math.floor(r() * 60)
	}));
}
const roundsOf = (k: number) => Array.from({ length: k }, (_, i) => ({ id: `r${i}`, start: START }));

/** Shortest tour over each set of stops from the start and back: every set from the smaller ones. */
function shortest(minutes: (a: number, b: number) => number, n: number): Float64Array {
	const sets = 1 << n;
	const at = Array.from({ length: sets }, () => new Float64Array(n).fill(Infinity));
	const whole = new Float64Array(sets).fill(Infinity);
	whole[0] = 0;
	for (let i = 0; i < n; i++) at[1 << i]![i] = minutes(n, i);
	for (let set = 1; set < sets; set++)
		for (let last = 0; last < n; last++) {
			const here = at[set]![last]!;
			if (here === Infinity) continue;
			whole[set] = Math.min(whole[set]!, here + minutes(last, n));
			for (let next = 0; next < n; next++)
				if (!(set & (1 << next))) {
					const then = set | (1 << next);
					at[then]![next] = Math.min(at[then]![next]!, here + minutes(last, next));
				}
		}
	return whole;
}
/** The proven best of two rounds: every way to part the stops. */
function provenBest(sites: readonly SiteToVisit[]): number {
	const n = sites.length;
	const m = matrixOf([...sites, START, START]);
	const tour = shortest((a, b) => m.minutes[a * m.size + b]!, n);
	const block = (set: number) => sites.reduce((sum, s, i) => sum + (set & (1 << i) ? s.minutes : 0), 0);
	let best = Infinity;
	const all = (1 << n) - 1;
	for (let set = 0; set <= all; set++) {
		const [a, b] = [tour[set]! + block(set), tour[all ^ set]! + block(all ^ set)];
		best = Math.min(best, tour[set]! + tour[all ^ set]! + Math.abs(a - b));
	}
	return best;
}

describe('a suggestion of rounds', () => {
	it('is within 2 % of the proven best for up to twelve stops', () => {
		for (const [n, seed] of [
			[5, 1],
			[8, 2],
			[10, 3],
			[12, 4]
		] as const) {
			const sites = town(n, seed);
			const best = provenBest(sites);
			const { suggestion } = suggestRounds({ sites, rounds: roundsOf(2) });
			expect(suggestion.sum).toBeGreaterThanOrEqual(best - 0.01);
			expect(suggestion.sum).toBeLessThanOrEqual(best * 1.02);
		}
	});
	it('visits each site once, counts what it says, and is the same for the same seed', () => {
		fc.assert(
			fc.property(fc.integer({ min: 1, max: 40 }), fc.integer({ min: 1, max: 5 }), fc.integer({ min: 1, max: 99 }), (n, k, seed) => {
				const sites = town(n, seed);
				const wish = { sites, rounds: roundsOf(k), steps: 400, seed };
				const { suggestion: s } = suggestRounds(wish);
				expect(s.rounds.flatMap((r) => r.sites).sort()).toEqual(sites.map((x) => x.id).sort());
				expect(s.left).toEqual([]);
				const sizes = s.rounds.map((r) => r.blocks + r.driving);
				const driving = s.rounds.reduce((a, r) => a + r.driving, 0);
				expect(s.sum).toBeCloseTo(driving + Math.max(...sizes) - Math.min(...sizes), 3);
				// At thirty miles an hour a mile takes two minutes.
				for (const r of s.rounds) expect(r.driving).toBeCloseTo(r.miles * 2, 2);
				expect(suggestRounds(wish).suggestion).toEqual(s);
			}),
			{ numRuns: 25 }
		);
	});
	it('is never worse in the sum than the choice by hand', () => {
		fc.assert(
			fc.property(fc.integer({ min: 2, max: 30 }), fc.integer({ min: 1, max: 4 }), fc.integer({ min: 1, max: 99 }), (n, k, seed) => {
				const sites = town(n, seed);
				const r = randomFrom(seed + 7);
				const byHand = Object.fromEntries(sites.map((s) => [s.id, `r${Math.floor(r() * k)}`]));
				const found = suggestRounds({ sites, rounds: roundsOf(k), byHand, steps: 60 });
				expect(found.byHand).not.toBeNull();
				expect(found.suggestion.sum).toBeLessThanOrEqual(found.byHand!.sum + 1e-6);
				for (const round of found.byHand!.rounds) for (const id of round.sites) expect(byHand[id]).toBe(round.id);
			}),
			{ numRuns: 25 }
		);
	});
	it('keeps sites where they are wanted, and names those that fit nowhere', () => {
		const sites = town(12, 5);
		const [a, b] = [
			{ ...sites[0]!, rounds: ['r1'] },
			{ ...sites[1]!, rounds: ['another week'] }
		];
		const { suggestion } = suggestRounds({ sites: [a, b, ...sites.slice(2)], rounds: roundsOf(2) });
		expect(suggestion.rounds[1]!.sites).toContain(a.id);
		expect(suggestion.left).toEqual([b.id]);
		expect(suggestion.rounds.flatMap((r) => r.sites)).toHaveLength(11);
	});
	it('takes a routing service’s table, one-way streets and all, and does without one that is none', () => {
		const sites = town(4, 9);
		// Round the block in one direction: 0 → 1 → 2 → 3 → the branch; everything else is far.
		const table = Array.from({ length: 5 }, (_, a) => Array.from({ length: 5 }, (_, b) => (a === b ? 0 : b === (a + 1) % 5 ? 1 : 50)));
		const { suggestion } = suggestRounds({ sites, rounds: roundsOf(1), table });
		expect(suggestion.rounds[0]!.sites).toEqual(['s0', 's1', 's2', 's3']);
		expect(suggestion.rounds[0]!.driving).toBe(5);
		expect(isMatrix(table, 5)).toBe(true);
		for (const wrong of [
			[[0]],
			table.slice(1),
			table.map((r) => r.map((m, i) => (i === 1 ? -1 : m))),
			table.map((r) => [...r.slice(1), null])
		])
			expect(isMatrix(wrong, 5)).toBe(false);
		const plain = suggestRounds({ sites, rounds: roundsOf(1) }).suggestion;
		expect(suggestRounds({ sites, rounds: roundsOf(1), table: [[0]] }).suggestion).toEqual(plain);
	});
	it('keeps the hours in which one gets in by the order of the stops, and names those that it cannot', () => {
		const sites = town(12, 21);
		const plain = suggestRounds({ sites, rounds: roundsOf(1) }).suggestion.rounds[0]!;
		// What would be driven last shuts first.
		const last = plain.sites.at(-1)!;
		const open = (id: string, from: number, to: number) => sites.map((s) => (s.id === id ? { ...s, openFrom: from, openTo: to } : s));
		const kept = suggestRounds({ sites: open(last, 420, 520), rounds: roundsOf(1), begin: 420 }).suggestion.rounds[0]!;
		expect(kept.sites.indexOf(last)).toBeLessThan(4);
		expect([...kept.sites].sort()).toEqual([...plain.sites].sort());
		expect([kept.shut, kept.driving >= plain.driving - 1e-3]).toEqual([[], true]);
		// Without a beginning hours do not count; one that is shut before anybody can be there is named.
		expect(suggestRounds({ sites: open(last, 420, 520), rounds: roundsOf(1) }).suggestion.rounds[0]!.sites).toEqual(plain.sites);
		expect(suggestRounds({ sites: open(last, 300, 400), rounds: roundsOf(1), begin: 420 }).suggestion.rounds[0]!.shut).toEqual([last]);
	});
	it('orders the stops of one tour', () => {
		// Around a pond: any other order crosses it.
		const around = (i: number) => ({ lat: START.lat + Math.sin(i) / 100, lng: START.lng + Math.cos(i) / 100 });
		const along = [3, 1, 2, 0].map((i) => ({ id: `s${i}`, ...around(i) }));
		const order = orderOfStops(along, around(-1));
		expect([order, [...order].reverse()]).toContainEqual(['s0', 's1', 's2', 's3']);
		expect(orderOfStops([], START)).toEqual([]);
	});
});

describe('rounds as rings', () => {
	it('are as they were when what was taken out goes back, whatever was taken', () => {
		fc.assert(
			fc.property(fc.integer({ min: 1, max: 99 }), fc.array(fc.nat(19), { minLength: 1, maxLength: 30 }), (seed, picks) => {
				const sites = town(20, seed);
				const t = new Tours(
					matrixOf([...sites, START, START]),
					sites.map(({ minutes }) => ({ minutes })),
					2
				);
				t.lay([[...sites.keys()].filter((i) => i % 2 === 0), [...sites.keys()].filter((i) => i % 2 === 1)]);
				const [before, sum] = [t.kept(), t.sum()];
				const out: { stop: number; after: number }[] = [];
				for (const stop of new Set(picks)) {
					out.push({ stop, after: t.prev[stop]! });
					t.take(stop);
				}
				for (const { stop, after } of out.reverse()) t.put(stop, after);
				expect(t.kept()).toEqual(before);
				expect(t.sum()).toBeCloseTo(sum, 6);
			}),
			{ numRuns: 50 }
		);
	});
	it('never get worse by being made better', () => {
		const sites = town(30, 11);
		const t = new Tours(
			matrixOf([...sites, START, START, START]),
			sites.map(({ minutes }) => ({ minutes })),
			3
		);
		t.lay([[...sites.keys()], [], []]);
		const before = t.sum();
		expect(improve(t, { steps: 300, seed: 2 })).toBeLessThan(before);
	});
});
