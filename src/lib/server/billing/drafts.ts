import { and, eq, isNotNull, isNull } from 'drizzle-orm';
import { billedDeposit, checkWithin, depositAmount, partialTax, percentOfWhole } from '../../core/billing';
import {
	cents,
	parseCents,
	parsePercent,
	sum,
	taxOf,
	taxTotal,
	unitPriceIn,
	type Cents,
	type ComponentTax,
	type Percent,
	type Quantity
} from '../../core/money';
import { Refusal } from '../../core/refusal';
import { addDays } from '../../core/time';
import type { Context } from '../commands';
import { company, costEntries, customers, invoiceLines, invoices, itemSales, jobs, taxCodes, taxComponents } from '../db/schema';
import { newId } from '../ids';
import { makeLink } from '../links';
import { settleWithCredit } from './settle';
import { contractOf } from './load';

export interface DraftLine {
	text: string;
	amount: Cents;
	taxCodeId: string | null;
	contractLineId?: string;
	costEntryId?: string;
	quantity?: number;
	unit?: string;
}

/** Tax of this invoice per component: tax on all billed to date of this job at that rate − tax billed before at that rate. */
export function taxesOf(ctx: Context, jobId: string, lines: readonly DraftLine[], day: string): ComponentTax[] {
	const customer = ctx.get(customers, ctx.get(jobs, jobId, 'This job').customerId, 'The customer');
	const now = taxOf(lines, ctx.db.select().from(taxCodes).all(), ctx.db.select().from(taxComponents).all(), day, customer.exemption);
	const before = ctx.db
		.select({ taxes: invoices.taxes })
		.from(invoices)
		.where(and(eq(invoices.jobId, jobId), isNull(invoices.voidedAt), isNotNull(invoices.issuedAt)))
		.all()
		.flatMap((r) => r.taxes);
	return now.map((t) => {
		const same = before.filter((b) => b.componentId === t.componentId && b.rate === t.rate);
		return { ...t, tax: partialTax(cents(t.base + sum(same.map((b) => b.base))), sum(same.map((b) => b.tax)), t.rate) };
	});
}

export function draft(
	ctx: Context,
	jobId: string,
	kind: 'deposit' | 'contract' | 'time and materials',
	title: string,
	lines: DraftLine[],
	asked?: Cents
) {
	const job = ctx.get(jobs, jobId, 'This job');
	const own = lines.filter((l) => l.amount !== 0);
	if (own.length === 0) throw new Refusal('There is nothing left to bill here.');
	const taxes = taxesOf(ctx, jobId, own, ctx.today);
	const net = sum(own.map((l) => l.amount));
	const tax = taxTotal(taxes);
	if (net + tax < 0) throw new Refusal('This comes to less than nothing: it would be a credit, not an invoice.');
	const invoice = ctx.insert(invoices, {
		id: newId(),
		jobId,
		customerId: job.customerId,
		kind,
		title,
		net,
		taxes,
		tax,
		total: net + tax,
		asked: asked ?? null
	});
	own.forEach((l, position) =>
		ctx.insert(invoiceLines, {
			id: newId(),
			invoiceId: invoice.id,
			position,
			text: l.text,
			amount: l.amount,
			taxCodeId: l.taxCodeId,
			contractLineId: l.contractLineId ?? null,
			costEntryId: l.costEntryId ?? null,
			quantity: l.quantity ?? null,
			unit: l.unit ?? ''
		})
	);
	ctx.happenedIn('invoices', `job:${jobId}`, 'invoices.drafted', { title, net: net + tax }, 'invoices', 'today', `invoice:${invoice.id}`);
	return { invoiceId: invoice.id, total: net + tax };
}

/** A job that is won. @throws Refusal */
export function billableJob(ctx: Context, jobId: string) {
	const job = ctx.get(jobs, jobId, 'This job');
	if (job.number === null) throw new Refusal('Only a job that is won can be billed.');
	return job;
}

/** A draft of a deposit, typed as a percent or an amount of the total with tax. */
export function draftDeposit(ctx: Context, jobId: string, typed: string) {
	const job = billableJob(ctx, jobId);
	const contract = contractOf(ctx.db, job.id);
	if (contract.some((l) => l.billed !== 0)) throw new Refusal('A deposit comes before anything else is billed.', 'amount');
	const net = cents(job.contractNet ?? 0);
	const total = cents(net + (job.contractTax ?? 0));
	const text = typed.trim();
	const deposit = depositAmount(
		total,
		text.endsWith('%') ? { by: 'percent', percent: parsePercent(text) } : { by: 'amount', amount: parseCents(text) }
	);
	const parts = billedDeposit(
		deposit,
		net,
		total,
		contract.map((l) => l.amount)
	);
	return draft(
		ctx,
		job.id,
		'deposit',
		`Deposit, ${text}`,
		contract.map((l, n) => ({
			text: `Deposit: ${l.scope}, ${l.text}`,
			amount: parts[n] ?? cents(0),
			taxCodeId: l.taxCodeId,
			contractLineId: l.id
		})),
		deposit
	);
}

/** A draft that brings what is billed of the contract to a percent of the whole. */
export function draftToDate(ctx: Context, jobId: string, toDate: Percent, title?: string) {
	const job = billableJob(ctx, jobId);
	const contract = contractOf(ctx.db, job.id);
	const amounts = percentOfWhole(contract, toDate);
	contract.forEach((l, n) => checkWithin(l, amounts[n] ?? cents(0), l.text));
	return draft(
		ctx,
		job.id,
		'contract',
		title ?? (toDate === 10_000 ? 'Work as contracted' : 'Part of the work as contracted'),
		contract.map((l, n) => ({
			text: `${l.scope}: ${l.text}`,
			amount: amounts[n] ?? cents(0),
			taxCodeId: l.taxCodeId,
			contractLineId: l.id
		}))
	);
}

/** Issues a draft: its number, its day, what is owed until when, its letter, what the customer's credit settles of it. */
export function issueDraft(ctx: Context, invoiceId: string, letter: { to: string; subject: string; text: string }, version?: number) {
	const invoice = ctx.get(invoices, invoiceId, 'This invoice');
	if (invoice.issuedAt !== null) return { number: invoice.number };
	const own = ctx.get(company, 'company', 'The company');
	// The rate is that of the document's day, and what others billed since counts: the tax is computed afresh.
	const lines = ctx.db
		.select()
		.from(invoiceLines)
		.where(eq(invoiceLines.invoiceId, invoice.id))
		.all()
		.map((l) => ({ text: l.text, amount: cents(l.amount), taxCodeId: l.taxCodeId }));
	const taxes = taxesOf(ctx, invoice.jobId, lines, ctx.today);
	const tax = taxTotal(taxes);
	const number = ctx.nextNumber('invoice');
	ctx.update(
		invoices,
		invoice.id,
		{
			number,
			issuedAt: ctx.now,
			day: ctx.today,
			due: addDays(ctx.today, own.settings.paymentDays),
			taxes,
			tax,
			total: invoice.net + tax
		},
		version
	);
	const linkId = makeLink(ctx, 'invoice', invoice.id);
	ctx.mail({
		to: letter.to,
		subject: letter.subject || `Invoice ${number} from ${own.name}`,
		text: letter.text.includes('{link}') ? letter.text : `${letter.text}\n\n{link}`,
		linkId,
		about: `job:${invoice.jobId}`
	});
	rememberPrices(ctx, invoice);
	settleWithCredit(ctx, invoice.customerId);
	ctx.happenedIn(
		'invoices',
		`job:${invoice.jobId}`,
		'invoices.issued',
		{ number, net: invoice.net + tax },
		'invoices',
		'today',
		`invoice:${invoice.id}`
	);
	return { number, linkId };
}

/** What items were charged at, for the next time somebody asks. Voiding the invoice forgets it. */
function rememberPrices(ctx: Context, invoice: typeof invoices.$inferSelect): void {
	const charged = ctx.db
		.select({ itemId: costEntries.itemId, quantity: invoiceLines.quantity, amount: invoiceLines.amount })
		.from(invoiceLines)
		.innerJoin(costEntries, eq(costEntries.id, invoiceLines.costEntryId))
		.where(eq(invoiceLines.invoiceId, invoice.id))
		.all();
	for (const c of charged) {
		const price = unitPriceIn(cents(c.amount), (c.quantity ?? 0) as Quantity);
		if (!c.itemId || price === null) continue;
		const row = { itemId: c.itemId, quantity: c.quantity ?? 0, price, invoiceId: invoice.id };
		ctx.db
			.insert(itemSales)
			.values({ ...row, customerId: invoice.customerId, jobId: invoice.jobId, at: ctx.now })
			.run();
	}
}
