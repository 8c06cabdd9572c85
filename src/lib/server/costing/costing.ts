import { earnedOf, type BudgetFigure, jobCosting, type CostAmount, type Earned, type JobCosting } from '../../core/costing';
import { phases, budgetRows, jobMaterials, taskParts, tasks } from '../work/schema';
import { remainders, costEntries } from '../costs/schema';
import type { Kind } from '../../core/pricing';
import { jobs } from '../sales/schema';
import { creditNotes, invoiceLines, creditLines, invoices, invoiceParts } from '../billing/schema';
import { ne, isNull, isNotNull, sql, and, eq, inArray } from 'drizzle-orm';
import { mulDiv, split, cents, type Cents } from '../../core/money';
import { committedOf } from '../../core/buying';
import { grouped } from '../../core/lists';
import { orders, orderLines, orderNeeds } from '../buying/schema';
import type { Orm } from '../db';

export interface CostOfJob extends JobCosting {
	contract: Cents;
	/** Charges beside the contract: hours and materials that are billed or wait to be, at their price. Visits are part of their agreement's price. */
	apart: Cents;
	billed: Cents;
	unfitted: Cents;
	earned: Earned;
}

/** What is ordered for jobs and not billed by the supplier yet: of each line shared by what each needs. */
function committedFor(db: Orm, ids: string[]): Map<string, CostAmount[]> {
	const lineIds = db.selectDistinct({ id: orderNeeds.lineId }).from(orderNeeds).where(inArray(orderNeeds.jobId, ids));
	const rows = db
		.select({ need: orderNeeds, line: orderLines })
		.from(orderNeeds)
		.innerJoin(orderLines, eq(orderLines.id, orderNeeds.lineId))
		.innerJoin(orders, eq(orders.id, orderLines.orderId))
		.where(and(inArray(orderNeeds.lineId, lineIds), eq(orders.state, 'sent'), eq(orderLines.closed, false)))
		.orderBy(orderNeeds.id)
		.all();
	const of = new Map<string, CostAmount[]>();
	for (const line of grouped(rows, (r) => r.line.id).values()) {
		const first = line[0];
		if (!first) continue;
		const whole = committedOf(first.line);
		if (whole === 0) continue;
		const weights = line.map((r) => r.need.quantity);
		const parts = weights.every((w) => w === 0) ? line.map((_, n) => (n === 0 ? whole : cents(0))) : split(whole, weights);
		line.forEach((r, n) => {
			const list = of.get(r.need.jobId) ?? [];
			list.push({ phaseId: r.need.phaseId, kind: first.line.kind, amount: parts[n] ?? cents(0) });
			of.set(r.need.jobId, list);
		});
	}
	return of;
}

/** Material that came and is not fitted, at what it was sold to cost: spent, but nothing was done with it yet. */
function unfittedOf(db: Orm, ids: string[]): Map<string, number> {
	const rows = db
		.select({ jobId: tasks.jobId, quantity: taskParts.quantity, whole: jobMaterials.quantity, cost: jobMaterials.cost })
		.from(taskParts)
		.innerJoin(tasks, eq(tasks.id, taskParts.taskId))
		.innerJoin(jobMaterials, eq(jobMaterials.id, taskParts.materialId))
		.where(and(inArray(tasks.jobId, ids), inArray(taskParts.state, ['on hand', 'on truck'])))
		.all();
	const of = new Map<string, number>();
	for (const r of rows) if (r.whole > 0) of.set(r.jobId, (of.get(r.jobId) ?? 0) + mulDiv(r.cost, r.quantity, r.whole));
	return of;
}

/** What is billed of jobs on issued invoices, without tax, with what is held of it; less what was credited. */
export function billedOf(db: Orm, ids: string[]): Map<string, number> {
	const of = new Map<string, number>();
	const add = (rows: { jobId: string; n: number }[], sign: number) => {
		for (const r of rows) of.set(r.jobId, (of.get(r.jobId) ?? 0) + sign * r.n);
	};
	add(
		db
			.select({ jobId: invoiceParts.jobId, n: sql<number>`sum(${invoiceParts.net} + ${invoiceParts.retained})` })
			.from(invoiceParts)
			.innerJoin(invoices, eq(invoices.id, invoiceParts.invoiceId))
			.where(
				and(inArray(invoiceParts.jobId, ids), isNotNull(invoices.issuedAt), isNull(invoices.voidedAt), ne(invoiceParts.kind, 'late charge'))
			)
			.groupBy(invoiceParts.jobId)
			.all(),
		1
	);
	add(
		db
			.select({ jobId: invoiceParts.jobId, n: sql<number>`sum(${creditLines.amount})` })
			.from(invoiceParts)
			.innerJoin(invoiceLines, eq(invoiceLines.partId, invoiceParts.id))
			.innerJoin(creditLines, eq(creditLines.invoiceLineId, invoiceLines.id))
			.innerJoin(creditNotes, eq(creditNotes.id, creditLines.creditId))
			.innerJoin(invoices, eq(invoices.id, invoiceParts.invoiceId))
			.where(and(inArray(invoiceParts.jobId, ids), isNull(invoices.voidedAt)))
			.groupBy(invoiceParts.jobId)
			.all(),
		-1
	);
	return of;
}

const AT_ONCE = 500;

/** Costing of many jobs: sold, changed, committed, spent, to come, earned and the one profit of each, wherever it is shown. */
export function costingOf(db: Orm, jobIds: readonly string[]): Map<string, CostOfJob> {
	const all = new Map<string, CostOfJob>();
	for (let n = 0; n < jobIds.length; n += AT_ONCE) costingOfSome(db, jobIds.slice(n, n + AT_ONCE), all);
	return all;
}

function costingOfSome(db: Orm, ids: string[], into: Map<string, CostOfJob>): void {
	const heads = db
		.select({ id: jobs.id, contract: jobs.contractNet, complete: jobs.percentComplete })
		.from(jobs)
		.where(inArray(jobs.id, ids))
		.all();
	const budget = grouped(db.select().from(budgetRows).where(inArray(budgetRows.jobId, ids)).all(), (b) => b.jobId);
	const spent = grouped(
		db
			.select({
				jobId: costEntries.jobId,
				phaseId: costEntries.phaseId,
				kind: sql<Kind>`${costEntries.kind}`,
				cost: sql<number>`sum(${costEntries.cost})`,
				apart: sql<number>`sum(case when ${costEntries.state} <> 'absorbed' and coalesce(${costEntries.source}, '') not like 'visit:%' then ${costEntries.charge} else 0 end)`,
				hours: sql<number>`sum(case when ${costEntries.kind} = 'labor' then ${costEntries.quantity} else 0 end)`
			})
			.from(costEntries)
			.where(inArray(costEntries.jobId, ids))
			.groupBy(costEntries.jobId, costEntries.phaseId, costEntries.kind)
			.all(),
		(c) => c.jobId
	);
	const typed = grouped(db.select().from(remainders).where(inArray(remainders.jobId, ids)).all(), (r) => r.jobId);
	const seen = new Map(
		db
			.select({ id: phases.id, percent: phases.percentComplete })
			.from(phases)
			.where(and(inArray(phases.jobId, ids), isNotNull(phases.percentComplete)))
			.all()
			.map((p) => [p.id, p.percent])
	);
	const [committed, unfitted, billed] = [committedFor(db, ids), unfittedOf(db, ids), billedOf(db, ids)];
	for (const job of heads) {
		const costing = jobCosting({
			budget: (budget.get(job.id) ?? []).map((b): BudgetFigure => ({ ...b, cost: cents(b.cost), changed: b.change !== null })),
			actual: (spent.get(job.id) ?? []).map((s) => ({ ...s, cost: cents(s.cost) })),
			committed: committed.get(job.id) ?? [],
			remainders: (typed.get(job.id) ?? []).map((r) => ({ ...r, amount: cents(r.amount) })),
			completeOf: (phaseId) => (phaseId === null ? null : (seen.get(phaseId) ?? null)) ?? job.complete
		});
		const material = costing.byKind.find((k) => k.kind === 'material')?.actual ?? 0;
		const lying = cents(Math.min(unfitted.get(job.id) ?? 0, material));
		const contract = cents(job.contract ?? 0);
		const apart = cents((spent.get(job.id) ?? []).reduce((a, c) => a + c.apart, 0));
		const sum = cents(billed.get(job.id) ?? 0);
		const earned = earnedOf(costing.all, lying, cents(contract + apart), sum);
		into.set(job.id, { ...costing, contract, apart, billed: sum, unfitted: lying, earned });
	}
}
