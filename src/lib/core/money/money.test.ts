import { describe, expect, it } from 'vitest';
import fc from 'fast-check';
import {
	cents,
	formatCents,
	formatMinutes,
	formatQuantity,
	formatUnitPrice,
	isExempt,
	lineAmount,
	marginOf,
	minutesAmount,
	mulDiv,
	NumberTooLarge,
	parseCents,
	parseMinutes,
	parsePercent,
	parseQuantity,
	parseScaled,
	quantity,
	rate,
	rateOn,
	roundPrice,
	split,
	SplitError,
	sum,
	taxInside,
	taxOf,
	taxTotal,
	toTyped,
	TypedNumberError,
	unitPrice,
	exact,
	roundExact,
	type TaxComponent
} from '.';

const amount = fc.integer({ min: -1_000_000_000, max: 1_000_000_000 });

describe('rounding', () => {
	it('goes half away from zero', () => {
		expect(mulDiv(5, 1, 2)).toBe(3);
		expect(mulDiv(-5, 1, 2)).toBe(-3);
		expect(mulDiv(1, 1, 3)).toBe(0);
		expect(lineAmount(quantity(15_000), unitPrice(33))).toBe(0);
		expect(lineAmount(quantity(780_000), unitPrice(565_000))).toBe(440_700);
	});
	it('is exact beyond what doubles hold, and agrees with fractions', () => {
		fc.assert(
			fc.property(
				fc.integer({ min: -1e12, max: 1e12 }),
				fc.integer({ min: -1e8, max: 1e8 }),
				fc.integer({ min: 1, max: 1e6 }),
				(a, b, d) => {
					const reference = exact(BigInt(a) * BigInt(b), BigInt(d));
					let expected: number;
					try {
						expected = roundExact(reference);
					} catch {
						expect(() => mulDiv(a, b, d)).toThrow(NumberTooLarge);
						return;
					}
					expect(mulDiv(a, b, d)).toBe(expected);
				}
			)
		);
	});
	it('charges minutes', () => {
		expect(minutesAmount(90, unitPrice(602_600))).toBe(9039);
		expect(minutesAmount(0, unitPrice(602_600))).toBe(0);
	});
	it('refuses what is not whole', () => {
		expect(() => cents(1.5)).toThrow(RangeError);
		expect(() => mulDiv(1, 1, 0)).toThrow(RangeError);
	});
});

describe('splitting', () => {
	it('gives the rest to the largest remainder, ties to the earlier', () => {
		expect(split(cents(100), [1, 1, 1])).toEqual([34, 33, 33]);
		expect(split(cents(5), [1, 2])).toEqual([2, 3]);
	});
	it('always sums to the whole and mirrors for credits', () => {
		fc.assert(
			fc.property(amount, fc.array(fc.integer({ min: 0, max: 1e9 }), { minLength: 1, maxLength: 40 }), (a, weights) => {
				if (weights.every((w) => w === 0) && a !== 0) {
					expect(() => split(cents(a), weights)).toThrow(SplitError);
					return;
				}
				const parts = split(cents(a), weights);
				expect(sum(parts)).toBe(a);
				expect(split(cents(a === 0 ? 0 : -a), weights)).toEqual(parts.map((p) => (p === 0 ? 0 : -p)));
			})
		);
	});
	it('keeps the sum with lines of both signs', () => {
		fc.assert(
			fc.property(amount, fc.array(fc.integer({ min: -1e6, max: 1e6 }), { minLength: 1, maxLength: 20 }), (a, weights) => {
				fc.pre(weights.reduce((x, y) => x + y, 0) !== 0);
				expect(sum(split(cents(a), weights))).toBe(a);
			})
		);
	});
	it('refuses weights that sum to 0 unless there is nothing to split', () => {
		expect(() => split(cents(1), [0, 0])).toThrow(SplitError);
		expect(split(cents(0), [0, 0])).toEqual([0, 0]);
	});
});

describe('prices', () => {
	it('shows whole cents, unless it is a fine price, and margin on the price', () => {
		expect(roundPrice(unitPrice(602_636))).toBe(602_600);
		expect(roundPrice(unitPrice(602_636), true)).toBe(602_636);
		expect(marginOf(200, 150)).toBe(250_000);
		expect(marginOf(0, 150)).toBeNull();
	});
});

const state: TaxComponent = {
	id: 's',
	name: 'State',
	rates: [
		{ from: '2020-01-01', rate: rate(47_500) },
		{ from: '2027-01-01', rate: rate(50_000) }
	]
};
const county: TaxComponent = { id: 'c', name: 'County', rates: [{ from: '2020-01-01', rate: rate(22_500) }] };
const codes = [
	{ id: 'm', name: 'Materials', componentIds: ['s', 'c'] },
	{ id: 'x', name: 'State only', componentIds: ['s'] }
];

describe('tax', () => {
	it('rounds once per component on the sum of the lines', () => {
		const lines = [
			{ amount: cents(333), taxCodeId: 'm' },
			{ amount: cents(333), taxCodeId: 'm' },
			{ amount: cents(1000), taxCodeId: 'x' },
			{ amount: cents(9), taxCodeId: null }
		];
		const taxes = taxOf(lines, codes, [state, county], '2026-06-01');
		expect(taxes.map((t) => [t.base, t.tax])).toEqual([
			[1666, 79],
			[666, 15]
		]);
		expect(taxTotal(taxes)).toBe(94);
	});
	it('takes the rate of the day and refuses a day before the first', () => {
		expect(rateOn(state, '2026-12-31')).toBe(47_500);
		expect(rateOn(state, '2027-01-01')).toBe(50_000);
		expect(() => rateOn(state, '2019-12-31')).toThrow('valid');
	});
	it('frees the exempt up to and including the day of expiry, and only with a number', () => {
		const e = { certificate: 'E-7', componentIds: ['c'], expires: '2026-06-30' };
		expect(isExempt(e, 'c', '2026-06-30')).toBe(true);
		expect(isExempt(e, 'c', '2026-07-01')).toBe(false);
		expect(isExempt(e, 's', '2026-06-30')).toBe(false);
		expect(isExempt({ ...e, certificate: ' ' }, 'c', '2026-06-30')).toBe(false);
		const taxes = taxOf([{ amount: cents(10_000), taxCodeId: 'm' }], codes, [state, county], '2026-06-30', e);
		expect(taxes.map((t) => t.tax)).toEqual([475, 0]);
	});
	it('takes tax out of an inclusive price', () => {
		const inside = taxInside(cents(10_700), [rate(47_500), rate(22_500)], [false, true]);
		expect(inside.taxes).toEqual([475, 225]);
		expect(inside).toMatchObject({ net: 10_000, pays: 10_475 });
	});
});

describe('typed numbers', () => {
	it.each([
		['1,250', 125_000],
		['$ 1,250.5', 125_050],
		['(12)', -1200],
		['12-', -1200],
		['1 250.00', 125_000],
		['-$3', -300],
		['.5', 50]
	])('reads %s', (text, expected) => {
		expect(parseCents(text)).toBe(expected);
	});
	it.each(['', 'abc', '1,25', '1.2.3', '1e5', '=1+1', '1.234', '--5', '99999999999999999', '.'])('refuses %s', (text) => {
		expect(() => parseCents(text)).toThrow(TypedNumberError);
	});
	it.each([
		['2h 15', 135],
		['2:15', 135],
		['2.25', 135],
		['45 min', 45],
		['8 h', 480],
		['2,5 h', 150]
	])('reads the time %s', (text, minutes) => {
		expect(parseMinutes(text)).toBe(minutes);
	});
	it('refuses unclear times', () => {
		expect(() => parseMinutes('2h 75')).toThrow(TypedNumberError);
		expect(() => parseMinutes('soon')).toThrow(TypedNumberError);
	});
	it('reads percentages and quantities', () => {
		expect(parsePercent('12.5 %')).toBe(1250);
		expect(parseQuantity('1,000.25')).toBe(10_002_500);
	});
	it('shows and reads back the same number', () => {
		fc.assert(
			fc.property(amount, (a) => {
				expect(parseScaled(toTyped(a, 4), 4)).toBe(a);
				expect(parseCents(formatCents(a))).toBe(a);
			})
		);
	});
	it('shows money, prices and quantities', () => {
		expect(formatCents(-1_250_099)).toBe('−12,500.99');
		expect(formatUnitPrice(388_320)).toBe('38.832');
		expect(formatUnitPrice(265_000)).toBe('26.50');
		expect(formatQuantity(23_400_000)).toBe('2,340');
		expect(formatMinutes(-135)).toBe('−2 h 15');
	});
});
