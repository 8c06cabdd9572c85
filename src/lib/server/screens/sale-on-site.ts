import { linkOf } from '../links';
import { ON_SITE } from '../field';
import { sql, and, eq } from 'drizzle-orm';
import { contractLines } from '../work/schema';
import { invoiceLines, invoices } from '../billing/schema';
import { presetsOf, customerView } from '../../core/estimate';
import { quotes, revisions } from '../quotes/schema';
import { estimates } from '../estimates/schema';
import type { App } from '../app';

/** An offer as the customer reads it on the phone: what, how much, terms; and once it is signed, what is left to pay. No cost is in it. */
export function saleOnSite(app: App, jobId: string, revisionId: string) {
	const db = app.db.orm;
	const row = db
		.select({ revision: revisions, change: estimates.change, number: quotes.number })
		.from(revisions)
		.innerJoin(quotes, eq(quotes.id, revisions.quoteId))
		.innerJoin(estimates, eq(estimates.id, quotes.estimateId))
		.where(and(eq(revisions.id, revisionId), eq(quotes.jobId, jobId), eq(revisions.sentTo, '')))
		.get();
	if (!row || row.change === null) return null;
	const { estimate, tax } = row.revision.frozen;
	const view = customerView(estimate, presetsOf(estimate), tax, row.revision.header.layout ?? ON_SITE);
	const invoice = invoiceOfChange(app, jobId, row.change);
	return {
		id: revisionId,
		number: row.number,
		state: row.revision.state,
		view,
		net: row.revision.net,
		tax: row.revision.tax,
		total: row.revision.total,
		terms: row.revision.header.terms,
		invoice
	};
}

/** The invoice that was made of a change order as it was sold on site. */
function invoiceOfChange(app: App, jobId: string, change: number) {
	return (
		app.db.orm
			.select({ id: invoices.id, number: invoices.number, total: invoices.total, paid: invoices.paid })
			.from(invoices)
			.innerJoin(invoiceLines, eq(invoiceLines.invoiceId, invoices.id))
			.innerJoin(contractLines, eq(contractLines.id, invoiceLines.contractLineId))
			.where(and(eq(contractLines.jobId, jobId), eq(contractLines.change, change), sql`${invoices.voidedAt} is null`))
			.limit(1)
			.get() ?? null
	);
}

/** Who pays an invoice on our phone pays as its customer: by the link that the invoice has. Null for one that was not sold on site. */
export function payerOnSite(app: App, jobId: string, revisionId: string) {
	const invoice = saleOnSite(app, jobId, revisionId)?.invoice;
	const linkId = invoice ? linkOf(app.db.orm, 'invoice', invoice.id) : null;
	return invoice && linkId ? { type: 'link' as const, kind: 'invoice' as const, linkId, subjectId: invoice.id } : null;
}
