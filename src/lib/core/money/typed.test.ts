import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import {
	cents,
	formatCents,
	formatMinutes,
	formatPercent,
	formatQuantity,
	formatRate,
	formatUnitPrice,
	markupOf,
	marginOf,
	parseCents,
	parseMinutes,
	parsePercent,
	parseQuantity,
	parseUnitPrice,
	percent,
	percentOf,
	priceByMargin,
	priceByMarkup,
	rateOf,
	ratioOf,
	roundPrice,
	toTyped,
	TypedNumberError,
	unitPrice
} from '.';

const amount = fc.integer({ min: -1e12, max: 1e12 });

describe('what is typed', () => {
	it.each([
		['1,250', 125_000],
		['$ 1,250.50', 125_050],
		['(12)', -1200],
		['12-', -1200],
		['−7.5', -750],
		['1 250', 125_000],
		["1'250.05", 125_005],
		['.5', 50],
		['12 €', 1200]
	])('“%s” is %i cents', (text, value) => {
		expect(parseCents(text)).toBe(value);
	});
	it.each(['', 'ten', '1.234,50', '12,50', '1,2345', '1.005', '--3', '-(3)', '1e5', '99999999999999999'])(
		'“%s” is refused in words',
		(text) => {
			expect(() => parseCents(text, 'The deposit')).toThrow(TypedNumberError);
			expect(() => parseCents(text, 'The deposit')).toThrow('The deposit');
		}
	);
	it('comes back from what is shown, and from what is put into a field, for every amount', () => {
		fc.assert(
			fc.property(amount, (n) => {
				expect(parseCents(formatCents(n)) + 0).toBe(n + 0);
				expect(parseCents(toTyped(n, 2, 2)) + 0).toBe(n + 0);
				expect(parseUnitPrice(formatUnitPrice(n)) + 0).toBe(n + 0);
				expect(parseQuantity(formatQuantity(n)) + 0).toBe(n + 0);
				expect(parsePercent(formatPercent(n)) + 0).toBe(n + 0);
			})
		);
	});
	it.each([
		['2h 15', 135],
		['2:15', 135],
		['2.25', 135],
		['2,5 h', 150],
		['45m', 45],
		['45 min', 45],
		['8 hours', 480]
	])('“%s” are %i minutes', (text, minutes) => {
		expect(parseMinutes(text)).toBe(minutes);
	});
	it.each(['2h 75', 'a while', '1:2:3'])('“%s” is no length of time', (text) => {
		expect(() => parseMinutes(text)).toThrow(TypedNumberError);
	});
	it('minutes come back from what is shown', () => {
		fc.assert(
			fc.property(fc.integer({ min: 0, max: 100_000 }), (n) => {
				expect(parseMinutes(formatMinutes(n))).toBe(n);
			})
		);
		expect(formatMinutes(-75)).toBe('−1 h 15');
	});
});

describe('shares and percentages', () => {
	it('are rounded half away from zero, on either side of it', () => {
		expect(percentOf(cents(5), percent(1000))).toBe(1);
		expect(percentOf(cents(-5), percent(1000))).toBe(-1);
		expect(rateOf(cents(1000), 66_250 as never)).toBe(66);
		expect(ratioOf(1, 3)).toBe(333_333);
		expect(ratioOf(1, 0)).toBeNull();
		expect(formatRate(null)).toBe('–');
		expect(formatRate(123_456, 2)).toBe('12.35 %');
	});
	it('of a credit undo those of its amount', () => {
		fc.assert(
			fc.property(amount, fc.integer({ min: 0, max: 30_000 }), (n, p) => {
				expect(percentOf(cents(-n), percent(p)) + 0).toBe(-percentOf(cents(n), percent(p)) + 0);
			})
		);
	});
});

describe('markup and margin', () => {
	const cost = fc.integer({ min: 1, max: 1e9 });
	it('markup is on cost, margin on break-even, and each is found again from the price within its rounding', () => {
		fc.assert(
			fc.property(cost, fc.integer({ min: 0, max: 9000 }), (c, p) => {
				const marked = priceByMarkup(unitPrice(c), percent(p));
				expect(Math.abs(marked - (c * (10_000 + p)) / 10_000)).toBeLessThanOrEqual(0.5);
				const sold = priceByMargin(unitPrice(c), percent(p));
				expect(Math.abs(sold * (10_000 - p) - c * 10_000)).toBeLessThanOrEqual((10_000 - p) / 2 + 1);
				if (c > 1e6) {
					expect((markupOf(marked, c) ?? 0) / 100).toBeCloseTo(p, 0);
					expect((marginOf(sold, c) ?? 0) / 100).toBeCloseTo(p, 0);
				}
			})
		);
	});
	it('a higher markup or margin never gives a lower price', () => {
		fc.assert(
			fc.property(cost, fc.integer({ min: 0, max: 9000 }), fc.integer({ min: 0, max: 900 }), (c, p, more) => {
				expect(priceByMarkup(unitPrice(c), percent(p + more))).toBeGreaterThanOrEqual(priceByMarkup(unitPrice(c), percent(p)));
				expect(priceByMargin(unitPrice(c), percent(p + more))).toBeGreaterThanOrEqual(priceByMargin(unitPrice(c), percent(p)));
			})
		);
	});
	it('a selling price is whole cents, a fine one is left as it is', () => {
		expect(roundPrice(unitPrice(142_150))).toBe(142_200);
		expect(roundPrice(unitPrice(142_149))).toBe(142_100);
		expect(roundPrice(unitPrice(142_149), true)).toBe(142_149);
		expect(markupOf(100, 0)).toBeNull();
	});
});
