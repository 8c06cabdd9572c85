import { customers } from '../sales/schema';
import { mailWords } from '../../core/words';
import { say } from '../../contract/refusals/billing';
import * as contract from '../../contract/billing/many';
import { eq, sql } from 'drizzle-orm';
import { checkCredit } from '../../core/billing';
import { cents, moneyIn, taxTotal } from '../../core/money';
import { Refusal } from '../../core/refusal';
import { serve, type Context } from '../commands';
import type { Orm } from '../db';
import { creditLines, creditNotes, invoiceLines, invoiceParts, invoices, allocations, payments } from './schema';
import { company } from '../company/schema';
import { costEntries } from '../costs/schema';
import { newId } from '../ids';
import { makeLink } from '../links';
import { taxBook, taxesOf } from './tax-book';

type Invoice = typeof invoices.$inferSelect;

/** What was credited of an invoice's lines, by their id. */
export const creditedOf = (db: Orm, invoiceId: string): Map<string, number> =>
	new Map(
		db
			.select({ id: creditLines.invoiceLineId, n: sql<number>`sum(${creditLines.amount})` })
			.from(creditNotes)
			.innerJoin(creditLines, eq(creditLines.creditId, creditNotes.id))
			.where(eq(creditNotes.invoiceId, invoiceId))
			.groupBy(creditLines.invoiceLineId)
			.all()
			.map((r) => [r.id, r.n])
	);

/** The lines a credit names, all of one part. @throws Refusal */
function credited(ctx: Context, invoice: Invoice, i: { lines: { id: string; amount: number }[] }) {
	if (invoice.issuedAt === null || invoice.voidedAt !== null) throw new Refusal(say('only-issued-invoice-credited'));
	if (invoice.kind === 'pay application') throw new Refusal(say('pay-application-not-credited'));
	const before = creditedOf(ctx.db, invoice.id);
	const lines = ctx.db.select().from(invoiceLines).where(eq(invoiceLines.invoiceId, invoice.id)).all();
	const wanted = new Map(i.lines.filter((l) => l.amount !== 0).map((l) => [l.id, cents(l.amount)]));
	const net = checkCredit(
		lines.map((l) => ({ id: l.id, text: l.text, amount: cents(l.amount), credited: cents(before.get(l.id) ?? 0) })),
		wanted
	);
	const own = lines.filter((l) => wanted.has(l.id));
	const parts = new Set(own.map((l) => l.partId));
	const partId = own[0]?.partId;
	if (parts.size !== 1 || !partId) throw new Refusal(say('these-lines-of-several-jobs'), 'lines');
	return { own: own.map((l) => ({ ...l, now: wanted.get(l.id) ?? cents(0) })), net, part: ctx.get(invoiceParts, partId, 'Its part') };
}

export const creditInvoice = serve(contract.creditInvoice, (ctx, i) => {
	const invoice = ctx.get(invoices, i.invoiceId, 'This invoice');
	const { own, net, part } = credited(ctx, invoice, i);
	// Taxed at the rates of the invoice's own day, and cumulated: what is left of the job keeps exactly its tax.
	const taxes = taxesOf(
		taxBook(ctx, [part.jobId]),
		part.jobId,
		own.map((l) => ({ amount: cents(-l.now), taxCodeId: l.taxCodeId })),
		invoice.day ?? ctx.today
	).map((t) => ({ ...t, base: cents(-t.base), tax: cents(-t.tax) }));
	const tax = taxTotal(taxes);
	const total = cents(net + tax);
	const number = ctx.nextNumber('credit');
	const payment = ctx.insert(payments, {
		...{ id: newId(), customerId: invoice.customerId, jobId: part.jobId, at: ctx.now, day: ctx.today },
		...{ method: 'credit note', amount: total, reference: `credit ${number}` }
	});
	const note = ctx.insert(creditNotes, {
		...{ id: newId(), number, invoiceId: invoice.id, customerId: invoice.customerId, partId: part.id },
		...{ day: ctx.today, reason: i.reason, net, taxes, tax, total, paymentId: payment.id, at: ctx.now }
	});
	for (const l of own) {
		ctx.insert(creditLines, { id: newId(), creditId: note.id, invoiceLineId: l.id, amount: l.now });
		if (l.costEntryId) giveBack(ctx, l.costEntryId, l.now);
	}
	const open = cents(Math.min(total, Math.max(0, invoice.total - invoice.paid)));
	if (open > 0) ctx.insert(allocations, { id: newId(), paymentId: payment.id, invoiceId: invoice.id, amount: open });
	mailCredit(ctx, note, invoice, i.to);
	ctx.happened(
		[`job:${part.jobId}`, `invoice:${invoice.id}`],
		'invoices.credit',
		{ number, invoice: invoice.number, total, reason: i.reason },
		'invoices',
		'today'
	);
	return { number, total, credit: total - open };
});

/** The customer gets it as a link to its PDF. */
function mailCredit(ctx: Context, note: typeof creditNotes.$inferSelect, invoice: Invoice, to: string): void {
	if (to === '') return;
	const own = ctx.get(company, 'company', 'The company');
	const { language } = ctx.get(customers, invoice.customerId, 'The customer');
	ctx.mail({
		to,
		...mailWords(language).credit({
			...{ number: note.number, invoice: invoice.number ?? '', company: own.name, phone: own.phone },
			total: moneyIn(own.settings.currency)(note.total)
		}),
		linkId: makeLink(ctx, 'document', `credit:${note.id}`),
		about: `invoice:${invoice.id}`
	});
}

/** What is credited of a cost is not billed any more, and waits for no other bill: whoever wants to bill it again says so on the job. */
function giveBack(ctx: Context, costId: string, amount: number): void {
	const cost = ctx.get(costEntries, costId, 'Its cost');
	const billed = cost.billed - amount;
	ctx.update(costEntries, cost.id, { billed, state: billed === 0 ? 'absorbed' : 'billed' });
}
