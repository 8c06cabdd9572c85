import { say } from '../../contract/refusals/estimates';
import * as contract from '../../contract/estimates/changes';
import { and, asc, eq, inArray, isNotNull, isNull, max } from 'drizzle-orm';
import { computeEstimate } from '../../core/estimate';
import { Refusal } from '../../core/refusal';
import type { App } from '../app';
import { serve, type Context } from '../commands';
import { estimates } from './schema';
import { quotes, revisions } from '../quotes/schema';
import { jobs, stages } from '../sales/schema';
import { newId } from '../ids';
import { done } from './done';
import { loadEstimate } from './load';

export const startChange = serve(contract.startChange, (ctx, i) => {
	const { id, change } = beginChange(ctx, i.jobId, i.title);
	return { estimateId: id, change };
});

/** The next change order of a job that is won, empty. */
export function beginChange(ctx: Context, jobId: string, title: string): { id: string; change: number } {
	const job = ctx.get(jobs, jobId, 'This job');
	if (job.number === null) throw new Refusal(say('job-not-won-yet'));
	const number =
		(ctx.db
			.select({ n: max(estimates.change) })
			.from(estimates)
			.where(eq(estimates.jobId, job.id))
			.get()?.n ?? 0) + 1;
	const e = ctx.insert(estimates, { id: newId(), jobId: job.id, title, intro: '', change: number });
	ctx.happened(`job:${job.id}`, 'estimates.start-change', { number, name: title }, 'today');
	return { id: e.id, change: number };
}

export const setChangeDays = serve(contract.setChangeDays, (ctx, i) => {
	const e = ctx.get(estimates, i.estimateId, 'This change order');
	if (e.change === null) throw new Refusal(say('only-change-order-moves-end-of'));
	ctx.update(estimates, e.id, { days: i.days });
	done(ctx, e.id, 'estimates.change-days', { change: e.change, days: i.days });
});

/** The change orders of a job with where they stand and what they do to contract, margin and days. */
export function changesOf(app: App, jobId: string) {
	const db = app.db.orm;
	return db
		.select()
		.from(estimates)
		.where(and(eq(estimates.jobId, jobId), isNotNull(estimates.change)))
		.orderBy(asc(estimates.change))
		.all()
		.map((e) => {
			const estimate = loadEstimate(db, e.id);
			const total = estimate ? computeEstimate(estimate).total : null;
			const latest = db
				.select({ state: revisions.state, net: revisions.net, issuedAt: revisions.issuedAt })
				.from(revisions)
				.innerJoin(quotes, eq(quotes.id, revisions.quoteId))
				.where(eq(quotes.estimateId, e.id))
				.orderBy(asc(revisions.revision))
				.all()
				.at(-1);
			return {
				number: e.change ?? 0,
				title: e.title,
				days: e.days,
				state: latest?.state ?? ('draft' as const),
				issuedAt: latest?.issuedAt ?? null,
				net: latest && latest.state !== 'replaced' ? latest.net : (total?.price ?? 0),
				margin: total?.margin ?? null
			};
		});
}

/** Change orders that were begun and never issued, of jobs that are worked on, with what they come to. */
export function draftChanges(app: App) {
	const db = app.db.orm;
	return db
		.select({ estimateId: estimates.id, jobId: estimates.jobId, number: estimates.change, title: estimates.title, job: jobs.name })
		.from(estimates)
		.innerJoin(jobs, eq(jobs.id, estimates.jobId))
		.innerJoin(stages, eq(stages.id, jobs.stageId))
		.leftJoin(quotes, eq(quotes.estimateId, estimates.id))
		.where(and(isNotNull(estimates.change), isNull(quotes.id), inArray(stages.meaning, ['ready', 'under way', 'finished'])))
		.limit(50)
		.all()
		.map((c) => {
			const estimate = loadEstimate(db, c.estimateId);
			return { ...c, number: c.number ?? 0, net: estimate ? computeEstimate(estimate).total.price : 0 };
		});
}
