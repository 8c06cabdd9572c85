import { mailWords, paperWords, type Language } from '../../core/words';
import { say } from '../../contract/refusals/billing';
import { settingsOf } from '../company';
import { and, asc, eq, isNotNull, ne } from 'drizzle-orm';
import { billedDeposit, checkWithin, depositAmount, percentOfWhole } from '../../core/billing';
import { cents, formatPercent, moneyIn, unitPriceIn, type Cents, type Percent, type Quantity } from '../../core/money';
import { Refusal } from '../../core/refusal';
import { addDays } from '../../core/time';
import type { Context } from '../commands';
import { among, type Orm } from '../db';
import { invoiceLines, invoiceParts, invoices, payApplications, type InvoiceKind } from './schema';
import { itemSales } from '../catalog/schema';
import { company } from '../company/schema';
import { costEntries } from '../costs/schema';
import { customers, jobs } from '../sales/schema';
import { makeLink } from '../links';
import { contractOf } from './load';
import { figuresOf, prepare, type DraftLine, type DraftPart } from './prepare';
import { settleWithCredit } from './settle';
import { taxBook } from './tax-book';

export type { DraftLine, DraftPart } from './prepare';

/**
 * A draft of one or several jobs of a customer.
 * @throws Refusal before anything is written
 */
export function draftParts(
	ctx: Context,
	kind: InvoiceKind,
	title: string,
	parts: readonly DraftPart[],
	more: { asked?: Cents; aboutId?: string } = {}
) {
	const book = taxBook(
		ctx,
		parts.map((p) => p.jobId)
	);
	const made = prepare(book, { kind, title, parts, ...more }, ctx.today);
	ctx.insert(invoices, made.invoice);
	for (const p of made.parts) ctx.insert(invoiceParts, p);
	for (const l of made.lines) ctx.insert(invoiceLines, l);
	const { id, total } = made.invoice;
	ctx.happenedIn(
		'invoices',
		[`invoice:${id}`, ...made.jobIds.map((j) => `job:${j}`)],
		'invoices.drafted',
		{ title, net: total },
		'invoices',
		'today'
	);
	return { invoiceId: id, total };
}

/** A draft of one job. @param aboutId the invoice a late charge is for */
export const draft = (ctx: Context, jobId: string, kind: InvoiceKind, title: string, lines: DraftLine[], asked?: Cents, aboutId?: string) =>
	draftParts(ctx, kind, title, [{ jobId, kind, title, lines }], {
		...(asked === undefined ? {} : { asked }),
		...(aboutId === undefined ? {} : { aboutId })
	});

/** The lines that a contract is billed by, each with what of it is billed now. */
export const contractDraft = (
	contract: readonly { id: string; scope: string; text: string; taxCodeId: string | null }[],
	amounts: readonly Cents[]
): DraftLine[] =>
	contract.map((l, n) => ({ text: `${l.scope}: ${l.text}`, amount: amounts[n] ?? cents(0), taxCodeId: l.taxCodeId, contractLineId: l.id }));

/** A job that is won. @throws Refusal */
export function billableJob(ctx: Context, jobId: string) {
	const job = ctx.get(jobs, jobId, 'This job');
	if (job.number === null) throw new Refusal(say('only-job-won-can-be-billed'));
	return job;
}

/** A contract that is applied for is not billed by invoices besides. @throws Refusal */
export function notByApplication(ctx: Context, jobId: string): void {
	const applied = ctx.db
		.select({ number: payApplications.number })
		.from(payApplications)
		.where(and(eq(payApplications.jobId, jobId), ne(payApplications.state, 'void')))
		.get();
	if (applied) throw new Refusal(say('jobs-contract-billed-by-pay-applications'));
}

/** What the papers of a job are written in. */
export const languageOfJob = (ctx: Context, jobId: string): Language =>
	ctx.db
		.select({ language: customers.language })
		.from(jobs)
		.innerJoin(customers, eq(customers.id, jobs.customerId))
		.where(eq(jobs.id, jobId))
		.get()?.language ?? 'en';

/** A draft of a deposit: so many percent, or so much, of the total with tax. */
export function draftDeposit(ctx: Context, jobId: string, share: Parameters<typeof depositAmount>[1]) {
	const job = billableJob(ctx, jobId);
	notByApplication(ctx, job.id);
	const contract = contractOf(ctx.db, job.id);
	if (contract.some((l) => l.billed !== 0)) throw new Refusal(say('deposit-comes-before-anything-else-billed'), 'amount');
	const net = cents(job.contractNet ?? 0);
	const total = cents(net + (job.contractTax ?? 0));
	const { titles } = paperWords(languageOfJob(ctx, job.id));
	const text = share.by === 'percent' ? formatPercent(share.percent) : moneyIn(settingsOf(ctx.db).currency)(share.amount);
	const deposit = depositAmount(total, share);
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
		titles.deposit(text),
		contract.map((l, n) => ({
			text: titles.depositOf(l.scope, l.text),
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
	notByApplication(ctx, job.id);
	const contract = contractOf(ctx.db, job.id);
	const { titles } = paperWords(languageOfJob(ctx, job.id));
	const amounts = percentOfWhole(contract, toDate);
	contract.forEach((l, n) => checkWithin(l, amounts[n] ?? cents(0), l.text));
	return draft(ctx, job.id, 'contract', title ?? (toDate === 10_000 ? titles.whole : titles.part), contractDraft(contract, amounts));
}

/** The rate is that of the document's day, and what others billed since counts: the tax of each part is computed afresh. */
function taxAfresh(ctx: Context, invoiceId: string) {
	const lines = ctx.db.select().from(invoiceLines).where(eq(invoiceLines.invoiceId, invoiceId)).all();
	const parts = partsOf(ctx.db, invoiceId).map((p) => ({
		...{ id: p.id, jobId: p.jobId },
		lines: lines
			.filter((l) => l.partId === p.id)
			.map((l) => ({ amount: cents(l.amount), retained: cents(l.retained), taxCodeId: l.taxCodeId }))
	}));
	const book = taxBook(
		ctx,
		parts.map((p) => p.jobId)
	);
	const { figured, all } = figuresOf(book, parts, ctx.today);
	for (const { part, taxes, tax } of figured) ctx.update(invoiceParts, part.id, { taxes, tax });
	if (all.total < 0) throw new Refusal(say('with-tax-of-today-comes-to'));
	return all;
}

export const partsOf = (db: Orm, invoiceId: string) =>
	db.select().from(invoiceParts).where(eq(invoiceParts.invoiceId, invoiceId)).orderBy(asc(invoiceParts.position)).all();

/** Issues a draft: its number, its day, what is owed until when, its letter, what the customer's credit settles of it. */
export function issueDraft(ctx: Context, invoiceId: string, letter: { to: string; subject: string; text: string }, version?: number) {
	const invoice = ctx.get(invoices, invoiceId, 'This invoice');
	if (invoice.issuedAt !== null) return { number: invoice.number };
	const own = ctx.get(company, 'company', 'The company');
	const { taxes, tax, total } = taxAfresh(ctx, invoice.id);
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
			total
		},
		version
	);
	const linkId = makeLink(ctx, 'invoice', invoice.id);
	const { language } = ctx.get(customers, invoice.customerId, 'The customer');
	ctx.mail({
		to: letter.to,
		subject: letter.subject || mailWords(language).invoice({ customer: '', number, company: own.name }).subject,
		text: letter.text.includes('{link}') ? letter.text : `${letter.text}\n\n{link}`,
		linkId,
		about: `job:${invoice.jobId}`
	});
	rememberPrices(ctx, [invoice.id]);
	settleWithCredit(ctx, invoice.customerId);
	ctx.happenedIn(
		'invoices',
		[`invoice:${invoice.id}`, ...new Set(partsOf(ctx.db, invoice.id).map((p) => `job:${p.jobId}`))],
		'invoices.issued',
		{ number, net: total },
		'invoices',
		'today'
	);
	return { number, linkId };
}

/** What items were charged at, for the next time somebody asks. Voiding the invoice forgets it. */
export function rememberPrices(ctx: Context, invoiceIds: readonly string[]): void {
	const charged = ctx.db
		.select({
			itemId: costEntries.itemId,
			quantity: invoiceLines.quantity,
			amount: invoiceLines.amount,
			jobId: costEntries.jobId,
			invoiceId: invoices.id,
			customerId: invoices.customerId
		})
		.from(invoiceLines)
		.innerJoin(invoices, eq(invoices.id, invoiceLines.invoiceId))
		.innerJoin(costEntries, eq(costEntries.id, invoiceLines.costEntryId))
		.where(and(among(invoiceLines.invoiceId, [...invoiceIds]), isNotNull(costEntries.itemId)))
		.all();
	for (const c of charged) {
		const price = unitPriceIn(cents(c.amount), (c.quantity ?? 0) as Quantity);
		if (!c.itemId || price === null) continue;
		const { jobId, customerId, invoiceId } = c;
		ctx.db
			.insert(itemSales)
			.values({ itemId: c.itemId, quantity: c.quantity ?? 0, price, invoiceId, customerId, jobId, at: ctx.now })
			.run();
	}
}
