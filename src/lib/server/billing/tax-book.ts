import { among } from '../db';
import { and, eq, isNotNull, isNull } from 'drizzle-orm';
import { partialTax } from '../../core/billing';
import { grouped } from '../../core/lists';
import { cents, sum, taxOf, type Cents, type ComponentTax } from '../../core/money';
import type { Context } from '../commands';
import { creditNotes, invoiceParts, invoices } from './schema';
import { taxCodes, taxComponents } from '../company/schema';
import { customers, jobs } from '../sales/schema';

/** What is billed: its amount, what of it is held back, and how it is taxed. */
export interface Taxed {
	amount: Cents;
	taxCodeId: string | null;
	retained?: Cents;
}

/** All that the tax of some jobs' invoices depends on, read once. */
export interface TaxBook {
	codes: (typeof taxCodes.$inferSelect)[];
	components: (typeof taxComponents.$inferSelect)[];
	/** The customer of each job. */
	customerOf: ReadonlyMap<string, typeof customers.$inferSelect>;
	/** What was taxed of each job before, by invoices and, taken back, by credits. */
	before: ReadonlyMap<string, ComponentTax[]>;
}

export function taxBook(ctx: Context, jobIds: readonly string[]): TaxBook {
	const ids = [...new Set(jobIds)];
	const owners = ctx.db.select({ jobId: jobs.id, customerId: jobs.customerId }).from(jobs).where(among(jobs.id, ids)).all();
	const known = new Map(
		ctx.db
			.select()
			.from(customers)
			.where(among(customers.id, [...new Set(owners.map((o) => o.customerId))]))
			.all()
			.map((c) => [c.id, c])
	);
	const billed = ctx.db
		.select({ jobId: invoiceParts.jobId, taxes: invoiceParts.taxes })
		.from(invoiceParts)
		.innerJoin(invoices, eq(invoices.id, invoiceParts.invoiceId))
		.where(and(among(invoiceParts.jobId, ids), isNull(invoices.voidedAt), isNotNull(invoices.issuedAt)))
		.all();
	const credited = ctx.db
		.select({ jobId: invoiceParts.jobId, taxes: creditNotes.taxes })
		.from(invoiceParts)
		.innerJoin(creditNotes, eq(creditNotes.partId, invoiceParts.id))
		.innerJoin(invoices, eq(invoices.id, invoiceParts.invoiceId))
		.where(and(among(invoiceParts.jobId, ids), isNull(invoices.voidedAt)))
		.all()
		.map((r) => ({ ...r, taxes: r.taxes.map((t) => ({ ...t, base: cents(-t.base), tax: cents(-t.tax) })) }));
	return {
		codes: ctx.db.select().from(taxCodes).all(),
		components: ctx.db.select().from(taxComponents).all(),
		customerOf: new Map(
			owners.flatMap((o) => {
				const customer = known.get(o.customerId);
				return customer ? [[o.jobId, customer] as const] : [];
			})
		),
		before: new Map([...grouped([...billed, ...credited], (r) => r.jobId)].map(([id, rows]) => [id, rows.flatMap((r) => r.taxes)]))
	};
}

/**
 * Tax of what is billed of a job now, per component: tax on all billed to date of this job at that rate − tax billed before at that rate. What is held
 * back is taxed when it is released.
 * @param beside what the same invoice bills of this job besides
 */
export function taxesOf(
	book: TaxBook,
	jobId: string,
	lines: readonly Taxed[],
	day: string,
	beside: readonly ComponentTax[] = []
): ComponentTax[] {
	const due = lines.map((l) => ({ amount: cents(l.amount - (l.retained ?? 0)), taxCodeId: l.taxCodeId }));
	const now = taxOf(due, book.codes, book.components, day, book.customerOf.get(jobId)?.exemption ?? null);
	const before = [...(book.before.get(jobId) ?? []), ...beside];
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
