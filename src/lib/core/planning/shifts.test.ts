import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { addDays, weekday } from '../time';
import { checkShift, conflictsOf, loadOf, paidMinutes, plannedMinutes, type PersonCalendar, type Shift, type WorkingHours } from '.';

const DAY = { from: 420, to: 930, breaks: [{ from: 690, to: 720 }] };
const HOURS: WorkingHours = { 1: DAY, 2: DAY, 3: DAY, 4: DAY, 5: DAY };
const calendar: PersonCalendar = { hours: HOURS, holidays: [], timeOff: [] };
const MONDAY = '2027-04-12';
const times = fc
	.tuple(fc.integer({ min: 0, max: 1439 }), fc.integer({ min: 1, max: 720 }))
	.map(([from, length]) => ({ from, to: Math.min(2160, from + length) }));
const shiftOn = fc
	.tuple(fc.integer({ min: 0, max: 6 }), times, fc.constantFrom('marco', 'june', null), fc.uuid())
	.map(([n, span, personId, id]): Shift => ({ id, personId, jobId: 'pier', day: addDays(MONDAY, n), ...span }));
const week = Array.from({ length: 7 }, (_, i) => addDays(MONDAY, i));

describe('shifts', () => {
	it('that are fine overlap the other way round too, and never with another person’s', () => {
		fc.assert(
			fc.property(shiftOn, shiftOn, (a, b) => {
				const overlap = (x: Shift, y: Shift) => conflictsOf(x, [y], calendar).some((c) => c.kind === 'overlap');
				expect(overlap(a, b)).toBe(overlap(b, a));
				if (a.personId === null || a.personId !== b.personId) expect(overlap(a, b)).toBe(false);
				expect(overlap(a, a)).toBe(false);
				expect(() => checkShift(a)).not.toThrow();
			})
		);
	});
	it('one after the other do not overlap; a night shift meets the next morning’s', () => {
		const at = (id: string, day: string, from: number, to: number): Shift => ({ id, personId: 'marco', jobId: id, day, from, to });
		const kinds = (s: Shift, ...others: Shift[]) => conflictsOf(s, others, calendar).map((c) => c.kind);
		expect(kinds(at('a', MONDAY, 420, 660), at('b', MONDAY, 660, 930))).toEqual([]);
		expect(kinds(at('a', MONDAY, 420, 661), at('b', MONDAY, 660, 930))).toEqual(['overlap']);
		const overlaps = (to: number) => kinds(at('night', MONDAY, 1320, to), at('b', addDays(MONDAY, 1), 420, 930)).includes('overlap');
		expect([overlaps(1860), overlaps(1861)]).toEqual([false, true]);
	});
	it('count no break twice and never less than nothing', () => {
		fc.assert(
			fc.property(shiftOn, (s) => {
				const minutes = plannedMinutes(s, calendar);
				const long = (s.to ?? 0) - (s.from ?? 0);
				expect(minutes).toBeGreaterThanOrEqual(0);
				expect(long - minutes).toBeLessThanOrEqual(30);
				if (weekday(s.day) > 5) expect(minutes).toBe(long);
			})
		);
	});
	it('split at the end of a break plan as much as in one piece', () => {
		fc.assert(
			fc.property(
				fc.integer({ min: 0, max: 689 }),
				fc.integer({ min: 721, max: 1439 }),
				fc.integer({ min: 690, max: 720 }),
				(from, to, cut) => {
					const piece = (f: number, t: number) =>
						plannedMinutes({ id: 'x', personId: 'marco', jobId: 'pier', day: MONDAY, from: f, to: t }, calendar);
					expect(piece(from, cut) + piece(cut, to)).toBe(piece(from, to));
				}
			)
		);
	});
	it('and gaps of a week: what is paid is planned or a gap, unless a day is planned beyond', () => {
		fc.assert(
			fc.property(fc.array(shiftOn, { maxLength: 12 }), (shifts) => {
				const load = loadOf('marco', week, shifts, calendar);
				const byDay = week.map((day) => ({
					paid: paidMinutes('marco', day, calendar),
					planned: shifts.filter((s) => s.personId === 'marco' && s.day === day).reduce((n, s) => n + plannedMinutes(s, calendar), 0)
				}));
				const beyond = byDay.reduce((n, d) => n + Math.max(0, d.planned - d.paid), 0);
				const gaps = load.gaps.reduce((n, g) => n + g.minutes, 0);
				expect(load.paid).toBe(5 * 480);
				expect(load.planned + gaps - beyond).toBe(load.paid);
				expect(load.gaps.every((g) => g.minutes > 0)).toBe(true);
			})
		);
	});
	it('of a whole day are what that person is paid that day: nothing on time off', () => {
		const off: PersonCalendar = { ...calendar, timeOff: [{ personId: 'june', from: MONDAY, to: MONDAY, note: 'Dentist' }] };
		const whole = (personId: string): Shift => ({ id: 'w', personId, jobId: 'pier', day: MONDAY, from: null, to: null });
		expect([plannedMinutes(whole('marco'), off), plannedMinutes(whole('june'), off)]).toEqual([480, 0]);
		expect(conflictsOf(whole('june'), [], off)[0]?.text).toBe(`Time off from ${MONDAY} to ${MONDAY} (Dentist)`);
	});
});
