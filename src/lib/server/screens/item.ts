import { referencesOf, costsOf, priceItem } from '../catalog';
import { jobs, customers } from '../sales/schema';
import { type UnitPrice, toTyped } from '../../core/money';
import { priceHistory } from '../../core/pricing';
import { desc, sql, eq } from 'drizzle-orm';
import { itemSales, parts, assemblies, items } from '../catalog/schema';
import { lines } from '../estimates/schema';
import type { App } from '../app';

export function itemDetail(app: App, id: string) {
	const db = app.db.orm;
	const item = db.select().from(items).where(eq(items.id, id)).get();
	if (!item) return null;
	const sold = soldOf(app, id);
	return {
		item,
		/** As it is typed: one a line, code × how many. */
		companions: item.companions
			.flatMap((c) => {
				const code = db.select({ code: items.code }).from(items).where(eq(items.id, c.itemId)).get()?.code;
				return code ? [`${code} × ${toTyped(c.ratio, 4)}`] : [];
			})
			.join('\n'),
		...priceItem(db, item),
		costs: costsOf(app, id),
		references: referencesOf(db, id),
		sold,
		history: historyOf(sold),
		usedIn: db
			.selectDistinct({ id: assemblies.id, name: assemblies.name })
			.from(parts)
			.innerJoin(assemblies, eq(assemblies.id, parts.assemblyId))
			.where(eq(parts.itemId, id))
			.all(),
		onEstimates:
			db
				.select({ n: sql<number>`count(*)` })
				.from(lines)
				.where(eq(lines.itemId, id))
				.get()?.n ?? 0
	};
}

/** What an item was sold for, newest first: on accepted quotes, and on invoices of time and materials. */
const soldOf = (app: App, itemId: string, most = 500) =>
	app.db.orm
		.select({
			id: itemSales.id,
			customerId: itemSales.customerId,
			customer: customers.name,
			jobId: itemSales.jobId,
			at: itemSales.at,
			price: itemSales.price,
			quantity: itemSales.quantity,
			invoiceId: itemSales.invoiceId
		})
		.from(itemSales)
		.innerJoin(customers, eq(customers.id, itemSales.customerId))
		.where(eq(itemSales.itemId, itemId))
		.orderBy(desc(itemSales.at), desc(itemSales.id))
		.limit(most)
		.all();

type SoldRow = ReturnType<typeof soldOf>[number];

const historyOf = (sold: readonly SoldRow[]) => priceHistory([...sold].reverse().map((x) => ({ ...x, price: x.price as UnitPrice })));

/** What the customer of a job, and others, paid for an item before, with the last times of each. */
export function paidBefore(app: App, itemId: string, jobId: string) {
	const item = app.db.orm.select({ name: items.name, unit: items.unit }).from(items).where(eq(items.id, itemId)).get();
	const customerId = app.db.orm.select({ id: jobs.customerId }).from(jobs).where(eq(jobs.id, jobId)).get()?.id;
	if (!item) return null;
	const sold = soldOf(app, itemId);
	const own = sold.filter((s) => s.customerId === customerId);
	return {
		...item,
		own: historyOf(own),
		all: historyOf(sold),
		ownSold: own.slice(0, 8),
		others: sold.filter((s) => s.customerId !== customerId).slice(0, 8)
	};
}
