import { addHours, phaseNamed, tasksFromTemplate } from '../work';
import * as contract from '../../contract/jobs/win';
import { max, eq } from 'drizzle-orm';
import { computeEstimate, jobBudget, quoteTotals, type Estimate, type QuoteTotals } from '../../core/estimate';
import { serve, whenever, type Context } from '../commands';
import { itemSales } from '../catalog/schema';
import { quotes, revisions } from '../quotes/schema';
import { jobs } from '../sales/schema';
import { budgetRows, contractLines, jobMaterials } from '../work/schema';
import { newId } from '../ids';
import { firstStage } from '../sales';

/** What was agreed on: the estimate as it was frozen, the options chosen, what they come to. */
interface Agreed {
	estimate: Estimate;
	chosen: ReadonlySet<string>;
	totals: QuoteTotals;
}

/**
 * The job is won, the one way it is: number, stage, tasks; and of a contract its value, budget, materials by phase, lines to bill,
 * phases to plan, billing plan. Nothing is typed again.
 * @param agreed null: work that starts on a word, billed by time and materials
 * @returns the job's number; that of a job won before is not taken again
 */
function winJob(ctx: Context, job: typeof jobs.$inferSelect, agreed: Agreed | null): number {
	if (job.number !== null) return job.number;
	const number = ctx.nextNumber('job');
	ctx.update(jobs, job.id, {
		number,
		wonAt: ctx.now,
		stageId: firstStage(ctx, 'ready').id,
		contractNet: agreed?.totals.net ?? 0,
		contractTax: agreed?.totals.tax ?? 0,
		touchedAt: ctx.now
	});
	if (agreed) putBudget(ctx, job, jobBudget(agreed.estimate, agreed.chosen), null);
	tasksFromTemplate(ctx, job);
	ctx.happened(`job:${job.id}`, 'jobs.won', { jobId: job.id, number, contract: agreed !== null }, 'track', 'today', 'plan');
	return number;
}

/** Work that starts on a word: the job is won without a contract. @returns its number */
export const winOnWord = (ctx: Context, jobId: string): number => winJob(ctx, ctx.get(jobs, jobId, 'This job'), null);

export const winByHand = serve(contract.winByHand, (ctx, i) => {
	const job = ctx.get(jobs, i.jobId, 'This job');
	if (job.number !== null) return { number: job.number };
	return { number: winJob(ctx, job, null) };
});

/** A change order is accepted: contract, budget, materials, lines to bill and hours of the phases grow (or shrink) by it. */
function applyChange(
	ctx: Context,
	job: typeof jobs.$inferSelect,
	estimate: Estimate,
	chosen: ReadonlySet<string>,
	totals: QuoteTotals,
	change: number
): void {
	ctx.update(jobs, job.id, {
		contractNet: (job.contractNet ?? 0) + totals.net,
		contractTax: (job.contractTax ?? 0) + totals.tax,
		touchedAt: ctx.now
	});
	putBudget(ctx, job, jobBudget(estimate, chosen), change);
}

/** Rows of the budget, materials, lines to bill, what items were sold for, and phases with their hours. */
function putBudget(ctx: Context, job: typeof jobs.$inferSelect, b: ReturnType<typeof jobBudget>, change: number | null): void {
	const known = new Map<string, string | null>();
	const phaseOf = (name: string): string | null => {
		if (!known.has(name)) known.set(name, phaseNamed(ctx, job.id, name));
		return known.get(name) ?? null;
	};
	const inPhase = <T extends { phase: string }>({ phase, ...row }: T) => ({ ...row, phaseId: phaseOf(phase) });
	// Made in the order in which the work was offered: a phase that is only material has its place too.
	for (const c of b.contract) phaseOf(c.phase);
	const hours = new Map<string, number>();
	for (const r of b.rows) if (r.hours > 0) hours.set(r.phase, (hours.get(r.phase) ?? 0) + r.hours);
	for (const [name, h] of hours) addHours(ctx, phaseOf(name), h);
	for (const r of b.rows) ctx.insert(budgetRows, { id: newId(), jobId: job.id, ...inPhase(r), change });
	for (const m of b.materials) ctx.insert(jobMaterials, { id: newId(), jobId: job.id, ...inPhase(m) });
	const last = ctx.db
		.select({ n: max(contractLines.position) })
		.from(contractLines)
		.where(eq(contractLines.jobId, job.id))
		.get()?.n;
	let position = (last ?? -1) + 1;
	for (const c of b.contract)
		ctx.insert(contractLines, {
			id: newId(),
			jobId: job.id,
			position: position++,
			scope: change === null ? c.scope : `Change ${change}: ${c.scope}`,
			text: c.text,
			amount: c.amount,
			taxCodeId: c.taxCodeId,
			phaseId: phaseOf(c.phase),
			change
		});
	for (const s of b.sold)
		ctx.db
			.insert(itemSales)
			.values({ ...s, customerId: job.customerId, jobId: job.id, at: ctx.now })
			.run();
}

/** What was agreed on when a revision was accepted, from what was frozen then: it always comes to the same. */
function agreedOn(ctx: Context, revisionId: string, options: readonly string[]): { job: typeof jobs.$inferSelect; agreed: Agreed } {
	const r = ctx.get(revisions, revisionId, 'This quote');
	const job = ctx.get(jobs, ctx.get(quotes, r.quoteId, 'This quote').jobId, 'This job');
	const chosen = new Set(options);
	const totals = quoteTotals(computeEstimate(r.frozen.estimate, { chosen }), r.frozen.tax);
	return { job, agreed: { estimate: r.frozen.estimate, chosen, totals } };
}

whenever('quotes.accepted', (ctx, p) => {
	const { job, agreed } = agreedOn(ctx, p.revisionId, p.chosen);
	winJob(ctx, job, agreed);
});

whenever('changes.accepted', (ctx, p) => {
	const { job, agreed } = agreedOn(ctx, p.revisionId, p.chosen);
	applyChange(ctx, job, agreed.estimate, agreed.chosen, agreed.totals, p.change);
});
