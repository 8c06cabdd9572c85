import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { addDays, instantOf, paidWeek, payrollWeek, type PaidEntry, type PayrollRules } from '.';

const ZONE = 'America/New_York';
const rules: PayrollRules = {
	firstDay: 1,
	day: [
		{ minutes: 480, multiplier: 15_000 },
		{ minutes: 720, multiplier: 20_000 }
	],
	week: [{ minutes: 2400, multiplier: 15_000 }]
};
const entry = (day: string, from: string, to: string, breakMinutes = 0, toDay = day): PaidEntry => ({
	startedAt: instantOf(day, from, ZONE),
	endedAt: instantOf(toDay, to, ZONE),
	zone: ZONE,
	breakMinutes
});
const minutes = (entries: PaidEntry[], week = '2027-04-12') =>
	paidWeek(entries, rules, week).map((d) => [d.day, ...d.at.map((a) => [a.multiplier / 10_000, a.seconds / 60])]);

describe('a payroll week', () => {
	it('pays a day’s hours over its thresholds more, and does not count them toward the week', () => {
		expect(minutes([entry('2027-04-12', '06:00', '19:30', 30)])).toEqual([['2027-04-12', [1, 480], [1.5, 240], [2, 60]]]);
		const tens = [0, 1, 2, 3].map((n) => entry(addDays('2027-04-12', n), '07:00', '17:00'));
		// Four days of ten hours: 8 each count, 32 in all; the fifth day has 8 left of 40.
		expect(minutes([...tens, entry('2027-04-16', '07:00', '16:00')]).at(-1)).toEqual(['2027-04-16', [1, 480], [1.5, 60]]);
		expect(minutes([...tens, entry('2027-04-16', '07:00', '15:00'), entry('2027-04-17', '07:00', '09:00')]).at(-1)).toEqual([
			'2027-04-17',
			[1.5, 120]
		]);
	});
	it('is cut at local midnight, with the break in the middle', () => {
		expect(minutes([entry('2027-04-12', '20:00', '04:00', 60, '2027-04-13')])).toEqual([
			['2027-04-12', [1, 210]],
			['2027-04-13', [1, 210]]
		]);
	});
	it('counts the hour that comes twice, and not the one that is lost', () => {
		expect(minutes([entry('2027-11-06', '22:00', '04:00', 0, '2027-11-07')], '2027-11-01')).toEqual([
			['2027-11-06', [1, 120]],
			['2027-11-07', [1, 300]]
		]);
		expect(minutes([entry('2027-03-13', '22:00', '04:00', 0, '2027-03-14')], '2027-03-08')).toEqual([
			['2027-03-13', [1, 120]],
			['2027-03-14', [1, 180]]
		]);
	});
	it('counts of a night over its first midnight only what lies in it: nothing of the week before fills its thresholds', () => {
		const night = entry('2027-04-11', '18:00', '02:00', 0, '2027-04-12');
		const days = [0, 1, 2, 3, 4].map((n) => entry(addDays('2027-04-12', n), '08:00', n === 0 ? '14:00' : '16:00'));
		const all = minutes([night, ...days]);
		expect(all[0]).toEqual(['2027-04-12', [1, 480]]);
		// Forty hours in all, none of them paid more.
		expect(all.flatMap((d) => d.slice(1) as number[][]).every(([m]) => m === 1)).toBe(true);
		expect(minutes([night], '2027-04-05')).toEqual([['2027-04-11', [1, 360]]]);
	});
	it('begins on the day that is set', () => {
		expect([payrollWeek('2027-04-14', 1), payrollWeek('2027-04-14', 7), payrollWeek('2027-04-18', 7)]).toEqual([
			'2027-04-12',
			'2027-04-11',
			'2027-04-18'
		]);
	});
	it('pays every second once, in whatever order the entries come (property)', () => {
		const some = fc.array(fc.tuple(fc.nat(6), fc.nat(1000), fc.integer({ min: 1, max: 400 }), fc.nat(60)), { maxLength: 14 });
		fc.assert(
			fc.property(some, (list) => {
				const base = instantOf('2027-04-12', '00:00', ZONE);
				const entries = list.map(([d, from, long, breakMinutes], n) => ({
					startedAt: base + d * 86_400_000 + from * 60_000 + n,
					endedAt: base + d * 86_400_000 + (from + long) * 60_000 + n,
					zone: ZONE,
					breakMinutes
				}));
				const paid = (e: PaidEntry[]) =>
					paidWeek(e, rules, '2027-04-12')
						.flatMap((d) => d.at)
						.reduce((a, x) => a + x.seconds, 0);
				const worked = entries.reduce((a, e) => a + Math.max(0, (e.endedAt - e.startedAt) / 1000 - e.breakMinutes * 60), 0);
				expect(Math.abs(paid(entries) - worked)).toBeLessThanOrEqual(2 * entries.length);
				expect(paidWeek([...entries].reverse(), rules, '2027-04-12')).toEqual(paidWeek(entries, rules, '2027-04-12'));
			})
		);
	});
});
