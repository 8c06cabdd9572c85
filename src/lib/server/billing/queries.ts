import { and, asc, desc, eq, isNull, lt, sql, notInArray } from 'drizzle-orm';
import { cents } from '../../core/money';
import { aging, invoiceState } from '../../core/receivables';
import type { App } from '../app';
import { creditNotes, invoiceLines, invoiceParts, invoices, allocations, charges, payments } from './schema';
import { customers, jobs, sites } from '../sales/schema';
import { linkFor } from '../links';
import { creditOf, notInConflict, paidOf } from './load';
import { todayOf } from '../company';

/** In the words of the index of open invoices. */
export const isOpen = sql`issued_at is not null and voided_at is null and total > paid`;
const withState = <T extends { issuedAt: number | null; voidedAt: number | null; total: number; paid: number }>(i: T) => ({
	...i,
	state: invoiceState({ issued: i.issuedAt !== null, voided: i.voidedAt !== null, total: cents(i.total), paid: cents(i.paid) })
});

/** Invoices by state, newest first. The state is decided in the query, so that an old open one is never cut off by newer paid ones. */
export function invoiceList(app: App, which: string) {
	return app.db.orm
		.select({
			id: invoices.id,
			number: invoices.number,
			title: invoices.title,
			total: invoices.total,
			issuedAt: invoices.issuedAt,
			voidedAt: invoices.voidedAt,
			day: invoices.day,
			due: invoices.due,
			promise: invoices.promise,
			jobId: invoices.jobId,
			job: jobs.name,
			customer: customers.name,
			paid: invoices.paid
		})
		.from(invoices)
		.innerJoin(jobs, eq(jobs.id, invoices.jobId))
		.innerJoin(customers, eq(customers.id, invoices.customerId))
		.where(
			which === 'open'
				? isOpen
				: which === 'overdue'
					? and(isOpen, lt(invoices.due, todayOf(app)))
					: which === 'draft'
						? isNull(invoices.issuedAt)
						: undefined
		)
		.orderBy(desc(invoices.number))
		.limit(5000)
		.all()
		.map(withState);
}

/** Who owes what, how late. */
export function agingToday(app: App) {
	const open = app.db.orm
		.select({ due: invoices.due, open: sql<number>`${invoices.total} - ${invoices.paid}` })
		.from(invoices)
		.where(isOpen)
		.all()
		.map((i) => ({ due: i.due ?? '9999-12-31', open: cents(i.open) }));
	const credit =
		app.db.orm
			.select({ n: sql<number>`coalesce(sum(${payments.amount} - ${payments.used}), 0)` })
			.from(payments)
			.where(sql`amount <> used`)
			.get()?.n ?? 0;
	return aging(open, cents(credit), todayOf(app));
}

export function invoiceDetail(app: App, id: string) {
	const db = app.db.orm;
	const row = db
		.select({ invoice: invoices, customer: customers, job: { id: jobs.id, name: jobs.name, number: jobs.number }, site: sites.address })
		.from(invoices)
		.innerJoin(customers, eq(customers.id, invoices.customerId))
		.innerJoin(jobs, eq(jobs.id, invoices.jobId))
		.leftJoin(sites, eq(sites.id, jobs.siteId))
		.where(eq(invoices.id, id))
		.get();
	if (!row) return null;
	const paid = paidOf(db, id);
	const parts = db
		.select({ part: invoiceParts, job: jobs.name })
		.from(invoiceParts)
		.innerJoin(jobs, eq(jobs.id, invoiceParts.jobId))
		.where(eq(invoiceParts.invoiceId, id))
		.orderBy(asc(invoiceParts.position))
		.all()
		.map(({ part, job }) => ({ ...part, job }));
	return {
		...row,
		parts,
		credits: db.select().from(creditNotes).where(eq(creditNotes.invoiceId, id)).orderBy(asc(creditNotes.number)).all(),
		paid,
		open: cents(row.invoice.voidedAt ? 0 : row.invoice.total - paid),
		state: withState({ ...row.invoice, paid }).state,
		link: linkFor(app, 'invoice', id),
		credit: creditOf(db, row.customer.id),
		lines: db.select().from(invoiceLines).where(eq(invoiceLines.invoiceId, id)).orderBy(asc(invoiceLines.position)).all(),
		payments: db
			.select({
				id: payments.id,
				day: payments.day,
				method: payments.method,
				reference: payments.reference,
				returnsId: payments.returnsId,
				cameBack: sql<number>`exists (select 1 from payments r where r.returns_id = payments.id)`,
				amount: allocations.amount,
				whole: payments.amount
			})
			.from(allocations)
			.innerJoin(payments, eq(payments.id, allocations.paymentId))
			.where(eq(allocations.invoiceId, id))
			.orderBy(asc(payments.at))
			.all(),
		charge:
			db
				.select()
				.from(charges)
				.where(eq(charges.invoiceId, id))
				.orderBy(desc(charges.at), sql`charges.rowid desc`)
				.limit(1)
				.get() ?? null
	};
}

/** What is ready to bill: jobs with costs that wait, and contracts with something left. */
export function readyToBill(app: App) {
	return app.db.orm
		.select({
			id: jobs.id,
			number: jobs.number,
			name: jobs.name,
			customer: customers.name,
			contract: jobs.contractNet,
			doneAt: jobs.doneAt,
			toBill: sql<number>`(select coalesce(sum(charge - billed), 0) from cost_entries where cost_entries.job_id = jobs.id and cost_entries.state = 'to bill' and ${notInConflict})`,
			customerId: jobs.customerId,
			siteId: jobs.siteId,
			stageId: jobs.stageId,
			kindOfWork: jobs.kindOfWork,
			applied: sql<number>`exists (select 1 from pay_applications a where a.job_id = jobs.id and a.state <> 'void')`,
			agreed: sql<number>`(select coalesce(sum(l.amount), 0) from contract_lines l where l.job_id = jobs.id and l.agreement_id is null)`,
			billed: sql<number>`(select coalesce(sum(p.net + p.retained), 0) from invoice_parts p join invoices i on i.id = p.invoice_id where p.job_id = jobs.id and i.voided_at is null and p.kind in ('deposit', 'contract', 'pay application'))
				- (select coalesce(sum(l.amount), 0) from credit_notes c join invoice_parts p on p.id = c.part_id join credit_lines l on l.credit_id = c.id join invoice_lines il on il.id = l.invoice_line_id join invoices i on i.id = p.invoice_id where p.job_id = jobs.id and i.voided_at is null and il.contract_line_id is not null)`
		})
		.from(jobs)
		.innerJoin(customers, eq(customers.id, jobs.customerId))
		.where(
			sql`${jobs.number} is not null and ${jobs.stageId} in (select id from stages where meaning in ('ready', 'under way', 'finished'))`
		)
		.orderBy(desc(jobs.doneAt))
		.all()
		.map((j) => ({ ...j, left: Math.max(0, j.agreed - j.billed) }))
		.filter((j) => j.toBill > 0 || j.left > 0)
		.sort((a, b) => b.toBill + (b.doneAt ? b.left : 0) - a.toBill - (a.doneAt ? a.left : 0));
}

export const moneyIn = (app: App) =>
	app.db.orm
		.select({
			id: payments.id,
			day: payments.day,
			method: payments.method,
			amount: payments.amount,
			reference: payments.reference,
			customer: customers.name,
			customerId: customers.id,
			used: payments.used,
			returnsId: payments.returnsId,
			cameBack: sql<number>`exists (select 1 from payments r where r.returns_id = payments.id)`
		})
		.from(payments)
		.innerJoin(customers, eq(customers.id, payments.customerId))
		// What brought no money stands on its invoice, not here.
		.where(notInArray(payments.method, ['credit note', 'write-off', 'discount']))
		.orderBy(desc(payments.at))
		.limit(5000)
		.all();
