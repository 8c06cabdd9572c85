import { and, eq, sql } from 'drizzle-orm';
import { may, type Holder, type Right } from '../../core/access';
import type { App } from '../app';
import { searchItems } from '../catalog';
import { numberKey } from '../../core/buying';
import { agreements, firms, orders, siteForms, supplierBills } from '../db/schema';
import { ftsQuery } from '../db';

export interface Found {
	kind: string;
	label: string;
	path: string;
}
const PATHS: Record<string, { right: Right; path: (ref: string) => string }> = {
	customer: { right: 'customers.see', path: (r) => `/win/customers/${r}` },
	job: { right: 'jobs.see', path: (r) => `/jobs/${r}` },
	quote: { right: 'estimates.see', path: (r) => `/jobs/${r}/estimate` },
	invoice: { right: 'invoices.see', path: (r) => `/bill/invoices/${r}` }
};

/** The index knows all jobs: what it finds must be there for whoever asks. */
const SEEN = `select kind, ref, text from find_fts where find_fts match ?
	and (kind not in ('job', 'quote') or exists (select 1 from jobs where id = ref))
	and (kind <> 'invoice' or exists (select 1 from invoices where id = ref)) order by rank limit 24`;

/** Any record by its words, as far as the role may see it. */
export function findAnything(app: App, text: string, who: Holder): Found[] {
	const query = ftsQuery(text);
	if (!query) return [];
	const rows = app.db.sqlite.prepare(SEEN).all(query) as {
		kind: string;
		ref: string;
		text: string;
	}[];
	const found: Found[] = [];
	for (const r of rows) {
		const place = PATHS[r.kind];
		if (place && may(who, place.right)) found.push({ kind: r.kind, label: r.text.trim(), path: place.path(r.ref) });
	}
	if (may(who, 'catalog.see'))
		for (const i of searchItems(app, text, 6)) found.push({ kind: 'item', label: `${i.code} ${i.name}`, path: `/price/catalog/${i.id}` });
	return [...found, ...firmsNamed(app, text, who), ...numbered(app, text, who), ...bought(app, text, who)];
}

/** Firms by a part of their name: there are few. */
function firmsNamed(app: App, text: string, who: Holder): Found[] {
	if (!may(who, 'plan.see')) return [];
	const like = `%${text.trim().replace(/[%_]/g, '')}%`;
	return app.db.orm
		.select({ name: firms.name, trade: firms.trade })
		.from(firms)
		.where(and(eq(firms.subcontracts, true), sql`${firms.name} like ${like}`))
		.limit(4)
		.all()
		.map((f) => ({ kind: 'firm', label: [f.name, f.trade].filter(Boolean).join(', '), path: '/plan/subcontractors' }));
}

/** Orders by their number, suppliers' bills by how theirs begins. */
function bought(app: App, text: string, who: Holder): Found[] {
	if (!may(who, 'costs.see')) return [];
	const number = Number(text.trim());
	const order = Number.isSafeInteger(number)
		? app.db.orm.select({ id: orders.id }).from(orders).where(eq(orders.number, number)).get()
		: undefined;
	const bills = app.db.orm
		.select({ id: supplierBills.id, number: supplierBills.number, firm: firms.name })
		.from(firms)
		.innerJoin(supplierBills, eq(supplierBills.firmId, firms.id))
		.where(
			sql`withdrawn_at is null and ${supplierBills.numberKey} >= ${numberKey(text)} and ${supplierBills.numberKey} < ${`${numberKey(text)}\uffff`}`
		)
		.limit(4)
		.all();
	return [
		...(order ? [{ kind: 'order', label: `Order ${number}`, path: `/work/orders/${order.id}` }] : []),
		...bills.map((b) => ({ kind: 'bill', label: `Bill ${b.number}, ${b.firm}`, path: `/work/supplier-bills/${b.id}` }))
	];
}

/** What is called by its number: an agreement, a certificate. */
function numbered(app: App, text: string, who: Holder): Found[] {
	const number = Number(text.trim());
	if (!Number.isSafeInteger(number) || number < 1 || !may(who, 'jobs.see')) return [];
	const agreement = app.db.orm.select({ jobId: agreements.jobId }).from(agreements).where(eq(agreements.number, number)).get();
	const certificate = app.db.orm.select({ jobId: siteForms.jobId }).from(siteForms).where(eq(siteForms.number, number)).get();
	return [
		...(agreement ? [{ kind: 'agreement', label: `Agreement ${number}`, path: `/jobs/${agreement.jobId}` }] : []),
		...(certificate ? [{ kind: 'certificate', label: `Certificate ${number}`, path: `/jobs/${certificate.jobId}/work` }] : [])
	];
}
