import { describe, expect, it } from 'vitest';
import { addDays, weekday } from '$lib/core/time';
import { isByHand, leakDay, workdaysFrom } from '../../src/demo/days';

/** Every day of a year as the day the demo is built on. */
const DAYS = Array.from({ length: 366 }, (_, n) => addDays('2027-01-01', n));

describe('the days of the demo that are made by hand', () => {
	it('are left free by the two years before, on whatever day it is built', () => {
		for (const today of DAYS) {
			const back = (n: number) => workdaysFrom(today, -n);
			for (const n of [1, 2, 3, 4, 5, 6]) expect([today, n, isByHand('copper', back(n), today)]).toEqual([today, n, true]);
			for (const n of [3, 4, 5]) expect([today, n, isByHand('gutter', back(n), today)]).toEqual([today, n, true]);
			expect([today, weekday(leakDay(today)) <= 5, isByHand('gutter', leakDay(today), today)]).toEqual([today, true, true]);
		}
	});
	it('are no others', () => {
		expect(isByHand('slate', '2027-04-13', '2027-04-14')).toBe(false);
		expect(isByHand('copper', '2027-04-05', '2027-04-14')).toBe(false);
		expect(isByHand('copper', '2027-04-06', '2027-04-14')).toBe(true);
	});
	it('are counted over weekends', () => {
		expect(workdaysFrom('2027-04-18', -6)).toBe('2027-04-09');
		expect(workdaysFrom('2027-04-16', 1)).toBe('2027-04-19');
		expect(workdaysFrom('2027-04-14', 0)).toBe('2027-04-14');
	});
});
