import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { computeEstimate, typeIn, type Line } from '$lib/core/estimate';
import { aLine, anEstimate, aScope, byMeasure } from '$lib/core/estimate/fixtures';
import { cents, quantity, unitPrice } from '$lib/core/money';
import { cellText, cellTyped, COLUMNS, offerChanges, offerOf, OFFERS } from './columns';

const result = (more: Partial<Line> = {}) =>
	computeEstimate(anEstimate([aScope('s', [aLine('l', { name: 'Drip edge', unit: 'length', unitCost: unitPrice(98_000), ...more })])]))
		.lines[0]!;

describe('a cell of the estimate', () => {
	it('shows what it is, and gives for typing what can be typed back', () => {
		const l = result({ source: { by: 'typed', quantity: quantity(25_000) }, unitPrice: unitPrice(142_100), hoursPerUnit: quantity(5000) });
		const shown = Object.fromEntries(COLUMNS.map((c) => [c.key, cellText(l, c.key, [{ id: 'm', name: 'Materials' }])]));
		expect(shown).toEqual({
			...{ name: 'Drip edge', quantity: '2.5', unit: 'length', hours: '1.25', cost: '9.80', price: '14.21', margin: '31.0 %' },
			...{ amount: '35.53', tax: '', offer: 'shown' }
		});
		const typed = Object.fromEntries(COLUMNS.map((c) => [c.key, cellTyped(l, c.key)]));
		expect(typed).toMatchObject({ quantity: '2.5', hours: '0.5', cost: '9.80', price: '14.21', margin: '31.0%', tax: '', offer: 'shown' });
	});
	it('shows a settled amount as a derived price, and says so', () => {
		expect(cellText(result({ source: { by: 'typed', quantity: quantity(30_000) }, settled: cents(1000) }), 'price')).toBe('≈ 3.33');
		expect(cellText(result({ source: { by: 'typed', quantity: quantity(0) }, settled: cents(1000) }), 'price')).toBe('≈ –');
	});
	it('of a tax shows its name, and none when the code is gone', () => {
		const l = result({ taxCodeId: 'm' });
		expect(cellText(l, 'tax', [{ id: 'm', name: 'Materials' }])).toBe('Materials');
		expect(cellText(l, 'tax', [])).toBe('');
		expect(cellTyped(l, 'tax')).toBe('m');
	});
	it('what it gives for typing changes nothing when it is typed back', () => {
		const some = fc.record({ q: fc.nat(10_000_000), c: fc.nat(10_000_000), p: fc.nat(100_000) });
		fc.assert(
			fc.property(some, ({ q, c, p }) => {
				const l = result({
					source: { by: 'typed', quantity: quantity(q) },
					unitCost: unitPrice(c),
					unitPrice: unitPrice(p * 100),
					rule: { by: 'fixed', price: unitPrice(p * 100) }
				});
				const context = { overheadPercent: {}, computed: l.computed };
				for (const key of ['quantity', 'cost', 'price'] as const) {
					const after = { ...l.line, ...typeIn(l.line, key, cellTyped(l, key), context) };
					expect([after.source, after.unitCost, after.unitPrice]).toEqual([l.line.source, l.line.unitCost, l.line.unitPrice]);
				}
			})
		);
	});
	it('of a computed quantity is the override, with the computed one kept', () => {
		const l = result({ source: byMeasure(['area'], 1, 100), override: { quantity: quantity(40_000), computedThen: quantity(0) } });
		expect(cellText(l, 'quantity')).toBe('4');
		expect(l.computed).toBe(0);
	});
});

describe('how a line is offered', () => {
	it('is one of three, and each can be reached from each', () => {
		for (const from of OFFERS)
			for (const to of OFFERS) {
				const line = { option: from === 'option', hidden: from === 'hidden' };
				const after = { ...line };
				for (const [field, value] of offerChanges(line, to)) after[field] = value === 'true';
				expect(offerOf(after)).toBe(to);
				expect(offerChanges(line, to)).toHaveLength(from === to ? 0 : from === 'shown' || to === 'shown' ? 1 : 2);
			}
	});
	it('a hidden option counts as an option until it is put right', () => {
		expect(offerOf({ option: true, hidden: true })).toBe('option');
		expect(offerChanges({ option: true, hidden: true }, 'shown')).toHaveLength(2);
	});
});
