import { customers, jobs } from '../sales/schema';
import { eq, asc, sql } from 'drizzle-orm';
import { laborSheets } from '../people/schema';
import { branches, taxCodes, taxComponents } from '../company/schema';
import { todayOf } from '../company';
import { items } from '../catalog/schema';
import type { App } from '../app';

/** Taxes, codes and branches with what hangs on them. */
export function taxPage(app: App) {
	const db = app.db.orm;
	const n = sql<number>`count(*)`;
	const counted = new Map(
		db
			.select({ code: items.taxCodeId, n })
			.from(items)
			.groupBy(items.taxCodeId)
			.all()
			.map((r) => [r.code, r.n])
	);
	return {
		today: todayOf(app),
		components: db.select().from(taxComponents).orderBy(asc(taxComponents.name)).all(),
		codes: db
			.select()
			.from(taxCodes)
			.orderBy(asc(taxCodes.name))
			.all()
			.map((c) => ({ ...c, items: counted.get(c.id) ?? 0 })),
		branches: db
			.select()
			.from(branches)
			.orderBy(asc(branches.name))
			.all()
			.map((b) => ({
				...b,
				sheets: db.select({ id: laborSheets.id, name: laborSheets.name }).from(laborSheets).where(eq(laborSheets.branchId, b.id)).all(),
				jobs: db.select({ n }).from(jobs).where(eq(jobs.branchId, b.id)).get()?.n ?? 0
			})),
		exempt: db
			.select({ id: customers.id, name: customers.name, exemption: customers.exemption })
			.from(customers)
			.where(sql`${customers.exemption} is not null`)
			.orderBy(asc(customers.name))
			.all()
	};
}
