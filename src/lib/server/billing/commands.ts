import { dayIn, paperWords } from '../../core/words';
import { say } from '../../contract/refusals/billing';
import * as contract from '../../contract/billing/commands';
import { eq } from 'drizzle-orm';
import { checkWithin, percentToDate, spreadOverRest } from '../../core/billing';
import { cents, percent, type Cents } from '../../core/money';
import { Refusal } from '../../core/refusal';
import { serve, type Context } from '../commands';
import { billingSteps, creditNotes, invoiceLines, invoiceParts, invoices, repeatInvoiceDays, allocations } from './schema';
import { itemSales } from '../catalog/schema';
import { costEntries } from '../costs/schema';
import { costDraft, takeCosts } from './costs';
import {
	billableJob,
	contractDraft,
	draft,
	draftDeposit,
	draftParts,
	draftToDate,
	issueDraft,
	notByApplication,
	partsOf,
	languageOfJob
} from './drafts';
import { contractOf, costsToBill } from './load';

export const billDeposit = serve(contract.billDeposit, (ctx, i) => {
	return draftDeposit(
		ctx,
		i.jobId,
		i.deposit.by === 'percent' ? { by: 'percent', percent: percent(i.deposit.percent) } : { by: 'amount', amount: cents(i.deposit.amount) }
	);
});

export const billContract = serve(contract.billContract, (ctx, i) => {
	if (i.percent !== undefined) return draftToDate(ctx, i.jobId, percent(i.percent));
	const job = billableJob(ctx, i.jobId);
	notByApplication(ctx, job.id);
	const contract = contractOf(ctx.db, job.id);
	const amounts =
		i.amount !== undefined
			? spreadOverRest(contract, cents(i.amount))
			: amountsOf(contract, new Map((i.lines ?? []).map((l) => [l.id, l])));
	contract.forEach((l, n) => checkWithin(l, amounts[n] ?? cents(0), l.text));
	return draft(ctx, job.id, 'contract', paperWords(languageOfJob(ctx, job.id)).titles.part, contractDraft(contract, amounts));
});

/** What is billed of each line: a percent to date, or an amount now. */
function amountsOf(contract: ReturnType<typeof contractOf>, wanted: ReadonlyMap<string, { percent?: number; amount?: number }>): Cents[] {
	for (const id of wanted.keys()) if (!contract.some((l) => l.id === id)) throw new Refusal(say('line-of-bill-not-part-of'), 'lines');
	return contract.map((l) => {
		const now = wanted.get(l.id);
		if (!now) return cents(0);
		return now.amount !== undefined ? cents(now.amount) : percentToDate(l, percent(now.percent ?? 0));
	});
}

export const billCosts = serve(contract.billCosts, (ctx, i) => {
	const job = billableJob(ctx, i.jobId);
	const picked = new Map((i.costs ?? []).map((c) => [c.id, c.amount]));
	const ids = i.costIds ?? (i.costs ? i.costs.map((c) => c.id) : null);
	const open = costsToBill(ctx.db, job.id, i.cutOff).filter((c) => !ids || ids.includes(c.id));
	const language = languageOfJob(ctx, job.id);
	const title = paperWords(language).titles.timeAndMaterials(dayIn(language, i.cutOff));
	const lines = costDraft(open, picked);
	const part = { jobId: job.id, kind: 'time and materials' as const, title, lines, grouping: i.grouping ?? 'each' };
	const made = draftParts(ctx, 'time and materials', title, [part]);
	takeCosts(ctx, lines);
	return made;
});

/** What was taken of costs is left to bill again. */
function freeCosts(ctx: Context, invoiceId: string): void {
	for (const l of ctx.db.select().from(invoiceLines).where(eq(invoiceLines.invoiceId, invoiceId)).all()) {
		if (!l.costEntryId) continue;
		const cost = ctx.get(costEntries, l.costEntryId, 'Its cost');
		ctx.update(costEntries, cost.id, { billed: cost.billed - l.amount, state: 'to bill' });
	}
}

/** The step of the plan that this invoice was made from is to be billed again. */
function freeStep(ctx: Context, invoiceId: string): void {
	for (const s of ctx.db.select({ id: billingSteps.id }).from(billingSteps).where(eq(billingSteps.invoiceId, invoiceId)).all())
		ctx.update(billingSteps, s.id, { invoiceId: null });
}

export const discardDraft = serve(contract.discardDraft, (ctx, i) => {
	const invoice = ctx.get(invoices, i.invoiceId, 'This draft');
	if (invoice.issuedAt !== null) throw new Refusal(say('issued-invoice-never-deleted'));
	freeCosts(ctx, invoice.id);
	freeStep(ctx, invoice.id);
	for (const d of ctx.db.select().from(repeatInvoiceDays).where(eq(repeatInvoiceDays.invoiceId, invoice.id)).all())
		ctx.update(repeatInvoiceDays, d.id, { invoiceId: null });
	for (const l of ctx.db.select().from(invoiceLines).where(eq(invoiceLines.invoiceId, invoice.id)).all()) ctx.remove(invoiceLines, l.id);
	for (const p of partsOf(ctx.db, invoice.id)) ctx.remove(invoiceParts, p.id);
	ctx.remove(invoices, invoice.id);
	ctx.happened(`job:${invoice.jobId}`, 'invoices.discard', {}, 'invoices', 'today');
});

export const issueInvoice = serve(contract.issueInvoice, (ctx, i) => {
	return issueDraft(ctx, i.invoiceId, i, i.version);
});

export const voidInvoice = serve(contract.voidInvoice, (ctx, i) => {
	voidIssued(ctx, i);
});

/** Voids an issued invoice: what it billed can be billed again, what was paid on it is credit. */
export function voidIssued(ctx: Context, i: { invoiceId: string; reason: string; withApplication?: true }): void {
	const invoice = ctx.get(invoices, i.invoiceId, 'This invoice');
	if (invoice.issuedAt === null || invoice.voidedAt !== null) throw new Refusal(say('only-issued-invoice-can-be-voided'));
	if (ctx.db.select({ id: creditNotes.id }).from(creditNotes).where(eq(creditNotes.invoiceId, invoice.id)).get())
		throw new Refusal(say('something-of-credited-already'));
	if (invoice.kind === 'pay application' && !i.withApplication) throw new Refusal(say('pay-application'));
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
}

export const notePromise = serve(contract.notePromise, (ctx, i) => {
	const invoice = ctx.update(invoices, i.invoiceId, { promise: i.day || null });
	ctx.happened(`invoice:${invoice.id}`, 'invoices.promise', { day: i.day }, 'today', 'invoices');
});
