import { describe, expect, it } from 'vitest';
import fc from 'fast-check';
import { Temporal } from 'temporal-polyfill';
import {
	addDays,
	billableMinutes,
	daysBetween,
	instantOf,
	isDay,
	mondayOf,
	monthEnd,
	overlapping,
	wallTime,
	WallTimeError,
	weekday,
	workedSeconds
} from '.';

const zone = 'America/New_York';

describe('days', () => {
	it('are counted on the calendar', () => {
		expect(addDays('2028-02-28', 1)).toBe('2028-02-29');
		expect(mondayOf('2027-04-14')).toBe('2027-04-12');
		expect(weekday('2027-04-14')).toBe(3);
		expect(daysBetween('2027-03-13', '2027-03-15')).toBe(2);
		expect(monthEnd('2027-02-03')).toBe('2027-02-28');
		expect([isDay('2027-02-29'), isDay('2028-02-29'), isDay('tomorrow')]).toEqual([false, true, false]);
	});
	it('agree with the calendar of the language on any day', () => {
		fc.assert(
			fc.property(
				fc.integer({ min: 1, max: 9998 }),
				fc.integer({ min: 1, max: 366 }),
				fc.integer({ min: -800, max: 800 }),
				(year, nth, n) => {
					const day = Temporal.PlainDate.from({ year, month: 1, day: 1 }).add({ days: nth - 1 });
					const later = day.add({ days: n });
					fc.pre(later.year >= 1 && later.year <= 9999);
					expect(addDays(day.toString(), n)).toBe(later.toString());
					expect(weekday(day.toString())).toBe(day.dayOfWeek);
				}
			)
		);
	});
	it('go there and back', () => {
		fc.assert(
			fc.property(fc.integer({ min: -5000, max: 5000 }), (n) => {
				expect(daysBetween('2027-01-01', addDays('2027-01-01', n))).toBe(n);
			})
		);
	});
});

describe('wall time', () => {
	it('refuses a time that does not exist with the minutes around it', () => {
		expect(() => instantOf('2027-03-14', '02:30', zone)).toThrow('01:59 to 03:00');
	});
	it('asks which of two', () => {
		expect(() => instantOf('2027-11-07', '01:30', zone)).toThrow(WallTimeError);
		expect(instantOf('2027-11-07', '01:30', zone, 'second') - instantOf('2027-11-07', '01:30', zone, 'first')).toBe(3_600_000);
	});
	it('shows the instant again', () => {
		expect(wallTime(instantOf('2027-04-14', '09:20', zone), zone)).toEqual({ day: '2027-04-14', time: '09:20', minutes: 560 });
	});
});

describe('time entries', () => {
	it('bill whole steps and at least the minimum, and nothing for nothing', () => {
		expect(billableMinutes(0, { step: 15, minimum: 60 })).toBe(0);
		expect(billableMinutes(61, { step: 15, minimum: 60 })).toBe(60);
		expect(billableMinutes(61 * 60, { step: 15, minimum: 60 })).toBe(75);
		expect(billableMinutes(60 * 60, { step: 15, minimum: 0 })).toBe(60);
		expect(billableMinutes(60 * 60 + 1, { step: 15, minimum: 0 })).toBe(75);
	});
	it('touch without overlapping', () => {
		const others = [
			{ id: 'a', start: 0, end: 10 },
			{ id: 'b', start: 20, end: null }
		];
		expect(overlapping({ id: 'x', start: 10, end: 20 }, others, 30)).toEqual([]);
		expect(overlapping({ id: 'x', start: 5, end: 25 }, others, 30)).toEqual(['a', 'b']);
	});
	it('take the unpaid break off first', () => {
		expect(workedSeconds(0, 3_600_000, 30)).toBe(1800);
		expect(workedSeconds(0, 60_000, 30)).toBe(0);
	});
});
