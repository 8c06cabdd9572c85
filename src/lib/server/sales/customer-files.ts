import { say } from '../../contract/refusals/sales';
import { textOf } from '../../core/events';
import * as contract from '../../contract/sales/customer-files';
import { and, asc, eq } from 'drizzle-orm';
import {
	customerCells,
	customerHead,
	decodeText,
	previewCustomers,
	readCsv,
	readCustomerTable,
	writeCsv,
	type CustomerPreview,
	type CustomerRow
} from '../../core/formats';
import { Refusal } from '../../core/refusal';
import { readOwnValues } from '../../core/sales';
import type { App } from '../app';
import { serve } from '../commands';
import { history } from '../commands/schema';
import { contacts, customers, jobs, sites } from './schema';
import { newId } from '../ids';
import { parties } from './customers';
import { ownFieldsOf } from './own-fields';
import { readCards, writeCards } from './vcard';

export const LARGEST_FILE = 20 * 1024 * 1024;

/** All customers with their people, as files hold them; one alone when asked for. */
function everyone(app: App, only?: string): (CustomerRow & { id: string })[] {
	const db = app.db.orm;
	const people = new Map<string, CustomerRow['contacts']>();
	for (const c of db.select().from(contacts).orderBy(asc(contacts.position)).all())
		people.set(c.customerId, [...(people.get(c.customerId) ?? []), { name: c.name, role: c.role, mail: c.mail, phone: c.phone }]);
	return db
		.select()
		.from(customers)
		.where(only ? eq(customers.id, only) : undefined)
		.orderBy(asc(customers.name))
		.all()
		.map((c) => ({
			id: c.id,
			name: c.name,
			kind: c.kind,
			mail: c.mail,
			phone: c.phone,
			address: c.address,
			notes: c.notes,
			contacts: people.get(c.id) ?? [],
			own: c.own
		}));
}

export const customersAsCards = (app: App, only?: string): string => writeCards(everyone(app, only));

export function customersAsCsv(app: App): string {
	const fields = ownFieldsOf({ db: app.db.orm });
	return `\ufeff${writeCsv([customerHead(fields), ...everyone(app).map((c) => customerCells(c, fields))])}`;
}

/** What a file of cards or a table would do. @throws Refusal in words: too large, not readable, without names */
export function previewFile(app: App, bytes: Uint8Array): CustomerPreview[] {
	if (bytes.length > LARGEST_FILE) throw new Refusal(say('file-larger-than-20-mb'), 'file');
	const text = decodeText(bytes);
	const rows = /^\s*\uFEFF?\s*BEGIN:VCARD/i.test(text)
		? readCards(text).map((c, n) => ({ row: n + 1, customer: { ...c, own: {} } }))
		: readCustomerTable(readCsv(text.replace(/^\uFEFF/, '')), ownFieldsOf({ db: app.db.orm }));
	if (rows.length > 20_000) throw new Refusal(say('file-has-more-than-20-000'), 'file');
	return previewCustomers(rows, parties(app));
}

export const importCustomers = serve(contract.importCustomers, (ctx, i) => {
	const fields = ownFieldsOf(ctx);
	let added = 0;
	let filled = 0;
	for (const { into, contacts: people, own, ...r } of i.rows) {
		const values = readOwnValues(fields, 'customer', {}, own);
		const known = into ? ctx.get(customers, into, `The customer “${r.name}” is taken for`) : null;
		const customer = known
			? ctx.update(customers, known.id, {
					mail: known.mail || r.mail,
					phone: known.phone || r.phone,
					address: known.address || r.address,
					notes: known.notes || r.notes,
					own: { ...values, ...known.own }
				})
			: ctx.insert(customers, { id: newId(), ...r, own: values, createdAt: ctx.now });
		if (known) filled += 1;
		else added += 1;
		const has = known ? ctx.db.select().from(contacts).where(eq(contacts.customerId, known.id)).all() : [];
		people.forEach((p, n) => {
			if (has.some((h) => h.name.toLowerCase() === p.name.toLowerCase())) return;
			ctx.insert(contacts, { id: newId(), customerId: customer.id, ...p, position: has.length + n });
		});
	}
	ctx.happened('customers', 'customers.import', { added, filled }, 'customers', 'track');
	return { added, filled };
});

/** The import that can be taken back: the last one, while it has not been. */
const lastImport = (app: { db: App['db']['orm'] }) => {
	const entry = app.db
		.select()
		.from(history)
		.where(and(eq(history.subject, 'customers'), eq(history.command, 'customers.import')))
		.all()
		.at(-1);
	return entry && !entry.undone ? entry : null;
};
export function importToUndo(app: App): string | null {
	const last = lastImport({ db: app.db.orm });
	return last ? textOf(last) : null;
}

export const undoImport = serve(contract.undoImport, (ctx) => {
	const entry = lastImport(ctx);
	if (!entry) throw new Refusal(say('no-import-to-take-back'));
	let gone = 0;
	let stay = 0;
	const mine = entry.changes.filter((c) => c.table === 'customers' && c.before === null);
	for (const c of mine) {
		if (!ctx.find(customers, c.id)) continue;
		// Whoever has a job or a site by now is somebody the company works with.
		const used =
			ctx.db.select({ id: jobs.id }).from(jobs).where(eq(jobs.customerId, c.id)).get() ??
			ctx.db.select({ id: sites.id }).from(sites).where(eq(sites.customerId, c.id)).get();
		if (used) {
			stay += 1;
			continue;
		}
		for (const p of ctx.db.select({ id: contacts.id }).from(contacts).where(eq(contacts.customerId, c.id)).all())
			ctx.remove(contacts, p.id);
		ctx.remove(customers, c.id);
		gone += 1;
	}
	ctx.db.update(history).set({ undone: true }).where(eq(history.id, entry.id)).run();
	ctx.happened('customers', 'customers.undo-import', { said: textOf(entry), stay }, 'customers', 'track');
	return { gone, stay };
});
