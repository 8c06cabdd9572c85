import { describe, expect, it } from 'vitest';
import fc from 'fast-check';
import { cents } from '../money';
import { costMargins, costTable, laborCost, overUnder, toCome } from '.';

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
	it('shows an overrun as a minus', () => {
		const rows = costTable(
			[{ kind: 'labor', cost: cents(1000), hours: 10_000 }],
			[
				{ kind: 'labor', cost: cents(1400), hours: 12_000 },
				{ kind: 'material', cost: cents(50), hours: 0 }
			]
		);
		expect(rows.map((r) => [r.kind, r.difference])).toEqual([
			['labor', -400],
			['material', -50],
			['all', -450]
		]);
	});
	it('earns by the exact ratio', () => {
		expect(overUnder(cents(1), cents(3), cents(100), cents(50))).toMatchObject({ earned: 33, over: 17 });
		expect(overUnder(cents(0), cents(0), cents(100), cents(50)).earned).toBe(0);
	});
	it('forecast is never below what was spent', () => {
		const figure = fc.record({
			kind: fc.constantFrom('labor' as const, 'material' as const),
			cost: fc.integer({ min: 0, max: 1e8 }).map(cents),
			hours: fc.nat(1e6)
		});
		fc.assert(
			fc.property(fc.array(figure), fc.array(figure), fc.option(fc.integer({ min: 0, max: 10_000 })), (b, a, p) => {
				for (const r of costTable(b, a, p)) {
					expect(r.forecast).toBe(r.actual + r.toCome);
					expect(r.toCome).toBeGreaterThanOrEqual(0);
				}
			})
		);
	});
	it('margins: as sold and so far, none of a job without a contract, and the foot is the sum of what stands above', () => {
		const amount = fc.integer({ min: 0, max: 1e9 });
		const job = fc.record({ contract: amount, sold: amount, used: amount, billed: amount });
		expect(costMargins([{ contract: 10_000, sold: 7_500, used: 8_000, billed: 0 }]).jobs[0]).toMatchObject({
			marginSold: 250_000,
			marginNow: 200_000
		});
		fc.assert(
			fc.property(fc.array(job, { maxLength: 20 }), (jobs) => {
				const { jobs: rows, all } = costMargins(jobs);
				rows.forEach((r, i) => {
					expect(r).toMatchObject(jobs[i] ?? {});
					expect(r.marginSold === null).toBe(r.contract === 0);
					expect((r.marginNow ?? 0) <= 1_000_000).toBe(true);
					if (r.used > r.contract && r.marginNow !== null) expect(r.marginNow).toBeLessThanOrEqual(0);
				});
				for (const key of ['contract', 'sold', 'used', 'billed'] as const) expect(all[key]).toBe(jobs.reduce((n, j) => n + j[key], 0));
			})
		);
	});
	it('what is earned and what is billed over it make what was billed, whatever the forecast', () => {
		const amount = fc.integer({ min: 0, max: 1e8 }).map(cents);
		fc.assert(
			fc.property(amount, amount, amount, amount, (actual, rest, contract, billed) => {
				const { complete, earned, over } = overUnder(actual, cents(actual + rest), contract, billed);
				expect(earned + over).toBe(billed);
				expect(earned).toBeLessThanOrEqual(contract);
				expect(complete === null).toBe(actual + rest === 0);
			})
		);
	});
});
