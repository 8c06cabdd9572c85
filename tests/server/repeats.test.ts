import { beforeEach, describe, expect, it } from 'vitest';
import type { Input } from '$lib/contract';
import type { App } from '$lib/server/app';
import { makeRepeat } from '$lib/server/repeats/commands';
import { makeRepeats, repeatList } from '$lib/server/repeats/queries';
import { workList } from '$lib/server/work/tasks';
import type { DemoClock, Yard } from '../../src/demo/yard';
import { count, freshYard, refused, value, viewer, wonJob } from './yard';

let yard: Yard;
let app: App;
let clock: DemoClock;
let jobId: string;
beforeEach(async () => {
	({ yard, app, clock } = await freshYard());
	({ jobId } = wonJob(yard, 'Gutter check'));
	const { taskId } = yard.call('petra', 'work.add-task', { jobId, phase: '', text: 'Flush the downspouts' });
	yard.call('petra', 'work.change-task', {
		...{ taskId, phase: '', text: 'Flush the downspouts', note: 'Mind the roses', due: null, people: [], version: 1 },
		steps: [{ id: null, text: 'North' }]
	});
});
const save = (more: Partial<Input<'repeats.save'>> = {}) =>
	yard.call('petra', 'repeats.save', {
		...{ ruleId: null, jobId, name: 'Gutter check', onHoliday: 'move', way: 'booked', crewId: 'gutter', from: 420, to: 540, ahead: 21 },
		rule: { by: 'week', weekdays: [1], every: 1, start: '2027-04-19' },
		...more
	}).ruleId;
const days = (ruleId: string) =>
	app.db.sqlite.prepare('select occurs_on o, day d from repeat_occurrences where rule_id = ? order by occurs_on').all(ruleId) as {
		o: string;
		d: string;
	}[];
const madeJobs = () =>
	app.db.sqlite.prepare("select id, name, number from jobs where name like 'Gutter check, %' order by number").all() as {
		id: string;
		name: string;
	}[];

describe('a repeat job', () => {
	it('is made so many days ahead, numbered, with its work list, and booked for the crew', () => {
		const ruleId = save();
		makeRepeats(app);
		expect(days(ruleId).map((d) => d.d)).toEqual(['2027-04-19', '2027-04-26', '2027-05-03']);
		const [first] = madeJobs();
		expect(first).toMatchObject({ name: 'Gutter check, April 19, 2027', number: expect.any(Number) });
		expect(workList(app, first!.id).find((t) => t.text === 'Flush the downspouts')).toMatchObject({
			note: 'Mind the roses',
			due: '2027-04-19',
			doneAt: null,
			steps: [{ text: 'North', doneAt: null }]
		});
		const planned = app.db.sqlite.prepare('select person_id p, from_minute f, to_minute t from shifts where job_id = ?').all(first!.id);
		expect(planned).toEqual([
			{ p: 'hattie', f: 420, t: 540 },
			{ p: 'noor', f: 420, t: 540 }
		]);
	});
	it('is made exactly once, however often and late it is looked at', () => {
		const ruleId = save();
		makeRepeats(app);
		makeRepeats(app);
		expect(madeJobs()).toHaveLength(3);
		// The maker was down for five weeks: nothing is lost, nothing is doubled.
		clock.at += 35 * 86_400_000;
		for (let n = 0; n < 3; n++) app.run(makeRepeat, { ruleId }, { type: 'system' });
		const all = days(ruleId).map((d) => d.o);
		expect(all).toEqual(['2027-04-19', '2027-04-26', '2027-05-03', '2027-05-10', '2027-05-17', '2027-05-24', '2027-05-31', '2027-06-07']);
		expect(madeJobs()).toHaveLength(all.length);
	});
	it('goes to the next working day on a holiday, is left out, or stays, and two on one day are one job', () => {
		app.db.sqlite.prepare('update company set holidays = ?').run(JSON.stringify([{ by: 'single', date: '2027-04-19', name: 'Regatta' }]));
		const daily = { by: 'week' as const, weekdays: [1, 2], every: 1, start: '2027-04-19', count: 2 };
		const moved = save({ rule: daily });
		makeRepeats(app);
		expect(days(moved)).toEqual([
			{ o: '2027-04-19', d: '2027-04-20' },
			{ o: '2027-04-20', d: '2027-04-20' }
		]);
		expect(madeJobs()).toHaveLength(1);
		const skipped = save({ rule: daily, onHoliday: 'skip', name: 'Other' });
		makeRepeats(app);
		expect(days(skipped).map((d) => d.d)).toEqual([null, '2027-04-20']);
	});
	it('makes nothing for days that are over, nor for those of a pause', () => {
		const ruleId = save({ rule: { by: 'week', weekdays: [1], every: 1, start: '2027-03-01' }, ahead: 6 });
		makeRepeats(app);
		expect(days(ruleId).map((d) => d.o)).toEqual(['2027-04-19']);
		yard.call('petra', 'repeats.pause', { ruleId, paused: true });
		clock.at += 20 * 86_400_000;
		makeRepeats(app);
		expect(days(ruleId)).toHaveLength(1);
		yard.call('petra', 'repeats.pause', { ruleId, paused: false });
		makeRepeats(app);
		expect(days(ruleId).map((d) => d.o)).toEqual(['2027-04-19', '2027-05-10']);
	});
	it('is given to the crew’s lead without a shift, or only made', () => {
		save({ way: 'given', ahead: 5 });
		save({ way: 'made', crewId: null, name: 'Gutter check, only made', ahead: 5 });
		makeRepeats(app);
		expect(value(app, "select person_id from jobs where name = 'Gutter check, April 19, 2027'")).toBe('noor');
		expect(value(app, 'select count(*) from shifts where job_id in (select job_id from repeat_occurrences)')).toBe(0);
	});
	it('is refused in words at its field', () => {
		const rule = { by: 'week' as const, weekdays: [], every: 1, start: '2027-04-19' };
		expect(refused(() => save({ rule }))).toEqual(['weekdays', 'Choose at least one weekday.']);
		expect(refused(() => save({ crewId: null }))[0]).toBe('crewId');
		const bid = yard.job('Bid', yard.customer('B', 'person', '', '', ''), '1 Bid Lane', [-47, -131]);
		expect(refused(() => save({ jobId: bid }))[0]).toBe('jobId');
		expect(refused(() => yard.call('marco', 'repeats.pause', { ruleId: 'x', paused: true }))[1]).toContain('may not');
	});
	it('that cannot be made says why and keeps no other from it', () => {
		const broken = save({ name: 'Broken' });
		const fine = save({ name: 'Fine' });
		app.db.sqlite.prepare("update repeat_rules set rule = json_set(rule, '$.start', ''), look_on = null where id = ?").run(broken);
		makeRepeats(app);
		expect(days(fine)).toHaveLength(3);
		expect(repeatList(app, viewer('office')).find((r) => r.id === broken)?.trouble).not.toBe('');
	});
});

describe('a repeat job with a price', () => {
	const drafts = () =>
		app.db.sqlite
			.prepare(
				"select i.title, i.net, (select group_concat(l.text, '; ') from invoice_lines l join invoice_parts p on p.id = l.part_id where p.invoice_id = i.id) text from invoices i where i.kind = 'repeat' order by i.id"
			)
			.all() as { title: string; net: number; text: string }[];
	it('is worth it, and is drafted on its day, once, taxed like the job it is made like', () => {
		const ruleId = save({ price: 12_500, invoice: 'draft' });
		expect(value(app, "select sum(contract_net) from jobs where name like 'Gutter check, %'")).toBe(3 * 12_500);
		makeRepeats(app);
		expect(drafts()).toEqual([]);
		yard.at('2027-04-19', '06:00');
		makeRepeats(app);
		makeRepeats(app);
		expect(drafts()).toMatchObject([{ title: 'Gutter check', net: 12_500, text: 'Gutter check, April 19, 2027' }]);
		// The program was down for a fortnight: both days that came meanwhile are drafted.
		yard.at('2027-05-04', '06:00');
		makeRepeats(app);
		expect(drafts()).toHaveLength(3);
		expect(count(app, 'select count(*) from repeat_occurrences where rule_id = ? and to_invoice = 1', ruleId)).toBeGreaterThan(0);
	});
	it('without a price is not drafted, and says so', () => {
		expect(refused(() => save({ price: null, invoice: 'draft' }))).toEqual(['price', 'Say for how much: a draft of nothing is none.']);
	});
	it('of which two come to one day is one job, worth both, and one invoice of both', () => {
		app.db.sqlite.prepare('update company set holidays = ?').run(JSON.stringify([{ by: 'single', date: '2027-04-19', name: 'Regatta' }]));
		save({ price: 10_000, invoice: 'draft', rule: { by: 'week', weekdays: [1, 2], every: 1, start: '2027-04-19', count: 2 } });
		expect(madeJobs()).toHaveLength(1);
		expect(value(app, 'select contract_net from jobs where id = ?', madeJobs()[0]!.id)).toBe(20_000);
		yard.at('2027-04-20', '06:00');
		makeRepeats(app);
		expect(drafts()).toMatchObject([{ net: 20_000, text: 'Gutter check, April 20, 2027; Gutter check, April 20, 2027' }]);
	});
});

describe('one occurrence', () => {
	it('is another than its rule: crew, time, note and price; the others stay', () => {
		const ruleId = save({ price: 12_500, ahead: 7, rule: { by: 'week', weekdays: [1], every: 1, start: '2027-04-26' } });
		const other = { crewId: 'copper', from: 600, to: 720, note: 'Bring the long ladder', price: 20_000 };
		yard.call('petra', 'repeats.except', { ruleId, occursOn: '2027-05-03', day: '2027-05-04', other });
		yard.at('2027-05-04', '05:00');
		makeRepeats(app);
		const job = (name: string) => value<string>(app, 'select id from jobs where name = ?', name);
		const changed = job('Gutter check, May 4, 2027');
		expect(value(app, 'select contract_net from jobs where id = ?', changed)).toBe(20_000);
		expect(value<string>(app, 'select crew_brief from jobs where id = ?', changed)).toContain('Bring the long ladder');
		expect(value(app, "select group_concat(distinct from_minute || '-' || to_minute) from shifts where job_id = ?", changed)).toBe(
			'600-720'
		);
		expect(
			value(app, 'select group_concat(distinct p.crew_id) from shifts s join people p on p.id = s.person_id where s.job_id = ?', changed)
		).toBe('copper');
		const usual = job('Gutter check, April 26, 2027');
		expect(value(app, 'select contract_net from jobs where id = ?', usual)).toBe(12_500);
		expect(value<string>(app, 'select crew_brief from jobs where id = ?', usual)).not.toContain('ladder');
		expect(
			refused(() => yard.call('petra', 'repeats.except', { ruleId, occursOn: '2027-05-17', day: '2027-05-17', other: { crewId: null } }))[0]
		).toBe('crewId');
		expect(
			refused(() =>
				yard.call('petra', 'repeats.except', { ruleId, occursOn: '2027-05-17', day: '2027-05-17', other: { from: 700, to: 600 } })
			)[1]
		).not.toBe('taken');
	});
	it('shows its price to those alone who see prices', () => {
		const ruleId = save({ price: 12_500 });
		const of = (role: 'office' | 'crew lead') => repeatList(app, viewer(role)).find((r) => r.id === ruleId)?.price;
		expect([of('office'), of('crew lead')]).toEqual([12_500, null]);
	});
});

describe('many rules', () => {
	it('are looked at when something of them is due, and not before', () => {
		const ruleId = save({ rule: { by: 'month day', day: 20, every: 1, start: '2027-04-20' }, ahead: 3 });
		const lookOn = () => value<string>(app, 'select look_on from repeat_rules where id = ?', ruleId);
		expect(lookOn()).toBe('2027-04-17');
		yard.call('petra', 'repeats.except', { ruleId, occursOn: '2027-04-20', day: '2027-04-30' });
		expect(lookOn()).toBe('2027-04-27');
		yard.at('2027-04-27', '05:00');
		makeRepeats(app);
		expect(days(ruleId)).toEqual([{ o: '2027-04-20', d: '2027-04-30' }]);
		expect(lookOn()).toBe('2027-05-17');
		// Paused and on again, it is looked at anew: something may have been moved meanwhile.
		const version = () => value<number>(app, 'select version from repeat_rules where id = ?', ruleId);
		for (const paused of [true, false]) yard.call('petra', 'repeats.pause', { ruleId, paused, version: version() });
		expect(lookOn()).toBeNull();
		makeRepeats(app);
		expect(lookOn()).toBe('2027-05-17');
		// A rule that is over is looked at once a year.
		yard.call('petra', 'repeats.end', {
			ruleId,
			lastDay: '2027-04-28',
			version: value<number>(app, 'select version from repeat_rules where id = ?', ruleId)
		});
		yard.at('2027-05-17', '05:00');
		makeRepeats(app);
		expect(lookOn() > '2028-01-01').toBe(true);
		expect(days(ruleId)).toHaveLength(1);
	});
});
