import { describe, expect, it } from 'vitest';
import { instantOf } from '$lib/core/time';
import { nearDay, shortDay, showDay, showInstant, showTime } from './dates';

const ZONE = 'America/New_York';

describe('days and instants as they are read', () => {
	it('a day is the day it is, in every zone', () => {
		expect(showDay('2027-04-14')).toBe('Apr 14, 2027');
		expect(showDay(null)).toBe('');
		expect(shortDay('2027-04-14')).toBe('14 Wed');
	});
	it('one of this year goes without it', () => {
		expect(nearDay('2027-12-31', '2027-01-01')).toBe('Dec 31');
		expect(nearDay('2028-01-01', '2027-12-31')).toBe('Jan 1, 2028');
		expect(nearDay(undefined, '2027-01-01')).toBe('');
	});
	it('an instant is the wall time of the company, on both sides of a clock change', () => {
		for (const [day, time] of [
			['2027-03-14', '01:59'],
			['2027-03-14', '03:00'],
			['2027-11-07', '23:30']
		] as const) {
			const at = instantOf(day, time, ZONE);
			expect(showInstant(at, ZONE)).toContain(time);
			expect(showTime(at, ZONE)).toBe(time);
		}
		expect(showInstant(null, ZONE)).toBe('');
	});
});
