import { and, inArray, isNull, sql, eq } from 'drizzle-orm';
import { computeEstimate } from '../../core/estimate';
import type { App } from '../app';
import { estimates, lines, scopes } from './schema';
import { jobs, stages } from '../sales/schema';
import { loadEstimate } from './load';

export interface EstimateEffect {
	jobId: string;
	job: string;
	/** Profit at its price, with the costs it has and with the new ones. */
	before: number;
	after: number;
}

/**
 * What new costs would do to the estimates that are still open, if their prices stayed: which use these items, and what
 * profit is left. Estimates themselves keep what they were priced with until somebody brings them up to date.
 */
export function effectsOn(app: App, costs: ReadonlyMap<string, number>, most = 200): { estimates: EstimateEffect[]; more: number } {
	if (costs.size === 0) return { estimates: [], more: 0 };
	const db = app.db.orm;
	const open = db
		.selectDistinct({ id: estimates.id, jobId: jobs.id, job: jobs.name })
		.from(estimates)
		.innerJoin(jobs, and(eq(jobs.id, estimates.jobId), isNull(jobs.number)))
		.innerJoin(stages, and(eq(stages.id, jobs.stageId), eq(stages.meaning, 'bidding')))
		.innerJoin(scopes, eq(scopes.estimateId, estimates.id))
		.innerJoin(
			lines,
			and(eq(lines.scopeId, scopes.id), inArray(lines.itemId, sql`(select value from json_each(${JSON.stringify([...costs.keys()])}))`))
		)
		.all();
	const effects = open.slice(0, most).map((o): EstimateEffect => {
		const estimate = loadEstimate(db, o.id);
		if (!estimate) return { jobId: o.jobId, job: o.job, before: 0, after: 0 };
		const before = computeEstimate(estimate).total.profit;
		const after = computeEstimate({
			...estimate,
			scopes: estimate.scopes.map((s) => ({
				...s,
				lines: s.lines.map((l) => ({ ...l, unitCost: ((l.itemId ? costs.get(l.itemId) : undefined) ?? l.unitCost) as typeof l.unitCost }))
			}))
		}).total.profit;
		return { jobId: o.jobId, job: o.job, before, after };
	});
	return {
		estimates: effects.filter((e) => e.before !== e.after).sort((a, b) => a.after - b.after),
		more: Math.max(0, open.length - most)
	};
}
