import { and, eq, isNull, sql } from 'drizzle-orm';
import { computeEstimate, quoteTotals } from '../../core/estimate';
import type { Cents } from '../../core/money';
import type { App } from '../app';
import { todayOf } from '../company';
import { customers, estimates, jobs, taxCodes, taxComponents } from '../db/schema';
import { loadEstimate } from '../estimates';
import { track } from '../sales';

/** The winning track; a job without a quote is worth what its estimate comes to so far, where there is one. */
export const winningTrack = (app: App) => track(app, (jobIds) => drafted(app, jobIds));

/** What an estimate came to when it was looked at last, by its id: as long as nothing is changed in it, or in the taxes, it comes to the same. */
const known = new Map<string, { state: string; total: Cents }>();
const MOST_KNOWN = 5000;
/** So many are reckoned for one look; the rest with the next ones. */
const AT_ONCE = 200;

/** What the estimates of these jobs come to with tax, by job; those that are empty or cannot be computed are left out. */
function drafted(app: App, jobIds: readonly string[]): ReadonlyMap<string, Cents> {
	if (jobIds.length === 0) return new Map();
	const db = app.db.orm;
	const rows = db
		.select({ id: estimates.id, jobId: estimates.jobId, version: estimates.version, exemption: customers.exemption })
		.from(estimates)
		.innerJoin(jobs, eq(jobs.id, estimates.jobId))
		.innerJoin(customers, eq(customers.id, jobs.customerId))
		.where(and(isNull(estimates.change), sql`${estimates.jobId} in (select value from json_each(${JSON.stringify(jobIds)}))`))
		.all();
	const day = todayOf(app);
	const tax = { codes: db.select().from(taxCodes).all(), components: db.select().from(taxComponents).all(), day };
	const taxes = JSON.stringify(tax);
	const found = new Map<string, Cents>();
	let fresh = 0;
	for (const r of rows) {
		const state = JSON.stringify([r.version, r.exemption, taxes]);
		let total = known.get(r.id)?.state === state ? known.get(r.id)?.total : undefined;
		if (total === undefined && fresh++ < AT_ONCE) {
			total = totalOf(app, r.id, { ...tax, exemption: r.exemption });
			if (known.size > MOST_KNOWN) known.clear();
			known.set(r.id, { state, total });
		}
		if (total) found.set(r.jobId, total);
	}
	return found;
}

function totalOf(app: App, estimateId: string, tax: Parameters<typeof quoteTotals>[1]): Cents {
	const estimate = loadEstimate(app.db.orm, estimateId);
	try {
		return estimate ? quoteTotals(computeEstimate(estimate), tax).total : (0 as Cents);
	} catch {
		// An estimate that cannot be computed yet says so itself; its card has no figure.
		return 0 as Cents;
	}
}
