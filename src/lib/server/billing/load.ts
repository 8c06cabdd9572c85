import { and, asc, eq, isNull, sql } from 'drizzle-orm';
import type { Billable } from '../../core/billing';
import { grouped } from '../../core/lists';
import { cents, type Cents } from '../../core/money';
import { among, type Orm } from '../db';
import { creditLines, invoiceLines, invoiceParts, invoices, allocations, payments } from './schema';
import { costEntries } from '../costs/schema';
import { contractLines } from '../work/schema';

/** A line of a contract with what is billed of it. */
export type ContractLine = Billable & { text: string; scope: string; taxCodeId: string | null; change: number | null };

/** The lines of jobs' contracts with what is billed of each: on every invoice that is not void, drafts too, so that nothing can be billed twice; less what was credited. */
export function contractsOf(db: Orm, jobIds: readonly string[]): Map<string, ContractLine[]> {
	const ids = [...jobIds];
	const billed = new Map(
		db
			.select({ id: invoiceLines.contractLineId, amount: sql<number>`sum(${invoiceLines.amount})` })
			.from(invoiceParts)
			.innerJoin(invoiceLines, eq(invoiceLines.partId, invoiceParts.id))
			.innerJoin(invoices, eq(invoices.id, invoiceParts.invoiceId))
			.where(and(among(invoiceParts.jobId, ids), isNull(invoices.voidedAt)))
			.groupBy(invoiceLines.contractLineId)
			.all()
			.map((b) => [b.id, b.amount])
	);
	const credited = db
		.select({ id: invoiceLines.contractLineId, amount: sql<number>`sum(${creditLines.amount})` })
		.from(invoiceParts)
		.innerJoin(invoiceLines, eq(invoiceLines.partId, invoiceParts.id))
		.innerJoin(invoices, eq(invoices.id, invoiceParts.invoiceId))
		.innerJoin(creditLines, eq(creditLines.invoiceLineId, invoiceLines.id))
		.where(and(among(invoiceParts.jobId, ids), isNull(invoices.voidedAt)))
		.groupBy(invoiceLines.contractLineId)
		.all();
	for (const c of credited) billed.set(c.id, (billed.get(c.id) ?? 0) - c.amount);
	const lines = db
		.select()
		.from(contractLines)
		// What a season agreement bills, the contract does not.
		.where(and(among(contractLines.jobId, ids), isNull(contractLines.agreementId)))
		.orderBy(asc(contractLines.jobId), asc(contractLines.position))
		.all();
	return new Map(
		[...grouped(lines, (l) => l.jobId)].map(([jobId, own]) => [
			jobId,
			own.map((l) => ({
				...{ id: l.id, change: l.change, amount: cents(l.amount), billed: cents(billed.get(l.id) ?? 0) },
				...{ text: l.text, scope: l.scope, taxCodeId: l.taxCodeId }
			}))
		])
	);
}

/** The same of one job. */
export const contractOf = (db: Orm, jobId: string): ContractLine[] => contractsOf(db, [jobId]).get(jobId) ?? [];

/** Not labor of time that overlaps other time of the same person: that stands in no bill until it is put right. */
export const notInConflict = sql`not exists (select 1 from time_entries t where t.id = cost_entries.time_entry_id and t.conflict = 1)`;

/** Cost entries of jobs that wait to be billed, up to a day. */
export const costsToBillOf = (db: Orm, jobIds: readonly string[], cutOff: string) =>
	db
		.select({
			id: costEntries.id,
			jobId: costEntries.jobId,
			day: costEntries.day,
			name: costEntries.name,
			quantity: costEntries.quantity,
			unit: costEntries.unit,
			charge: costEntries.charge,
			billed: costEntries.billed,
			taxCodeId: costEntries.taxCodeId
		})
		.from(costEntries)
		.where(
			and(among(costEntries.jobId, [...jobIds]), eq(costEntries.state, 'to bill'), sql`${costEntries.day} <= ${cutOff}`, notInConflict)
		)
		.orderBy(asc(costEntries.day))
		.all();
export const costsToBill = (db: Orm, jobId: string, cutOff: string) => costsToBillOf(db, [jobId], cutOff);

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
