import { eq, sql } from 'drizzle-orm';
import { Viewer } from '../../core/access';
import type { App } from '../app';
import { orders, supplierBills } from '../buying/schema';
import { imports, items, itemSuppliers, suppliers } from '../catalog/schema';
import { firmsThat } from '../firms';

/** How many rows there are, and a sum or a moment of them, by firm. */
type ByFirm = Map<string, { n: number; of: number }>;
const byFirm = (rows: { firmId: string | null; n: number; of: number | null }[]): ByFirm =>
	new Map(rows.map((r) => [r.firmId ?? '', { n: r.n, of: r.of ?? 0 }]));

/**
 * Whoever sells to us: whom to talk to, where orders go, what was agreed, what of the catalog they sell, their last list, and what is open with them.
 * What is owed to them is for those who see costs.
 */
export function supplierList(app: App, viewer: Viewer) {
	const db = app.db.orm;
	const list = firmsThat(app, 'supplies');
	const count = sql<number>`count(*)`;
	const sold = byFirm(
		db
			.select({ firmId: items.supplierId, n: count, of: sql<number>`0` })
			.from(items)
			.where(eq(items.setAside, false))
			.groupBy(items.supplierId)
			.all()
	);
	const codes = byFirm(
		db
			.select({ firmId: itemSuppliers.supplierId, n: count, of: sql<number>`0` })
			.from(itemSuppliers)
			.groupBy(itemSuppliers.supplierId)
			.all()
	);
	const lists = byFirm(
		db
			.select({ firmId: imports.supplierId, n: count, of: sql<number>`max(${imports.at})` })
			.from(imports)
			.groupBy(imports.supplierId)
			.all()
	);
	const open = byFirm(
		db
			.select({ firmId: orders.firmId, n: count, of: sql<number>`0` })
			.from(orders)
			.where(eq(orders.state, 'sent'))
			.groupBy(orders.firmId)
			.all()
	);
	const owed = viewer.when('costs.see', () =>
		byFirm(
			db
				.select({ firmId: supplierBills.firmId, n: count, of: sql<number>`sum(${supplierBills.total})` })
				.from(supplierBills)
				.where(sql`${supplierBills.paidOn} is null and ${supplierBills.withdrawnAt} is null`)
				.groupBy(supplierBills.firmId)
				.all()
		)
	);
	const named = new Set(
		db
			.select({ id: suppliers.id })
			.from(suppliers)
			.all()
			.map((s) => s.id)
	);
	return list.map((f) => ({
		...f,
		items: sold.get(f.id)?.n ?? 0,
		codes: codes.get(f.id)?.n ?? 0,
		/** Whether price lists of theirs can be read in. */
		lists: named.has(f.id),
		lastList: lists.get(f.id)?.of ?? null,
		openOrders: open.get(f.id)?.n ?? 0,
		owed: owed === null ? null : (owed.get(f.id)?.of ?? 0)
	}));
}
