import { beforeAll, describe, expect, it } from 'vitest';
import type { App } from '$lib/server/app';
import type { Yard } from '../../src/demo/yard';
import { count, freshYard, refused, told, value, wonJob } from './yard';

let yard: Yard;
let app: App;
beforeAll(async () => {
	({ yard, app } = await freshYard());
});
const phase = (jobId: string, name: string) =>
	app.db.sqlite.prepare('select id, version, hours from phases where job_id = ? and name = ?').get(jobId, name) as {
		id: string;
		version: number;
		hours: number;
	};

describe('the phases of a job', () => {
	it('are what the sold work is made of: every row of the budget and every hour belongs to one', () => {
		const { jobId } = wonJob(yard, 'Phases');
		expect(count(app, 'select count(*) from budget_rows where job_id = ? and phase_id is null', jobId)).toBe(0);
		expect(value(app, 'select sum(hours) from phases where job_id = ?', jobId)).toBe(
			value(app, 'select sum(hours) from budget_rows where job_id = ?', jobId)
		);
		const foreign = 'select count(*) from budget_rows b join phases p on p.id = b.phase_id where p.job_id <> b.job_id';
		expect(count(app, foreign)).toBe(0);
	});
	it('are made by being named, once whatever the case; no name is no phase', () => {
		const { jobId } = wonJob(yard, 'Named');
		const before = count(app, 'select count(*) from phases where job_id = ?', jobId);
		yard.call('petra', 'work.add-task', { jobId, phase: 'Cleanup', text: 'Sweep' });
		yard.call('petra', 'work.add-task', { jobId, phase: 'cleanup ', text: 'Magnet' });
		yard.call('petra', 'work.add-task', { jobId, phase: '', text: 'Thank them' });
		expect(count(app, 'select count(*) from phases where job_id = ?', jobId)).toBe(before + 1);
		expect(count(app, 'select count(*) from tasks where job_id = ? and phase_id = ?', jobId, phase(jobId, 'Cleanup').id)).toBe(2);
	});
	it('keep all that belongs to them under another name, and are laid over days', () => {
		const { jobId } = wonJob(yard, 'Renamed');
		const p = phase(jobId, 'Tear-off');
		const change = (more: Record<string, unknown>) =>
			refused(() =>
				yard.given('petra', 'jobs.change-phase', {
					phaseId: p.id,
					name: 'Strip',
					from: '2027-05-03',
					to: '2027-05-04',
					version: p.version,
					...more
				})
			);
		expect(change({ name: 'dry-in' })).toEqual(['name', 'The job has a phase of this name.']);
		expect(change({ to: '2027-05-02' })).toEqual(['to', 'The last day is before the first.']);
		expect(change({ from: null })[0]).toBe('from');
		expect(change({ version: 7 })[1]).toContain('Somebody else changed this meanwhile');
		expect(change({})[1]).toBe('taken');
		expect(told(app, 'subject = ?', `job:${jobId}`).at(-1)).toBe('Phase Strip: May 3, 2027 to May 4, 2027');
		expect(phase(jobId, 'Strip')).toEqual({ id: p.id, version: p.version + 1, hours: p.hours });
		expect(count(app, 'select count(*) from budget_rows where phase_id = ?', p.id)).toBeGreaterThan(0);
	});
	it('take the time of whoever is planned on them that day, and the material they were sold with', () => {
		const { jobId } = wonJob(yard, 'Worked');
		yard.plan(jobId, 'Tear-off', ['ines'], '2027-04-13', '2027-04-13');
		yard.time('ines', jobId, '2027-04-13');
		yard.time('marco', jobId, '2027-04-13');
		const of = (person: string) => value(app, 'select phase_id from time_entries where job_id = ? and person_id = ?', jobId, person);
		expect(of('ines')).toBe(phase(jobId, 'Tear-off').id);
		expect(of('marco')).toBeNull();
		expect(value(app, "select phase_id from cost_entries where job_id = ? and kind = 'labor' and person_id = 'ines'", jobId)).toBe(
			of('ines')
		);
		const [itemId, phaseId] = app.db.sqlite
			.prepare('select item_id, phase_id from job_materials where job_id = ? and item_id is not null group by item_id having count(*) = 1')
			.raw()
			.get(jobId) as [string, string];
		yard.call('ines', 'costs.use-material', { jobId, itemId, quantity: 20_000 });
		expect(value(app, 'select phase_id from cost_entries where job_id = ? and item_id = ?', jobId, itemId)).toBe(phaseId);
	});
});
