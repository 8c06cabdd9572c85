import { mkdtempSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { Viewer } from '../../src/lib/core/access';
import { buildDemo } from '../../src/demo/build';
import { DemoClock, Yard } from '../../src/demo/yard';
import type { App } from '../../src/lib/server/app';
import { jobList, jobPage, threadOf } from '../../src/lib/server/screens';
import { readSettings } from '../../src/lib/server/settings';
import { attachToJob, filesOf } from '../../src/lib/server/work';
import { grew, note, p95 } from './measure';

const OWNER = Viewer.of({ id: 'imogen', role: 'owner' });
const [TASKS, COSTS, FILES] = [300, 2000, 500];

/** The slower of most runs, as somebody notices it. */
function slow(work: () => void, runs = 30): number {
	for (let i = 0; i < 5; i++) work();
	return p95(
		Array.from({ length: runs }, () => {
			const start = performance.now();
			work();
			return performance.now() - start;
		})
	);
}

function won(yard: Yard, name: string): string {
	const { jobId } = yard.call('petra', 'jobs.open', {
		...{ name, customerId: null, customerName: name, address: `${name} 1`, kindOfWork: '', source: '', wanted: '' }
	});
	yard.call('petra', 'jobs.win', { jobId });
	return jobId;
}

/** A job that was worked on for a year. */
function large(yard: Yard): string {
	const jobId = won(yard, 'Large');
	for (let p = 0; p < 10; p++)
		yard.call('petra', 'work.add-tasks', {
			jobId,
			phase: `Phase ${p}`,
			texts: Array.from({ length: TASKS / 10 }, (_, n) => `Task ${p}.${n}`)
		});
	for (let n = 0; n < COSTS; n++)
		yard.call('petra', 'costs.add', { jobId, kind: 'other', name: `Cost ${n}`, day: '2027-04-01', cost: 1000 + n });
	for (let n = 0; n < FILES; n++)
		yard.app.run(
			attachToJob,
			{ jobId, fileId: null, folder: `folder ${n % 5}`, name: `plan ${n}.txt`, bytes: Buffer.from(`plan ${n}`) },
			yard.as('petra')
		);
	return jobId;
}

/** So many won jobs in all, as copies of one; each third has the own field. */
function grownTo(app: App, jobId: string, many: number): void {
	const now = app.db.sqlite.prepare('select count(*) from jobs where number is not null').pluck().get() as number;
	const columns = (app.db.sqlite.prepare('pragma table_info(jobs)').all() as { name: string }[]).map((c) => c.name);
	const next = app.db.sqlite.prepare('select max(number) from jobs').pluck().get() as number;
	const picked = columns.map((c) => (c === 'id' ? "'bench-' || ?" : c === 'number' ? '?' : c === 'own' ? '?' : `"${c}"`)).join(', ');
	const copy = app.db.sqlite.prepare(
		`insert into jobs (${columns.map((c) => `"${c}"`).join(', ')}) select ${picked} from jobs where id = ?`
	);
	const order = columns.filter((c) => ['id', 'number', 'own'].includes(c));
	app.db.sqlite.transaction(() => {
		for (let n = now; n < many; n++) {
			const of: Record<string, unknown> = { id: n, number: next + n, own: JSON.stringify({ roof: n % 3 === 0 ? 'slate' : 'tin' }) };
			copy.run(...order.map((c) => of[c]), jobId);
		}
	})();
}

/** The page of a job that was worked on for a year, and the list of a company that has won forty thousand. */
export async function jobWholeBench(): Promise<void> {
	const app = await buildDemo(readSettings({ NICKEL_DATA: mkdtempSync(join(tmpdir(), 'ny-bench-')) }));
	const yard = new Yard(app, new DemoClock(app.clock.now()));
	const [empty, full] = [won(yard, 'Empty'), large(yard)];
	const page = (id: string) => () => {
		jobPage(app, id, OWNER);
		threadOf(app, id, OWNER);
		filesOf(app.db.orm, id);
	};
	note('job page, p95', `${TASKS} tasks, ${COSTS} costs, ${FILES} files`, slow(page(full)), 'an empty job', slow(page(empty)), 4);
	const list = () => jobList(app, OWNER, '', '', 2000, { own: { roof: 'slate' } });
	grownTo(app, empty, 4000);
	const small = slow(list, 10);
	grownTo(app, empty, 40_000);
	const filtered = slow(list, 10);
	note(
		'list of jobs by an own field, p95',
		'40,000 jobs',
		filtered,
		'the list without it',
		slow(() => jobList(app, OWNER, '', ''), 10),
		4
	);
	grew('list of jobs by an own field', small, filtered);
	app.db.sqlite.close();
}
