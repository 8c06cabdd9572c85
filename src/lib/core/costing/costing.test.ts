import { describe, expect, it } from 'vitest';
import fc from 'fast-check';
import { cents } from '../money';
import type { Kind } from '../pricing';
import { earnedOf, jobCosting, laborCost, production, toCome } from '.';

describe('production', () => {
	it('is the worked example, and says nothing where nothing was said or worked', () => {
		expect(production([{ sold: 1_200_000, used: 640_000, percent: 5000 }])).toBe(937_500);
		expect(production([{ sold: 1_200_000, used: 640_000, percent: null }])).toBeNull();
		expect(production([{ sold: 1_200_000, used: 0, percent: 5000 }])).toBeNull();
	});
});

describe('job costing', () => {
	it('costs minutes at the loaded rate, once per entry', () => {
		expect(laborCost(3600, 388_320)).toBe(3883);
		expect(laborCost(90 * 60, 388_320)).toBe(5825);
		expect(laborCost(0, 388_320)).toBe(0);
	});
	it('takes a typed remainder, then the percent complete, then the budget', () => {
		expect(toCome(cents(1000), cents(400), cents(100), { typed: cents(50) })).toBe(50);
		expect(toCome(cents(1000), cents(600), cents(0), { percentComplete: 5000 })).toBe(600);
		expect(toCome(cents(1000), cents(600), cents(0), { percentComplete: 900 })).toBe(400);
		expect(toCome(cents(1000), cents(0), cents(0), { percentComplete: 5000 })).toBe(1000);
		expect(toCome(cents(1000), cents(1400), cents(0))).toBe(0);
	});
	const spent = (kind: Kind, cost: number, hours = 0, phaseId: string | null = null) => ({ phaseId, kind, cost: cents(cost), hours });
	const sold = (kind: Kind, cost: number, hours = 0, phaseId: string | null = null, changed = false) => ({
		...spent(kind, cost, hours, phaseId),
		changed
	});
	const none = { committed: [], remainders: [], completeOf: () => null };
	it('shows an overrun as a minus', () => {
		const c = jobCosting({ budget: [sold('labor', 1000, 10_000)], actual: [spent('labor', 1400, 12_000), spent('material', 50)], ...none });
		expect([...c.byKind.map((r) => [r.kind, r.difference]), c.all.difference]).toEqual([['labor', -400], ['material', -50], -450]);
	});
	it('tells sold from changed, and what is ordered from what is spent', () => {
		const c = jobCosting({
			budget: [sold('material', 1000, 0, 'p'), sold('material', 200, 0, 'p', true)],
			actual: [spent('material', 400, 0, 'p')],
			committed: [{ phaseId: 'p', kind: 'material', amount: cents(300) }],
			remainders: [],
			completeOf: () => null
		});
		expect(c.all).toMatchObject({
			sold: 1000,
			changed: 200,
			budget: 1200,
			committed: 300,
			actual: 400,
			toCome: 500,
			forecast: 1200,
			difference: 0
		});
	});
	it('takes a phase’s own percent, says when it is too low to count, and believes what was typed', () => {
		const percents: Record<string, number> = { a: 5000, b: 900 };
		const c = jobCosting({
			budget: [sold('labor', 1000, 0, 'a'), sold('labor', 1000, 0, 'b'), sold('labor', 1000, 0, 'c')],
			actual: [spent('labor', 600, 0, 'a'), spent('labor', 300, 0, 'b')],
			committed: [],
			remainders: [{ phaseId: 'c', kind: 'labor', amount: cents(50) }],
			completeOf: (id) => percents[id ?? ''] ?? null
		});
		expect(c.rows.map((r) => [r.phaseId, r.restBy, r.toCome])).toEqual([
			['a', 'percent', 600],
			['b', 'low percent', 700],
			['c', 'typed', 50]
		]);
	});
	it('expects nothing twice: what is spent on no phase comes off what the phases of its kind still have to come', () => {
		const c = jobCosting({ budget: [sold('labor', 600, 0, 'a'), sold('labor', 300, 0, 'b')], actual: [spent('labor', 300)], ...none });
		expect(c.rows.map((r) => r.toCome)).toEqual([400, 200, 0]);
		expect(c.all).toMatchObject({ forecast: 900, difference: 0 });
		const over = jobCosting({ budget: [sold('labor', 600, 0, 'a')], actual: [spent('labor', 900)], ...none });
		expect(over.all).toMatchObject({ toCome: 0, forecast: 900, difference: -300 });
	});
	it('earns by the exact ratio, not by material that only lies there, and has one profit', () => {
		expect(earnedOf({ actual: cents(1), forecast: cents(3) }, cents(0), cents(100), cents(50))).toMatchObject({
			earned: 33,
			over: 17,
			profit: 97
		});
		expect(earnedOf({ actual: cents(500), forecast: cents(1000) }, cents(100), cents(2000), cents(0)).earned).toBe(800);
		expect(earnedOf({ actual: cents(0), forecast: cents(0) }, cents(0), cents(100), cents(50))).toMatchObject({
			earned: 0,
			complete: null
		});
		expect(earnedOf({ actual: cents(0), forecast: cents(900) }, cents(0), cents(500), cents(0)).profit).toBe(-400);
	});
	it('forecast is spent, ordered and to come; cells, kinds and the whole add up, and difference is what the budget leaves (property)', () => {
		const kind = fc.constantFrom('labor' as const, 'material' as const, 'equipment' as const);
		const cell = { phaseId: fc.constantFrom(null, 'a', 'b'), kind };
		const amount = fc.integer({ min: 0, max: 1e8 }).map(cents);
		fc.assert(
			fc.property(
				fc.array(fc.record({ ...cell, cost: amount, hours: fc.nat(1e6), changed: fc.boolean() })),
				fc.array(fc.record({ ...cell, cost: amount, hours: fc.nat(1e6) })),
				fc.array(fc.record({ ...cell, amount })),
				fc.option(fc.integer({ min: 0, max: 10_000 })),
				(budget, actual, committed, p) => {
					const c = jobCosting({ budget, actual, committed, remainders: [], completeOf: () => p });
					for (const r of [...c.rows, ...c.byKind, c.all]) {
						expect(r.forecast).toBe(r.actual + r.committed + r.toCome);
						expect(r.difference).toBe(r.sold + r.changed - r.forecast);
						expect(r.toCome).toBeGreaterThanOrEqual(0);
					}
					expect(c.all.actual).toBe(actual.reduce((a, x) => a + x.cost, 0));
					expect(c.all.forecast).toBe(c.byKind.reduce((a, r) => a + r.forecast, 0));
				}
			)
		);
	});
	it('what is earned and what is billed over it make what was billed, whatever the forecast', () => {
		const amount = fc.integer({ min: 0, max: 1e8 }).map(cents);
		fc.assert(
			fc.property(amount, amount, amount, amount, (actual, rest, contract, billed) => {
				const { complete, earned, over } = earnedOf({ actual, forecast: cents(actual + rest) }, cents(0), contract, billed);
				expect(earned + over).toBe(billed);
				expect(earned).toBeLessThanOrEqual(contract);
				expect(complete === null).toBe(actual + rest === 0);
			})
		);
	});
});
