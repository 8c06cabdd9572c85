import { say } from '../../contract/refusals/sales';
import * as contract from '../../contract/sales/contacts';
import { asc, eq, max, ne } from 'drizzle-orm';
import { Refusal } from '../../core/refusal';
import type { OwnFieldOf } from '../../core/sales';
import type { App } from '../app';
import { serve } from '../commands';
import { quotes } from '../quotes/schema';
import { contacts, customers, jobs, sites } from './schema';
import type { Orm } from '../db';
import { newId } from '../ids';

export const saveContact = serve(contract.saveContact, (ctx, { contactId, customerId, version, ...fields }) => {
	const customer = ctx.get(customers, customerId, 'This customer');
	if ((fields.getsQuotes || fields.getsInvoices) && fields.mail === '') throw new Refusal(say('quotes-and-invoices-go-out-by'), 'mail');
	const last =
		ctx.db
			.select({ n: max(contacts.position) })
			.from(contacts)
			.where(eq(contacts.customerId, customerId))
			.get()?.n ?? -1;
	const known = contactId ? ctx.get(contacts, contactId, 'This contact') : null;
	if (known && known.customerId !== customerId) throw new Refusal(say('contact-belongs-to-another-customer'));
	const row = known
		? ctx.update(contacts, known.id, fields, version)
		: ctx.insert(contacts, { id: newId(), customerId, ...fields, position: last + 1 });
	ctx.happened(`customer:${customer.id}`, 'customers.save-contact', { known: Boolean(known), name: row.name }, 'customers');
	return { contactId: row.id };
});

export const removeContact = serve(contract.removeContact, (ctx, i) => {
	const contact = ctx.get(contacts, i.contactId, 'This contact');
	ctx.remove(contacts, contact.id);
	ctx.happened(`customer:${contact.customerId}`, 'customers.remove-contact', { contact: contact.name }, 'customers');
});

export const saveSite = serve(contract.saveSite, (ctx, { siteId, customerId, version, ...fields }) => {
	const customer = ctx.get(customers, customerId, 'This customer');
	if ((fields.lat === null) !== (fields.lng === null)) throw new Refusal(say('place-on-map-has-both-coordinates'), 'lat');
	const known = siteId ? ctx.get(sites, siteId, 'This site') : null;
	if (known && known.customerId !== customerId) throw new Refusal(say('site-belongs-to-another-customer'));
	const row = known ? ctx.update(sites, known.id, fields, version) : ctx.insert(sites, { id: newId(), customerId, ...fields });
	ctx.happened(`customer:${customer.id}`, 'customers.save-site', { known: Boolean(known), address: row.address }, 'customers');
	return { siteId: row.id };
});

export const contactsOf = (db: Orm, customerId: string) =>
	db.select().from(contacts).where(eq(contacts.customerId, customerId)).orderBy(asc(contacts.position)).all();

/** Where letters of a kind go: to the contacts that get them, else to the customer itself. */
export function addressesOf(db: Orm, customer: { id: string; mail: string }, what: 'getsQuotes' | 'getsInvoices'): string {
	const wanted = contactsOf(db, customer.id).filter((c) => c[what] && c.mail !== '');
	return [...new Set(wanted.map((c) => c.mail))].join(', ') || customer.mail;
}

/** Values of own fields around a job: of its customer, its site, itself, and its quote. */
export function ownOf(app: App, jobId: string): Record<OwnFieldOf, Record<string, string>> {
	const row = app.db.orm
		.select({ customer: customers.own, site: sites.own, job: jobs.own, quote: quotes.own })
		.from(jobs)
		.innerJoin(customers, eq(customers.id, jobs.customerId))
		.leftJoin(sites, eq(sites.id, jobs.siteId))
		.leftJoin(quotes, eq(quotes.jobId, jobs.id))
		.where(eq(jobs.id, jobId))
		.get();
	return { customer: row?.customer ?? {}, site: row?.site ?? {}, job: row?.job ?? {}, quote: row?.quote ?? {} };
}

/** The districts that sites lie in, by name. */
export const districtsOf = (app: App): string[] =>
	app.db.orm
		.selectDistinct({ name: sites.district })
		.from(sites)
		.where(ne(sites.district, ''))
		.orderBy(asc(sites.district))
		.all()
		.map((d) => d.name);
