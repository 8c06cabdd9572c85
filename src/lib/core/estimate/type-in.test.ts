import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { quantity, unitPrice } from '../money';
import { childQuantity } from '../pricing';
import { Refusal } from '../refusal';
import { LINE_FIELDS } from './cells';
import { computeEstimate } from './compute';
import { aLine, anEstimate, aScope, byMeasure } from './fixtures';
import { ratioKept, readQuantityOf, stepKept, typeIn, withLines } from './type-in';

const context = { overheadPercent: { material: 50_000 as never }, computed: quantity(70_000) };
const line = aLine('l', { unitCost: unitPrice(1_000_000), unitPrice: unitPrice(1_500_000), settled: 777 as never });

describe('what is typed into a cell', () => {
	it('is a price by margin on break-even, rounded to the cent, and counts instead of what was settled', () => {
		// 100 + 5 % overhead = 105; ÷ (1 − 30 %) = 150.00
		expect(typeIn(line, 'margin', '30%', context)).toEqual({
			rule: { by: 'margin', percent: 3000 },
			unitPrice: 1_500_000,
			settled: null
		});
		expect(typeIn(line, 'markup', '12.5%', context)?.unitPrice).toBe(1_125_000);
	});
	it('is a quantity, or an override that remembers what was computed; cleared it goes back', () => {
		expect(typeIn(line, 'quantity', '2.5', context)?.source).toEqual({ by: 'typed', quantity: 25_000 });
		const measured = { ...line, source: byMeasure(['area'], 1, 10) };
		expect(typeIn(measured, 'quantity', '9', context)?.override).toEqual({ quantity: 90_000, computedThen: 70_000, basisThen: null });
		expect(typeIn(measured, 'quantity', '9', { ...context, basis: 66_000.5 })?.override?.basisThen).toBe(66_000.5);
		expect(typeIn(measured, 'quantity', '', context)?.override).toBeNull();
	});
	it.each([
		['price', '12 %%'],
		['quantity', '-1'],
		['quantity', '999999999'],
		['name', '  '],
		['cost', '-3'],
		['margin', '100%']
	] as const)('into %s as “%s” is refused in words', (field, value) => {
		expect(() => typeIn(line, field, value, context)).toThrow(Refusal);
	});
	it('needs the catalog where a price follows an item, and for hours and parents', () => {
		expect(typeIn({ ...line, itemId: 'i' }, 'cost', '5', context)).toBeNull();
		expect(typeIn(line, 'hours', '2', context)).toBeNull();
		expect(typeIn(line, 'parent', 'x × 2', context)).toBeNull();
	});
	it('is the kind of a line by hand: hours come with labor, and a price by margin follows', () => {
		const byHand = { ...line, unit: 'h', rule: { by: 'margin' as const, percent: 3000 as never }, hoursPerUnit: quantity(0) };
		// Labor carries no percentage here: 100 ÷ 0.7 = 142.86 instead of 150.
		expect(typeIn(byHand, 'kind', 'labor', context)).toEqual({ kind: 'labor', hoursPerUnit: 10_000, unitPrice: 1_428_600 });
		expect(typeIn({ ...byHand, kind: 'labor', hoursPerUnit: quantity(10_000) }, 'kind', 'material', context)?.hoursPerUnit).toBe(0);
		expect(() => typeIn({ ...line, itemId: 'i' }, 'kind', 'labor', context)).toThrow('has its kind');
		expect(() => typeIn(line, 'kind', 'magic', context)).toThrow('no such kind');
	});
	it('keeps what hangs in its ratio: 12 caps on 3 h are 4 for each, a third of three stays one', () => {
		expect(ratioKept(quantity(120_000), quantity(30_000))).toBe(40_000);
		expect(ratioKept(quantity(10_000), quantity(0))).toBe(10_000);
		fc.assert(
			fc.property(fc.integer({ min: 1, max: 500 }), fc.integer({ min: 1, max: 500 }), (own, parent) => {
				const [q, p] = [quantity(own * 10_000), quantity(parent * 10_000)];
				expect(childQuantity(p, ratioKept(q, p), stepKept(q))).toBe(q);
			})
		);
		expect([stepKept(quantity(25_000)), stepKept(quantity(20_000))]).toEqual([100, 10_000]);
	});
	it('is never a crash, whatever is typed wherever', () => {
		fc.assert(
			fc.property(fc.constantFrom(...LINE_FIELDS), fc.string({ maxLength: 30 }), (field, value) => {
				try {
					const patch = typeIn(line, field, value, context);
					if (patch?.unitPrice !== undefined) expect(Number.isSafeInteger(patch.unitPrice)).toBe(true);
				} catch (e) {
					expect(e).toBeInstanceOf(Refusal);
				}
			})
		);
	});
	it('changes its line and leaves every other scope the same object', () => {
		const estimate = anEstimate([aScope('a', [line]), aScope('b', [aLine('m', { unitPrice: unitPrice(100) })])]);
		const next = withLines(estimate, [['l', typeIn(line, 'price', '20', context)!]]);
		expect(computeEstimate(next).lines.map((l) => l.amount)).toEqual([2000, 1]);
		expect(next.scopes[1]).toBe(estimate.scopes[1]);
		expect(withLines(estimate, [])).toBe(estimate);
		const twice = withLines(estimate, [
			['l', { note: 'first', phase: 'a' }],
			['l', { note: 'then' }]
		]);
		expect(twice.scopes[0]?.lines[0]).toMatchObject({ note: 'then', phase: 'a' });
	});
});

describe('a quantity of hours', () => {
	it.each([
		['4h 15', 42_500],
		['4:15', 42_500],
		['45 min', 7500],
		['2.25', 22_500],
		['2h', 20_000]
	])('%s is read', (typed, quantity) => {
		expect(readQuantityOf('h', typed)).toBe(quantity);
	});
	it('is no length of time on a line of anything else', () => {
		expect(() => readQuantityOf('each', '4h 15')).toThrow();
		expect(() => readQuantityOf('h', '4h 75')).toThrow('59 minutes');
	});
});
