import { and, eq, isNotNull, isNull, sql } from 'drizzle-orm';
import { mulDiv } from '../../core/money';
import { contractOf, notInConflict } from '../billing';
import { invoiceParts, invoices } from '../billing/schema';
import { costEntries } from '../costs/schema';
import type { Orm } from '../db';

/** What is billed of a job with tax, when last, and what of it is paid: of an invoice over several jobs by what is this job's. */
export function moneyOf(db: Orm, jobId: string) {
	const rows = db
		.select({
			net: invoiceParts.net,
			tax: invoiceParts.tax,
			at: invoices.issuedAt,
			total: invoices.total,
			paid: invoices.paid
		})
		.from(invoiceParts)
		.innerJoin(invoices, eq(invoices.id, invoiceParts.invoiceId))
		.where(and(eq(invoiceParts.jobId, jobId), isNotNull(invoices.issuedAt), isNull(invoices.voidedAt)))
		.all();
	return {
		billed: rows.reduce((a, r) => a + r.net + r.tax, 0),
		paid: rows.reduce((a, r) => a + (r.total === 0 ? 0 : mulDiv(r.paid, r.net + r.tax, r.total)), 0),
		at: rows.reduce<number | null>((a, r) => Math.max(a ?? 0, r.at ?? 0) || null, null)
	};
}

/** Costs of a job that wait to be billed: those that a bill would take, and those in conflict that it leaves. */
export function costsWaiting(db: Orm, jobId: string): { sure: number; inConflict: number } {
	const costs = db
		.select({
			all: sql<number>`coalesce(sum(${costEntries.charge} - ${costEntries.billed}), 0)`,
			sure: sql<number>`coalesce(sum(case when ${notInConflict} then ${costEntries.charge} - ${costEntries.billed} end), 0)`
		})
		.from(costEntries)
		.where(and(eq(costEntries.jobId, jobId), eq(costEntries.state, 'to bill')))
		.get();
	const [all, sure] = [costs?.all ?? 0, costs?.sure ?? 0];
	return { sure, inConflict: all - sure };
}

/** What of a job is not billed: of its contract, and of costs that wait; time in conflict is apart, since no bill takes it before it is put right. */
export function leftToBill(db: Orm, jobId: string): { contract: number; costs: number; inConflict: number } {
	const { sure, inConflict } = costsWaiting(db, jobId);
	return { contract: contractOf(db, jobId).reduce((a, l) => a + l.amount - l.billed, 0), costs: sure, inConflict };
}
