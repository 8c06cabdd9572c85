import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { changeOf, occurrencesOf, placeOccurrences, withExceptions, type Exception } from '.';
import { addDays } from '../time';

const weekly = { by: 'week' as const, weekdays: [1], every: 1, start: '2027-05-03' };
const open = { isHoliday: () => false, isWorking: () => true };

describe('what is different about one occurrence', () => {
	it('is left out or moved, whatever the holidays say of it; the others stay', () => {
		const placed = placeOccurrences(occurrencesOf(weekly, '2027-05-24'), 'skip', { ...open, isHoliday: (d) => d === '2027-05-17' });
		const found = withExceptions(placed, [
			{ occursOn: '2027-05-10', day: null },
			{ occursOn: '2027-05-17', day: '2027-05-19' },
			{ occursOn: '2027-06-07', day: '2027-06-08' }
		]);
		expect(found.map((p) => p.day)).toEqual(['2027-05-03', null, '2027-05-19', '2027-05-24']);
	});
	it('loses no occurrence and makes none', () => {
		const exception = fc.record({ n: fc.nat(40), by: fc.option(fc.integer({ min: -5, max: 9 })) }).map(({ n, by }): Exception => ({
			occursOn: addDays('2027-05-03', n * 7),
			day: by === null ? null : addDays('2027-05-03', n * 7 + by)
		}));
		fc.assert(
			fc.property(fc.array(exception, { maxLength: 12 }), (exceptions) => {
				const placed = placeOccurrences(occurrencesOf(weekly, '2027-12-31'), 'leave', open);
				const found = withExceptions(placed, exceptions);
				expect(found.map((p) => p.occursOn)).toEqual(placed.map((p) => p.occursOn));
				const said = new Map(exceptions.map((e) => [e.occursOn, e.day]));
				for (const p of found) expect(p.day).toBe(said.has(p.occursOn) ? said.get(p.occursOn) : p.occursOn);
			})
		);
	});
});

describe('another rule', () => {
	it('says what it adds to what is still to come, and what it drops', () => {
		const fortnightly = { ...weekly, every: 2 };
		const tuesdays = { ...weekly, weekdays: [2] };
		const days = (rule: Parameters<typeof occurrencesOf>[0]) => occurrencesOf(rule, '2027-05-31');
		expect(changeOf(days(weekly), days(fortnightly))).toEqual({ added: [], dropped: ['2027-05-10', '2027-05-24'] });
		expect(changeOf(days(weekly), days(weekly))).toEqual({ added: [], dropped: [] });
		expect(changeOf(days(weekly), days(tuesdays)).added).toEqual(['2027-05-04', '2027-05-11', '2027-05-18', '2027-05-25']);
	});
});
