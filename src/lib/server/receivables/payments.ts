import { say } from '../../contract/refusals/receivables';
import { belongToCustomer } from '../sales';
import { moneyCalls } from './schema';
import * as contract from '../../contract/receivables/collecting';
import { eq } from 'drizzle-orm';
import { cents, formatCents, sum } from '../../core/money';
import { Refusal } from '../../core/refusal';
import { serve, type Context } from '../commands';
import { invoices, allocations, payments } from '../billing/schema';
import { newId } from '../ids';

type Invoice = typeof invoices.$inferSelect;

/** An issued invoice with something open. @throws Refusal */
export function openInvoice(ctx: Context, invoiceId: string): { invoice: Invoice; open: number } {
	const invoice = ctx.get(invoices, invoiceId, 'This invoice');
	if (invoice.issuedAt === null || invoice.voidedAt !== null) throw new Refusal(say('only-issued-invoice-can-be'));
	const open = invoice.total - invoice.paid;
	if (open <= 0) throw new Refusal(say('nothing-of-invoice-open'));
	return { invoice, open };
}

export const returnPayment = serve(contract.returnPayment, (ctx, i) => {
	const payment = ctx.get(payments, i.paymentId, 'This payment');
	if (payment.amount < 0) throw new Refusal(say('return-already'));
	if (!['check', 'card', 'transfer'].includes(payment.method))
		throw new Refusal(say('payment-by-does-not-come-back', { method: payment.method }));
	if (i.day > ctx.today) throw new Refusal(say('day-ahead-of-today'), 'day');
	if (i.day < payment.day) throw new Refusal(say('came-back-before-came'), 'day');
	if (ctx.db.select({ id: payments.id }).from(payments).where(eq(payments.returnsId, payment.id)).get())
		throw new Refusal(say('came-back-already'));
	const back = ctx.insert(payments, {
		...{ id: newId(), customerId: payment.customerId, jobId: payment.jobId, at: ctx.now, day: i.day, method: payment.method },
		...{ amount: -payment.amount, reference: i.reason.trim(), returnsId: payment.id }
	});
	const parts = ctx.db.select().from(allocations).where(eq(allocations.paymentId, payment.id)).all();
	for (const p of parts) ctx.insert(allocations, { id: newId(), paymentId: back.id, invoiceId: p.invoiceId, amount: -p.amount });
	const opened = sum(parts.map((p) => cents(p.amount)));
	const on = [...new Set(parts.map((p) => `invoice:${p.invoiceId}`)), `customer:${payment.customerId}`];
	ctx.happened(on, 'payments.return', { amount: payment.amount, method: payment.method, reason: i.reason }, 'invoices', 'today');
	return { opened };
});

export const writeOff = serve(contract.writeOff, (ctx, i) => {
	const { invoice, open } = openInvoice(ctx, i.invoiceId);
	if (i.amount > open) throw new Refusal(say('only-open', { open: formatCents(cents(open)) }), 'amount');
	const payment = ctx.insert(payments, {
		...{ id: newId(), customerId: invoice.customerId, jobId: invoice.jobId, at: ctx.now, day: ctx.today },
		...{ method: i.as, amount: i.amount, reference: i.reason.trim() }
	});
	ctx.insert(allocations, { id: newId(), paymentId: payment.id, invoiceId: invoice.id, amount: i.amount });
	ctx.happened(
		[`job:${invoice.jobId}`, `invoice:${invoice.id}`],
		'payments.write-off',
		{ amount: i.amount, as: i.as, reason: i.reason },
		'invoices',
		'today'
	);
});

belongToCustomer(payments, moneyCalls);
