import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { ceilDiv, cents, percent, quantity, rate, unitPrice, unitPriceIn, type Cents, type UnitPrice } from '../money';
import { explainText } from '../explain';
import { explainCarried, explainItem, flatPrice, hourlyPriceFor, type FlatTerms, type TypicalJob, type YearlyBudget } from '.';

const item = {
	...{
		name: 'Drip edge',
		unit: 'length',
		kind: 'material' as const,
		cost: 98_000,
		price: unitPrice(142_100),
		breakEven: unitPrice(102_410)
	},
	...{ own: { by: 'inherit' } as const, rule: { by: 'markup', percent: percent(4500) } as const, overheadPercent: 45_000 },
	categories: [
		{ name: 'Edges', rule: null, source: '/price/catalog?category=e' },
		{ name: 'Rainwater', rule: { by: 'markup', percent: percent(4500) } as const, source: '/price/catalog?category=r' }
	],
	source: '/price/catalog/x'
};

describe('the price of an item, explained', () => {
	it('names who set the rule that holds, with where it is kept', () => {
		const tree = explainItem(item);
		expect(tree).toMatchObject({ label: 'Price a length', result: '14.21', formula: '9.80 × (1 + 45 %), to the cent' });
		expect(tree.steps?.at(-1)?.steps?.[0]).toMatchObject({
			label: 'Set on the category Rainwater',
			source: '/price/catalog?category=r'
		});
		const own = explainItem({ ...item, own: { by: 'fixed', price: unitPrice(150_000) }, rule: { by: 'fixed', price: unitPrice(150_000) } });
		expect(own.formula).toBe('fixed');
		expect(own.steps?.at(-1)?.steps?.[0]).toMatchObject({ label: 'Set on the item', result: 'fixed at 15.00' });
		expect(explainItem({ ...item, categories: [] }).steps?.at(-1)?.steps?.[0]?.label).toBe('The company’s rule for material');
	});
	it('by margin begins at break-even', () => {
		const tree = explainItem({ ...item, rule: { by: 'margin', percent: percent(2000) } });
		expect(tree.formula).toBe('10.241 ÷ (1 − 20 %), to the cent');
		expect(explainText(tree)).toContain('4.50 % overhead on material');
	});
});

describe('what a job carries of the overhead, explained', () => {
	const budget: YearlyBudget = {
		year: 2027,
		sales: [],
		crews: [{ name: 'All', sheetId: null, heads: 8, paidHours: 1880, nonBillable: rate(150_000), loadedCost: unitPrice(484_981) }],
		direct: [{ name: 'Materials', kind: 'material', lastYear: cents(0), amount: cents(126_000_000) }],
		overhead: [{ name: 'Everything', lastYear: cents(0), amount: cents(38_600_000) }],
		method: 'hours',
		onHours: percent(7000)
	};
	const job: TypicalJob = {
		name: 'A roof',
		hours: 800_000,
		cost: { labor: cents(310_000), material: cents(500_000), equipment: cents(0), subcontract: cents(0), other: cents(0) }
	};
	it('is hours, dollars, or both, as the method says', () => {
		expect(explainCarried(job, budget)).toMatchObject({ result: '2,415.52', formula: '80 h × 30.194' });
		expect(explainCarried(job, { ...budget, method: 'dollars' })?.formula).toBe('8,100.00 × 20.53 %');
		// Split: dollars are all but labor.
		expect(explainCarried(job, { ...budget, method: 'split' })?.formula).toBe('80 h × 21.1358 + 5,000.00 × 9.19 %');
		expect(explainCarried(job, { ...budget, crews: [] })).toBeNull();
	});
});

describe('the hour that a flat-rate catalog must sell', () => {
	const terms: FlatTerms = {
		...{ markup: percent(4000), hourlyPrice: unitPrice(600_000), hourlyCost: unitPrice(388_320), overheadPerHour: unitPrice(142_000) },
		...{ overheadPercent: { material: 45_000 as never }, rounding: 'cent' as const }
	};
	const work = fc.record({
		hours: fc.integer({ min: 100, max: 400_000 }).map((h) => quantity(h)),
		materials: fc.array(
			fc.record({
				name: fc.constant('m'),
				unit: fc.constant('each'),
				quantity: fc.integer({ min: 0, max: 100_000 }).map((q) => quantity(q)),
				cost: fc.integer({ min: 0, max: 5_000_000 }).map((c) => unitPrice(c))
			}),
			{ maxLength: 4 }
		)
	});
	it('is enough for the margin, and a cent less is not', () => {
		fc.assert(
			fc.property(work, fc.integer({ min: 0, max: 6000 }), (w, g) => {
				const needed = hourlyPriceFor(w, terms, percent(g));
				const at = (hourlyPrice: number) => flatPrice(w, { ...terms, hourlyPrice: hourlyPrice as UnitPrice });
				const p = at(needed);
				const wanted = (p.breakEven * 10_000) / (10_000 - g);
				// Break-even does not move with the price of an hour; a cent of rounding on the way is allowed for.
				expect(p.price).toBeGreaterThanOrEqual(Math.floor(wanted) - 1);
				if (needed > 100) {
					const less = at(needed - Math.ceil(20_000_000_000 / w.hours / 1000) - 1);
					expect(less.price).toBeLessThan(wanted + 1);
				}
			})
		);
	});
	it('is none for work that brings enough already, and none there is for work without hours', () => {
		const stuff = [{ name: 'm', unit: 'each', quantity: quantity(10_000), cost: unitPrice(1_000_000) }];
		expect(hourlyPriceFor({ hours: quantity(0), materials: stuff }, terms, percent(1000))).toBe(0);
		expect(hourlyPriceFor({ hours: quantity(0), materials: stuff }, terms, percent(5000))).toBe(Infinity);
		// 2 h: break-even 77.66 + 28.40; 20 % asks for 132.58 → 66.29 an hour.
		expect(hourlyPriceFor({ hours: quantity(20_000), materials: [] }, terms, percent(2000))).toBe(662_900);
	});
});

describe('division upwards, and what a unit came to', () => {
	it('never gives less than the whole, nor a unit more', () => {
		fc.assert(
			fc.property(fc.integer({ min: -1e12, max: 1e12 }), fc.integer({ min: 1, max: 1e6 }), (a, d) => {
				const q = BigInt(ceilDiv(a, d));
				expect(q * BigInt(d) >= BigInt(a) && (q - 1n) * BigInt(d) < BigInt(a)).toBe(true);
				expect(ceilDiv(-a, -d)).toBe(ceilDiv(a, d));
			})
		);
		expect(() => ceilDiv(1, 0)).toThrow(RangeError);
	});
	it('of an amount and a quantity is rounded half away from zero', () => {
		expect(unitPriceIn(1000 as Cents, quantity(30_000))).toBe(33_333);
		expect(unitPriceIn(-1000 as Cents, quantity(30_000))).toBe(-33_333);
		expect(unitPriceIn(1000 as Cents, quantity(0))).toBeNull();
	});
});
