import { mailWords } from '../../core/words';
import { say } from '../../contract/refusals/receivables';
import * as contract from '../../contract/receivables/commands';
import { eq } from 'drizzle-orm';
import { cents, formatCents, moneyIn } from '../../core/money';
import { Refusal } from '../../core/refusal';
import { serve, type Context } from '../commands';
import { invoices, charges, payments } from '../billing/schema';
import { company } from '../company/schema';
import { customers } from '../sales/schema';
import { newId } from '../ids';
import { paidOf, settle } from '../billing';
import { linkOf } from '../links';
import { addressesOf } from '../sales';

export const recordPayment = serve(contract.recordPayment, (ctx, i) => {
	const invoice = ctx.get(invoices, i.invoiceId, 'This invoice');
	if (invoice.issuedAt === null || invoice.voidedAt !== null) throw new Refusal(say('money-taken-on-issued-invoice'));
	const amount = cents(i.amount);
	if (amount <= 0) throw new Refusal(say('amount-must-be-more-than-0'), 'amount');
	if (i.day > ctx.today) throw new Refusal(say('day-ahead-of-today'), 'day');
	const credit = take(ctx, invoice, amount, { method: i.method, reference: i.reference, day: i.day, processorId: null });
	ctx.happened(
		`invoice:${invoice.id}`,
		'payments.record',
		{ amount, method: i.method, credit, invoiceId: invoice.id },
		'invoices',
		'today',
		`job:${invoice.jobId}`
	);
	return { credit };
});

function take(
	ctx: Context,
	invoice: typeof invoices.$inferSelect,
	amount: number,
	p: { method: 'card' | 'check' | 'cash' | 'transfer'; reference: string; day: string; processorId: string | null }
): number {
	const payment = ctx.insert(payments, { id: newId(), customerId: invoice.customerId, jobId: invoice.jobId, at: ctx.now, amount, ...p });
	return settle(ctx, payment.id, amount, invoice.customerId, [invoice.id], invoice.jobId);
}

export const askCharge = serve(contract.askCharge, (ctx, i, actor) => {
	if (actor.type !== 'link') throw new Refusal(say('needs-link-from-mail'));
	const invoice = ctx.get(invoices, actor.subjectId, 'This invoice');
	if (invoice.voidedAt !== null || invoice.issuedAt === null) throw new Refusal(say('invoice-withdrawn'));
	const open = invoice.total - paidOf(ctx.db, invoice.id);
	if (open <= 0) throw new Refusal(say('invoice-paid'));
	const amount = cents(i.amount);
	if (amount <= 0) throw new Refusal(say('amount-must-be-more-than-0'), 'amount');
	if (amount > open) throw new Refusal(say('only-left-to-pay', { open: formatCents(cents(open)) }), 'amount');
	const earlier = ctx.db.select().from(charges).where(eq(charges.invoiceId, invoice.id)).all();
	const waiting = earlier.find((c) => c.state === 'asked' || c.state === 'unknown');
	if (waiting) throw new Refusal(say('payment-on-way-already'));
	const charge = ctx.insert(charges, { id: newId(), invoiceId: invoice.id, amount, state: 'asked', at: ctx.now, last4: i.last4 });
	ctx.happened(`invoice:${invoice.id}`, 'charges.ask', { amount });
	return { chargeId: charge.id, amount };
});

export const answerCharge = serve(contract.answerCharge, (ctx, i) => {
	const charge = ctx.get(charges, i.chargeId, 'This charge');
	if (charge.state === 'paid' || charge.state === i.state) return;
	const invoice = endCharge(ctx, charge, i);
	if (i.tell && i.state !== 'unknown') tellCustomer(ctx, invoice, charge.amount, i.state);
	ctx.happened(
		`invoice:${invoice.id}`,
		'charges.answer',
		{ state: i.state, amount: cents(charge.amount), invoiceId: invoice.id },
		'invoices',
		'today',
		`job:${invoice.jobId}`
	);
});

/** Ends an attempt: what was paid is taken, once. */
function endCharge(
	ctx: Context,
	charge: typeof charges.$inferSelect,
	answer: { state: 'paid' | 'declined' | 'unknown'; message: string; processorId: string | null }
): typeof invoices.$inferSelect {
	ctx.update(charges, charge.id, { state: answer.state, message: answer.message });
	const invoice = ctx.get(invoices, charge.invoiceId, 'This invoice');
	if (answer.state === 'paid')
		take(ctx, invoice, charge.amount, {
			method: 'card',
			reference: `card ending ${charge.last4}`,
			day: ctx.today,
			processorId: answer.processorId
		});
	return invoice;
}

/** A payment that was in the dark is settled: the customer hears of it, for they were asked to wait. */
function tellCustomer(ctx: Context, invoice: typeof invoices.$inferSelect, amount: number, state: 'paid' | 'declined'): void {
	const customer = ctx.get(customers, invoice.customerId, 'The customer');
	const own = ctx.get(company, 'company', 'The company');
	const linkId = linkOf(ctx.db, 'invoice', invoice.id);
	ctx.mail({
		to: addressesOf(ctx.db, customer, 'getsInvoices'),
		...mailWords(customer.language)[state === 'paid' ? 'cardArrived' : 'cardFailed']({
			...{ number: invoice.number ?? '', amount: moneyIn(own.settings.currency)(amount), company: own.name }
		}),
		about: `invoice:${invoice.id}`,
		...(linkId ? { linkId } : {})
	});
}

export const settleCharge = serve(contract.settleCharge, (ctx, i) => {
	const charge = ctx.get(charges, i.chargeId, 'This card payment');
	if (charge.state !== 'asked' && charge.state !== 'unknown') throw new Refusal(say('card-payment-already', { state: charge.state }));
	if (i.state === 'paid' && i.reference.trim() === '') throw new Refusal(say('type-number-processors-statement-gives'), 'reference');
	const invoice = endCharge(ctx, charge, {
		state: i.state,
		message: `settled by ${ctx.who.name}`,
		processorId: i.reference.trim() || null
	});
	tellCustomer(ctx, invoice, charge.amount, i.state);
	ctx.happened(
		`invoice:${invoice.id}`,
		'charges.settle',
		{ amount: cents(charge.amount), state: i.state, invoiceId: invoice.id },
		'invoices',
		'today',
		`job:${invoice.jobId}`
	);
});
