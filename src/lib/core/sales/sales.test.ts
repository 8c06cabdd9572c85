import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { cents } from '../money';
import { Refusal } from '../refusal';
import {
	checkOwnFields,
	filterCards,
	forecast,
	markOf,
	median,
	NO_FILTER,
	readList,
	readOwn,
	readOwnValues,
	salesReport,
	salesTrend,
	showPerSize,
	whyStale,
	type Card,
	type OwnField,
	type Prospect,
	type SalesJob
} from '.';

const field = (more: Partial<OwnField>): OwnField => ({ id: 'f', of: 'job', label: 'Layers', kind: 'text', choices: [], ...more });

describe('own fields', () => {
	it('keep numbers, days and choices in one form, and say what they cannot read', () => {
		expect(readOwn(field({ kind: 'number' }), ' 1,250.50 ')).toBe('1250.50');
		expect(readOwn(field({ kind: 'number' }), '−3')).toBe('-3');
		expect(() => readOwn(field({ kind: 'number' }), 'two')).toThrow('“Layers” is a number');
		expect(() => readOwn(field({ kind: 'number' }), '1,25')).toThrow(Refusal);
		expect(readOwn(field({ kind: 'date' }), '2027-02-28')).toBe('2027-02-28');
		expect(() => readOwn(field({ kind: 'date' }), '2027-02-30')).toThrow('is a day');
		expect(readOwn(field({ kind: 'choice', choices: ['card', 'check'] }), 'CARD')).toBe('card');
		expect(() => readOwn(field({ kind: 'choice', choices: ['card', 'check'] }), 'gold')).toThrow('one of: card, check');
		expect(() => readOwn(field({}), 'x'.repeat(501))).toThrow('500');
	});
	it('of another kind of record are refused; empty ones are not kept; the others stay', () => {
		const fields = [field({ id: 'a' }), field({ id: 'b', of: 'site' })];
		expect(readOwnValues(fields, 'job', { a: 'old', z: 'of a field that went' }, { a: '' })).toEqual({ z: 'of a field that went' });
		expect(() => readOwnValues(fields, 'job', {}, { b: 'x' })).toThrow('no such field');
	});
	it('need a name, once, and choices where they are choices', () => {
		expect(() => checkOwnFields([field({ label: ' ' })])).toThrow('a name');
		expect(() => checkOwnFields([field({}), field({ id: 'g', label: 'layers ' })])).toThrow('two fields');
		expect(() => checkOwnFields([field({ kind: 'choice', choices: ['one', 'One'] })])).toThrow('at least two choices');
		expect(() => checkOwnFields([field({}), field({ id: 'g', of: 'site' })])).not.toThrow();
	});
	it('lists lose blanks and doubles, and are never empty', () => {
		expect(readList([' Price ', '', 'price', 'Too late'], 'reasons')).toEqual(['Price', 'Too late']);
		expect(() => readList(['', ' '], 'kinds')).toThrow('at least one');
	});
});

describe('the forecast', () => {
	const p = (worth: number | null, chance: number, decisionDay: string | null): Prospect => ({
		worth: worth === null ? null : cents(worth),
		chance,
		decisionDay
	});
	it('weighs what is decided in each month; what is over counts now, what has no day stands apart', () => {
		const rows = forecast(
			[
				p(1_000_000, 5000, '2027-04-30'),
				p(300_001, 5000, '2027-03-01'),
				p(800_000, 2500, '2027-06-15'),
				p(500_000, 9000, '2027-12-01'),
				p(null, 5000, null)
			],
			'2027-04-14',
			3
		);
		expect(rows).toEqual([
			{ month: '2027-04', count: 2, worth: 1_300_001, weighted: 650_001 },
			{ month: '2027-05', count: 0, worth: 0, weighted: 0 },
			{ month: '2027-06', count: 1, worth: 800_000, weighted: 200_000 },
			{ month: 'later', count: 1, worth: 500_000, weighted: 450_000 },
			{ month: 'no day', count: 1, worth: 0, weighted: 0 }
		]);
	});
	it('has every prospect in exactly one row, and never more than it is worth', () => {
		const day = fc.integer({ min: -400, max: 900 }).map((n) => new Date(Date.UTC(2027, 0, 31) + n * 86_400_000).toISOString().slice(0, 10));
		fc.assert(
			fc.property(
				fc.array(
					fc.record({
						worth: fc.option(fc.integer({ min: 0, max: 1e9 })),
						chance: fc.integer({ min: 0, max: 10_000 }),
						decisionDay: fc.option(day)
					})
				),
				day,
				(list, today) => {
					const rows = forecast(
						list.map((x) => p(x.worth, x.chance, x.decisionDay)),
						today
					);
					expect(rows.reduce((a, r) => a + r.count, 0)).toBe(list.length);
					expect(rows.reduce((a, r) => a + r.worth, 0)).toBe(list.reduce((a, x) => a + (x.worth ?? 0), 0));
					for (const r of rows) expect(r.weighted).toBeLessThanOrEqual(r.worth + r.count);
					expect(new Set(rows.map((r) => r.month)).size).toBe(rows.length);
				}
			)
		);
	});
});

const job = (more: Partial<SalesJob>): SalesJob => ({
	...{ id: 'j', askedOn: '2027-02-20', kind: 'Gutters', source: 'Website', estimator: 'Bastian', reason: '', state: 'open' },
	...{ offered: cents(100_000), won: null, breakEven: cents(80_000), quotedOn: '2027-03-01', answeredOn: null, size: null },
	...more
});
describe('the sales trend', () => {
	it('has every month of the stretch, each job in the month it was asked for, and the sums of the report', () => {
		const jobs = [
			job({ state: 'won', won: cents(120_000) }),
			job({ askedOn: '2027-04-01', state: 'lost' }),
			job({ askedOn: '2027-04-30' })
		];
		const trend = salesTrend(jobs, '2026-12-31', '2027-04-14');
		expect(trend.map((m) => [m.month, m.row.count])).toEqual([
			['2026-12', 0],
			['2027-01', 0],
			['2027-02', 1],
			['2027-03', 0],
			['2027-04', 2]
		]);
		expect(trend[2]?.row).toMatchObject({ won: 1, wonWorth: 120_000, winRate: 1_000_000 });
		expect(trend[1]?.row.winRate).toBeNull();
		const all = salesReport(jobs, 'kind').all;
		expect(trend.reduce((n, m) => n + m.row.wonWorth + m.row.lostWorth + m.row.openWorth, 0)).toBe(
			all.wonWorth + all.lostWorth + all.openWorth
		);
	});
});
describe('the sales report', () => {
	it('says what was won and lost, how often, how fast, and for how much a unit', () => {
		const report = salesReport(
			[
				job({ state: 'won', won: cents(120_000), answeredOn: '2027-03-05', size: { per: 'ft', units: 100 } }),
				job({ state: 'won', won: cents(80_000), answeredOn: '2027-03-11', size: { per: 'ft', units: 60 } }),
				job({ state: 'lost', reason: 'Price', answeredOn: '2027-03-03' }),
				job({}),
				job({ kind: '', state: 'lost', reason: '', offered: null })
			],
			'kind'
		);
		expect(report.rows.map((r) => r.name)).toEqual(['Gutters', 'not said']);
		expect(report.rows[0]).toMatchObject({
			...{ count: 4, won: 2, lost: 1, open: 1, wonWorth: 200_000, lostWorth: 100_000, openWorth: 100_000 },
			...{ winRate: 666_667, daysToDecide: 4, winRateByMoney: 666_667 }
		});
		// 2,000.00 offered over 160 ft, 400.00 of it above break-even.
		expect(report.rows[0]!.perSize.map(showPerSize)).toEqual(['12.50 a ft, 2.50 of it profit']);
		expect(report.all).toMatchObject({ count: 5, lost: 2 });
	});
	it('tells reasons of lost jobs only', () => {
		const report = salesReport([job({}), job({ state: 'lost', reason: 'Price' }), job({ state: 'lost', reason: 'Price' })], 'reason');
		expect(report.rows.map((r) => [r.name, r.lost, r.lostWorth])).toEqual([['Price', 2, 200_000]]);
		expect(report.all.count).toBe(2);
	});
	it('has every job in one row, whatever the grouping', () => {
		fc.assert(
			fc.property(
				fc.array(
					fc.record({
						kind: fc.constantFrom('', 'A', 'B'),
						state: fc.constantFrom('open', 'won', 'lost'),
						offered: fc.integer({ min: 0, max: 1e8 })
					})
				),
				(list) => {
					const jobs = list.map((x) =>
						job({ kind: x.kind, state: x.state as never, offered: cents(x.offered), won: x.state === 'won' ? cents(x.offered) : null })
					);
					const { rows, all } = salesReport(jobs, 'kind');
					for (const key of ['count', 'won', 'lost', 'open', 'wonWorth', 'lostWorth', 'openWorth'] as const)
						expect(rows.reduce((a, r) => a + r[key], 0)).toBe(all[key]);
				}
			)
		);
	});
	it('finds the middle of an even number between the two', () => {
		expect([median([]), median([4, 1, 9]), median([3, 4]), median([1, 2, 4, 100])]).toEqual([null, 4, 3.5, 3]);
	});
});

describe('the track', () => {
	const card = (more: Partial<Card>): Card => ({
		...{ id: 'c', name: 'Porch', customer: 'Juno', stageId: 'asked', kind: 'Repair', source: 'Phone', person: 'Bastian', branch: '' },
		...{ worth: null, chance: 2000, decisionDay: null, nextStep: '', nextDay: null, touchedAt: Date.UTC(2027, 3, 14), own: {} },
		...more
	});
	const now = Date.UTC(2027, 3, 14, 13);
	const fits = (c: Card, f: object) => filterCards([c], { ...NO_FILTER, ...f }, now, '2027-04-14').length === 1;
	it('is narrowed by words over all a card says, and by each field', () => {
		const c = card({ nextStep: 'Call on Friday', own: { insurer: 'Ossel Mutual' } });
		expect(['juno porch', 'friday', 'MUTUAL', 'repair phone'].map((words) => fits(c, { words }))).toEqual([true, true, true, true]);
		expect(fits(c, { words: 'juno gutter' })).toBe(false);
		expect([
			fits(c, { kind: 'Repair' }),
			fits(c, { kind: 'Gutters' }),
			fits(c, { own: { insurer: 'Ossel Mutual' } }),
			fits(c, { own: { insurer: 'x' } })
		]).toEqual([true, false, true, false]);
	});
	it('knows what needs a hand, and why', () => {
		const why = (more: Partial<Card>) => whyStale(card(more), now, '2027-04-14');
		expect(why({})).toEqual([]);
		expect(why({ touchedAt: now - 8 * 86_400_000 })).toEqual(['nobody touched it for a week']);
		// Who wrote down what comes next, and when, has not forgotten it.
		expect(why({ touchedAt: now - 30 * 86_400_000, nextDay: '2027-05-01' })).toEqual([]);
		expect(why({ nextDay: '2027-04-13', decisionDay: '2027-04-13' })).toEqual(['its next step is over', 'its decision day is over']);
		expect(fits(card({ nextDay: '2027-04-13' }), { stale: true })).toBe(true);
		expect(fits(card({}), { stale: true })).toBe(false);
	});
});

describe('the mark of a stage', () => {
	it('is the company’s own, else that of what it means', () => {
		expect(markOf({ mark: 'wait', meaning: 'finished' })).toBe('wait');
		expect(['ready', 'under way', 'finished', 'closed', 'bidding'].map((meaning) => markOf({ mark: null, meaning }))).toEqual([
			'ring',
			'half',
			'done',
			'done',
			'ring'
		]);
	});
});
