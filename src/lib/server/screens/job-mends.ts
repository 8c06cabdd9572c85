import { asc, eq } from 'drizzle-orm';
import type { Viewer } from '../../core/access';
import type { App } from '../app';
import { costingOf } from '../costing';
import { jobs, stages } from '../sales/schema';

/** Callbacks and visits under warranty that hang on a job, each with what it cost; and the job that this one mends. */
export function mendsOf(app: App, job: { id: string; mendsId: string | null }, viewer: Viewer) {
	const db = app.db.orm;
	const own = db
		.select({
			id: jobs.id,
			number: jobs.number,
			name: jobs.name,
			pricing: jobs.pricing,
			stage: stages.name,
			meaning: stages.meaning,
			wonAt: jobs.wonAt
		})
		.from(jobs)
		.innerJoin(stages, eq(stages.id, jobs.stageId))
		.where(eq(jobs.mendsId, job.id))
		.orderBy(asc(jobs.number))
		.all();
	const costs = viewer.when('costs.see', () =>
		costingOf(
			db,
			own.map((o) => o.id)
		)
	);
	return {
		mends: job.mendsId
			? (db.select({ id: jobs.id, number: jobs.number, name: jobs.name }).from(jobs).where(eq(jobs.id, job.mendsId)).get() ?? null)
			: null,
		callbacks: own.map((o) => ({ ...o, warranty: o.pricing === 'fixed', cost: costs ? (costs.get(o.id)?.all.actual ?? 0) : null }))
	};
}
