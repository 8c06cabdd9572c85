import { describe, expect, it } from 'vitest';
import fc from 'fast-check';
import { cents, percent, quantity, rate, unitPrice } from '../money';
import { checkPrices, type CheckedPart } from '.';

const part = (more: Partial<CheckedPart> = {}): CheckedPart => ({
	quantity: quantity(100_000),
	unitPrice: unitPrice(602_600),
	settled: null,
	unitCost: unitPrice(388_320),
	hoursPerUnit: quantity(10_000),
	overheadPerHour: unitPrice(142_000),
	overheadPercent: rate(0),
	...more
});
const one = (more: Partial<CheckedPart>, target = 1000) =>
	checkPrices([{ id: 'x', parts: [part(more)], discount: cents(0) }], percent(target))[0]!;

describe('the price check', () => {
	it('knows cost, break-even and target of ten hours', () => {
		expect(one({})).toEqual({ id: 'x', price: 60_260, cost: 38_832, breakEven: 53_032, margin: 119_947, verdict: 'good', short: 0 });
		expect(one({ unitPrice: unitPrice(580_000) })).toMatchObject({ verdict: 'below target', short: 924 });
		expect(one({ unitPrice: unitPrice(500_000) })).toMatchObject({ verdict: 'below break-even', short: 8924 });
		expect(one({ unitPrice: unitPrice(380_000) })).toMatchObject({ verdict: 'below cost' });
		expect(one({ settled: cents(70_000) })).toMatchObject({ price: 70_000, verdict: 'good' });
	});
	it('counts a discount and the percent on dollars', () => {
		const material = part({
			unitCost: unitPrice(100_000),
			unitPrice: unitPrice(137_000),
			hoursPerUnit: quantity(0),
			overheadPercent: rate(45_000)
		});
		const [a] = checkPrices([{ id: 'm', parts: [material], discount: cents(3500) }], percent(0));
		expect(a).toMatchObject({ price: 10_200, cost: 10_000, breakEven: 10_450, verdict: 'below break-even', short: 250 });
	});
	it('puts the most money short first, and never says more is short when prices rise', () => {
		fc.assert(
			fc.property(
				fc.array(fc.integer({ min: 1, max: 900_000 }), { minLength: 1, maxLength: 20 }),
				fc.integer({ min: 0, max: 100_000 }),
				(prices, more) => {
					const entries = (add: number) =>
						prices.map((p, n) => ({ id: String(n), parts: [part({ unitPrice: unitPrice(p + add) })], discount: cents(0) }));
					const low = checkPrices(entries(0), percent(1200));
					expect(low.map((c) => c.short)).toEqual([...low.map((c) => c.short)].sort((a, b) => b - a));
					const high = new Map(checkPrices(entries(more), percent(1200)).map((c) => [c.id, c.short]));
					for (const c of low) expect(high.get(c.id)).toBeLessThanOrEqual(c.short);
				}
			)
		);
	});
});
