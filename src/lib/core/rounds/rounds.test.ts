import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { cents, marginOf, sum, unitPrice } from '../money';
import { addDays, daysBetween, weekday, type Day } from '../time';
import {
	againstBreakEven,
	blockOf,
	compareSold,
	guessCadence,
	instalmentsOf,
	laborPerVisit,
	onSiteOf,
	renewedPrice,
	seasonOf,
	shareOf,
	taxedParts,
	weeklyVisits,
	windowVisits
} from '.';

const season = { from: '2027-04-01', to: '2027-10-31' };
const holidays = new Set(['2027-05-31', '2027-07-05', '2027-09-06']);
const calendar = { isHoliday: (d: Day) => holidays.has(d), isWorking: (d: Day) => weekday(d) <= 5 && !holidays.has(d) };

describe('a block on the board', () => {
	it('is the worked example: 63 h over 14 visits, crew of 3, 20 min', () => {
		const r = { hours: 630_000, visits: 14, crew: 3, setUp: 20 };
		expect([laborPerVisit(r), onSiteOf(r), blockOf(r)]).toEqual([270, 90, 110]);
	});
	it('is never shorter than the work, and less than a step longer (property)', () => {
		fc.assert(
			fc.property(
				fc.nat(9_000_000),
				fc.integer({ min: 1, max: 40 }),
				fc.integer({ min: 1, max: 8 }),
				fc.nat(120),
				(hours, visits, crew, setUp) => {
					const block = blockOf({ hours, visits, crew, setUp });
					const exact = (hours * 60) / (10_000 * visits * crew) + setUp;
					expect(block % 5).toBe(0);
					expect(block).toBeGreaterThanOrEqual(exact - 1e-9);
					expect(block - exact).toBeLessThan(5 + 1e-9);
				}
			)
		);
	});
	it('needs a crew and a visit', () => {
		expect(() => blockOf({ hours: 1, visits: 0, crew: 1, setUp: 0 })).toThrow('at least one visit');
		expect(() => blockOf({ hours: 1, visits: 1, crew: 0, setUp: 0 })).toThrow('Nobody');
	});
});

describe('visits every n weeks', () => {
	it('begin on the first such weekday and keep to the season; a holiday goes to the next working day', () => {
		const { visits, dropped } = weeklyVisits({ season, start: '2027-05-17', weekday: 1, every: 2 }, calendar);
		expect(visits.slice(0, 3)).toEqual([
			{ occursOn: '2027-05-17', day: '2027-05-17' },
			{ occursOn: '2027-05-31', day: '2027-06-01' },
			{ occursOn: '2027-06-14', day: '2027-06-14' }
		]);
		expect(dropped).toEqual([]);
		expect(visits.every((v) => v.day <= season.to)).toBe(true);
	});
	it('start with the season when the chosen day lies before it, and are refused when it is over', () => {
		expect(weeklyVisits({ season, start: '2027-01-01', weekday: 4, every: 4 }, calendar).visits[0]?.day).toBe('2027-04-01');
		expect(() => weeklyVisits({ season, start: '2027-11-01', weekday: 4, every: 4 }, calendar)).toThrow(
			'The season is over on October 31, 2027'
		);
	});
	it('the last one on a holiday at the season’s end goes before it, never before the start; none left is owed', () => {
		const end = { from: '2027-05-27', to: '2027-05-31' };
		expect(weeklyVisits({ season: end, start: '2027-05-27', weekday: 1, every: 1 }, calendar).visits).toEqual([
			{ occursOn: '2027-05-31', day: '2027-05-28' }
		]);
		expect(weeklyVisits({ season: end, start: '2027-05-31', weekday: 1, every: 1 }, calendar)).toEqual({
			visits: [],
			dropped: ['2027-05-31']
		});
	});
	it('never two on a day, none outside the season or before the start (property)', () => {
		fc.assert(
			fc.property(fc.integer({ min: 0, max: 200 }), fc.integer({ min: 1, max: 7 }), fc.integer({ min: 1, max: 6 }), (late, wd, every) => {
				const start = addDays(season.from, late);
				const { visits, dropped } = weeklyVisits({ season, start, weekday: wd, every }, calendar);
				const days = visits.map((v) => v.day);
				expect(new Set(days).size).toBe(days.length);
				expect(days.every((d) => d >= start && d <= season.to)).toBe(true);
				expect(visits.every((v) => weekday(v.occursOn) === wd)).toBe(true);
				expect(visits.length + dropped.length).toBe(Math.floor(daysBetween(visits[0]?.occursOn ?? start, season.to) / (7 * every)) + 1);
			})
		);
	});
});

describe('visits in windows', () => {
	const windows = [
		{ from: '2027-04-05', to: '2027-04-30' },
		{ from: '2027-09-27', to: '2027-10-15' }
	];
	const free = { isWorking: calendar.isWorking, loadOf: () => ({ planned: 0, paid: 480 }) };
	it('take the least loaded day, ties the earlier', () => {
		expect(windowVisits({ windows, gap: 10, start: '2027-04-01' }, free).map((v) => v.day)).toEqual(['2027-04-05', '2027-09-27']);
		const busy = { ...free, loadOf: (d: Day) => ({ planned: d === '2027-04-08' ? 10 : 100, paid: 480 }) };
		expect(windowVisits({ windows, gap: 10, start: '2027-04-01' }, busy)[0]?.day).toBe('2027-04-08');
	});
	it('leave the later window possible, and refuse the first that cannot be reached', () => {
		const near = [
			{ from: '2027-04-05', to: '2027-04-23' },
			{ from: '2027-04-19', to: '2027-04-28' }
		];
		const lateIsFree = { ...free, loadOf: (d: Day) => ({ planned: d >= '2027-04-20' ? 0 : 400, paid: 480 }) };
		const days = windowVisits({ windows: near, gap: 14, start: '2027-04-01' }, lateIsFree).map((v) => v.day);
		expect(daysBetween(days[0]!, days[1]!)).toBeGreaterThanOrEqual(14);
		expect(() => windowVisits({ windows: near, gap: 30, start: '2027-04-01' }, free)).toThrow('from April 19, 2027 to April 28, 2027');
		expect(() => windowVisits({ windows, gap: 1, start: '2027-05-01' }, free)).toThrow('from April 5, 2027 to April 30, 2027');
	});
	it('lie in their windows and keep the gap whatever the load (property)', () => {
		fc.assert(
			fc.property(fc.array(fc.nat(480), { minLength: 40, maxLength: 40 }), fc.integer({ min: 1, max: 20 }), (loads, gap) => {
				const three = [
					{ from: '2027-04-01', to: '2027-04-30' },
					{ from: '2027-04-20', to: '2027-05-28' },
					{ from: '2027-06-01', to: '2027-06-30' }
				];
				const crew = { isWorking: calendar.isWorking, loadOf: (d: Day) => ({ planned: loads[Number(d.slice(8)) % 40] ?? 0, paid: 480 }) };
				const days = windowVisits({ windows: three, gap, start: '2027-04-01' }, crew).map((v) => v.day);
				days.forEach((d, j) => expect(d >= three[j]!.from && d <= three[j]!.to && calendar.isWorking(d)).toBe(true));
				for (let j = 1; j < days.length; j++) expect(daysBetween(days[j - 1]!, days[j]!)).toBeGreaterThanOrEqual(gap);
			})
		);
	});
});

describe('a season', () => {
	it('may go over the new year, and 29 February is 28 in other years', () => {
		expect(seasonOf({ from: '11-01', to: '03-31' }, 2027)).toEqual({ from: '2027-11-01', to: '2028-03-31' });
		expect(seasonOf({ from: '02-29', to: '10-31' }, 2027).from).toBe('2027-02-28');
	});
	it('says free work, what is owed, and what of it comes from starting late', () => {
		expect(compareSold({ sold: 14, planned: 15, fullSeason: 15 })).toEqual({ difference: 1, fromStart: 0 });
		expect(compareSold({ sold: 14, planned: 11, fullSeason: 13 })).toEqual({ difference: -3, fromStart: 2 });
	});
});

describe('the share of a visit', () => {
	it('is the worked example: 3,000.00 over 7 visits', () => {
		const shares = [1, 2, 3, 4, 5, 6, 7].map((j) => shareOf(cents(300_000), 7, j));
		expect(shares[0]).toBe(42_858);
		expect(shares.slice(1)).toEqual(new Array(6).fill(42_857));
		expect([shareOf(cents(300_000), 7, 8), shareOf(cents(300_000), 7, 0)]).toEqual([0, 0]);
	});
	it('all of them are the price (property)', () => {
		fc.assert(
			fc.property(fc.nat(1e9), fc.integer({ min: 1, max: 60 }), (price, visits) => {
				expect(sum(Array.from({ length: visits }, (_, n) => shareOf(cents(price), visits, n + 1)))).toBe(price);
			})
		);
	});
});

describe('a price by how it is taxed', () => {
	it('is as it was sold, and in its proportion once it is changed', () => {
		const parts = [
			{ taxCodeId: 'std', amount: 300 },
			{ taxCodeId: null, amount: 700 }
		];
		expect(taxedParts(cents(1000), 'std', parts)).toEqual(parts);
		expect(taxedParts(cents(500), 'std', parts).map((p) => p.amount)).toEqual([150, 350]);
		expect(taxedParts(cents(500), 'std', null)).toEqual([{ taxCodeId: 'std', amount: 500 }]);
	});
	it('always comes to the price, over all its visits too (property)', () => {
		const parts = fc.array(fc.record({ taxCodeId: fc.constantFrom('a', 'b', null), amount: fc.integer({ min: 1, max: 1e7 }) }), {
			maxLength: 4
		});
		fc.assert(
			fc.property(fc.nat(1e8), parts, fc.integer({ min: 1, max: 40 }), (price, sold, visits) => {
				const all = taxedParts(cents(price), null, sold);
				expect(sum(all.map((p) => p.amount))).toBe(price);
				const charged = Array.from({ length: visits }, (_, n) => all.map((p) => shareOf(p.amount, visits, n + 1))).flat();
				expect(sum(charged)).toBe(price);
			})
		);
	});
});

describe('what an agreement is billed by and worth', () => {
	it('in equal parts at the end of each month of its season', () => {
		const all = instalmentsOf(cents(300_001), { from: '2027-04-10', to: '2027-07-15' });
		expect(all).toEqual([
			{ due: '2027-04-30', amount: 75_001 },
			{ due: '2027-05-31', amount: 75_000 },
			{ due: '2027-06-30', amount: 75_000 },
			{ due: '2027-07-15', amount: 75_000 }
		]);
		expect(instalmentsOf(cents(100), { from: '2027-04-10', to: '2027-04-10' })).toEqual([{ due: '2027-04-10', amount: 100 }]);
	});
	it('never loses a cent, and ends with the season', () => {
		fc.assert(
			fc.property(fc.integer({ min: 0, max: 10_000_000 }), fc.integer({ min: 0, max: 700 }), (price, days) => {
				const season = { from: '2027-01-15', to: addDays('2027-01-15', days) };
				const all = instalmentsOf(cents(price), season);
				expect(all.reduce((a, p) => a + p.amount, 0)).toBe(price);
				expect(all.at(-1)!.due).toBe(season.to);
				expect(all.map((p) => p.due)).toEqual([...new Set(all.map((p) => p.due))].sort());
			})
		);
	});
	it('against break-even: 4.5 hours at 53.0320 and 18.00 of material', () => {
		const of = { price: cents(300_000), visits: 7, hours: 315_000, rate: unitPrice(530_320), materials: cents(1800) };
		expect(againstBreakEven(of)).toEqual({ perVisit: 42_857, breakEven: 25_664, below: 0 });
		expect(marginOf(42_858, 25_664)).toBe(401_185);
		expect(againstBreakEven({ ...of, price: cents(150_000) }).below).toBe(Math.round(315_000 * 0.53032 + 7 * 1800 - 150_000));
	});
	it('is renewed by a percent, or from its break-even and a margin', () => {
		expect(renewedPrice({ price: cents(300_000), breakEven: cents(0) }, 'percent', 350)).toBe(310_500);
		expect(renewedPrice({ price: cents(300_000), breakEven: cents(180_000) }, 'margin', 4000)).toBe(300_000);
	});
	it('is planned by the cadence whose season has the visits sold', () => {
		const ways = [
			{ id: 'usual', full: 15 },
			{ id: 'leaner', full: 14 },
			{ id: 'also', full: 14 }
		];
		expect(guessCadence(14, ways)).toEqual({ id: 'leaner' });
		expect(guessCadence(9, ways)).toBeNull();
	});
});
