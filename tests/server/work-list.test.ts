import { beforeAll, describe, expect, it } from 'vitest';
import type { App } from '$lib/server/app';
import { attachToJob } from '$lib/server/work';
import { dailyLogOf, dailyLogPaper, jobList, logDays, weatherOn } from '$lib/server/screens';
import { webWeather } from '$lib/server/ports';
import type { DemoClock, Yard } from '../../src/demo/yard';
import { count, freshYard, OWNER, refused, value, wonJob } from './yard';

let yard: Yard;
let app: App;
let clock: DemoClock;
beforeAll(async () => {
	({ yard, app, clock } = await freshYard());
});
interface Row {
	id: string;
	text: string;
	phase: string;
	due: string | null;
	hours: number;
}
const rows = (jobId: string): Row[] =>
	app.db.sqlite
		.prepare(
			"select t.id, t.text, t.due, t.hours, coalesce(p.name, '') phase from tasks t left join phases p on p.id = t.phase_id where t.job_id = ? order by t.position"
		)
		.all(jobId) as Row[];
const added = (jobId: string, phase: string, ...texts: string[]) => yard.call('petra', 'work.add-tasks', { jobId, phase, texts }).taskIds;
const inPhase = (jobId: string, phase: string) =>
	rows(jobId)
		.filter((t) => t.phase === phase)
		.map((t) => t.text);
/** A won job with nothing on its list. */
function bare(name: string): string {
	const { jobId } = wonJob(yard, name);
	for (const t of rows(jobId)) yard.call('petra', 'work.remove-task', { taskId: t.id });
	return jobId;
}

describe('tasks in order', () => {
	it('are moved before another, to the end of a phase, several with their order kept', () => {
		const jobId = bare('Ordered');
		const [a = '', b = '', c = ''] = added(jobId, 'Prep', 'A', 'B', 'C');
		const [x = ''] = added(jobId, 'Finish', 'X');
		yard.call('petra', 'work.move-tasks', { taskIds: [c], phase: 'Prep', beforeId: a });
		expect(inPhase(jobId, 'Prep')).toEqual(['C', 'A', 'B']);
		yard.call('petra', 'work.move-tasks', { taskIds: [b, c], phase: 'Finish', beforeId: x });
		expect([inPhase(jobId, 'Prep'), inPhase(jobId, 'Finish')]).toEqual([['A'], ['C', 'B', 'X']]);
		yard.call('petra', 'work.move-tasks', { taskIds: [c], phase: 'New phase', beforeId: null });
		expect(inPhase(jobId, 'New phase')).toEqual(['C']);
	});
	it('moved by two at once both hold: one whose place is gone goes to the end of its phase, none is lost', () => {
		const jobId = bare('By two');
		const [a = '', b = '', c = ''] = added(jobId, 'Prep', 'A', 'B', 'C');
		yard.call('petra', 'work.move-tasks', { taskIds: [a], phase: 'Finish', beforeId: null });
		yard.call('imogen', 'work.move-tasks', { taskIds: [c], phase: 'Prep', beforeId: a });
		expect([inPhase(jobId, 'Prep'), inPhase(jobId, 'Finish')]).toEqual([['B', 'C'], ['A']]);
		expect(new Set(rows(jobId).map((t) => t.id))).toEqual(new Set([a, b, c]));
		yard.call('petra', 'work.move-tasks', { taskIds: [a], phase: 'Finish', beforeId: a });
		expect(inPhase(jobId, 'Finish')).toEqual(['A']);
	});
	it('are of one job: with one of another nothing moves', () => {
		const [one, other] = [bare('One job'), bare('Other job')];
		const [a = ''] = added(one, '', 'A');
		const [b = ''] = added(other, '', 'B');
		expect(refused(() => yard.call('petra', 'work.move-tasks', { taskIds: [a, b], phase: 'Prep', beforeId: null }))[1]).toBe(
			'This task belongs to another job.'
		);
		expect(inPhase(one, '')).toEqual(['A']);
	});
});

describe('several tasks at once', () => {
	it('get a day, a person, and are done; the last one done moves the job as its rule says', () => {
		const jobId = bare('Many');
		const taskIds = added(jobId, 'Prep', 'A', 'B');
		yard.call('petra', 'work.change-tasks', { taskIds, due: '2027-05-04', personId: 'marco' });
		expect(rows(jobId).map((t) => t.due)).toEqual(['2027-05-04', '2027-05-04']);
		expect(count(app, "select count(*) from task_people where person_id = 'marco' and task_id in (?, ?)", ...taskIds)).toBe(2);
		yard.call('petra', 'time.add', { jobId, personId: 'noor', day: '2027-04-13', from: '7:00', to: '8:00', breakMinutes: 0, note: '' });
		const finished = value<string>(app, "select id from stages where meaning = 'finished'");
		yard.call('imogen', 'company.card-moves', { issued: '', declined: '', deposit: '', clockOn: '', lastTask: finished });
		yard.call('petra', 'work.change-tasks', { taskIds, done: true });
		expect(value(app, 'select s.meaning from jobs j join stages s on s.id = j.stage_id where j.id = ?', jobId)).toBe('finished');
	});
	it('their parts are all somewhere else in one step', () => {
		const jobId = bare('Parts');
		const [taskId = ''] = added(jobId, '', 'Roof it');
		const materialIds = (app.db.sqlite.prepare('select id from job_materials where job_id = ? limit 3').all(jobId) as { id: string }[]).map(
			(m) => m.id
		);
		yard.call('petra', 'work.give-parts', { taskId, materialIds });
		const partIds = (app.db.sqlite.prepare('select id from task_parts where task_id = ?').all(taskId) as { id: string }[]).map((p) => p.id);
		expect(yard.call('marco', 'work.move-parts', { partIds, state: 'on truck' })).toEqual({ moved: 3 });
		expect(yard.call('marco', 'work.move-parts', { partIds, state: 'on truck' })).toEqual({ moved: 0 });
	});
});

describe('a work list begins', () => {
	it('with a task for each phase that has none, with the hours it was sold with', () => {
		const jobId = bare('From its phases');
		const sold = count(app, 'select sum(hours) from phases where job_id = ?', jobId);
		const phases = count(app, 'select count(*) from phases where job_id = ?', jobId);
		expect(yard.call('petra', 'work.tasks-from-phases', { jobId })).toEqual({ added: phases });
		expect(rows(jobId).reduce((n, t) => n + t.hours, 0)).toBe(sold);
		expect(yard.call('petra', 'work.tasks-from-phases', { jobId })).toEqual({ added: 0 });
	});
	it('as a good job of its kind had it: phases, tasks, steps, and days that follow the first day', () => {
		const kind = 'Re-roof as it should be';
		const jobId = bare('Good one');
		yard.call('petra', 'jobs.change', { jobId, firstDay: '2027-05-03', lastDay: '2027-05-07' });
		const [taskId = ''] = added(jobId, 'Prep', 'Tell the neighbors');
		const step = { id: null, text: 'A note in each box' };
		yard.call('petra', 'work.change-task', {
			taskId,
			phase: 'Prep',
			text: 'Tell the neighbors',
			note: '',
			due: '2027-05-01',
			people: [],
			steps: [step]
		});
		expect(yard.call('imogen', 'work.keep-as-template', { jobId, kindOfWork: kind })).toEqual({ kept: 1 });
		const customerId = yard.customer('Next one', 'person', 'n@customer.example', '', '');
		const next = yard.call('bastian', 'jobs.open', {
			name: 'Next',
			customerId,
			customerName: '',
			address: '',
			kindOfWork: kind,
			source: '',
			wanted: ''
		});
		yard.call('petra', 'jobs.win', { jobId: next.jobId });
		const mine = () => rows(next.jobId).find((t) => t.text === 'Tell the neighbors');
		expect(mine()).toMatchObject({ phase: 'Prep', due: null });
		expect(count(app, 'select count(*) from task_steps where task_id = ?', mine()?.id)).toBe(1);
		yard.call('petra', 'jobs.change', { jobId: next.jobId, firstDay: '2027-06-14' });
		expect(mine()?.due).toBe('2027-06-12');
		yard.call('petra', 'jobs.change', { jobId: next.jobId, firstDay: '2027-06-21' });
		expect(mine()?.due).toBe('2027-06-19');
		yard.call('petra', 'work.change-tasks', { taskIds: [mine()?.id ?? ''], due: '2027-06-01' });
		yard.call('petra', 'jobs.change', { jobId: next.jobId, firstDay: '2027-06-28' });
		expect(mine()?.due).toBe('2027-06-01');
	});
});

describe('the daily log', () => {
	it('gathers who was there, what was done, found and noted, and keeps what the lead adds', async () => {
		const jobId = bare('Logged');
		const [taskId = ''] = added(jobId, '', 'Strip it');
		yard.call('petra', 'time.add', {
			jobId,
			taskId,
			personId: 'pavel',
			day: '2027-04-14',
			from: '7:00',
			to: '8:30',
			breakMinutes: 0,
			note: ''
		});
		yard.call('pavel', 'work.tick-task', { taskId, done: true });
		yard.call('pavel', 'work.report-finding', { jobId, text: 'Rot', fileId: null, begun: false });
		yard.call('pavel', 'field.note', { jobId, text: 'Windy', fileId: null });
		const log = () => dailyLogOf(app, jobId, '2027-04-14');
		expect(log()).toMatchObject({
			work: [{ minutes: 90, on: 'Strip it' }],
			tasks: [{ text: 'Strip it' }],
			found: [{ text: 'Rot' }],
			notes: [{ text: 'Windy' }],
			log: null
		});
		expect(dailyLogOf(app, jobId, '2027-04-13').work).toEqual([]);
		const words = { weather: 'clear', done: 'Half of it', hindered: '', deliveries: '' };
		yard.call('pavel', 'work.save-log', { jobId, day: '2027-04-14', ...words });
		yard.call('petra', 'work.save-log', { jobId, day: '2027-04-14', ...words, hindered: 'wind', version: 1 });
		expect(log().log).toMatchObject({ hindered: 'wind', version: 2 });
		expect(refused(() => yard.call('pavel', 'work.save-log', { jobId, day: '2027-04-14', ...words, version: 1 }))[1]).toContain(
			'meanwhile'
		);
		expect(refused(() => yard.call('pavel', 'work.save-log', { jobId, day: '2027-04-15', ...words }))).toEqual([
			'day',
			'This day is still to come.'
		]);
		expect(logDays(app, jobId)).toEqual([{ day: '2027-04-14', written: true }]);
		const paper = await dailyLogPaper(app, jobId, '2027-04-14');
		expect(paper?.bytes.subarray(0, 5).toString()).toBe('%PDF-');
	});
	it('is offered the weather of its site; a service that does not answer says nothing', async () => {
		const jobId = bare('Weather');
		const said = await weatherOn(app, jobId, '2027-04-14');
		expect(said).toMatch(/°F/);
		expect(await weatherOn(app, jobId, '2027-04-14')).toBe(said);
		expect(await webWeather('http://127.0.0.1:1/weather').on({ lat: 1, lng: 2 }, '2027-04-14')).toBeNull();
	});
});

describe('files of a job', () => {
	const keep = (jobId: string, text: string, fileId: string | null = null) =>
		app.run(attachToJob, { jobId, fileId, folder: 'plans', name: 'roof.txt', bytes: Buffer.from(text) }, yard.as('petra'));
	it('keep each version, the newest counts, and are set aside, never lost', () => {
		const jobId = bare('Filed');
		const { fileId } = keep(jobId, 'first');
		clock.at += 1000;
		expect(keep(jobId, 'second', fileId)).toEqual({ fileId });
		const bytes = () =>
			(
				app.db.sqlite.prepare('select bytes from attachments where job_file_id = ? order by at desc').all(fileId) as { bytes: Buffer }[]
			).map((a) => a.bytes.toString());
		expect(bytes()).toEqual(['second', 'first']);
		yard.call('petra', 'jobs.change-file', { fileId, name: 'Roof plan', folder: '', seenBy: 'crew', expiresOn: '2027-04-20' });
		yard.call('petra', 'jobs.set-aside-file', { fileId, aside: true });
		expect(bytes()).toHaveLength(2);
		expect(value(app, 'select folder from job_files where id = ?', fileId)).toBe('other');
		const other = bare('Not its file');
		expect(refused(() => keep(other, 'x', fileId))).toEqual(['file', 'This file belongs to another job.']);
	});
	it('are told by their content', () => {
		const jobId = bare('Wrong kind');
		const program = { jobId, fileId: null, folder: 'plans', name: 'plan.pdf', bytes: Buffer.from([0x4d, 0x5a, 0, 1, 2]) };
		expect(refused(() => app.run(attachToJob, program, yard.as('petra')))[0]).toBe('file');
		expect(count(app, 'select count(*) from job_files where job_id = ?', jobId)).toBe(0);
	});
});

describe('the list of jobs', () => {
	it('is narrowed by who is in charge, kind, days and own fields', () => {
		const jobId = bare('Narrowed');
		yard.call('petra', 'jobs.change', { jobId, personId: 'imogen', kindOfWork: 'Odd work', firstDay: '2027-08-02', lastDay: '2027-08-06' });
		app.db.sqlite.prepare('update jobs set own = ? where id = ?').run(JSON.stringify({ 'a "b"': 'x', roof: 'slate' }), jobId);
		const found = (by: Parameters<typeof jobList>[5]) => jobList(app, OWNER, '', 'Narrowed', 10, by).length;
		expect(found({ personId: 'imogen', kind: 'Odd work', own: { roof: 'slate' } })).toBe(1);
		expect([
			found({ personId: 'petra' }),
			found({ kind: 'Other' }),
			found({ own: { roof: 'tin' } }),
			found({ own: { 'x") or 1=1 --': 'y' } })
		]).toEqual([0, 0, 0, 0]);
		expect([found({ from: '2027-08-06', to: '2027-08-30' }), found({ from: '2027-08-07' }), found({ to: '2027-08-01' })]).toEqual([
			1, 0, 0
		]);
	});
});
