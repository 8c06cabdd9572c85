import { beforeAll, describe, expect, it } from 'vitest';
import type { App } from '$lib/server/app';
import { board, jobPage } from '$lib/server/screens';
import type { DemoClock, Yard } from '../../src/demo/yard';
import { count, freshYard, OWNER, refused, told, value, viewer, wonJob } from './yard';

let yard: Yard;
let app: App;
let clock: DemoClock;
beforeAll(async () => {
	({ yard, app, clock } = await freshYard());
});
const HOUR = 3_600_000;
const page = (jobId: string, of = OWNER) => {
	const shown = jobPage(app, jobId, of);
	if (!shown) throw new Error('no page');
	return shown;
};
const task = (jobId: string, text: string, phase = '') => yard.call('petra', 'work.add-task', { jobId, phase, text }).taskId;

describe('a job set up', () => {
	it('keeps how it is worked; days the wrong way round are refused and change nothing', () => {
		const { jobId } = wonJob(yard, 'Set up');
		yard.call('petra', 'jobs.change', { jobId, outdoor: true, firstDay: '2027-05-03', lastDay: '2027-05-07', hoursOnTask: true });
		expect(page(jobId).job).toMatchObject({
			outdoor: true,
			firstDay: '2027-05-03',
			lastDay: '2027-05-07',
			hoursOnTask: true,
			onBoard: true
		});
		expect(refused(() => yard.call('petra', 'jobs.change', { jobId, lastDay: '2027-05-02', outdoor: false }))).toEqual([
			'lastDay',
			'The last day is before the first.'
		]);
		expect(page(jobId).job).toMatchObject({ lastDay: '2027-05-07', outdoor: true });
	});
	it('is not offered on the plan board once somebody says so', () => {
		const { jobId } = wonJob(yard, 'Off the board');
		const offered = () => board(app, '2027-04-12', 2).unmanned.some((u) => u.jobId === jobId);
		expect(offered()).toBe(true);
		yard.call('petra', 'jobs.change', { jobId, onBoard: false });
		expect(offered()).toBe(false);
	});
	it('has whom the crew meets, each with what they are for', () => {
		const { jobId } = wonJob(yard, 'Met on site');
		const who = { jobId, contactId: null, name: 'Ada Quill', role: 'has the key', phone: '555-0101', mail: '' };
		const { contactId } = yard.call('petra', 'jobs.save-contact', who);
		yard.call('petra', 'jobs.save-contact', { ...who, contactId, role: 'decides on colors' });
		expect(page(jobId).contacts).toMatchObject([{ name: 'Ada Quill', role: 'decides on colors' }]);
		yard.call('petra', 'jobs.remove-contact', { contactId });
		expect(page(jobId).contacts).toEqual([]);
	});
	it('waits to be billed only by time and materials: so the pricing says, whatever the contract', () => {
		const { jobId } = wonJob(yard, 'By the hour after all');
		const add = () =>
			yard.call('petra', 'time.add', { jobId, day: '2027-04-13', from: '7:00', to: '8:00', breakMinutes: 0, note: '', personId: 'noor' });
		add();
		expect(value(app, 'select state from cost_entries where job_id = ?', jobId)).toBe('absorbed');
		yard.call('petra', 'jobs.change', { jobId, pricing: 'time and materials' });
		yard.call('petra', 'time.add', { jobId, day: '2027-04-13', from: '8:00', to: '9:00', breakMinutes: 0, note: '', personId: 'noor' });
		expect(count(app, "select count(*) from cost_entries where job_id = ? and state = 'to bill'", jobId)).toBe(1);
	});
});

describe('a callback', () => {
	it('is a won job of its own that hangs on the first, with its cost there; under warranty nothing of it is billed', () => {
		const { jobId, customerId } = wonJob(yard, 'Leaks again');
		const back = yard.call('petra', 'jobs.open-callback', { jobId, name: 'Flashing came loose', warranty: true });
		expect(page(back.jobId)).toMatchObject({ mends: { id: jobId }, job: { customerId, number: back.number, pricing: 'fixed' } });
		yard.call('petra', 'time.add', {
			jobId: back.jobId,
			day: '2027-04-13',
			from: '9:00',
			to: '11:00',
			breakMinutes: 0,
			note: '',
			personId: 'ines'
		});
		const cost = value<number>(app, 'select sum(cost) from cost_entries where job_id = ?', back.jobId);
		expect(cost).toBeGreaterThan(0);
		expect(page(jobId).callbacks).toMatchObject([{ id: back.jobId, warranty: true, cost }]);
		expect(page(jobId, viewer('crew')).callbacks).toMatchObject([{ cost: null }]);
		expect(count(app, "select count(*) from cost_entries where job_id = ? and state = 'to bill'", back.jobId)).toBe(0);
		const again = yard.call('petra', 'jobs.open-callback', { jobId: back.jobId, name: 'And again', warranty: false });
		expect(page(again.jobId).mends?.id).toBe(jobId);
		expect(told(app, 'subject = ?', `job:${jobId}`)).toContain(`Visit under warranty: job ${back.number}, Flashing came loose`);
	});
	it('mends only what was won', () => {
		const jobId = yard.job('Not won', yard.customer('Nobody yet', 'person', 'n@customer.example', '', ''), '', [0, 0]);
		expect(refused(() => yard.call('petra', 'jobs.open-callback', { jobId, name: 'x', warranty: true }))[1]).toBe(
			'Only a job that is won can be mended.'
		);
	});
});

describe('hours on tasks', () => {
	it('must say their task where the job wants it; the phase follows the task, and the page adds up to the second', () => {
		const { jobId } = wonJob(yard, 'By task');
		const taskId = task(jobId, 'Tear off', 'Tear-off');
		yard.call('petra', 'jobs.change', { jobId, hoursOnTask: true });
		expect(refused(() => yard.call('ines', 'time.clock-on', { jobId }))).toEqual([
			'taskId',
			'Hours on this job go to a task: choose which.'
		]);
		yard.call('ines', 'time.clock-on', { jobId, taskId });
		clock.at += 1.5 * HOUR + 7_000;
		yard.call('ines', 'time.clock-off', { note: '', breakMinutes: 0 });
		const { hours } = page(jobId);
		expect(hours?.tasks).toMatchObject([{ id: taskId, used: 15_019 }]);
		const phase = hours?.phases.find((p) => p.name === 'Tear-off');
		expect(phase).toMatchObject({ used: 15_019 });
		expect(hours?.all.used).toBe(15_019);
		expect(hours?.people).toMatchObject([{ id: 'ines', used: 15_019 }]);
	});
	it('are not refused where no task is open: there is nothing to choose', () => {
		const { jobId } = wonJob(yard, 'Nothing to choose');
		for (const t of app.db.sqlite.prepare('select id from tasks where job_id = ?').all(jobId) as { id: string }[])
			yard.call('petra', 'work.tick-task', { taskId: t.id, done: true });
		yard.call('petra', 'jobs.change', { jobId, hoursOnTask: true });
		yard.call('dita', 'time.clock-on', { jobId });
		yard.call('dita', 'time.clock-off', { note: '', breakMinutes: 0 });
		expect(count(app, 'select count(*) from time_entries where job_id = ? and task_id is null', jobId)).toBe(1);
	});
	it('of a clock that runs are told apart with their start, so that the page can count on', () => {
		const { jobId } = wonJob(yard, 'Running');
		const taskId = task(jobId, 'Sweep', 'Cleanup');
		yard.call('pavel', 'time.clock-on', { jobId, taskId });
		const start = app.clock.now();
		clock.at += 60_000;
		expect(page(jobId).hours).toMatchObject({
			running: [{ personId: 'pavel', startedAt: start, taskId }],
			now: start + 60_000,
			all: { used: 0 }
		});
		expect(page(jobId).crew.now).toMatchObject([{ name: 'Pavel Orme', task: 'Sweep' }]);
		yard.call('pavel', 'time.clock-off', { note: '', breakMinutes: 0 });
	});
	it('stay when the task is taken off, and go to another one when the office says so', () => {
		const { jobId } = wonJob(yard, 'Other task');
		const [one, two] = [task(jobId, 'One', 'Prep'), task(jobId, 'Two', 'Finish')];
		const { entryId } = yard.call('petra', 'time.add', {
			jobId,
			taskId: one,
			day: '2027-04-12',
			from: '7:00',
			to: '9:00',
			breakMinutes: 0,
			note: '',
			personId: 'noor'
		});
		yard.call('petra', 'time.correct', {
			entryId,
			taskId: two,
			day: '2027-04-12',
			from: '7:00',
			to: '9:00',
			breakMinutes: 0,
			reason: 'wrong task'
		});
		const phaseOf = (table: string) =>
			value(app, `select p.name from ${table} t join phases p on p.id = t.phase_id where t.job_id = ?`, jobId);
		expect([phaseOf('time_entries'), phaseOf('cost_entries')]).toEqual(['Finish', 'Finish']);
		yard.call('petra', 'work.remove-task', { taskId: two });
		expect(value(app, 'select task_id from time_entries where id = ?', entryId)).toBeNull();
		expect(phaseOf('time_entries')).toBe('Finish');
		const other = wonJob(yard, 'Not its task');
		const foreign = task(other.jobId, 'Foreign');
		expect(refused(() => yard.call('ines', 'time.clock-on', { jobId, taskId: foreign }))).toEqual([
			'taskId',
			'This task belongs to another job.'
		]);
	});
});

describe('the punch list', () => {
	it('is added to from the field, given to somebody, ticked off, and part of closing', () => {
		const { jobId } = wonJob(yard, 'Nearly done');
		yard.call('noor', 'work.add-punch', { jobId, text: 'Drip edge bent', place: 'north eave', fileId: null });
		const punchId = value<string>(app, 'select id from punch_items where job_id = ?', jobId);
		yard.call('petra', 'work.change-punch', { punchId, text: 'Drip edge bent', place: 'north eave', personId: 'pavel', due: '2027-04-20' });
		expect(page(jobId).punch).toBe(1);
		yard.call('pavel', 'work.tick-punch', { punchId, done: true });
		expect(page(jobId).punch).toBe(0);
		expect(value(app, 'select done_by from punch_items where id = ?', punchId)).toBe('Pavel Orme');
		expect(refused(() => yard.call('noor', 'work.add-punch', { jobId, text: 'x', place: '', fileId: 'never sent' }))[0]).toBe('picture');
	});
});

describe('permits and inspections', () => {
	const permit = (jobId: string) => ({
		...{
			jobId,
			permitId: null,
			phaseId: null,
			kind: 'permit' as const,
			name: 'Building permit',
			authority: 'Town hall',
			state: 'asked' as const
		},
		...{ askedOn: '2027-04-01', dueOn: null, answeredOn: null, expiresOn: null, note: '' }
	});
	it('hold the job up until they are there: on the job, as what is next, and on the board', () => {
		const { jobId } = wonJob(yard, 'Waits for the town');
		const { permitId } = yard.call('petra', 'work.save-permit', permit(jobId));
		expect(page(jobId).next).toMatchObject({ words: 'The work waits for: Building permit.' });
		const waits = () => board(app, '2027-04-12', 2).unmanned.find((u) => u.jobId === jobId)?.waits;
		expect(waits()).toEqual(['Building permit']);
		expect(refused(() => yard.call('petra', 'work.save-permit', { ...permit(jobId), permitId, state: 'granted' }))).toEqual([
			'answeredOn',
			'Say on which day.'
		]);
		yard.call('petra', 'work.save-permit', { ...permit(jobId), permitId, state: 'granted', answeredOn: '2027-04-13' });
		expect(waits()).toEqual([]);
		expect(page(jobId).next?.action).toBe('Put people on it');
	});
	it('are granted or passed as what they are, and before a phase of their own job', () => {
		const { jobId } = wonJob(yard, 'Wrong kind');
		expect(refused(() => yard.call('petra', 'work.save-permit', { ...permit(jobId), state: 'passed', answeredOn: '2027-04-13' }))[0]).toBe(
			'state'
		);
		const other = wonJob(yard, 'Other phases');
		const phaseId = value<string>(app, 'select id from phases where job_id = ?', other.jobId);
		expect(refused(() => yard.call('petra', 'work.save-permit', { ...permit(jobId), phaseId }))[0]).toBe('phaseId');
		expect(count(app, 'select count(*) from permits where job_id = ?', jobId)).toBe(0);
	});
});

describe('talk on a job', () => {
	it('tells who is named once, until they read it; put right and taken back so that it shows', () => {
		const { jobId } = wonJob(yard, 'Talked about');
		const mails = () =>
			count(app, "select count(*) from outbox where about = ? and subject like '%Talked about%' and subject like 'Petra%'", `job:${jobId}`);
		yard.call('petra', 'work.comment', { jobId, taskId: null, text: '@Bastian is the gutter in the price?' });
		const [first] = page(jobId).talk;
		expect(first).toMatchObject({ named: [{ read: false }], changed: false });
		expect(mails()).toBe(1);
		yard.call('petra', 'work.change-comment', { commentId: first?.id ?? '', text: '@Bastian is the gutter in the price, north side?' });
		expect(mails()).toBe(1);
		yard.call('bastian', 'work.read-comments', { jobId });
		expect(page(jobId).talk[0]).toMatchObject({ named: [{ read: true }], changed: true });
		expect(refused(() => yard.call('bastian', 'work.take-back-comment', { commentId: first?.id ?? '' }))[1]).toBe(
			'Only who said it can change it.'
		);
		yard.call('petra', 'work.take-back-comment', { commentId: first?.id ?? '' });
		expect(page(jobId).talk[0]).toMatchObject({ text: '', takenBack: true });
	});
});

describe('found on site', () => {
	it('becomes a change order with its words, or is let be with the reason, and is never forgotten', () => {
		const { jobId } = wonJob(yard, 'Rotten');
		yard.call('noor', 'work.report-finding', { jobId, text: 'Rotten fascia, 12 ft', fileId: null, begun: true });
		yard.call('noor', 'work.report-finding', { jobId, text: 'Bird nest', fileId: null, begun: false });
		expect(page(jobId).next).toMatchObject({ words: '2 things were found on site and not priced.', action: 'Price it' });
		const id = (text: string) => value<string>(app, 'select id from findings where job_id = ? and text = ?', jobId, text);
		const { change } = yard.call('bastian', 'work.price-finding', { findingId: id('Rotten fascia, 12 ft') });
		expect(yard.call('bastian', 'work.price-finding', { findingId: id('Rotten fascia, 12 ft') })).toEqual({ change });
		expect(page(jobId).changes).toMatchObject([{ number: change, title: 'Rotten fascia, 12 ft', state: 'draft' }]);
		expect(refused(() => yard.call('petra', 'work.let-finding-be', { findingId: id('Bird nest'), reason: ' ' }))[0]).toBe('reason');
		yard.call('petra', 'work.let-finding-be', { findingId: id('Bird nest'), reason: 'nobody lives in it' });
		expect(page(jobId).findings.map((f) => f.state)).toEqual(expect.arrayContaining(['priced', 'let be']));
		expect(refused(() => yard.call('petra', 'work.let-finding-be', { findingId: id('Rotten fascia, 12 ft'), reason: 'x' }))[1]).toBe(
			`It is change order ${change} already.`
		);
		expect(page(jobId).next).toMatchObject({ action: 'Open it', path: `/estimate?change=${change}` });
	});
});
