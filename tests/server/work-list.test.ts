import { beforeEach, describe, expect, it } from 'vitest';
import type { Input } from '$lib/contract';
import type { App } from '$lib/server/app';
import { decisions } from '$lib/server/screens/today';
import { fieldJob } from '$lib/server/time/queries';
import { workList } from '$lib/server/work/tasks';
import type { Yard } from '../../src/demo/yard';
import { freshYard, OWNER, refused, value, wonJob } from './yard';

let yard: Yard;
let app: App;
let jobId: string;
let taskId: string;
beforeEach(async () => {
	({ yard, app } = await freshYard());
	({ jobId } = wonJob(yard));
	({ taskId } = yard.call('petra', 'work.add-task', { jobId, phase: 'Roofing', text: 'Lay the ridge' }));
});
const task = () => workList(app, jobId).find((t) => t.id === taskId)!;
const change = (more: Partial<Input<'work.change-task'>> = {}) =>
	yard.call('petra', 'work.change-task', {
		...{ taskId, phase: 'Roofing', text: 'Lay the ridge', note: '', due: '2027-04-12', people: ['marco', 'ines'] },
		steps: [
			{ id: null, text: 'Cut' },
			{ id: null, text: 'Nail' }
		],
		version: task().version,
		...more
	});

describe('a task of the work list', () => {
	it('has people, a day and steps, which the crew ticks one by one', () => {
		change();
		expect(task()).toMatchObject({ due: '2027-04-12', people: [{ name: 'Ines Falk' }, { name: 'Marco Dunleavy' }] });
		const [cut, nail] = task().steps;
		yard.call('ines', 'work.tick-step', { stepId: cut!.id, done: true });
		expect(task().steps.map((s) => s.doneBy)).toEqual(['Ines Falk', '']);
		yard.call('marco', 'work.tick-task', { taskId, done: true });
		expect(task().steps.map((s) => s.doneBy)).toEqual(['Ines Falk', 'Marco Dunleavy']);
		// A step that is open again opens its task.
		yard.call('marco', 'work.tick-step', { stepId: nail!.id, done: false });
		expect(task().doneAt).toBeNull();
	});
	it('keeps a step that is changed with its tick, and drops one that is not named any more', () => {
		change();
		const [cut] = task().steps;
		yard.call('ines', 'work.tick-step', { stepId: cut!.id, done: true });
		change({
			steps: [
				{ id: null, text: 'Measure' },
				{ id: cut!.id, text: 'Cut to length' }
			],
			people: []
		});
		expect(task().steps.map((s) => [s.text, s.doneBy])).toEqual([
			['Measure', ''],
			['Cut to length', 'Ines Falk']
		]);
		expect(task().people).toEqual([]);
		expect(refused(() => change({ version: 1 }))[1]).toContain('Somebody else changed this');
	});
	it('gets materials of the job as parts, each once, and they go from to order to fitted', () => {
		const materials = app.db.sqlite.prepare('select id, quantity from job_materials where job_id = ?').all(jobId) as {
			id: string;
			quantity: number;
		}[];
		const ids = materials.slice(0, 2).map((m) => m.id);
		expect(yard.call('petra', 'work.give-parts', { taskId, materialIds: ids })).toEqual({ parts: 2 });
		expect(task().parts.reduce((a, p) => a + p.quantity, 0)).toBe(materials[0]!.quantity + materials[1]!.quantity);
		expect(refused(() => yard.call('petra', 'work.give-parts', { taskId, materialIds: ids }))[1]).toContain('given to tasks already');
		const part = task().parts[0]!;
		yard.call('ravi', 'work.move-part', { partId: part.id, state: 'on truck', version: part.version });
		expect(fieldJob(app, jobId, 'en')?.tasks.find((t) => t.id === taskId)?.parts[0]?.state).toBe('on truck');
		expect(refused(() => yard.call('ines', 'work.move-part', { partId: part.id, state: 'fitted', version: part.version }))[1]).toContain(
			'Somebody else changed this'
		);
		const other = wonJob(yard, 'Other').jobId;
		const foreign = value<string>(app, 'select id from job_materials where job_id = ?', other);
		expect(refused(() => yard.call('petra', 'work.give-parts', { taskId, materialIds: [foreign] }))[1]).toContain('another job');
	});
	it('that is late stands on Today until it is done, and is taken off with all that hangs on it', () => {
		change();
		yard.call('petra', 'work.give-parts', {
			taskId,
			materialIds: [value<string>(app, 'select id from job_materials where job_id = ?', jobId)]
		});
		const late = () => decisions(app, OWNER).filter((d) => d.id === `task:${taskId}`);
		expect(late()[0]?.title).toBe('Test roof: Lay the ridge');
		yard.call('ines', 'work.tick-task', { taskId, done: true });
		expect(late()).toEqual([]);
		yard.call('petra', 'work.remove-task', { taskId });
		for (const t of ['task_steps', 'task_people', 'task_parts'])
			expect(value(app, `select count(*) from ${t} where task_id = ?`, taskId)).toBe(0);
	});
	it('comes from a template with its steps', () => {
		const version = value<number>(app, 'select version from company');
		yard.call('imogen', 'work.task-templates', {
			templates: [{ kindOfWork: '', phase: 'Roofing', text: 'Protect', steps: ['Tarps', 'Plants'] }],
			version
		});
		const won = wonJob(yard, 'Second');
		expect(workList(app, won.jobId).map((t) => [t.text, t.steps.map((s) => s.text)])).toEqual([['Protect', ['Tarps', 'Plants']]]);
	});
});
