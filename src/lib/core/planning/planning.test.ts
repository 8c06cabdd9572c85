import { describe, expect, it } from 'vitest';
import fc from 'fast-check';
import { addDays, weekday } from '../time';
import {
	checkShift,
	conflictsOf,
	endAfterWorkingDays,
	holidayOn,
	holidaysOf,
	loadOf,
	paidMinutes,
	plannedMinutes,
	ShiftError,
	workingDaysFrom,
	type HolidayRule,
	type PersonCalendar,
	type Shift,
	type WorkingHours
} from '.';

const day = { from: 420, to: 930, breaks: [{ from: 690, to: 720 }] };
const hours: WorkingHours = { 1: day, 2: day, 3: day, 4: day, 5: day };
const holidays: HolidayRule[] = [
	{ by: 'date', month: 7, day: 4, observed: true, name: 'Founders' },
	{ by: 'nth', month: 5, weekday: 1, nth: -1, name: 'Harbor Day' },
	{ by: 'single', date: '2027-04-16', name: 'Regatta' }
];
const c: PersonCalendar = { hours, holidays, timeOff: [{ personId: 'june', from: '2027-04-14', to: '2027-04-15', note: '' }] };
const shift = (id: string, more: Partial<Shift> = {}): Shift => ({
	id,
	personId: 'marco',
	jobId: 'library',
	day: '2027-04-14',
	from: null,
	to: null,
	...more
});

describe('the calendar', () => {
	it('knows yearly, nth and observed holidays', () => {
		expect(holidayOn(holidays, '2027-05-31')).toBe('Harbor Day');
		expect(holidayOn(holidays, '2027-07-05')).toBe('Founders (observed)');
		expect(holidayOn(holidays, '2027-07-04')).toBe('Founders');
		expect(holidaysOf([{ by: 'nth', month: 2, weekday: 1, nth: 5, name: 'x' }], 2027).size).toBe(0);
		expect(holidayOn([{ by: 'date', month: 1, day: 1, observed: true, name: 'New Year' }], '2027-12-31')).toBe('New Year (observed)');
	});
	it('counts working days from the day itself or the next', () => {
		expect(endAfterWorkingDays('2027-04-14', 1, hours, holidays)).toBe('2027-04-14');
		expect(endAfterWorkingDays('2027-04-14', 3, hours, holidays)).toBe('2027-04-19');
		expect(endAfterWorkingDays('2027-04-17', 1, hours, holidays)).toBe('2027-04-19');
		expect(() => workingDaysFrom('2027-04-14', 1, {}, [])).toThrow(RangeError);
	});
	it('never plans on a day off', () => {
		fc.assert(
			fc.property(fc.integer({ min: 0, max: 700 }), fc.integer({ min: 1, max: 60 }), (start, n) => {
				const days = workingDaysFrom(addDays('2027-01-01', start), n, hours, holidays);
				expect(days).toHaveLength(n);
				expect(days.every((d) => weekday(d) <= 5 && holidayOn(holidays, d) === null)).toBe(true);
			})
		);
	});
});

describe('shifts', () => {
	it('have paid and planned minutes without the break', () => {
		expect(paidMinutes('marco', '2027-04-14', c)).toBe(480);
		expect(paidMinutes('june', '2027-04-14', c)).toBe(0);
		expect(paidMinutes('marco', '2027-04-16', c)).toBe(0);
		expect(plannedMinutes(shift('a', { from: 420, to: 780 }), c)).toBe(330);
		expect(plannedMinutes(shift('a'), c)).toBe(480);
	});
	it('say every overlap, and what else is against them', () => {
		const others = [
			shift('b', { from: 780, to: 900, jobId: 'quay' }),
			shift('c', { personId: 'ines' }),
			shift('d', { from: 900, to: 930 })
		];
		const found = conflictsOf(shift('a'), others, c, (j) => j);
		expect(found.map((f) => f.withId)).toEqual(['b', 'd']);
		expect(found[0]!.text).toContain('quay 13:00–15:00');
		expect(conflictsOf(shift('e', { from: 780, to: 900 }), [shift('f', { from: 900, to: 930 })], c)).toEqual([]);
	});
	it('name holiday, time off and hours in that order', () => {
		expect(conflictsOf(shift('a', { day: '2027-04-16' }), [], c)[0]!.kind).toBe('holiday');
		expect(conflictsOf(shift('a', { personId: 'june' }), [], c)[0]!.kind).toBe('time off');
		expect(conflictsOf(shift('a', { from: 300, to: 600 }), [], c)[0]!.kind).toBe('outside working hours');
		expect(conflictsOf(shift('a', { day: '2027-04-17' }), [], c)[0]!.text).toContain('not a working day');
		expect(conflictsOf(shift('n', { personId: 'june', day: '2027-04-13', from: 1320, to: 1800 }), [], c)[0]!.kind).toBe('time off');
		expect(conflictsOf(shift('a', { personId: null }), [shift('b')], c)).toEqual([]);
	});
	it('meet across midnight', () => {
		const night = shift('n', { day: '2027-04-13', from: 1320, to: 1860 });
		expect(conflictsOf(night, [shift('m', { from: 400, to: 500 })], c).some((f) => f.kind === 'overlap')).toBe(true);
	});
	it('refuse the impossible', () => {
		expect(() => checkShift({ from: 600, to: 600 })).toThrow(ShiftError);
		expect(() => checkShift({ from: 600, to: 2161 })).toThrow(ShiftError);
		expect(() => checkShift({ from: 600, to: null })).toThrow(ShiftError);
		expect(() => checkShift({ from: null, to: null })).not.toThrow();
	});
	it('give load and gaps', () => {
		const load = loadOf('marco', ['2027-04-14', '2027-04-15'], [shift('a', { from: 420, to: 780 })], c);
		expect(load).toEqual({
			planned: 330,
			paid: 960,
			gaps: [
				{ day: '2027-04-14', minutes: 150 },
				{ day: '2027-04-15', minutes: 480 }
			]
		});
	});
	it('overlap is mutual', () => {
		const minute = fc.integer({ min: 0, max: 1439 });
		fc.assert(
			fc.property(minute, minute, minute, minute, (a, b, x, y) => {
				const s = shift('s', { from: Math.min(a, b), to: Math.max(a, b) + 1 });
				const t = shift('t', { from: Math.min(x, y), to: Math.max(x, y) + 1 });
				const hit = (p: Shift, q: Shift) => conflictsOf(p, [q], c).some((f) => f.kind === 'overlap');
				expect(hit(s, t)).toBe(hit(t, s));
			})
		);
	});
});
