import * as contract from '../../contract/jobs/win';
import { max, eq } from 'drizzle-orm';
import { jobBudget, type Estimate, type QuoteTotals } from '../../core/estimate';
import { serve, type Context } from '../commands';
import { budgetRows, contractLines, itemSales, jobMaterials, jobs, phases } from '../db/schema';
import { newId } from '../ids';
import { planForWon } from '../billing/plan';
import { firstStage } from '../sales/commands';
import { tasksFromTemplate } from '../work/tasks';

/** What was agreed on: the estimate as it was frozen, the options chosen, what they come to. */
export interface Agreed {
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
export function winJob(ctx: Context, job: typeof jobs.$inferSelect, agreed: Agreed | null): number {
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
	if (agreed) planForWon(ctx, job);
	return number;
}

export const winByHand = serve(contract.winByHand, (ctx, i) => {
	const job = ctx.get(jobs, i.jobId, 'This job');
	if (job.number !== null) return { number: job.number };
	const number = winJob(ctx, job, null);
	ctx.happened(`job:${job.id}`, `Won without a quote, to be billed by time and materials; job ${number}`, 'track', 'today', 'plan');
	return { number };
});

/** A change order is accepted: contract, budget, materials, lines to bill and hours of the phases grow (or shrink) by it. */
export function applyChange(
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
	for (const r of b.rows) ctx.insert(budgetRows, { id: newId(), jobId: job.id, ...r, change });
	for (const m of b.materials) ctx.insert(jobMaterials, { id: newId(), jobId: job.id, ...m });
	const next = (table: typeof contractLines | typeof phases): number =>
		(ctx.db
			.select({ n: max(table.position) })
			.from(table)
			.where(eq(table.jobId, job.id))
			.get()?.n ?? -1) + 1;
	let position = next(contractLines);
	for (const c of b.contract)
		ctx.insert(contractLines, {
			id: newId(),
			jobId: job.id,
			position: position++,
			scope: change === null ? c.scope : `Change ${change}: ${c.scope}`,
			text: c.text,
			amount: c.amount,
			taxCodeId: c.taxCodeId,
			phase: c.phase,
			change
		});
	for (const s of b.sold)
		ctx.db
			.insert(itemSales)
			.values({ ...s, customerId: job.customerId, jobId: job.id, at: ctx.now })
			.run();
	const hours = new Map<string, number>();
	for (const r of b.rows) if (r.hours > 0) hours.set(r.phase, (hours.get(r.phase) ?? 0) + r.hours);
	const known = ctx.db.select().from(phases).where(eq(phases.jobId, job.id)).all();
	let at = next(phases);
	for (const [name, h] of hours) {
		const phase = known.find((p) => p.name === name);
		if (phase) ctx.update(phases, phase.id, { hours: phase.hours + h });
		else ctx.insert(phases, { id: newId(), jobId: job.id, name, hours: h, position: at++ });
	}
}
