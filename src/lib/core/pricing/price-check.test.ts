import { describe, expect, it } from 'vitest';
import fc from 'fast-check';
import { cents, percent, quantity, rate, unitPrice } from '../money';
import { explainText } from '../explain';
import { checkPrices, explainChecked, packParts, unpackParts, type CheckedPart } from '.';

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
					const good = low.filter((c) => c.short === 0).map((c) => c.margin ?? 0);
					expect(good).toEqual([...good].sort((a, b) => a - b));
					const high = new Map(checkPrices(entries(more), percent(1200)).map((c) => [c.id, c.short]));
					for (const c of low) expect(high.get(c.id)).toBeLessThanOrEqual(c.short);
				}
			)
		);
	});
	it('is explained down to its parts, whose figures sum to what it says', () => {
		const parts = [
			{ ...part(), name: 'Lay shingles', source: '/price/rates/steep' },
			{
				...part({ hoursPerUnit: quantity(0), overheadPercent: rate(45_000), unitPrice: unitPrice(390_000) }),
				name: 'Shingle',
				source: '/x'
			}
		];
		const entry = { id: 'x', parts, discount: cents(0) };
		const tree = explainChecked('Roof', entry, percent(2000));
		const [c] = checkPrices([entry], percent(2000));
		expect(tree.result).toBe('177.54');
		expect(c?.short).toBe(17_754);
		const of = (label: string) => tree.steps?.find((s) => s.label === label);
		expect(of('Price')?.steps?.map((s) => s.result)).toEqual(['602.60', '390.00']);
		expect(of('Price')?.result).toBe('992.60');
		expect(of('Overhead')?.steps?.map((s) => s.result)).toEqual(['142.00', '17.47']);
		expect(of('Price wanted')).toMatchObject({ result: '1,170.14', formula: '936.11 ÷ (1 − 20 %)' });
		expect(of('Cost today')?.steps?.[1]?.source).toBe('/x');
		expect(explainText(tree)).toContain('10 h × 14.20');
	});
	it('is the same after the way into a worker', () => {
		const n = (max: number) => fc.integer({ min: 0, max });
		const some = fc
			.tuple(n(1e7), n(1e7), fc.option(n(1e9)), n(1e7), n(1e6), n(1e6), n(1e6))
			.map(([quantity_, price, settled, cost, hours, perHour, onDollar]) =>
				part({
					...{ quantity: quantity(quantity_), unitPrice: unitPrice(price), settled: settled === null ? null : cents(settled) },
					...{
						unitCost: unitPrice(cost),
						hoursPerUnit: quantity(hours),
						overheadPerHour: unitPrice(perHour),
						overheadPercent: rate(onDollar)
					}
				})
			);
		fc.assert(
			fc.property(fc.array(some, { maxLength: 12 }), (parts) => {
				const there = unpackParts(JSON.parse(JSON.stringify(packParts(parts))) as (number | null)[]);
				expect(there).toEqual(parts);
				const check = (p: CheckedPart[]) => checkPrices([{ id: 'x', parts: p, discount: cents(0) }], percent(1000));
				expect(check(there)).toEqual(check(parts));
			})
		);
		expect(() => unpackParts([1, 2, 3])).toThrow(RangeError);
	});
});
