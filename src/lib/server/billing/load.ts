import { and, asc, eq, isNull, sql } from 'drizzle-orm';
import type { Billable } from '../../core/billing';
import { cents, type Cents } from '../../core/money';
import type { Orm } from '../db/open';
import { allocations, contractLines, costEntries, creditLines, invoiceLines, invoiceParts, invoices, payments } from '../db/schema';

/** The lines of a job's contract with what is billed of each: on every invoice that is not void, drafts too, so that nothing can be billed twice. */
export function contractOf(
	db: Orm,
	jobId: string
): (Billable & { text: string; scope: string; taxCodeId: string | null; change: number | null })[] {
	const billed = db
		.select({ id: invoiceLines.contractLineId, amount: sql<number>`sum(${invoiceLines.amount})` })
		.from(invoiceParts)
		.innerJoin(invoiceLines, eq(invoiceLines.partId, invoiceParts.id))
		.innerJoin(invoices, eq(invoices.id, invoiceParts.invoiceId))
		.where(and(eq(invoiceParts.jobId, jobId), isNull(invoices.voidedAt)))
		.groupBy(invoiceLines.contractLineId)
		.all();
	const byLine = new Map(billed.map((b) => [b.id, b.amount]));
	const credited = db
		.select({ id: invoiceLines.contractLineId, amount: sql<number>`sum(${creditLines.amount})` })
		.from(invoiceParts)
		.innerJoin(invoiceLines, eq(invoiceLines.partId, invoiceParts.id))
		.innerJoin(invoices, eq(invoices.id, invoiceParts.invoiceId))
		.innerJoin(creditLines, eq(creditLines.invoiceLineId, invoiceLines.id))
		.where(and(eq(invoiceParts.jobId, jobId), isNull(invoices.voidedAt)))
		.groupBy(invoiceLines.contractLineId)
		.all();
	for (const c of credited) byLine.set(c.id, (byLine.get(c.id) ?? 0) - c.amount);
	return db
		.select()
		.from(contractLines)
		.where(eq(contractLines.jobId, jobId))
		.orderBy(asc(contractLines.position))
		.all()
		.map((l) => ({
			id: l.id,
			change: l.change,
			amount: cents(l.amount),
			billed: cents(byLine.get(l.id) ?? 0),
			text: l.text,
			scope: l.scope,
			taxCodeId: l.taxCodeId
		}));
}

/** Not labor of time that overlaps other time of the same person: that stands in no bill until it is put right. */
export const notInConflict = sql`not exists (select 1 from time_entries t where t.id = cost_entries.time_entry_id and t.conflict = 1)`;

/** Cost entries that wait to be billed, up to a day. */
export const costsToBill = (db: Orm, jobId: string, cutOff: string) =>
	db
		.select()
		.from(costEntries)
		.where(and(eq(costEntries.jobId, jobId), eq(costEntries.state, 'to bill'), sql`${costEntries.day} <= ${cutOff}`, notInConflict))
		.orderBy(asc(costEntries.day))
		.all();

export const paidOf = (db: Orm, invoiceId: string): Cents =>
	cents(
		db
			.select({ n: sql<number>`coalesce(sum(${allocations.amount}), 0)` })
			.from(allocations)
			.where(eq(allocations.invoiceId, invoiceId))
			.get()?.n ?? 0
	);

/** Money of a customer that settles no invoice yet. */
export const creditOf = (db: Orm, customerId: string): Cents =>
	cents(
		db
			.select({ n: sql<number>`coalesce(sum(${payments.amount} - ${payments.used}), 0)` })
			.from(payments)
			.where(and(eq(payments.customerId, customerId), sql`amount <> used`))
			.get()?.n ?? 0
	);
