import { beforeEach, describe, expect, it } from 'vitest';
import type { Input } from '$lib/contract';
import type { App } from '$lib/server/app';
import { makeRepeat } from '$lib/server/repeats/commands';
import { makeRepeats, repeatList } from '$lib/server/repeats/queries';
import { workList } from '$lib/server/work/tasks';
import type { DemoClock, Yard } from '../../src/demo/yard';
import { freshYard, refused, value, wonJob } from './yard';

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
		app.db.sqlite.prepare("update repeat_rules set rule = json_set(rule, '$.start', '') where id = ?").run(broken);
		makeRepeats(app);
		expect(days(fine)).toHaveLength(3);
		expect(repeatList(app).find((r) => r.id === broken)?.trouble).not.toBe('');
	});
});
