import * as contract from '../../contract/billing/commands';
import { eq } from 'drizzle-orm';
import { checkWithin, percentToDate } from '../../core/billing';
import { cents, parsePercent } from '../../core/money';
import { Refusal } from '../../core/refusal';
import { serve, type Context } from '../commands';
import { allocations, billingSteps, costEntries, invoiceLines, invoices, itemSales } from '../db/schema';
import { billableJob, draft, draftDeposit, draftToDate, issueDraft } from './drafts';
import { contractOf, costsToBill } from './load';

export const billDeposit = serve(contract.billDeposit, (ctx, i) => {
	return draftDeposit(ctx, i.jobId, i.amount);
});

export const billContract = serve(contract.billContract, (ctx, i) => {
	if (i.percent !== undefined) return draftToDate(ctx, i.jobId, parsePercent(i.percent));
	const job = billableJob(ctx, i.jobId);
	const contract = contractOf(ctx.db, job.id);
	const wanted = new Map((i.lines ?? []).map((l) => [l.id, l.percent]));
	for (const id of wanted.keys())
		if (!contract.some((l) => l.id === id)) throw new Refusal('A line of this bill is not part of the contract.', 'lines');
	const amounts = contract.map((l) => (wanted.has(l.id) ? percentToDate(l, parsePercent(wanted.get(l.id) ?? '0')) : cents(0)));
	contract.forEach((l, n) => checkWithin(l, amounts[n] ?? cents(0), l.text));
	return draft(
		ctx,
		job.id,
		'contract',
		'Part of the work as contracted',
		contract.map((l, n) => ({
			text: `${l.scope}: ${l.text}`,
			amount: amounts[n] ?? cents(0),
			taxCodeId: l.taxCodeId,
			contractLineId: l.id
		}))
	);
});

export const billCosts = serve(contract.billCosts, (ctx, i) => {
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
});

function freeCosts(ctx: Context, invoiceId: string): void {
	for (const l of ctx.db.select().from(invoiceLines).where(eq(invoiceLines.invoiceId, invoiceId)).all())
		if (l.costEntryId) ctx.update(costEntries, l.costEntryId, { state: 'to bill' });
}

/** The step of the plan that this invoice was made from is to be billed again. */
function freeStep(ctx: Context, invoiceId: string): void {
	for (const s of ctx.db.select({ id: billingSteps.id }).from(billingSteps).where(eq(billingSteps.invoiceId, invoiceId)).all())
		ctx.update(billingSteps, s.id, { invoiceId: null });
}

export const discardDraft = serve(contract.discardDraft, (ctx, i) => {
	const invoice = ctx.get(invoices, i.invoiceId, 'This draft');
	if (invoice.issuedAt !== null) throw new Refusal('An issued invoice is never deleted. Void it instead.');
	freeCosts(ctx, invoice.id);
	freeStep(ctx, invoice.id);
	for (const l of ctx.db.select().from(invoiceLines).where(eq(invoiceLines.invoiceId, invoice.id)).all()) ctx.remove(invoiceLines, l.id);
	ctx.remove(invoices, invoice.id);
	ctx.happened(`job:${invoice.jobId}`, 'invoices.discard', {}, 'invoices', 'today');
});

export const issueInvoice = serve(contract.issueInvoice, (ctx, i) => {
	return issueDraft(ctx, i.invoiceId, i, i.version);
});

export const voidInvoice = serve(contract.voidInvoice, (ctx, i) => {
	const invoice = ctx.get(invoices, i.invoiceId, 'This invoice');
	if (invoice.issuedAt === null || invoice.voidedAt !== null) throw new Refusal('Only an issued invoice can be voided.');
	freeCosts(ctx, invoice.id);
	freeStep(ctx, invoice.id);
	for (const a of ctx.db.select().from(allocations).where(eq(allocations.invoiceId, invoice.id)).all()) ctx.remove(allocations, a.id);
	ctx.db.delete(itemSales).where(eq(itemSales.invoiceId, invoice.id)).run();
	ctx.update(invoices, invoice.id, { voidedAt: ctx.now });
	ctx.happened(
		`job:${invoice.jobId}`,
		'invoices.void',
		{ number: invoice.number, reason: i.reason },
		'invoices',
		'today',
		`invoice:${invoice.id}`
	);
});

export const notePromise = serve(contract.notePromise, (ctx, i) => {
	const invoice = ctx.update(invoices, i.invoiceId, { promise: i.day || null });
	ctx.happened(`invoice:${invoice.id}`, 'invoices.promise', { day: i.day }, 'today', 'invoices');
});
