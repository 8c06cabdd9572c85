import { beforeAll, describe, expect, it } from 'vitest';
import type { App } from '$lib/server/app';
import { checkPlan } from '$lib/server/planning/commands';
import type { Yard } from '../../src/demo/yard';
import { count, freshYard, value, wonJob } from './yard';

let yard: Yard;
let app: App;
let roof: string;
let repair: string;
beforeAll(async () => {
	({ yard, app } = await freshYard());
	roof = wonJob(yard, 'Roof').jobId;
	repair = wonJob(yard, 'Repair').jobId;
});
const add = (more: Record<string, unknown>) =>
	yard.call('petra', 'plan.add', {
		jobId: roof,
		phase: 'Shingles',
		personIds: ['marco'],
		from: '2027-04-19',
		to: '2027-04-19',
		start: null,
		end: null,
		note: '',
		...more
	});
const days = (ids: string[]) => ids.map((id) => value<string>(app, 'select day from shifts where id = ?', id));

describe('planning', () => {
	it('lays a stretch on working days only, over the weekend', () => {
		const { shiftIds } = add({ personIds: ['teodor', null], from: '2027-04-16', to: '2027-04-19' });
		expect(days(shiftIds).sort()).toEqual(['2027-04-16', '2027-04-16', '2027-04-19', '2027-04-19']);
		expect(count(app, 'select count(*) from shifts where person_id is null')).toBe(2);
	});
	it('says a double booking before saving, saves it only when meant, and says with what', () => {
		add({});
		const wanted = {
			jobId: repair,
			phase: 'Shingles',
			personIds: ['marco'],
			from: '2027-04-19',
			to: '2027-04-19',
			start: 480,
			end: 600,
			note: ''
		};
		const check = checkPlan(app, wanted);
		expect(check.conflicts).toHaveLength(1);
		expect(check.conflicts[0]?.text).toContain('Roof');
		const before = count(app, 'select count(*) from shifts');
		expect(() => add({ ...wanted })).toThrow(/Roof.*Plan it all the same/s);
		expect(count(app, 'select count(*) from shifts')).toBe(before);
		expect(add({ ...wanted, despite: true }).conflicts).toBe(1);
	});
	it('knows time off, and touching ends are free', () => {
		yard.call('petra', 'time-off.add', { personId: 'ines', from: '2027-04-20', to: '2027-04-21', note: '' });
		expect(() => add({ personIds: ['ines'], from: '2027-04-20', to: '2027-04-20' })).toThrow(/off/);
		add({ personIds: ['ines'], from: '2027-04-22', to: '2027-04-22', start: 420, end: 720 });
		add({ jobId: repair, personIds: ['ines'], from: '2027-04-22', to: '2027-04-22', start: 720, end: 930 });
		expect(() => add({ personIds: ['ines'], from: '2027-04-22', to: '2027-04-22', start: 719, end: 721 })).toThrow(/all the same/);
		const off = value<string>(app, "select id from time_off where person_id = 'ines'");
		yard.call('petra', 'time-off.remove', { timeOffId: off });
		add({ personIds: ['ines'], from: '2027-04-20', to: '2027-04-20' });
	});
	it.each([
		[{ from: '2027-04-20', to: '2027-04-19' }, 'before the first'],
		[{ start: 600, end: 600 }, 'end'],
		[{ start: 600, end: null }, 'both a start and an end'],
		[{ personIds: ['nobody'] }, 'not there'],
		[{ from: '2027-02-30' }, 'not written as it should be']
	])('refuses %j', (more, text) => {
		const before = count(app, 'select count(*) from shifts');
		expect(() => add(more as Record<string, unknown>)).toThrow(text);
		expect(count(app, 'select count(*) from shifts')).toBe(before);
	});
	it('plans only what is won, and not what is closed', () => {
		const bid = yard.job('Only a bid', yard.customer('Bid', 'person', '', '', ''), '', [0, 0]);
		expect(() => add({ jobId: bid })).toThrow('won');
		yard.call('petra', 'jobs.move', { jobId: repair, stageId: 'closed' });
		expect(() => add({ jobId: repair, from: '2027-07-01', to: '2027-07-01' })).toThrow('closed');
	});
});
