import { jobBudget, type Estimate, type QuoteTotals } from '../../core/estimate';
import type { Context } from '../commands';
import { budgetRows, contractLines, itemSales, jobMaterials, jobs, phases } from '../db/schema';
import { newId } from '../ids';
import { firstStage } from '../sales/commands';

/** The job is won: number, contract value, budget, materials by phase, lines to bill, phases to plan. Nothing is typed again. */
export function winJob(
	ctx: Context,
	job: typeof jobs.$inferSelect,
	estimate: Estimate,
	chosen: ReadonlySet<string>,
	totals: QuoteTotals
): number {
	if (job.number !== null) return job.number;
	const number = ctx.nextNumber('job');
	const b = jobBudget(estimate, chosen);
	ctx.update(jobs, job.id, {
		number,
		wonAt: ctx.now,
		stageId: firstStage(ctx, 'ready').id,
		contractNet: totals.net,
		contractTax: totals.tax,
		touchedAt: ctx.now
	});
	for (const r of b.rows) ctx.insert(budgetRows, { id: newId(), jobId: job.id, ...r });
	for (const m of b.materials) ctx.insert(jobMaterials, { id: newId(), jobId: job.id, ...m });
	b.contract.forEach((c, position) =>
		ctx.insert(contractLines, {
			id: newId(),
			jobId: job.id,
			position,
			scope: c.scope,
			text: c.text,
			amount: c.amount,
			taxCodeId: c.taxCodeId,
			phase: c.phase
		})
	);
	for (const s of b.sold)
		ctx.db
			.insert(itemSales)
			.values({ ...s, customerId: job.customerId, jobId: job.id, at: ctx.now })
			.run();
	const hours = new Map<string, number>();
	for (const r of b.rows) if (r.hours > 0) hours.set(r.phase, (hours.get(r.phase) ?? 0) + r.hours);
	[...hours].forEach(([name, h], position) => ctx.insert(phases, { id: newId(), jobId: job.id, name, hours: h, position }));
	return number;
}
