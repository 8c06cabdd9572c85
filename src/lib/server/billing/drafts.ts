import { and, asc, eq, isNotNull, isNull, ne } from 'drizzle-orm';
import type { Orm } from '../db/open';
import { type Grouping, billedDeposit, checkWithin, depositAmount, partialTax, percentOfWhole } from '../../core/billing';
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
import {
	company,
	costEntries,
	creditNotes,
	customers,
	invoiceLines,
	invoiceParts,
	invoices,
	itemSales,
	payApplications,
	type InvoiceKind,
	jobs,
	taxCodes,
	taxComponents
} from '../db/schema';
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
	quantity?: number | null;
	unit?: string;
	day?: string;
	/** Held back of it as retainage: billed, and not due. */
	retained?: Cents;
}

/** What an invoice bills of one job. */
export interface DraftPart {
	jobId: string;
	kind: InvoiceKind;
	title: string;
	lines: DraftLine[];
	grouping?: Grouping;
}

type Taxed = Pick<DraftLine, 'amount' | 'taxCodeId' | 'retained'>;

/** What was taxed of a job before, by invoices and, taken back, by credits. */
const taxedBefore = (ctx: Context, jobId: string): ComponentTax[] => [
	...ctx.db
		.select({ taxes: invoiceParts.taxes })
		.from(invoiceParts)
		.innerJoin(invoices, eq(invoices.id, invoiceParts.invoiceId))
		.where(and(eq(invoiceParts.jobId, jobId), isNull(invoices.voidedAt), isNotNull(invoices.issuedAt)))
		.all()
		.flatMap((r) => r.taxes),
	...ctx.db
		.select({ taxes: creditNotes.taxes })
		.from(creditNotes)
		.innerJoin(invoiceParts, eq(invoiceParts.id, creditNotes.partId))
		.innerJoin(invoices, eq(invoices.id, invoiceParts.invoiceId))
		.where(and(eq(invoiceParts.jobId, jobId), isNull(invoices.voidedAt)))
		.all()
		.flatMap((r) => r.taxes.map((t) => ({ ...t, base: cents(-t.base), tax: cents(-t.tax) })))
];

/**
 * Tax of what is billed of a job now, per component: tax on all billed to date of this job at that rate − tax billed before at that rate. What is held
 * back is taxed when it is released.
 */
export function taxesOf(
	ctx: Context,
	jobId: string,
	lines: readonly Taxed[],
	day: string,
	beside: readonly ComponentTax[] = []
): ComponentTax[] {
	const customer = ctx.get(customers, ctx.get(jobs, jobId, 'This job').customerId, 'The customer');
	const due = lines.map((l) => ({ amount: cents(l.amount - (l.retained ?? 0)), taxCodeId: l.taxCodeId }));
	const now = taxOf(due, ctx.db.select().from(taxCodes).all(), ctx.db.select().from(taxComponents).all(), day, customer.exemption);
	const before = [...taxedBefore(ctx, jobId), ...beside];
	return now.map((t) => {
		const same = before.filter((b) => b.componentId === t.componentId && b.rate === t.rate);
		return { ...t, tax: partialTax(cents(t.base + sum(same.map((b) => b.base))), sum(same.map((b) => b.tax)), t.rate) };
	});
}

/** Taxes of parts as the invoice shows them: those of one component and rate are added, not computed again. */
export function addTaxes(parts: readonly (readonly ComponentTax[])[]): ComponentTax[] {
	const all = new Map<string, ComponentTax>();
	for (const t of parts.flat()) {
		const key = `${t.componentId} ${t.rate}`;
		const there = all.get(key);
		all.set(key, there ? { ...there, base: cents(there.base + t.base), tax: cents(there.tax + t.tax) } : t);
	}
	return [...all.values()];
}

const heldOf = (lines: readonly Taxed[]): Cents => sum(lines.map((l) => l.retained ?? cents(0)));
const dueOf = (lines: readonly Taxed[]): Cents => cents(sum(lines.map((l) => l.amount)) - heldOf(lines));

/** The figures of parts, each with the tax of its own job; two parts of one job cumulate. */
function figuresOf<T extends { jobId: string; lines: readonly Taxed[] }>(ctx: Context, parts: readonly T[]) {
	const own = new Map<string, ComponentTax[]>();
	const figured = parts.map((part) => {
		const beside = own.get(part.jobId) ?? [];
		const taxes = taxesOf(ctx, part.jobId, part.lines, ctx.today, beside);
		own.set(part.jobId, [...beside, ...taxes]);
		return { part, net: dueOf(part.lines), retained: heldOf(part.lines), taxes, tax: taxTotal(taxes) };
	});
	const all = { net: sum(figured.map((f) => f.net)), retained: sum(figured.map((f) => f.retained)), tax: sum(figured.map((f) => f.tax)) };
	return { figured, all: { ...all, taxes: addTaxes(figured.map((f) => f.taxes)), total: cents(all.net + all.tax) } };
}

/**
 * A draft of one or several jobs of a customer: a part for each, with its own tax.
 * @throws Refusal before anything is written
 */
export function draftParts(
	ctx: Context,
	kind: InvoiceKind,
	title: string,
	given: readonly DraftPart[],
	more: { asked?: Cents; aboutId?: string } = {}
) {
	const parts = given
		.map((p) => ({ ...p, lines: p.lines.filter((l) => l.amount !== 0 || (l.retained ?? 0) !== 0) }))
		.filter((p) => p.lines.length > 0);
	const [first] = parts;
	if (!first) throw new Refusal('There is nothing left to bill here.');
	const { figured, all } = figuresOf(ctx, parts);
	if (all.total < 0) throw new Refusal('This comes to less than nothing: it would be a credit, not an invoice.');
	const customerId = ctx.get(jobs, first.jobId, 'This job').customerId;
	const invoice = ctx.insert(invoices, {
		...{ id: newId(), jobId: first.jobId, customerId, kind, title, ...all },
		...{ asked: more.asked ?? null, aboutId: more.aboutId ?? null }
	});
	let position = 0;
	figured.forEach(({ part, ...f }, n) => {
		const row = ctx.insert(invoiceParts, {
			...{ id: newId(), invoiceId: invoice.id, jobId: part.jobId, kind: part.kind, position: n, title: part.title, ...f },
			grouping: part.grouping ?? 'each'
		});
		for (const l of part.lines) putLine(ctx, invoice.id, row.id, position++, l);
	});
	const told = [`invoice:${invoice.id}`, ...new Set(parts.map((p) => `job:${p.jobId}`))];
	ctx.happenedIn('invoices', told, 'invoices.drafted', { title, net: all.total }, 'invoices', 'today');
	return { invoiceId: invoice.id, total: all.total };
}

const putLine = (ctx: Context, invoiceId: string, partId: string, position: number, l: DraftLine) =>
	ctx.insert(invoiceLines, {
		...{ id: newId(), invoiceId, partId, position, text: l.text, amount: l.amount, taxCodeId: l.taxCodeId },
		...{ contractLineId: l.contractLineId ?? null, costEntryId: l.costEntryId ?? null },
		...{ quantity: l.quantity ?? null, unit: l.unit ?? '', day: l.day ?? null, retained: l.retained ?? 0 }
	});

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
	if (job.number === null) throw new Refusal('Only a job that is won can be billed.');
	return job;
}

/** A contract that is applied for is not billed by invoices besides. @throws Refusal */
export function notByApplication(ctx: Context, jobId: string): void {
	const applied = ctx.db
		.select({ number: payApplications.number })
		.from(payApplications)
		.where(and(eq(payApplications.jobId, jobId), ne(payApplications.state, 'void')))
		.get();
	if (applied) throw new Refusal('This job’s contract is billed by pay applications. Bill it there.');
}

/** A draft of a deposit, typed as a percent or an amount of the total with tax. */
export function draftDeposit(ctx: Context, jobId: string, typed: string) {
	const job = billableJob(ctx, jobId);
	notByApplication(ctx, job.id);
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
	notByApplication(ctx, job.id);
	const contract = contractOf(ctx.db, job.id);
	const amounts = percentOfWhole(contract, toDate);
	contract.forEach((l, n) => checkWithin(l, amounts[n] ?? cents(0), l.text));
	return draft(
		ctx,
		job.id,
		'contract',
		title ?? (toDate === 10_000 ? 'Work as contracted' : 'Part of the work as contracted'),
		contractDraft(contract, amounts)
	);
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
	const { figured, all } = figuresOf(ctx, parts);
	for (const { part, taxes, tax } of figured) ctx.update(invoiceParts, part.id, { taxes, tax });
	if (all.total < 0) throw new Refusal('With the tax of today this comes to less than nothing: it would be a credit, not an invoice.');
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
		[`invoice:${invoice.id}`, ...new Set(partsOf(ctx.db, invoice.id).map((p) => `job:${p.jobId}`))],
		'invoices.issued',
		{ number, net: total },
		'invoices',
		'today'
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
