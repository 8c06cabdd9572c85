import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { NM_PER_FOOT } from '../measure';
import { quantity, unitPrice } from '../money';
import { computeEstimate } from './compute';
import { explainQuantity } from './explain';
import { aLine, anEstimate, aScope, byMeasure } from './fixtures';
import type { Line } from './model';
import { measuredSize, perSize } from './per-size';
import { missingMeasures, poolable, poolLines } from './pool';

const rolls = (id: string, measure: 'area' | 'eaves', per: number, more: Partial<Line> = {}) =>
	aLine(id, { itemId: 'membrane', source: byMeasure([measure], 1, per), unitPrice: unitPrice(900_000), ...more });
/** 96 ft of eave, 14 ft of run, pitch 8. */
const roof = {
	id: 'f',
	figure: { kind: 'roof face' as const, length: 96 * NM_PER_FOOT, run: 14 * NM_PER_FOOT, pitch: 8, ridge: true },
	times: 1,
	subtract: false
};
const quantityOf = (lines: Line[]) =>
	computeEstimate(anEstimate([aScope('s', lines, { shapes: [roof] })])).lines.reduce((n, l) => n + l.quantity, 0) / 10_000;

describe('the same item for several parts', () => {
	it('is bought once: waste per part, then the sum, then one rounding', () => {
		// 1,615.3 sq ft ÷ 400 = 4.04 → 5 rolls; 96 ft ÷ 65 = 1.48 → 2 rolls; together 5.52 → 6.
		const [a, b] = [rolls('field', 'area', 400), rolls('eave', 'eaves', 65)];
		expect(quantityOf([a, b])).toBe(7);
		expect(quantityOf([{ ...a, source: poolLines([a, b]) }])).toBe(6);
	});
	it('never needs more than the lines did apart, and never fewer than the largest of them', () => {
		fc.assert(
			fc.property(
				fc.array(fc.tuple(fc.constantFrom('area' as const, 'eaves' as const), fc.integer({ min: 5, max: 900 })), {
					minLength: 2,
					maxLength: 6
				}),
				(parts) => {
					const lines = parts.map(([m, per], i) => rolls(`l${i}`, m, per));
					const pooled = quantityOf([{ ...lines[0]!, source: poolLines(lines) }]);
					expect(pooled).toBeLessThanOrEqual(quantityOf(lines));
					expect(pooled).toBeGreaterThanOrEqual(Math.max(...lines.map((l) => quantityOf([l]))));
				}
			)
		);
	});
	it('tells in its explanation what it is for', () => {
		const [a, b] = [rolls('field', 'area', 400), rolls('eave', 'eaves', 65)];
		const estimate = anEstimate([aScope('s', [{ ...a, source: poolLines([a, b]) }], { shapes: [roof] })]);
		const result = computeEstimate(estimate);
		expect(JSON.stringify(explainQuantity(estimate, result, result.lines[0]!))).toContain('also for eave');
	});
	it.each([
		['another item', { itemId: 'felt' }, 'same catalog item'],
		['another step', { source: byMeasure(['area'], 1, 400, 0, 2) }, 'same step'],
		['a typed quantity', { source: { by: 'typed', quantity: quantity(10_000) } }, 'come from measures'],
		['another price', { unitPrice: unitPrice(800_000) }, 'costs or prices differ'],
		['an override', { override: { quantity: quantity(20_000), computedThen: quantity(10_000) } }, 'typed quantity'],
		['another tax', { taxCodeId: 'none' }, 'taxed differently'],
		['a line that is hidden beside one that is not', { hidden: true }, 'hidden, locked'],
		['an option beside one that is none', { option: true }, 'option or set aside']
	] as [string, Partial<Line>, string][])('is not pooled with %s', (_, more, reason) => {
		expect(() => poolLines([rolls('a', 'area', 400), rolls('b', 'area', 300, more)])).toThrow(reason);
	});
	it('is found among the lines of a scope', () => {
		const lines = [rolls('a', 'area', 400), aLine('x'), rolls('b', 'eaves', 65), rolls('c', 'area', 9, { setAside: true })];
		expect(poolable(lines).map((g) => g.map((l) => l.id))).toEqual([['a', 'b']]);
		expect(() => poolLines([lines[0]!])).toThrow('two lines or more');
	});
});

describe('measures a scope lacks', () => {
	it('are those of parts that have none of theirs; parts at zero ask for nothing', () => {
		const part = (measures: string[], amount = 1) => ({ measures: measures as never, rate: { amount } });
		expect(
			missingMeasures([part(['area']), part(['eaves', 'rakes']), part(['ridge']), part(['posts'], 0), part(['ridge', 'hips'])], {
				area: 1,
				rakes: 4
			})
		).toEqual(['ridge', 'hips']);
	});
	it('of its own names are named without what they are', () => {
		const l = aLine('flashing', { source: byMeasure(['wall flashing (length)'], 1, 10) });
		expect(computeEstimate(anEstimate([aScope('s', [l])])).problems[0]?.text).toBe('flashing: The scope has no wall flashing.');
	});
});

describe('price and profit per unit of size', () => {
	const priced = (shapes: never[] | (typeof roof)[]) =>
		computeEstimate(
			anEstimate([aScope('s', [aLine('l', { unitPrice: unitPrice(161_530_000), unitCost: unitPrice(100_000_000) })], { shapes })])
		);
	it('are told by the square for a roof, from what counts', () => {
		const size = perSize(priced([roof]), 'imperial')!;
		expect([size.per, size.price, size.profit]).toEqual(['square', 100_001, 38_092]);
		expect(perSize(priced([roof]), 'metric')?.per).toBe('m²');
		// In the words of a job, to two decimals of them.
		expect(measuredSize(priced([roof]), 'imperial')).toEqual({ size: Math.round(size.size * 100) * 100, unit: 'squares' });
		expect(measuredSize(priced([roof]), 'metric')?.unit).toBe('m²');
		expect(measuredSize(priced([]), 'imperial')).toBeNull();
	});
	it('are not told where nothing is measured', () => expect(perSize(priced([]), 'imperial')).toBeNull());
});
