import { and, asc, desc, eq, inArray, isNotNull, lt, sql } from 'drizzle-orm';
import { production } from '../../core/costing';
import { grouped } from '../../core/lists';
import { cents } from '../../core/money';
import type { App } from '../app';
import { costingOf } from '../costing';
import { costEntries, customers, jobs, phases, stages } from '../db/schema';

const OPEN = ['ready', 'under way', 'finished'] as const;
export type KnownStage = 'open' | (typeof OPEN)[number] | 'closed';

/** Jobs on one page of a report; older ones follow on the next. */
export const MOST_KNOWN = 80;

/** @param before only jobs with a lower number than this */
const wonJobs = (app: App, stage: KnownStage, before: number | null) =>
	app.db.orm
		.select({
			id: jobs.id,
			number: jobs.number,
			name: jobs.name,
			customer: customers.name,
			kindOfWork: jobs.kindOfWork,
			stage: stages.name,
			meaning: stages.meaning
		})
		.from(jobs)
		.innerJoin(customers, eq(customers.id, jobs.customerId))
		.innerJoin(stages, eq(stages.id, jobs.stageId))
		.where(
			and(
				isNotNull(jobs.number),
				before === null ? undefined : lt(jobs.number, before),
				stage === 'open' ? inArray(stages.meaning, [...OPEN]) : eq(stages.meaning, stage)
			)
		)
		.orderBy(desc(jobs.number))
		.limit(MOST_KNOWN)
		.all();

/** Jobs with what they will cost, earn, and are billed too much or too little: the same figures as on each job. */
export function jobsKnown(app: App, stage: KnownStage, before: number | null = null) {
	const list = wonJobs(app, stage, before);
	const costing = costingOf(
		app.db.orm,
		list.map((j) => j.id)
	);
	const known = list.flatMap((j) => {
		const c = costing.get(j.id);
		// What was neither sold to cost something nor cost anything says nothing of its margin.
		if (!c || (c.all.budget === 0 && c.all.actual === 0 && c.all.committed === 0)) return [];
		return [
			{
				...j,
				...{
					contract: c.contract + c.apart,
					budget: c.all.budget,
					committed: c.all.committed,
					used: c.all.actual,
					forecast: c.all.forecast
				},
				...{ difference: c.all.difference, complete: c.earned.complete, earned: c.earned.earned, billed: c.billed, over: c.earned.over },
				...{ profit: c.earned.profit, margin: c.earned.margin }
			}
		];
	});
	return { jobs: known, older: olderThan(list) };
}

/** Hours sold and used by kind of work and by job, with what was produced an hour where somebody said how far a phase is. */
export function hoursKnown(app: App, stage: KnownStage, before: number | null = null) {
	const db = app.db.orm;
	const list = wonJobs(app, stage, before);
	const ids = list.map((j) => j.id);
	const sold = db
		.select({ id: phases.id, jobId: phases.jobId, hours: phases.hours, percent: phases.percentComplete })
		.from(phases)
		.where(inArray(phases.jobId, ids))
		.orderBy(asc(phases.position))
		.all();
	const used = db
		.select({ jobId: costEntries.jobId, phaseId: costEntries.phaseId, hours: sql<number>`sum(${costEntries.quantity})` })
		.from(costEntries)
		.where(and(inArray(costEntries.jobId, ids), eq(costEntries.kind, 'labor')))
		.groupBy(costEntries.jobId, costEntries.phaseId)
		.all();
	const usedOf = new Map(used.map((u) => [u.phaseId ?? `none of ${u.jobId}`, u.hours]));
	const byJob = grouped(sold, (p) => p.jobId);
	const usedBy = grouped(used, (u) => u.jobId);
	const rows = list.map((j) => {
		const own = byJob.get(j.id) ?? [];
		const done = j.meaning === 'finished' || j.meaning === 'closed';
		const worked = own.map((p) => ({ sold: p.hours, used: usedOf.get(p.id) ?? 0, percent: done ? 10_000 : p.percent }));
		return {
			...j,
			sold: own.reduce((a, p) => a + p.hours, 0),
			used: (usedBy.get(j.id) ?? []).reduce((a, u) => a + u.hours, 0),
			production: production(worked),
			worked
		};
	});
	const kinds = [...grouped(rows, (r) => r.kindOfWork || 'other')].map(([name, own]) => ({
		name,
		sold: own.reduce((a, r) => a + r.sold, 0),
		used: own.reduce((a, r) => a + r.used, 0),
		production: production(own.flatMap((r) => r.worked))
	}));
	return {
		rows: rows.filter((r) => r.sold > 0 || r.used > 0).map(({ worked, ...r }) => ({ ...r, phases: worked.length })),
		kinds: kinds.filter((k) => k.sold > 0 || k.used > 0),
		older: olderThan(list),
		all: { sold: cents(rows.reduce((a, r) => a + r.sold, 0)), used: cents(rows.reduce((a, r) => a + r.used, 0)) }
	};
}

/** Before which number the next page goes on; null: there is none. */
const olderThan = (list: readonly { number: number | null }[]): number | null =>
	list.length < MOST_KNOWN ? null : (list.at(-1)?.number ?? null);

/** The number that a page is asked to go on before. */
export const beforeIn = (url: URL): number | null => Number(url.searchParams.get('before')) || null;

/** The stage a report is asked for; open jobs where none is named. */
export const stageIn = (url: URL): KnownStage => {
	const asked = url.searchParams.get('stage');
	return asked === 'closed' ? asked : (OPEN.find((s) => s === asked) ?? 'open');
};
