import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import {
	cents,
	formatCents,
	formatMinutes,
	formatPercent,
	formatQuantity,
	formatRate,
	formatShare,
	MOST,
	formatUnitPrice,
	markupOf,
	parseCents,
	parseMinutes,
	parsePercent,
	parseQuantity,
	parseRate,
	parseUnitPrice,
	percent,
	percentOf,
	rateOf,
	ratioOf,
	roundPrice,
	sumOfProducts,
	toTyped,
	TypedNumberError,
	unitPrice
} from '.';

const amount = fc.integer({ min: -1e11, max: 1e11 });

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
				const p = n % (MOST.percent * 100);
				expect(parsePercent(formatPercent(p)) + 0).toBe(p + 0);
			})
		);
	});
	it.each([
		['a barcode', () => parseUnitPrice('885911478915', 'The cost'), 'The cost is too large: at most 100,000,000.'],
		['a quantity', () => parseQuantity('100,000,001'), 'at most 100,000,000'],
		['an amount', () => parseCents('-1,000,000,000.01'), 'at most 1,000,000,000'],
		['a percentage', () => parsePercent('100,001 %'), 'at most 100,000'],
		['a share', () => parseRate('100,000.0001'), 'at most 100,000']
	])('%s beyond what anybody means is refused with the most there can be', (_, read, says) => {
		expect(read).toThrow(says);
	});
	it('what is at its bounds is taken', () => {
		expect(parseUnitPrice('100,000,000')).toBe(1e12);
		expect(parseCents('-1,000,000,000')).toBe(-1e11);
		expect(parseRate('18.5185 %')).toBe(185_185);
		expect(formatShare(parseRate('18.5185'))).toBe('18.5185 %');
		expect(formatShare(150_000)).toBe('15 %');
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
		// A cent of price beside a thousand million of cost: no share that can be kept, and nothing thrown.
		expect(ratioOf(-1e11, 1)).toBeNull();
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
	it('a selling price is whole cents, a fine one is left as it is', () => {
		expect(roundPrice(unitPrice(142_150))).toBe(142_200);
		expect(roundPrice(unitPrice(142_149))).toBe(142_100);
		expect(roundPrice(unitPrice(142_149), true)).toBe(142_149);
		expect(markupOf(100, 0)).toBeNull();
	});
});

describe('sums of products', () => {
	const factor = fc.integer({ min: -1e11, max: 1e11 });
	it('are those of exact arithmetic, however large the products are', () => {
		fc.assert(
			fc.property(
				fc.array(fc.tuple(factor, fc.integer({ min: -1e6, max: 1e6 })), { maxLength: 4 }),
				fc.constantFrom(10_000, 1e6),
				(terms, d) => {
					const n = terms.reduce((sum, [a, b]) => sum + BigInt(a) * BigInt(b), 0n);
					const [size, by] = [n < 0n ? -n : n, BigInt(d)];
					const rounded = (size * 2n + by) / (by * 2n);
					expect(sumOfProducts(terms, d)).toBe(Number(n < 0n ? -rounded : rounded) + 0);
				}
			)
		);
		expect(() => sumOfProducts([[1, 1]], 0)).toThrow('zero');
	});
	it('keep the cent that floating point loses: 20.5319 % of 438,697,357.21', () => {
		expect(sumOfProducts([[43_869_735_721, 205_319]], 1_000_000)).toBe(9_007_290_268);
		expect(rateOf(cents(43_869_735_721), 205_319 as never)).toBe(9_007_290_268);
	});
});
