import { say } from '../../contract/refusals/billing';
import type { Grouping } from '../../core/billing';
import { cents, sum, taxTotal, type Cents, type ComponentTax } from '../../core/money';
import { Refusal } from '../../core/refusal';
import { invoiceLines, invoiceParts, invoices, type InvoiceKind } from './schema';
import { newId } from '../ids';
import { addTaxes, taxesOf, type TaxBook, type Taxed } from './tax-book';

export interface DraftLine extends Taxed {
	text: string;
	contractLineId?: string;
	costEntryId?: string;
	quantity?: number | null;
	unit?: string;
	day?: string;
}

/** What an invoice bills of one job. */
export interface DraftPart {
	jobId: string;
	kind: InvoiceKind;
	title: string;
	lines: DraftLine[];
	grouping?: Grouping;
}

/** An invoice that is wanted: of one or several jobs of a customer. */
export interface Wanted {
	kind: InvoiceKind;
	title: string;
	parts: readonly DraftPart[];
	/** What a deposit was asked to come to. */
	asked?: Cents;
	/** The invoice a late charge is for. */
	aboutId?: string;
}

/** An invoice as its rows, not written yet. */
export interface Prepared {
	invoice: typeof invoices.$inferInsert & { total: number; customerId: string };
	parts: (typeof invoiceParts.$inferInsert)[];
	lines: (typeof invoiceLines.$inferInsert)[];
	jobIds: string[];
}

const heldOf = (lines: readonly Taxed[]): Cents => sum(lines.map((l) => l.retained ?? cents(0)));
const dueOf = (lines: readonly Taxed[]): Cents => cents(sum(lines.map((l) => l.amount)) - heldOf(lines));

/** The figures of parts, each with the tax of its own job; two parts of one job cumulate. */
export function figuresOf<T extends { jobId: string; lines: readonly Taxed[] }>(book: TaxBook, parts: readonly T[], day: string) {
	const own = new Map<string, ComponentTax[]>();
	const figured = parts.map((part) => {
		const beside = own.get(part.jobId) ?? [];
		const taxes = taxesOf(book, part.jobId, part.lines, day, beside);
		own.set(part.jobId, [...beside, ...taxes]);
		return { part, net: dueOf(part.lines), retained: heldOf(part.lines), taxes, tax: taxTotal(taxes) };
	});
	const all = { net: sum(figured.map((f) => f.net)), retained: sum(figured.map((f) => f.retained)), tax: sum(figured.map((f) => f.tax)) };
	return { figured, all: { ...all, taxes: addTaxes(figured.map((f) => f.taxes)), total: cents(all.net + all.tax) } };
}

/**
 * An invoice as its rows: a part for each job, with its own tax. Nothing is written.
 * @throws Refusal where there is nothing to bill, or it comes to less than nothing
 */
export function prepare(book: TaxBook, w: Wanted, day: string): Prepared {
	const wanted = w.parts
		.map((p) => ({ ...p, lines: p.lines.filter((l) => l.amount !== 0 || (l.retained ?? 0) !== 0) }))
		.filter((p) => p.lines.length > 0);
	const [first] = wanted;
	if (!first) throw new Refusal(say('nothing-left-to-bill-here'));
	const customer = book.customerOf.get(first.jobId);
	if (!customer) throw new Refusal(say('customer-not-any-more'));
	const { figured, all } = figuresOf(book, wanted, day);
	if (all.total < 0) throw new Refusal(say('comes-to-less-than-nothing'));
	const id = newId();
	const invoice = {
		id,
		jobId: first.jobId,
		customerId: customer.id,
		kind: w.kind,
		title: w.title,
		...all,
		asked: w.asked ?? null,
		aboutId: w.aboutId ?? null
	};
	const parts: Prepared['parts'] = [];
	const lines: Prepared['lines'] = [];
	figured.forEach(({ part, ...f }, position) => {
		const partId = newId();
		parts.push({
			id: partId,
			invoiceId: id,
			jobId: part.jobId,
			kind: part.kind,
			position,
			title: part.title,
			grouping: part.grouping ?? 'each',
			...f
		});
		for (const l of part.lines) lines.push(lineRow(id, partId, lines.length, l));
	});
	return { invoice, parts, lines, jobIds: [...new Set(wanted.map((p) => p.jobId))] };
}

const lineRow = (invoiceId: string, partId: string, position: number, l: DraftLine): typeof invoiceLines.$inferInsert => ({
	...{ id: newId(), invoiceId, partId, position, text: l.text, amount: l.amount, taxCodeId: l.taxCodeId },
	...{ contractLineId: l.contractLineId ?? null, costEntryId: l.costEntryId ?? null },
	...{ quantity: l.quantity ?? null, unit: l.unit ?? '', day: l.day ?? null, retained: l.retained ?? 0 }
});
