import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { cents, type Rate } from '../money';
import { checkRepeat, occurrencesOf } from '../repeats';
import { PERIODS, recurringSums, repeatOf, type Recurring } from './recurring';

const tax = {
	codes: [{ id: 'full', name: 'Full', componentIds: ['state'] }],
	components: [{ id: 'state', name: 'State tax', rates: [{ from: '2020-01-01', rate: 66_250 as Rate }] }],
	day: '2027-04-14',
	exemption: null
};
const line = (period: Recurring['period'], amount: number, taxCodeId: string | null = 'full'): Recurring => ({
	...{ text: `${period} ${amount}`, period, amount: cents(amount), cost: cents(0), taxCodeId }
});

describe('what is charged again and again', () => {
	it('is summed by period, months first, and taxed once a component', () => {
		const [month, year, none] = recurringSums([line('year', 30_000, null), line('month', 8500), line('month', 4)], tax);
		expect(month).toMatchObject({ period: 'month', net: 8504, taxes: [{ name: 'State tax', rate: 66_250, tax: 563 }], total: 9067 });
		expect(year).toEqual({ period: 'year', lines: [{ text: 'year 30000', amount: 30_000 }], net: 30_000, taxes: [], total: 30_000 });
		expect(none).toBeUndefined();
		expect(recurringSums([], tax)).toEqual([]);
	});
	it('loses no cent, whatever the lines: its nets are the lines’, its totals net and taxes', () => {
		const some = fc.record({ period: fc.constantFrom(...PERIODS), amount: fc.integer({ min: 0, max: 10_000_000 }), taxed: fc.boolean() });
		fc.assert(
			fc.property(fc.array(some), (list) => {
				const lines = list.map((l) => line(l.period, l.amount, l.taxed ? 'full' : null));
				const sums = recurringSums(lines, tax);
				expect(sums.reduce((a, s) => a + s.net, 0)).toBe(list.reduce((a, l) => a + l.amount, 0));
				for (const s of sums) expect(s.total).toBe(s.net + s.taxes.reduce((a, t) => a + t.tax, 0));
			})
		);
	});
	it('begins on the first of the month after, over the year’s end as well', () => {
		for (const [period, days] of [
			['month', ['2028-01-01', '2028-02-01', '2028-03-01']],
			['quarter', ['2028-01-01', '2028-04-01', '2028-07-01']],
			['year', ['2028-01-01', '2029-01-01', '2030-01-01']]
		] as const) {
			const rule = repeatOf(period, '2027-12-31');
			checkRepeat(rule);
			expect(occurrencesOf(rule, '2030-06-01').slice(0, 3)).toEqual(days);
		}
		expect(repeatOf('month', '2027-04-14').start).toBe('2027-05-01');
	});
});
