import { beforeAll, describe, expect, it } from 'vitest';
import type { App } from '$lib/server/app';
import { hoursWeek, payrollRows } from '$lib/server/time/weeks';
import type { Yard } from '../../src/demo/yard';
import { freshYard, refused, told, value, wonJob } from './yard';

let yard: Yard;
let app: App;
let jobId: string;
beforeAll(async () => {
	({ yard, app } = await freshYard());
	({ jobId } = wonJob(yard));
});
const WEEK = '2027-04-05';
const add = (personId: string, day: string, from: string, to: string, breakMinutes = 0) =>
	yard.call('petra', 'time.add', { personId, jobId, day, from, to, breakMinutes, note: '' }).entryId;
const of = (personId: string) => hoursWeek(app, WEEK).people.find((p) => p.id === personId)!;
const approve = (personId: string, who = 'lowell') => yard.call(who, 'time.approve-week', { personId, week: WEEK });

describe('a payroll week', () => {
	it('shows each person’s hours by day, what is paid more, and goes out as a table once it is approved', () => {
		for (const day of ['2027-04-05', '2027-04-06', '2027-04-07', '2027-04-08', '2027-04-09']) add('ines', day, '7:00', '16:30', 30);
		expect(of('ines')).toMatchObject({ seconds: 45 * 3600, over: [{ multiplier: 15_000, seconds: 5 * 3600 }], approved: null });
		expect(payrollRows(app, WEEK)).toMatchObject({
			rows: [[expect.anything(), 'Name', 'Day', 'Multiplier', 'Hours', 'As time']],
			missing: ['Ines Falk']
		});
		approve('ines');
		const { rows, missing } = payrollRows(app, '2027-04-08');
		expect(missing).toEqual([]);
		expect(rows.slice(1).map((r) => r.slice(2, 5))).toEqual([
			['2027-04-05', '1.00', '9.0000'],
			['2027-04-06', '1.00', '9.0000'],
			['2027-04-07', '1.00', '9.0000'],
			['2027-04-08', '1.00', '9.0000'],
			['2027-04-09', '1.00', '4.0000'],
			['2027-04-09', '1.50', '5.0000']
		]);
		expect(told(app, "subject = 'person:ines'").at(-1)).toMatch(/^Week from April 5, 2027 of Ines Falk approved: 45/);
	});
	it('stands once it is approved: nothing of it is changed, added or taken off until it is opened again with a reason', () => {
		const entryId = value<string>(app, "select id from time_entries where person_id = 'ines' limit 1");
		const correct = () =>
			yard.call('petra', 'time.correct', { entryId, day: '2027-04-05', from: '8:00', to: '9:00', breakMinutes: 0, reason: 'Late' });
		const words = 'The week from April 5, 2027 is approved: it has to be opened again first.';
		expect(refused(correct)[1]).toBe(words);
		expect(refused(() => yard.call('petra', 'time.remove', { entryId, reason: 'x' }))[1]).toBe(words);
		expect(refused(() => add('ines', '2027-04-11', '7:00', '8:00'))).toEqual(['day', words]);
		yard.call('petra', 'time.open-week', { personId: 'ines', week: WEEK, reason: 'Wrong day' });
		correct();
		expect(of('ines').seconds).toBe(37 * 3600);
	});
	it('is not approved with time that overlaps, while the clock runs, before it began, or on a day that begins none', () => {
		add('ravi', '2027-04-06', '7:00', '9:00');
		app.db.sqlite.prepare("update time_entries set conflict = 1 where person_id = 'ravi'").run();
		expect(refused(() => approve('ravi'))[1]).toContain('One entry overlaps another');
		expect(refused(() => yard.call('petra', 'time.approve-week', { personId: 'ravi', week: '2027-04-06' }))[0]).toBe('week');
		expect(refused(() => yard.call('petra', 'time.approve-week', { personId: 'ravi', week: '2027-04-19' }))[1]).toContain('not begun');
		yard.call('marco', 'time.clock-on', { jobId });
		expect(refused(() => yard.call('petra', 'time.approve-week', { personId: 'marco', week: '2027-04-12' }))[1]).toContain(
			'still on the clock'
		);
		expect(refused(() => approve('ravi', 'marco'))[1]).toContain('may not');
		expect(refused(() => yard.call('petra', 'time.approve-week', { personId: 'suki', week: '2027-04-12' }))).toEqual([
			'week',
			'This week is not over yet.'
		]);
	});
	it('approved twice is approved once', () => {
		approve('ines');
		approve('ines');
		expect(value(app, "select count(*) from approved_weeks where person_id = 'ines'")).toBe(1);
	});
	it('has rules that are the company’s: thresholds rise, and the first day is set', () => {
		const set = (day: { minutes: number; multiplier: number }[], firstDay = 1) =>
			yard.call('imogen', 'company.payroll', { firstDay, day, week: [{ minutes: 2400, multiplier: 15_000 }] });
		expect(
			refused(() =>
				set([
					{ minutes: 600, multiplier: 15_000 },
					{ minutes: 480, multiplier: 20_000 }
				])
			)[0]
		).toBe('day');
		set([{ minutes: 480, multiplier: 15_000 }], 7);
		expect(hoursWeek(app, '2027-04-08').week).toBe('2027-04-04');
		expect(refused(() => yard.call('petra', 'company.payroll', { firstDay: 1, day: [], week: [] }))[1]).toContain('may not');
	});
});
