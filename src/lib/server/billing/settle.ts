import { belongToCustomer } from '../sales';
import { creditNotes, invoices, allocations, payments } from './schema';
import { and, asc, eq, isNotNull, isNull, sql } from 'drizzle-orm';
import { cents } from '../../core/money';
import { allocate, type OpenInvoice } from '../../core/receivables';
import type { Context } from '../commands';
import type { Orm } from '../db';
import { newId } from '../ids';

/** The invoices of a customer with something left to pay. */
export function openInvoices(db: Orm, customerId: string): OpenInvoice[] {
	return db
		.select({
			id: invoices.id,
			number: invoices.number,
			jobId: invoices.jobId,
			due: invoices.due,
			open: sql<number>`${invoices.total} - ${invoices.paid}`
		})
		.from(invoices)
		.where(and(eq(invoices.customerId, customerId), isNotNull(invoices.issuedAt), isNull(invoices.voidedAt)))
		.all()
		.map((i) => ({ id: i.id, number: i.number ?? 0, jobId: i.jobId, due: i.due ?? '9999-12-31', open: cents(i.open) }))
		.filter((i) => i.open > 0);
}

/** Allocates a payment to invoices by the rule of the core; what is left stays as credit. */
export function settle(ctx: Context, paymentId: string, amount: number, customerId: string, named: string[], jobId: string | null): number {
	const { allocations: parts, credit } = allocate(cents(amount), openInvoices(ctx.db, customerId), named, jobId);
	for (const p of parts) ctx.insert(allocations, { id: newId(), paymentId, invoiceId: p.invoiceId, amount: p.amount });
	return credit;
}

/** A payment that came back is no money: what is left of it settles nothing. */
const notReturned = sql`not exists (select 1 from payments r where r.returns_id = payments.id)`;

/** Uses what a customer has paid too much, oldest payment first, for what is open. */
export function settleWithCredit(ctx: Context, customerId: string): void {
	const rows = ctx.db
		.select({
			id: payments.id,
			jobId: payments.jobId,
			left: sql<number>`${payments.amount} - ${payments.used}`
		})
		.from(payments)
		.where(and(eq(payments.customerId, customerId), sql`amount <> used`, notReturned))
		.orderBy(asc(payments.at))
		.all();
	for (const p of rows) if (p.left > 0) settle(ctx, p.id, p.left, customerId, [], p.jobId);
}

belongToCustomer(invoices, creditNotes);
