import { and, eq, isNotNull, isNull } from 'drizzle-orm';
import { computeEstimate, type Estimate } from '../../core/estimate';
import type { Restful } from '../../core/lists';
import type { App } from '../app';
import type { Orm } from '../db';
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

/** An estimate that is still open, and the items on it whose costs become different. */
interface Touched {
	id: string;
	jobId: string;
	job: string;
}

/** The open estimates that use any of these items. */
function touchedBy(db: Orm, costs: ReadonlyMap<string, number>): Touched[] {
	const used = db
		.selectDistinct({ id: estimates.id, jobId: jobs.id, job: jobs.name, itemId: lines.itemId })
		.from(estimates)
		.innerJoin(jobs, and(eq(jobs.id, estimates.jobId), isNull(jobs.number)))
		.innerJoin(stages, and(eq(stages.id, jobs.stageId), eq(stages.meaning, 'bidding')))
		.innerJoin(scopes, eq(scopes.estimateId, estimates.id))
		.innerJoin(lines, and(eq(lines.scopeId, scopes.id), isNotNull(lines.itemId)))
		.all();
	return [...new Map(used.filter((u) => costs.has(u.itemId ?? '')).map((u) => [u.id, u])).values()];
}

/**
 * What new costs would do to the estimates that are still open, if their prices stayed: which use these items, and what
 * profit is left. Estimates themselves keep what they were priced with until somebody brings them up to date. It may rest after each estimate.
 */
export function* effectsOn(
	app: App,
	costs: ReadonlyMap<string, number>,
	most = 200
): Restful<{ estimates: EstimateEffect[]; more: number }> {
	const db = app.db.orm;
	const open = costs.size === 0 ? [] : touchedBy(db, costs);
	const effects: EstimateEffect[] = [];
	for (const { id, jobId, job } of open.slice(0, most)) {
		const estimate = loadEstimate(db, id);
		if (estimate) effects.push({ jobId, job, ...profitBefore(estimate, costs) });
		yield;
	}
	return {
		estimates: effects.filter((e) => e.before !== e.after).sort((a, b) => a.after - b.after),
		more: Math.max(0, open.length - most)
	};
}

/** Profit at the price an estimate has, with the costs it has and with new ones. */
function profitBefore(estimate: Estimate, costs: ReadonlyMap<string, number>): { before: number; after: number } {
	const scopesAfter = estimate.scopes.map((s) => ({
		...s,
		lines: s.lines.map((l) => {
			const cost = l.itemId ? costs.get(l.itemId) : undefined;
			return cost === undefined ? l : { ...l, unitCost: cost as typeof l.unitCost };
		})
	}));
	return {
		before: computeEstimate(estimate).total.profit,
		after: computeEstimate({ ...estimate, scopes: scopesAfter }).total.profit
	};
}
