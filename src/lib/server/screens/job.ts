import { textOf } from '../../core/events';
import { findingsOf, permitsOf, phasesWithLinks, mailsOfJob, punchLeft, talkOf, tasksOf } from '../work';
import { jobContactsOf } from '../sales';
import { hoursOfJob } from './job-hours';
import { costsWaiting, moneyOf } from './job-money';
import { mendsOf } from './job-mends';
import { nextStepOf } from './job-next';
import { peopleOfJob } from './job-people';
import { getTableColumns, and, asc, desc, eq, inArray, isNotNull, isNull, sql } from 'drizzle-orm';
import { areasFor, type Viewer } from '../../core/access';
import { wallTime } from '../../core/time';
import type { App } from '../app';
import { changesOf, loadEstimate } from '../estimates';
import { computeEstimate, measuredSize } from '../../core/estimate';
import { contractOf, invoicesOfJob } from '../billing';
import { costingOf } from '../costing';
import {
	branches,
	costEntries,
	customers,
	estimates,
	history,
	jobMaterials,
	jobs,
	people,
	phases,
	quotes,
	revisions,
	shifts,
	sites,
	stages,
	timeEntries
} from '../db/schema';
import { quotesOfJob } from '../quotes';
import { companyOf, todayOf } from '../company';
import { notesOf } from '../field';

/** A job with who and where; what the customer asked for only for those who see requests. */
export function jobHead(app: App, id: string, viewer: Viewer) {
	const row = app.db.orm
		.select({ job: jobs, customer: customers, site: sites, stage: stages, person: { id: people.id, name: people.name } })
		.from(jobs)
		.innerJoin(customers, eq(customers.id, jobs.customerId))
		.innerJoin(stages, eq(stages.id, jobs.stageId))
		.leftJoin(sites, eq(sites.id, jobs.siteId))
		.leftJoin(people, eq(people.id, jobs.personId))
		.where(eq(jobs.id, id))
		.get();
	if (!row) return null;
	return viewer.may('leads.see') ? row : { ...row, job: { ...row.job, wanted: '' } };
}

/** The steps of a job's thread, each with its day, and its figure for those who see such figures. */
export function threadOf(app: App, id: string, viewer: Viewer) {
	const db = app.db.orm;
	const job = db.select().from(jobs).where(eq(jobs.id, id)).get();
	if (!job) return [];
	const revision = db
		.select({ at: revisions.issuedAt, total: revisions.total })
		.from(revisions)
		.innerJoin(quotes, eq(quotes.id, revisions.quoteId))
		.innerJoin(estimates, and(eq(estimates.id, quotes.estimateId), isNull(estimates.change)))
		.where(eq(quotes.jobId, id))
		.orderBy(desc(revisions.issuedAt))
		.limit(1)
		.get();
	const shift = db.select({ day: shifts.day }).from(shifts).where(eq(shifts.jobId, id)).orderBy(asc(shifts.day)).limit(1).get();
	const money = moneyOf(db, id);
	const { zone } = companyOf(app);
	const day = (ms: number | null | undefined) => (ms ? wallTime(ms, zone).day : null);
	const { billed } = money;
	const contract = (job.contractNet ?? 0) + (job.contractTax ?? 0);
	return [
		{ name: 'asked', day: day(job.askedAt), amount: null, done: true },
		{
			name: 'quoted',
			day: day(revision?.at),
			amount: viewer.when('estimates.see', () => revision?.total ?? null),
			done: revision !== undefined
		},
		{ name: 'won', day: day(job.wonAt), amount: job.number !== null ? contract : null, done: job.number !== null },
		{ name: 'planned', day: shift?.day ?? null, amount: null, done: shift !== undefined },
		{ name: 'done', day: day(job.doneAt), amount: null, done: job.doneAt !== null },
		{
			name: 'billed',
			day: day(money.at),
			amount: viewer.when('invoices.see', () => billed || null),
			done: billed > 0 && (contract === 0 || billed >= contract)
		},
		{
			name: 'paid',
			day: null,
			amount: viewer.when('invoices.see', () => money.paid || null),
			done: billed > 0 && money.paid >= billed && billed >= contract
		}
	];
}

/** Figures of a job's costs: sold, used, to come by kind; for those who see invoices what is billed and waits to be. */
function costFigures(app: App, id: string, viewer: Viewer) {
	const db = app.db.orm;
	const costing = costingOf(db, [id]).get(id);
	if (!costing) return null;
	const { earned } = costing;
	return {
		rows: costing.rows,
		byKind: costing.byKind,
		all: costing.all,
		contract: costing.contract,
		apart: costing.apart,
		unfitted: costing.unfitted,
		/** Their profit is the one figure of the job, wherever it is shown. */
		earned: { complete: earned.complete, earned: earned.earned, profit: earned.profit, margin: earned.margin },
		billing: viewer.when('invoices.see', () => ({ billed: costing.billed, toBill: costsWaiting(db, id).sure, over: earned.over }))
	};
}

/** Costs of a job: its figures, each entry, and who is on the clock. */
export function jobCosts(app: App, id: string, viewer: Viewer) {
	const db = app.db.orm;
	const figures = costFigures(app, id, viewer);
	if (!figures) return null;
	const entries = db
		.select({ cost: costEntries, time: timeEntries })
		.from(costEntries)
		.leftJoin(timeEntries, eq(timeEntries.id, costEntries.timeEntryId))
		.where(eq(costEntries.jobId, id))
		.orderBy(desc(costEntries.day))
		.all()
		.map(({ cost, time }) => ({ ...cost, time: time && shownTime(time) }));
	const running = db
		.select({ id: timeEntries.id, name: people.name, startedAt: timeEntries.startedAt })
		.from(timeEntries)
		.innerJoin(people, eq(people.id, timeEntries.personId))
		.where(and(eq(timeEntries.jobId, id), isNull(timeEntries.endedAt)))
		.all();
	return { ...figures, entries, running };
}

/** The time behind a cost, as wall time where it was worked: what is typed to put it right. */
function shownTime(t: typeof timeEntries.$inferSelect) {
	const [from, to] = [wallTime(t.startedAt, t.zone), wallTime(t.endedAt ?? t.startedAt, t.zone)];
	return {
		...{ id: t.id, taskId: t.taskId, day: from.day, from: from.time, to: to.time },
		...{ breakMinutes: t.breakMinutes, conflict: t.conflict, version: t.version }
	};
}

/** What a job's own details can be set to. */
const choicesForJob = (app: App) => {
	const { settings } = companyOf(app);
	return {
		lists: settings.salesLists,
		ownFields: settings.ownFields,
		branches: app.db.orm.select({ id: branches.id, name: branches.name }).from(branches).all(),
		staff: app.db.orm.select({ id: people.id, name: people.name, role: people.role }).from(people).where(eq(people.active, true)).all()
	};
};

/** Everything the job page shows this person: quotes for those who see estimates, what was asked for those who see requests, invoices and payments
 * for those who see invoices. What is not theirs is not read. */
export function jobPage(app: App, id: string, viewer: Viewer) {
	const db = app.db.orm;
	const head = jobHead(app, id, viewer);
	if (!head) return null;
	const estimate = db
		.select({ id: estimates.id })
		.from(estimates)
		.where(and(eq(estimates.jobId, id), isNull(estimates.change)))
		.get();
	const changes = changesOf(app, id);
	return {
		...head,
		...choicesForJob(app),
		estimateId: estimate?.id ?? null,
		/** How large it is by its estimate, while it is still to be won. */
		measured: head.job.number === null && estimate ? viewer.when('estimates.see', () => measuredBy(app, estimate.id)) : null,
		revisions: viewer.list('estimates.see', () => quotesOfJob(app, id, viewer)),
		costs: viewer.when('costs.see', () => costFigures(app, id, viewer)),
		tasks: tasksOf(app, id),
		materials: db
			.select({ ...getTableColumns(jobMaterials), phase: sql<string>`coalesce(${phases.name}, '')` })
			.from(jobMaterials)
			.leftJoin(phases, eq(phases.id, jobMaterials.phaseId))
			.where(eq(jobMaterials.jobId, id))
			.all(),
		phases: phasesWithLinks(db, id),
		planned: db
			.select({ n: sql<number>`count(*)`, first: sql<string | null>`min(day)`, last: sql<string | null>`max(day)` })
			.from(shifts)
			.where(eq(shifts.jobId, id))
			.get(),
		notes: notesOf(app, id),
		...(head.job.number === null ? NOT_WON : wonParts(app, head.job, viewer)),
		next: nextStepOf(app, id, viewer, changes),
		/** Billed and paid, with tax. */
		paid: head.job.number === null ? null : viewer.when('invoices.see', () => moneyOf(db, id)),
		contacts: jobContactsOf(db, id),
		talk: talkOf(db, id, 60),
		/** What was written to the customer and what they answered. */
		mails: viewer.list('jobs.change', () => mailsOfJob(db, id, viewer.may('invoices.see'))),
		// Somebody who bills needs what was agreed; what is being offered, and what it earns, is for those who see estimates.
		changes: viewer.may('estimates.see') ? changes : changes.filter((c) => c.state === 'accepted').map((c) => ({ ...c, margin: null })),
		contract: contractOf(db, id),
		invoices: viewer.list('invoices.see', () => invoicesOfJob(app, id)),
		history: told(db, `job:${id}`, 40, viewer),
		stages: db.select().from(stages).orderBy(asc(stages.track), asc(stages.position)).all()
	};
}

/** What only a won job has. Hours are of those who see costs. */
const wonParts = (app: App, job: typeof jobs.$inferSelect, viewer: Viewer) => ({
	hours: viewer.when('costs.see', () => hoursOfJob(app, job.id)),
	crew: peopleOfJob(app, job.id),
	findings: findingsOf(app.db.orm, job.id),
	permits: permitsOf(app.db.orm, job.id),
	punch: punchLeft(app.db.orm, job.id),
	...mendsOf(app, job, viewer)
});
const NOT_WON: ReturnType<typeof wonParts> = {
	...{ hours: null, crew: { now: [], next: [] }, findings: [], permits: [], punch: 0, mends: null, callbacks: [] }
};

/** The size that an estimate measures; null where nothing is measured. */
function measuredBy(app: App, estimateId: string) {
	const estimate = loadEstimate(app.db.orm, estimateId);
	return estimate ? measuredSize(computeEstimate(estimate), estimate.system) : null;
}

/** What happened last on a record, as far as this person may read it. */
function told(db: App['db']['orm'], subject: string, most: number, viewer: Viewer) {
	return db
		.select({ id: history.id, at: history.at, byName: history.byName, code: history.code, params: history.params, text: history.text })
		.from(history)
		.where(and(eq(history.subject, subject), inArray(history.area, areasFor(viewer))))
		.orderBy(desc(history.id))
		.limit(most)
		.all()
		.map(({ id, at, byName, ...what }) => ({ id, at, byName, text: textOf(what) }));
}

/** Jobs that were won; what is billed of them for those who see invoices. */
/** What the list of jobs is narrowed by; empty: not by that. */
export interface JobsBy {
	personId?: string;
	branchId?: string;
	kind?: string;
	/** Worked on, planned or promised within these days. */
	from?: string;
	to?: string;
	/** Values of own fields by their id. */
	own?: Readonly<Record<string, string>>;
}

/** The conditions of a narrowed list. A day is within when somebody is planned on it, or the job is promised around it. */
const narrowed = (by: JobsBy) =>
	and(
		by.personId ? eq(jobs.personId, by.personId) : undefined,
		by.branchId ? eq(jobs.branchId, by.branchId) : undefined,
		by.kind ? eq(jobs.kindOfWork, by.kind) : undefined,
		by.from || by.to
			? sql`(exists (select 1 from shifts s where s.job_id = jobs.id and s.day >= ${by.from || '0000'} and s.day <= ${by.to || '9999'})
				or (coalesce(${jobs.firstDay}, ${jobs.lastDay}) <= ${by.to || '9999'} and coalesce(${jobs.lastDay}, ${jobs.firstDay}) >= ${by.from || '0000'}))`
			: undefined,
		...Object.entries(by.own ?? {}).map(([id, value]) => sql`json_extract(${jobs.own}, ${`$."${id.replace(/"/g, '')}"`}) = ${value}`)
	);

export function jobList(app: App, viewer: Viewer, meaning: string, text: string, limit = 2000, by: JobsBy = {}) {
	const q = `%${text.replace(/[%_]/g, '')}%`;
	const db = app.db.orm;
	// Chosen first: sums of what each has cost are made of those that are shown, not of all that ever were.
	const shown = db
		.select({ id: jobs.id })
		.from(jobs)
		.innerJoin(customers, eq(customers.id, jobs.customerId))
		.innerJoin(stages, eq(stages.id, jobs.stageId))
		.where(
			and(
				isNotNull(jobs.number),
				meaning ? sql`${stages.meaning} = ${meaning}` : undefined,
				narrowed(by),
				text ? sql`(${jobs.name} like ${q} or ${customers.name} like ${q} or ${jobs.number} = ${Number(text) || -1})` : undefined
			)
		)
		.orderBy(desc(jobs.touchedAt))
		.limit(limit);
	return db
		.select({
			id: jobs.id,
			number: jobs.number,
			name: jobs.name,
			customer: customers.name,
			stage: stages.name,
			stageId: jobs.stageId,
			pricing: jobs.pricing,
			mends: sql<boolean>`${jobs.mendsId} is not null`,
			lat: sites.lat,
			lng: sites.lng,
			own: jobs.own,
			meaning: stages.meaning,
			mark: stages.mark,
			contract: jobs.contractNet,
			wonAt: jobs.wonAt,
			kindOfWork: jobs.kindOfWork,
			person: sql<string>`coalesce((select name from people p where p.id = jobs.person_id), '')`,
			branch: sql<string>`coalesce((select name from branches b where b.id = jobs.branch_id), '')`,
			/** The next day somebody is planned for, and the last. */
			nextDay: sql<string | null>`(select min(day) from shifts s where s.job_id = jobs.id and s.day >= ${todayOf(app)})`,
			lastDay: sql<string | null>`(select max(day) from shifts s where s.job_id = jobs.id)`,
			hoursSold: sql<number>`(select coalesce(sum(hours), 0) from budget_rows b where b.job_id = jobs.id)`,
			hoursUsed: sql<number>`(select coalesce(sum(quantity), 0) from cost_entries c where c.job_id = jobs.id and c.kind = 'labor')`,
			toBill: viewer.may('invoices.see')
				? sql<
						number | null
					>`(select coalesce(sum(charge - billed), 0) from cost_entries c where c.job_id = jobs.id and c.state = 'to bill')`
				: sql<null>`null`,
			used: sql<number>`(select coalesce(sum(cost), 0) from cost_entries c where c.job_id = jobs.id)`,
			sold: sql<number>`(select coalesce(sum(cost), 0) from budget_rows b where b.job_id = jobs.id)`,
			billed: viewer.may('invoices.see')
				? sql<
						number | null
					>`(select coalesce(sum(p.net + p.retained), 0) from invoice_parts p join invoices i on i.id = p.invoice_id where p.job_id = jobs.id and i.issued_at is not null and i.voided_at is null)`
				: sql<null>`null`
		})
		.from(jobs)
		.innerJoin(customers, eq(customers.id, jobs.customerId))
		.innerJoin(stages, eq(stages.id, jobs.stageId))
		.leftJoin(sites, eq(sites.id, jobs.siteId))
		.where(inArray(jobs.id, shown))
		.orderBy(desc(jobs.touchedAt))
		.all();
}

/** The last steps on a job and its estimate, and the estimate whose last step somebody may take back. Computes nothing: it must not fail. */
export function recentOf(app: App, jobId: string, viewer: Viewer) {
	const db = app.db.orm;
	const estimate = db
		.select({ id: estimates.id })
		.from(estimates)
		.where(and(eq(estimates.jobId, jobId), isNull(estimates.change)))
		.get();
	const entries = [`job:${jobId}`, ...(estimate ? [`estimate:${estimate.id}`] : [])].flatMap((subject) => told(db, subject, 10, viewer));
	return {
		estimateId: viewer.when('estimates.change', () => estimate?.id ?? null),
		entries: entries.sort((a, b) => b.id - a.id).slice(0, 10)
	};
}
