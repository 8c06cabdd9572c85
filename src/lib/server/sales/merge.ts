import { say } from '../../contract/refusals/sales';
import { textOf } from '../../core/events';
import * as contract from '../../contract/sales/merge';
import { and, eq, getTableName, isNull } from 'drizzle-orm';
import { likely } from '../../core/formats';
import { Refusal } from '../../core/refusal';
import type { App } from '../app';
import { serve, type Context } from '../commands';
import { parties } from './customers';
import { itemSales } from '../catalog/schema';
import { history } from '../commands/schema';
import { attachments } from '../files/schema';
import { belongToCustomer, ownedByCustomer, type OfCustomer } from './owned';
import { contacts, customers, jobs, sites } from './schema';

belongToCustomer(sites, contacts, jobs);

export const mergeCustomers = serve(contract.mergeCustomers, (ctx, i) => {
	if (i.keepId === i.goneId) throw new Refusal(say('these-same-customer'));
	const keep = ctx.get(customers, i.keepId, 'The customer that stays');
	const gone = ctx.get(customers, i.goneId, 'The customer that goes');
	if (gone.exemption && keep.exemption && gone.exemption.certificate !== keep.exemption.certificate)
		throw new Refusal(say('they-have-different-tax-certificates'));
	let moved = 0;
	for (const table of ownedByCustomer())
		for (const row of rowsOf(ctx, table, gone.id)) {
			ctx.update(table, row.id, { customerId: keep.id } as never);
			moved += 1;
		}
	ctx.db.update(itemSales).set({ customerId: keep.id }).where(eq(itemSales.customerId, gone.id)).run();
	for (const file of filesOf(ctx, gone.id)) ctx.update(attachments, file.id, { subject: `customer:${keep.id}` });
	ctx.update(customers, keep.id, {
		mail: keep.mail || gone.mail,
		phone: keep.phone || gone.phone,
		address: keep.address || gone.address,
		notes: [keep.notes, gone.notes].filter(Boolean).join('\n'),
		exemption: keep.exemption ?? gone.exemption,
		rateGroupId: keep.rateGroupId ?? gone.rateGroupId,
		own: { ...gone.own, ...keep.own }
	});
	ctx.remove(customers, gone.id);
	ctx.happened(`customer:${keep.id}`, 'customers.merge', { gone: gone.name, keep: keep.name, moved }, 'customers', 'track');
	return { moved };
});

// Ids are text in every table of ours; the tables are told apart at run time only.
const rowsOf = (ctx: Pick<Context, 'db'>, table: OfCustomer, customerId: string) =>
	ctx.db.select({ id: table.id }).from(table).where(eq(table.customerId, customerId)).all() as { id: string }[];

const filesOf = (ctx: Pick<Context, 'db'>, customerId: string) =>
	ctx.db
		.select({ id: attachments.id })
		.from(attachments)
		.where(eq(attachments.subject, `customer:${customerId}`))
		.all();

const lastMerge = (ctx: Pick<Context, 'db'>, customerId: string) =>
	ctx.db
		.select()
		.from(history)
		.where(
			and(
				eq(history.subject, `customer:${customerId}`),
				eq(history.command, 'customers.merge'),
				eq(history.undone, false),
				isNull(history.undoOf)
			)
		)
		.all()
		.at(-1);

export const undoMerge = serve(contract.undoMerge, (ctx, i) => {
	const entry = lastMerge(ctx, i.customerId);
	const gone = entry?.changes.find((c) => c.table === 'customers' && c.after === null);
	if (!entry || !gone?.before) throw new Refusal(say('no-merge-to-take-back'));
	ctx.insert(customers, gone.before as typeof customers.$inferInsert);
	for (const c of entry.changes) {
		const file = c.table === 'attachments' ? ctx.find(attachments, c.id) : undefined;
		if (file?.subject === `customer:${i.customerId}`) ctx.update(attachments, file.id, { subject: `customer:${gone.id}` });
		const table = ownedByCustomer().find((t) => getTableName(t) === c.table);
		if (!table) continue;
		const now = ctx.find(table, c.id);
		if (now?.customerId === i.customerId) ctx.update(table, c.id, { customerId: gone.id } as never);
		if (c.table === 'jobs') ctx.db.update(itemSales).set({ customerId: gone.id }).where(eq(itemSales.jobId, c.id)).run();
	}
	// What the one that stayed had taken over goes back, unless somebody typed something else since.
	const kept = entry.changes.find((c) => c.table === 'customers' && c.id === i.customerId);
	const now = ctx.get(customers, i.customerId, 'The customer');
	const back = Object.fromEntries(
		(['mail', 'phone', 'address', 'notes', 'exemption', 'rateGroupId', 'own'] as const)
			.filter((f) => JSON.stringify(now[f]) === JSON.stringify(kept?.after?.[f]))
			.map((f) => [f, kept?.before?.[f] ?? (f === 'exemption' || f === 'rateGroupId' ? null : f === 'own' ? {} : '')])
	);
	ctx.update(customers, now.id, back);
	ctx.db.update(history).set({ undone: true }).where(eq(history.id, entry.id)).run();
	ctx.happened(`customer:${i.customerId}`, 'customers.undo-merge', { said: textOf(entry) }, 'customers', 'track');
	return { customerId: gone.id };
});

/** How many rows of each table merging would move, by the table's name, before it is done. */
export const mergePreview = (app: App, goneId: string): Record<string, number> =>
	Object.fromEntries(ownedByCustomer().map((table) => [getTableName(table), rowsOf({ db: app.db.orm }, table, goneId).length]));
/** Customers that may be the same as this one, likeliest first, with why and what merging would move. */
export function twinsOf(app: App, customer: typeof customers.$inferSelect) {
	const others = new Map(
		parties(app)
			.filter((p) => p.id !== customer.id)
			.map((p) => [p.id, p])
	);
	return likely(customer, [...others.values()])
		.slice(0, 3)
		.map((d) => ({ ...d, name: others.get(d.id)?.name ?? '', address: others.get(d.id)?.address ?? '', moves: mergePreview(app, d.id) }));
}
export function mergeToUndo(app: App, customerId: string): string | null {
	const last = lastMerge({ db: app.db.orm }, customerId);
	return last ? textOf(last) : null;
}
