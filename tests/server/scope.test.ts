import Database from 'better-sqlite3';
import { beforeAll, describe, expect, it } from 'vitest';
import { Viewer, type Scope } from '$lib/core/access';
import { may } from '$lib/core/access';
import type { App } from '$lib/server/app';
import type { Actor } from '$lib/server/commands';
import { OPEN, UNDER_A_JOB } from '$lib/server/scope/tables';
import { board } from '$lib/server/screens';
import { findAnything } from '$lib/server/screens/search';
import { jobList, jobPage } from '$lib/server/screens/job';
import { todayPage } from '$lib/server/screens/today';
import type { Yard } from '../../src/demo/yard';
import { count, freshYard, refused, value, wonJob } from './yard';

let yard: Yard;
let app: App;
/** Bastian's, and one that somebody else is in charge of. */
let own: ReturnType<typeof wonJob>;
let other: ReturnType<typeof wonJob>;
let invoiceOfOther: string;
const SECRET = 'Kestrel Court, secret roof';

const limited = (scope: Scope, branchId: string | null = null): Actor & { type: 'person' } => ({
	...(yard.as('bastian') as Actor & { type: 'person' }),
	scope,
	branchId
});
/** What a person sees of the jobs. */
const jobsSeen = (who: Actor & { type: 'person' }): string[] => jobList(app.seenBy(who), Viewer.of(who), '', '').map((j) => j.name);

beforeAll(async () => {
	({ yard, app } = await freshYard());
	own = wonJob(yard, 'Bastian’s roof');
	other = wonJob(yard, SECRET);
	const version = value<number>(app, 'select version from jobs where id = ?', other.jobId);
	const row = app.db.sqlite.prepare('select * from jobs where id = ?').get(other.jobId) as Record<string, string>;
	app.db.sqlite.prepare("update jobs set person_id = 'imogen', branch_id = 'upper' where id = ?").run(other.jobId);
	expect([version, row['person_id']]).toEqual([version, 'bastian']);
	for (const job of [own, other]) {
		const { invoiceId } = yard.call('petra', 'invoices.contract', { jobId: job.jobId, percent: 1_000 });
		yard.call('petra', 'invoices.issue', { invoiceId, to: '', subject: '', text: '' });
		invoiceOfOther = invoiceId;
	}
});

/** Tables that lead to a job by their foreign keys, over however many others, and that nothing is said about. */
function uncovered(db: Database.Database): string[] {
	const tables = (
		db.prepare("select name from sqlite_master where type = 'table' and name not like 'sqlite_%'").all() as { name: string }[]
	).map((t) => t.name);
	const above = new Map(tables.map((t) => [t, (db.pragma(`foreign_key_list("${t}")`) as { table: string }[]).map((f) => f.table)]));
	const leads = new Set(['jobs']);
	for (let grew = true; grew;) {
		grew = false;
		for (const [t, parents] of above)
			if (!leads.has(t) && parents.some((p) => leads.has(p))) {
				leads.add(t);
				grew = true;
			}
	}
	leads.delete('jobs');
	return [...leads].filter((t) => !Object.hasOwn(UNDER_A_JOB, t) && !Object.hasOwn(OPEN, t)).sort();
}

describe('what somebody sees who sees only some of the jobs', () => {
	it('covers every table that leads to a job', () => {
		expect(uncovered(app.db.sqlite)).toEqual([]);
	});

	it('a table that leads to a job and is forgotten is found', () => {
		const db = new Database(':memory:');
		db.exec('create table jobs (id text primary key); create table rows (id text primary key, job_id text references jobs(id))');
		db.exec('create table deeper (id text primary key, row_id text references rows(id)); create table apart (id text primary key)');
		expect(uncovered(db)).toEqual(['deeper', 'rows']);
		db.close();
	});

	it.each(Object.keys(UNDER_A_JOB))('%s holds no row of a job that is hidden, and every other row', (table) => {
		const scoped = app.seenBy(limited('own')).db.sqlite;
		const seen = (scoped.prepare(`select count(*) n from "${table}"`).get() as { n: number }).n;
		const all = count(app, `select count(*) from "${table}"`);
		expect(seen).toBeLessThanOrEqual(all);
		const columns = (app.db.sqlite.pragma(`table_info("${table}")`) as { name: string }[]).map((c) => c.name);
		if (columns.includes('job_id')) {
			expect(scoped.prepare(`select count(*) n from "${table}" where job_id = ?`).get(other.jobId)).toEqual({ n: 0 });
			expect(seen).toBe(count(app, `select count(*) from "${table}" where job_id is null or job_id <> ?`, other.jobId));
		}
	});

	it('their own jobs only: in lists, search, Today and on the page of the job', () => {
		const who = limited('own');
		const seen = app.seenBy(who);
		expect(jobsSeen(who)).toContain('Bastian’s roof');
		expect(jobsSeen(who)).not.toContain(SECRET);
		expect(jobsSeen(limited('all'))).toContain(SECRET);
		expect(jobPage(seen, other.jobId, Viewer.of(who))).toBeNull();
		expect(jobPage(seen, own.jobId, Viewer.of(who))).not.toBeNull();
		expect(findAnything(seen, 'Kestrel', who).map((f) => f.kind)).toEqual(['customer']);
		expect(findAnything(app, 'Kestrel', yard.as('imogen') as Actor & { type: 'person' }).map((f) => f.kind)).toEqual(
			expect.arrayContaining(['job', 'quote'])
		);
		expect(JSON.stringify(todayPage(seen, Viewer.of(who)))).not.toContain('Kestrel');
	});

	it('jobs of their branch, those of no branch, and their own', () => {
		expect(jobsSeen(limited('branch', 'upper'))).toEqual(expect.arrayContaining(['Bastian’s roof', SECRET]));
		expect(jobsSeen(limited('branch', 'quay'))).not.toContain(SECRET);
		app.db.sqlite.prepare('update jobs set branch_id = null where id = ?').run(other.jobId);
		expect(jobsSeen(limited('branch', 'quay'))).toContain(SECRET);
		app.db.sqlite.prepare("update jobs set branch_id = 'upper' where id = ?").run(other.jobId);
	});

	it('what they are planned for is theirs from then on; the board says of the rest only that somebody is taken', () => {
		const day = '2027-04-20';
		const shift = {
			jobId: other.jobId,
			phaseId: null,
			personIds: ['noor'],
			days: [day],
			from: null,
			to: null,
			note: '',
			withConflicts: true
		};
		app.db.sqlite
			.prepare("insert into shifts (id, job_id, person_id, day) select 'planned-noor', ?, 'noor', ?")
			.run(other.jobId, shift.days[0]);
		const plan = board(app.seenBy(limited('own')), '2027-04-19', 1);
		expect(plan.shifts.filter((s) => s.personId === 'noor').map((s) => s.job)).toEqual(['another job']);
		const noor: Actor & { type: 'person' } = { ...(yard.as('noor') as Actor & { type: 'person' }), scope: 'own', branchId: null };
		expect(jobsSeen(noor)).toEqual([SECRET]);
		app.db.sqlite.prepare("delete from shifts where id = 'planned-noor'").run();
	});

	it('a command that names a record of another job is refused as if it were not there, and changes nothing', () => {
		const who = limited('own');
		const gone: [null, string] = [null, 'This is not there, or it is not yours to see.'];
		const rows = count(app, 'select count(*) from history');
		expect(refused(() => yard.call(who, 'field.note', { jobId: other.jobId, text: 'I was here', fileId: null }))).toEqual(gone);
		expect(refused(() => yard.call(who, 'estimates.add-scope', { estimateId: other.estimateId, name: 'New' }))).toEqual(gone);
		expect(count(app, 'select count(*) from history')).toBe(rows);
		expect(refused(() => yard.call(who, 'field.note', { jobId: own.jobId, text: 'I was here', fileId: null }))[1]).toBe('taken');
	});

	it('a command that would reach further than they see is refused whole', () => {
		const who: Actor & { type: 'person' } = { ...(yard.as('petra') as Actor & { type: 'person' }), scope: 'branch', branchId: 'quay' };
		const customerId = value<string>(app, 'select customer_id from jobs where id = ?', other.jobId);
		const keep = value<string>(app, 'select customer_id from jobs where id = ?', own.jobId);
		const merged = refused(() => yard.call(who, 'customers.merge', { keepId: keep, goneId: customerId }));
		expect(merged[1]).toBe('This would change jobs that you do not see. Nothing was changed: ask somebody who sees all jobs.');
		expect(value(app, 'select customer_id from jobs where id = ?', other.jobId)).toBe(customerId);
	});

	it('hears nothing of what it does not see', () => {
		const who = limited('own');
		expect([`job:${other.jobId}`, `invoice:${invoiceOfOther}`, `job:${own.jobId}`, 'plan'].filter((t) => app.hears(who, t))).toEqual([
			`job:${own.jobId}`,
			'plan'
		]);
		expect(app.hears(limited('all'), `job:${other.jobId}`)).toBe(true);
	});

	it('has no right to what is whole or wrong', () => {
		expect([may({ role: 'owner' }, 'books.see'), may({ role: 'owner', scope: 'branch' }, 'books.see')]).toEqual([true, false]);
		expect(may({ role: 'bookkeeper', scope: 'own' }, 'invoices.see')).toBe(true);
	});
});

describe('who sees what is set by the owner', () => {
	const person = () =>
		app.db.sqlite.prepare("select scope, branch_id branchId, role, crew_id crewId, version from people where id = 'bastian'").get() as {
			scope: string;
			branchId: string | null;
			role: 'estimator';
			crewId: string | null;
			version: number;
		};
	it('with the branch, refused beside the field, never for an owner, and gone when somebody becomes one', () => {
		const set = (scope: Scope, branchId: string | null, personId = 'bastian') =>
			yard.call('imogen', 'people.set-reach', {
				personId,
				scope,
				branchId,
				version: value<number>(app, 'select version from people where id = ?', personId)
			});
		expect(refused(() => set('branch', null))).toEqual(['branchId', 'Say which branch they belong to.']);
		expect(refused(() => set('own', null, 'imogen'))).toEqual(['scope', 'An owner sees all jobs. Change the role first.']);
		set('branch', 'upper');
		expect(person()).toMatchObject({ scope: 'branch', branchId: 'upper' });
		const p = person();
		const change = { personId: 'bastian', roleId: null, crewId: p.crewId, active: true } as const;
		yard.call('imogen', 'people.change', { ...change, role: 'owner', version: p.version });
		expect(person().scope).toBe('all');
		yard.call('imogen', 'people.change', { ...change, role: 'estimator', version: person().version });
	});
	it('a job opened by somebody of a branch is of that branch', () => {
		const who = limited('branch', 'upper');
		const { jobId } = yard.call(who, 'jobs.open', {
			name: 'Inland',
			customerId: null,
			customerName: 'Somebody inland',
			address: '',
			kindOfWork: 'Repair',
			source: '',
			wanted: ''
		});
		expect(value(app, 'select branch_id from jobs where id = ?', jobId)).toBe('upper');
	});
});
