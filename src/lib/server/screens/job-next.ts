import { needsOf } from '../route-access';
import { desc, eq, and, isNull, sql } from 'drizzle-orm';
import type { Viewer } from '../../core/access';
import { nextOfJob, type NextStep } from '../../core/sales';
import { isThere } from '../../core/work';
import type { App } from '../app';
import { todayOf } from '../company';
import type { Orm } from '../db';
import type { changesOf } from '../estimates';
import { estimates } from '../estimates/schema';
import { shifts } from '../planning/schema';
import { quotes, revisions } from '../quotes/schema';
import { jobs, stages } from '../sales/schema';
import { findingsOf, permitsOf, punchLeft } from '../work';
import { tasks } from '../work/schema';
import { leftToBill, moneyOf } from './job-money';

/** The last quote of the job itself, change orders apart. */
const lastQuote = (db: Orm, jobId: string) =>
	db
		.select({
			state: revisions.state,
			validUntil: revisions.validUntil,
			seen: sql<number>`(select count(*) from views where views.subject_id = revisions.id)`
		})
		.from(revisions)
		.innerJoin(quotes, eq(quotes.id, revisions.quoteId))
		.innerJoin(estimates, and(eq(estimates.id, quotes.estimateId), isNull(estimates.change)))
		.where(eq(quotes.jobId, jobId))
		.orderBy(desc(revisions.issuedAt), desc(revisions.revision))
		.limit(1)
		.get() ?? null;

/** What of a job can be billed, and what is billed and not paid. */
function moneyNext(db: Orm, jobId: string): { toBill: number; unpaid: number } {
	const [left, money] = [leftToBill(db, jobId), moneyOf(db, jobId)];
	return { toBill: Math.max(0, left.contract) + Math.max(0, left.costs), unpaid: Math.max(0, money.billed - money.paid) };
}

/** Whether a person may do what a step asks: its page is looked up where every page's right stands. */
function mayGo(path: string, viewer: Viewer): boolean {
	if (path === '#stage') return viewer.may('jobs.change');
	if (path.startsWith('#')) return true;
	const page = path.startsWith('~') ? path.slice(1) : `/jobs/[id]${path}`;
	const needs = needsOf(page.replace(/[?#].*/, ''));
	return needs === null || needs === 'public' || needs === 'home' || viewer.may(needs);
}

/**
 * What is next on a job, as far as this person may see it: what they may not see is not spoken of.
 * @param all its change orders, as the page has them
 */
export function nextStepOf(app: App, jobId: string, viewer: Viewer, all: ReturnType<typeof changesOf>): NextStep | null {
	const db = app.db.orm;
	const job = db
		.select({ job: jobs, stage: stages })
		.from(jobs)
		.innerJoin(stages, eq(stages.id, jobs.stageId))
		.where(eq(jobs.id, jobId))
		.get();
	if (!job) return null;
	const won = job.job.number !== null;
	// Bids are those of who sees estimates.
	if (!won && !viewer.may('estimates.see')) return null;
	const today = todayOf(app);
	const changes = viewer.list('estimates.see', () => all);
	const planned = db
		.select({ n: sql<number>`count(*)`, next: sql<string | null>`min(case when day >= ${today} then day end)` })
		.from(shifts)
		.where(eq(shifts.jobId, jobId))
		.get();
	const ticked = db
		.select({ all: sql<number>`count(*)`, done: sql<number>`count(done_at)` })
		.from(tasks)
		.where(eq(tasks.jobId, jobId))
		.get();
	const next = nextOfJob({
		...{ won, meaning: job.stage.meaning, today },
		estimated: db.select({ id: estimates.id }).from(estimates).where(eq(estimates.jobId, jobId)).get() !== undefined,
		quote: won ? null : lastQuote(db, jobId),
		found: findingsOf(db, jobId).filter((f) => f.state === 'open').length,
		changesToSend: changes.filter((c) => c.state === 'draft').map((c) => c.number),
		permits: permitsOf(db, jobId)
			.filter((p) => !isThere(p, today))
			.map((p) => p.name),
		...{ nextDay: planned?.next ?? null, planned: (planned?.n ?? 0) > 0 },
		tasks: { done: ticked?.done ?? 0, all: ticked?.all ?? 0 },
		punch: punchLeft(db, jobId),
		...(won && viewer.may('invoices.see') ? moneyNext(db, jobId) : { toBill: 0, unpaid: 0 })
	});
	return mayGo(next.path, viewer) ? next : { ...next, action: '', path: '' };
}
