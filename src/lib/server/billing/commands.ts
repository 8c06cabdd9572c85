import { Type } from '@sinclair/typebox';
import { and, eq, isNotNull, isNull } from 'drizzle-orm';
import { billedDeposit, checkWithin, depositAmount, partialTax, percentOfWhole, percentToDate } from '../../core/billing';
import { cents, formatCents, parseCents, parsePercent, sum, taxOf, taxTotal, type Cents, type ComponentTax } from '../../core/money';
import { Refusal } from '../../core/refusal';
import { addDays } from '../../core/time';
import { defineCommand, type Context } from '../commands';
import { DayText, Id, MailOrEmpty, strict, Text, Typed, Version } from '../commands/inputs';
import { allocations, company, costEntries, customers, invoiceLines, invoices, jobs, taxCodes, taxComponents } from '../db/schema';
import { newId } from '../ids';
import { makeLink } from '../quotes/links';
import { settleWithCredit } from '../receivables/settle';
import { contractOf, costsToBill } from './load';

interface DraftLine {
	text: string;
	amount: Cents;
	taxCodeId: string | null;
	contractLineId?: string;
	costEntryId?: string;
	quantity?: number;
	unit?: string;
}

/** Tax of this invoice per component: tax on all billed to date of this job at that rate − tax billed before at that rate. */
function taxesOf(ctx: Context, jobId: string, lines: readonly DraftLine[], day: string): ComponentTax[] {
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

function draft(ctx: Context, jobId: string, kind: 'deposit' | 'contract' | 'time and materials', title: string, lines: DraftLine[]) {
	const job = ctx.get(jobs, jobId, 'This job');
	const own = lines.filter((l) => l.amount !== 0);
	if (own.length === 0) throw new Refusal('There is nothing left to bill here.');
	const taxes = taxesOf(ctx, jobId, own, ctx.today);
	const net = sum(own.map((l) => l.amount));
	const tax = taxTotal(taxes);
	if (net + tax < 0) throw new Refusal('This comes to less than nothing: it would be a credit, not an invoice.');
	const invoice = ctx.insert(invoices, { id: newId(), jobId, customerId: job.customerId, kind, title, net, taxes, tax, total: net + tax });
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
	ctx.happened(`job:${jobId}`, `${title}: draft of ${formatCents(net + tax)}`, 'invoices', 'today', `invoice:${invoice.id}`);
	return { invoiceId: invoice.id, total: net + tax };
}

function billableJob(ctx: Context, jobId: string) {
	const job = ctx.get(jobs, jobId, 'This job');
	if (job.number === null) throw new Refusal('Only a job that is won can be billed.');
	return job;
}

/** A deposit: a percent or an amount of the total with tax, billed on the lines in proportion. */
export const billDeposit = defineCommand({
	name: 'invoices.deposit',
	access: 'invoices.change',
	input: Type.Object({ jobId: Id, amount: Typed }, strict),
	run(ctx, i) {
		const job = billableJob(ctx, i.jobId);
		const contract = contractOf(ctx.db, job.id);
		if (contract.some((l) => l.billed !== 0)) throw new Refusal('A deposit comes before anything else is billed.', 'amount');
		const net = cents(job.contractNet ?? 0);
		const total = cents(net + (job.contractTax ?? 0));
		const text = i.amount.trim();
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
			}))
		);
	}
});

/** The contract: a percent of the whole to date, or a percent to date of chosen lines. 100 % bills the exact rest. */
export const billContract = defineCommand({
	name: 'invoices.contract',
	access: 'invoices.change',
	input: Type.Object(
		{
			jobId: Id,
			percent: Type.Optional(Typed),
			lines: Type.Optional(Type.Array(Type.Object({ id: Id, percent: Typed }, strict), { maxItems: 5000 }))
		},
		strict
	),
	run(ctx, i) {
		const job = billableJob(ctx, i.jobId);
		const contract = contractOf(ctx.db, job.id);
		const wanted = new Map((i.lines ?? []).map((l) => [l.id, l.percent]));
		for (const id of wanted.keys())
			if (!contract.some((l) => l.id === id)) throw new Refusal('A line of this bill is not part of the contract.', 'lines');
		const amounts =
			i.percent !== undefined
				? percentOfWhole(contract, parsePercent(i.percent))
				: contract.map((l) => (wanted.has(l.id) ? percentToDate(l, parsePercent(wanted.get(l.id) ?? '0')) : cents(0)));
		contract.forEach((l, n) => checkWithin(l, amounts[n] ?? cents(0), l.text));
		const whole = i.percent !== undefined && parsePercent(i.percent) === 10_000;
		return draft(
			ctx,
			job.id,
			'contract',
			whole ? 'Work as contracted' : 'Part of the work as contracted',
			contract.map((l, n) => ({
				text: `${l.scope}: ${l.text}`,
				amount: amounts[n] ?? cents(0),
				taxCodeId: l.taxCodeId,
				contractLineId: l.id
			}))
		);
	}
});

/** Time and materials up to a day, inclusive. Each cost is billed once. */
export const billCosts = defineCommand({
	name: 'invoices.costs',
	access: 'invoices.change',
	input: Type.Object({ jobId: Id, cutOff: DayText, costIds: Type.Optional(Type.Array(Id, { maxItems: 5000 })) }, strict),
	run(ctx, i) {
		const job = billableJob(ctx, i.jobId);
		const open = costsToBill(ctx.db, job.id, i.cutOff).filter((c) => !i.costIds || i.costIds.includes(c.id));
		const result = draft(
			ctx,
			job.id,
			'time and materials',
			`Time and materials to ${i.cutOff}`,
			open.map((c) => ({
				text: `${c.day} ${c.name}`,
				amount: cents(c.charge),
				taxCodeId: c.taxCodeId,
				costEntryId: c.id,
				quantity: c.quantity,
				unit: c.unit
			}))
		);
		for (const c of open) ctx.update(costEntries, c.id, { state: 'billed' });
		return result;
	}
});

function freeCosts(ctx: Context, invoiceId: string): void {
	for (const l of ctx.db.select().from(invoiceLines).where(eq(invoiceLines.invoiceId, invoiceId)).all())
		if (l.costEntryId) ctx.update(costEntries, l.costEntryId, { state: 'to bill' });
}

export const discardDraft = defineCommand({
	name: 'invoices.discard',
	access: 'invoices.change',
	input: Type.Object({ invoiceId: Id }, strict),
	run(ctx, i) {
		const invoice = ctx.get(invoices, i.invoiceId, 'This draft');
		if (invoice.issuedAt !== null) throw new Refusal('An issued invoice is never deleted. Void it instead.');
		freeCosts(ctx, invoice.id);
		for (const l of ctx.db.select().from(invoiceLines).where(eq(invoiceLines.invoiceId, invoice.id)).all()) ctx.remove(invoiceLines, l.id);
		ctx.remove(invoices, invoice.id);
		ctx.happened(`job:${invoice.jobId}`, 'Draft invoice discarded', 'invoices', 'today');
	}
});

/** Issues a draft: it gets its number, its day and due day, is mailed with a link, and settled from the customer's credit of this job. */
export const issueInvoice = defineCommand({
	name: 'invoices.issue',
	access: 'invoices.change',
	input: Type.Object({ invoiceId: Id, to: MailOrEmpty, subject: Text(200), text: Text(8000), version: Version }, strict),
	run(ctx, i) {
		const invoice = ctx.get(invoices, i.invoiceId, 'This invoice');
		if (invoice.issuedAt !== null) return { number: invoice.number };
		const own = ctx.get(company, 'company', 'The company');
		// The rate is that of the document's day, and what others billed since counts: the tax is reckoned afresh.
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
			i.version
		);
		const linkId = makeLink(ctx, 'invoice', invoice.id);
		ctx.mail({
			to: i.to,
			subject: i.subject || `Invoice ${number} from ${own.name}`,
			text: i.text.includes('{link}') ? i.text : `${i.text}\n\n{link}`,
			linkId,
			about: `job:${invoice.jobId}`
		});
		settleWithCredit(ctx, invoice.customerId);
		ctx.happened(
			`job:${invoice.jobId}`,
			`Invoice ${number} issued: ${formatCents(invoice.net + tax)}`,
			'invoices',
			'today',
			`invoice:${invoice.id}`
		);
		return { number, linkId };
	}
});

/** Voids an issued invoice: what it billed can be billed again, what was paid on it becomes credit. */
export const voidInvoice = defineCommand({
	name: 'invoices.void',
	access: 'invoices.change',
	input: Type.Object({ invoiceId: Id, reason: Type.String({ minLength: 1, maxLength: 400 }) }, strict),
	run(ctx, i) {
		const invoice = ctx.get(invoices, i.invoiceId, 'This invoice');
		if (invoice.issuedAt === null || invoice.voidedAt !== null) throw new Refusal('Only an issued invoice can be voided.');
		freeCosts(ctx, invoice.id);
		for (const a of ctx.db.select().from(allocations).where(eq(allocations.invoiceId, invoice.id)).all()) ctx.remove(allocations, a.id);
		ctx.update(invoices, invoice.id, { voidedAt: ctx.now });
		ctx.happened(`job:${invoice.jobId}`, `Invoice ${invoice.number} voided: ${i.reason}`, 'invoices', 'today', `invoice:${invoice.id}`);
	}
});

export const notePromise = defineCommand({
	name: 'invoices.promise',
	access: 'invoices.change',
	input: Type.Object({ invoiceId: Id, day: Type.Union([DayText, Type.Literal('')]) }, strict),
	run(ctx, i) {
		const invoice = ctx.update(invoices, i.invoiceId, { promise: i.day || null });
		ctx.happened(`invoice:${invoice.id}`, i.day ? `Payment promised for ${i.day}` : 'Promise taken off', 'today', 'invoices');
	}
});
