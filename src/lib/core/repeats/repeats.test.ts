import fc from 'fast-check';
import ICAL from 'ical.js';
import { describe, expect, it } from 'vitest';
import { addDays, weekday, type Day } from '../time';
import { checkRepeat, occurrencesOf, placeOccurrences, repeatWords, ruleText, type RepeatRule } from '.';

const upTo = (rule: RepeatRule, to: Day = '2030-12-31') => occurrencesOf(rule, to);

describe('a rule of repeats', () => {
	it('monthly on a day that a month lacks is its last day, and is exported as RFC 5545 can say it', () => {
		const rule: RepeatRule = { by: 'month day', day: 31, every: 1, start: '2027-01-31', count: 4 };
		expect(upTo(rule)).toEqual(['2027-01-31', '2027-02-28', '2027-03-31', '2027-04-30']);
		expect(ruleText(rule)).toBe('FREQ=MONTHLY;BYMONTHDAY=28,29,30,31;BYSETPOS=-1;COUNT=4');
	});
	it('a missing fifth weekday is left out; the last one is there every month', () => {
		expect(upTo({ by: 'month weekday', nth: 5, weekday: 1, every: 1, start: '2027-03-01', count: 3 })).toEqual([
			'2027-03-29',
			'2027-05-31',
			'2027-08-30'
		]);
		expect(upTo({ by: 'month weekday', nth: -1, weekday: 5, every: 1, start: '2027-02-01', count: 2 })).toEqual([
			'2027-02-26',
			'2027-03-26'
		]);
	});
	it('yearly on 29 February is 28 in other years', () => {
		expect(upTo({ by: 'year', month: 2, day: 29, every: 1, start: '2027-01-01', count: 2 })).toEqual(['2027-02-28', '2028-02-29']);
	});
	it('the first match on or after the start is number one; the last day is included', () => {
		expect(upTo({ by: 'week', weekdays: [1], every: 2, start: '2027-04-14', count: 2 })).toEqual(['2027-04-19', '2027-05-03']);
		expect(upTo({ by: 'day', every: 3, start: '2027-04-14', until: '2027-04-20' })).toEqual(['2027-04-14', '2027-04-17', '2027-04-20']);
	});
	it('is said in words', () => {
		expect(repeatWords({ by: 'week', weekdays: [4, 1], every: 2, start: '2027-05-03' })).toBe(
			'every 2 weeks on Monday and Thursday from May 3, 2027'
		);
		expect(repeatWords({ by: 'month weekday', nth: -1, weekday: 5, every: 1, start: '2027-05-03', count: 6 })).toBe(
			'every month on the last Friday from May 3, 2027, 6 times'
		);
	});
	it.each([
		[{ by: 'week', weekdays: [], every: 1, start: '2027-01-01' }, 'weekdays'],
		[{ by: 'day', every: 0, start: '2027-01-01' }, 'every'],
		[{ by: 'day', every: 1, start: '2027-01-01', until: '2026-01-01' }, 'until'],
		[{ by: 'day', every: 1, start: '2027-01-01', until: '2027-02-01', count: 3 }, 'count'],
		[{ by: 'year', month: 2, day: 30, every: 1, start: '2027-01-01' }, 'day'],
		[{ by: 'month weekday', nth: 5, weekday: 1, every: 1, start: '2027-02-02', until: '2027-02-20' }, 'until']
	] as [RepeatRule, string][])('%o is refused at %s', (rule, field) => {
		expect(() => checkRepeat(rule)).toThrow(expect.objectContaining({ field }));
	});

	const start = fc.integer({ min: 0, max: 1500 }).map((n) => addDays('2027-01-01', n));
	const every = fc.integer({ min: 1, max: 5 });
	const count = fc.integer({ min: 1, max: 20 });
	const rules: fc.Arbitrary<RepeatRule> = fc.oneof(
		fc.record({ by: fc.constant('day' as const), every, start, count }),
		fc.record({
			by: fc.constant('week' as const),
			weekdays: fc.uniqueArray(fc.integer({ min: 1, max: 7 }), { minLength: 1 }),
			every,
			start,
			count
		}),
		fc.record({ by: fc.constant('month day' as const), day: fc.integer({ min: 1, max: 28 }), every, start, count }),
		fc.record({
			by: fc.constant('month weekday' as const),
			nth: fc.constantFrom(1 as const, 2 as const, 3 as const, 4 as const, -1 as const),
			weekday: fc.integer({ min: 1, max: 7 }),
			every,
			start,
			count
		})
	);
	it('gives the days that another reader of RFC 5545 finds in its text (property)', () => {
		fc.assert(
			fc.property(rules, (rule) => {
				const ours = occurrencesOf(rule, '2060-01-01');
				// The first match is number one: another reader begins at it.
				const recur = ICAL.Recur.fromString(ruleText(rule));
				const read = recur.iterator(ICAL.Time.fromDateString(ours[0]!));
				const theirs: string[] = [];
				for (let t = read.next(); t && theirs.length < 40; t = read.next()) theirs.push(t.toString().slice(0, 10));
				expect(ours).toEqual(theirs);
			})
		);
	});
	it('asked for less it gives the beginning of the same (property)', () => {
		fc.assert(
			fc.property(rules, fc.integer({ min: 0, max: 900 }), (rule, n) => {
				const to = addDays(rule.start, n);
				expect(occurrencesOf(rule, to)).toEqual(occurrencesOf(rule, '2060-01-01').filter((d) => d <= to));
			})
		);
	});
});

describe('occurrences on holidays', () => {
	const holidays = new Set(['2027-05-31', '2027-06-01']);
	const calendar = { isHoliday: (d: Day) => holidays.has(d), isWorking: (d: Day) => weekday(d) <= 5 && !holidays.has(d) };
	const days = ['2027-05-31', '2027-06-01', '2027-06-02'];
	it('stay, move to the next working day, or are left out; two on one day are one', () => {
		expect(placeOccurrences(days, 'leave', calendar).map((p) => p.day)).toEqual(days);
		expect(placeOccurrences(days, 'skip', calendar).map((p) => p.day)).toEqual([null, null, '2027-06-02']);
		expect(placeOccurrences(days, 'move', calendar)).toEqual([
			{ occursOn: '2027-05-31', day: '2027-06-02', merged: false },
			{ occursOn: '2027-06-01', day: '2027-06-02', merged: true },
			{ occursOn: '2027-06-02', day: '2027-06-02', merged: true }
		]);
	});
});
