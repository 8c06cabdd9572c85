import { and, eq, sql } from 'drizzle-orm';
import { may, type Holder, type Right } from '../../core/access';
import type { App } from '../app';
import { searchItems } from '../catalog';
import { numberKey } from '../../core/buying';
import { agreements, assemblies, firms, laborSheets, leads, orders, siteForms, supplierBills, suppliers, templates } from '../db/schema';
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
	return [
		...found,
		...asking(app, text, who),
		...pricedNamed(app, text, who),
		...firmsNamed(app, text, who),
		...numbered(app, text, who),
		...bought(app, text, who)
	];
}

/** A part of a name, for a table of few rows. */
const likeOf = (text: string): string => `%${text.trim().replace(/[%_]/g, '')}%`;

/** Requests that wait, by who asks or what they want. */
function asking(app: App, text: string, who: Holder): Found[] {
	if (!may(who, 'leads.handle')) return [];
	const like = likeOf(text);
	return app.db.orm
		.select({ id: leads.id, name: leads.name })
		.from(leads)
		.where(and(eq(leads.state, 'new'), sql`(${leads.name} like ${like} or ${leads.address} like ${like})`))
		.limit(4)
		.all()
		.map((l) => ({ kind: 'request', label: l.name, path: `/win/leads#${l.id}` }));
}

/** What prices are made of, by a part of its name: assemblies, rate sheets, templates, suppliers. */
function pricedNamed(app: App, text: string, who: Holder): Found[] {
	const like = likeOf(text);
	const named = <T extends typeof assemblies | typeof laborSheets | typeof templates>(
		table: T,
		right: Right,
		kind: string,
		path: (id: string) => string
	): Found[] =>
		may(who, right)
			? app.db.orm
					.select({ id: table.id, name: table.name })
					.from(table)
					.where(and(eq(table.setAside, false), sql`${table.name} like ${like}`))
					.limit(4)
					.all()
					.map((r) => ({ kind, label: r.name, path: path(r.id) }))
			: [];
	const suppliersNamed = may(who, 'catalog.see')
		? app.db.orm
				.select({ name: suppliers.name })
				.from(suppliers)
				.where(sql`${suppliers.name} like ${like}`)
				.limit(4)
				.all()
		: [];
	return [
		...named(assemblies, 'catalog.see', 'assembly', (id) => `/price/assemblies/${id}`),
		...named(laborSheets, 'rates.see', 'rate sheet', (id) => `/price/rates/${id}`),
		...named(templates, 'estimates.see', 'template', () => '/price/templates'),
		...suppliersNamed.map((s) => ({ kind: 'supplier', label: s.name, path: '/price/suppliers' }))
	];
}

/** Firms by a part of their name: there are few. */
function firmsNamed(app: App, text: string, who: Holder): Found[] {
	if (!may(who, 'plan.see')) return [];
	const like = likeOf(text);
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
