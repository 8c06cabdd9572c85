import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { explainText } from '../explain';
import { percent, quantity, unitPrice } from '../money';
import {
	breakEvenOf,
	breakEvenWithHours,
	childQuantity,
	explainEquipment,
	flatMaterialCost,
	laborRate,
	neededOf,
	partQuantity,
	pooledQuantity,
	roundUpToStep,
	ruleThatHolds,
	sameMachine,
	type LaborSheet,
	type PartRate,
	type PriceRule
} from '.';

const part = fc.record<PartRate>({
	amount: fc.integer({ min: 0, max: 500_000 }),
	per: fc.integer({ min: 1, max: 50_000_000 }),
	waste: fc.integer({ min: 0, max: 5000 }).map((w) => percent(w)),
	step: fc.constantFrom(0, 2500, 10_000, 100_000)
});
const measure = fc.double({ min: 0, max: 1e5, noNaN: true });

describe('what is bought for a measure', () => {
	it('is never less than what is needed, and never a step more', () => {
		fc.assert(
			fc.property(measure, part, (m, p) => {
				const step = p.step || 1;
				const needed = neededOf(m, p);
				const bought = partQuantity(m, p);
				// A billionth under a whole step counts as that step: nobody buys a bundle for it.
				expect(bought).toBeGreaterThanOrEqual(needed - Math.max(1, needed / step) * step * 1e-9);
				if (needed > 0) expect(bought - needed).toBeLessThan(step + 1e-6 * Math.max(1, needed));
				expect(bought % step).toBe(0);
			})
		);
	});
	it('grows with the measure, and with waste', () => {
		fc.assert(
			fc.property(measure, measure, part, (a, b, p) => {
				expect(partQuantity(a + b, p)).toBeGreaterThanOrEqual(partQuantity(a, p));
				expect(partQuantity(a, { ...p, waste: percent(p.waste + 100) })).toBeGreaterThanOrEqual(partQuantity(a, p));
			})
		);
	});
	it('pooled is never more than apart, and never less than the largest alone', () => {
		fc.assert(
			fc.property(fc.array(fc.tuple(measure, part), { minLength: 1, maxLength: 5 }), fc.constantFrom(0, 2500, 10_000), (all, step) => {
				const needs = all.map(([m, p]) => ({ measure: m, part: { ...p, step } }));
				const apart = needs.map((n) => partQuantity(n.measure, n.part));
				const pooled = pooledQuantity(needs);
				expect(pooled).toBeLessThanOrEqual(apart.reduce((n, q) => n + q, 0));
				expect(pooled).toBeGreaterThanOrEqual(Math.max(...apart) - (step || 1));
			})
		);
	});
	it('of nothing is nothing; of a trace, one step', () => {
		expect(roundUpToStep(0, 10_000)).toBe(0);
		expect(roundUpToStep(0.0001, 10_000)).toBe(10_000);
		expect(partQuantity(0, { amount: 10_000, per: 10_000, waste: percent(0), step: 10_000 })).toBe(0);
		expect(partQuantity(5, { amount: 0, per: 10_000, waste: percent(0), step: 10_000 })).toBe(0);
	});
	it('that cannot be is refused in words', () => {
		const rate = { amount: 10_000, per: 10_000, waste: percent(0), step: 0 };
		expect(() => neededOf(1, { ...rate, per: 0 })).toThrow('per more than 0');
		expect(() => neededOf(1, { ...rate, waste: percent(-1) })).toThrow('cannot be negative');
		expect(() => neededOf(-1, rate)).toThrow('cannot be negative');
		expect(() => roundUpToStep(1e300, 1)).toThrow('too large');
	});
	it('for a line that hangs on another is its share of it, rounded up again', () => {
		expect(childQuantity(quantity(120_000), 25_000, 10_000)).toBe(300_000);
		expect(childQuantity(quantity(130_000), 5000, 10_000)).toBe(70_000);
		expect(childQuantity(quantity(0), 25_000, 10_000)).toBe(0);
	});
});

describe('the price rule that holds', () => {
	const rule = fc.constantFrom<PriceRule>(
		{ by: 'inherit' },
		{ by: 'markup', percent: percent(2500) },
		{ by: 'margin', percent: percent(1000) }
	);
	it('is the first that does not inherit: line, item, category, the one above, the company', () => {
		fc.assert(
			fc.property(fc.array(fc.option(rule), { maxLength: 6 }), (chain) => {
				const usual: PriceRule = { by: 'fixed', price: unitPrice(1) };
				const holds = ruleThatHolds(...chain, usual);
				expect(holds).toBe(chain.find((r) => r && r.by !== 'inherit') ?? usual);
			})
		);
		expect(() => ruleThatHolds({ by: 'inherit' }, null)).toThrow('No price rule');
	});
});

describe('break-even of a unit', () => {
	it('is cost, the overhead percent of its kind, and the overhead its hours carry', () => {
		expect(breakEvenOf(98_000, 'material', { material: 45_000 })).toBe(102_410);
		expect(breakEvenOf(98_000, 'labor', { material: 45_000 })).toBe(98_000);
		expect(breakEvenWithHours({ kind: 'labor', hoursPerUnit: 25_000, overheadPerHour: 142_000 }, 388_320, {})).toBe(743_320);
	});
});

describe('an hour of labor', () => {
	const sheet = (wage: number, more: Partial<LaborSheet> = {}): LaborSheet => ({
		members: [{ label: 'Lead', wage: unitPrice(wage), count: 1 }],
		paidHours: 450_000,
		overtimeHours: 50_000,
		overtimeMultiplier: 15_000,
		burden: percent(1800),
		nonBillable: percent(1500),
		overheadPerHour: unitPrice(142_000),
		target: { margin: percent(1200) },
		...more
	});
	const wage = fc.integer({ min: 10_000, max: 2_000_000 });
	it('is never cheaper for a higher wage, burden, overhead or margin, or for less billable time', () => {
		fc.assert(
			fc.property(wage, fc.nat(100_000), fc.integer({ min: 0, max: 3000 }), (w, more, extra) => {
				const base = laborRate(sheet(w));
				for (const dearer of [
					sheet(w + more),
					sheet(w, { burden: percent(1800 + extra) }),
					sheet(w, { nonBillable: percent(1500 + extra) }),
					sheet(w, { overheadPerHour: unitPrice(142_000 + more) }),
					sheet(w, { target: { margin: percent(1200 + extra) } })
				])
					expect(laborRate(dearer).price).toBeGreaterThanOrEqual(base.price);
			})
		);
	});
	it('has the margin that its price says, whichever of the two was typed', () => {
		fc.assert(
			fc.property(wage, fc.integer({ min: 0, max: 5000 }), (w, g) => {
				const byMargin = laborRate(sheet(w, { target: { margin: percent(g) } }));
				const byPrice = laborRate(sheet(w, { target: { price: byMargin.price } }));
				expect(byPrice).toEqual({ ...byMargin });
				expect(byMargin.price % 100).toBe(0);
			})
		);
	});
});

describe('machines and materials', () => {
	it('are the same by letters and figures alone', () => {
		expect(sameMachine('Boom lift, 60 ft', 'boom-lift 60FT')).toBe(true);
		expect(sameMachine('Boom lift', 'Boom truck')).toBe(false);
		expect(sameMachine('', ' - ')).toBe(false);
	});
	it('explain the hour down to what wears out', () => {
		const text = explainText(
			explainEquipment(
				{
					...{ purchase: unitPrice(620_000_000), resale: unitPrice(140_000_000), lifeHours: 6000, fixedPerYear: unitPrice(42_000_000) },
					...{ hoursPerYear: 900, fuelPerHour: unitPrice(95_000), upkeepPerHour: unitPrice(32_500) }
				},
				8
			)
		);
		expect(text).toContain('Cost an hour: 25.4167');
		expect(text).toContain('(62,000.00 − 14,000.00) ÷ 6,000 h = 8.00');
		expect(text).toContain('4,200.00 a year ÷ 900 h = 4.6667');
	});
	it('of a service are rounded one by one, as lines are', () => {
		const m = (q: number, c: number) => ({ name: 'm', unit: 'each', quantity: quantity(q), cost: unitPrice(c) });
		expect(flatMaterialCost([m(3333, 15_000), m(3333, 15_000)])).toBe(100);
		expect(flatMaterialCost([])).toBe(0);
	});
});
