import { eq, sql, and, isNotNull, isNull, desc } from 'drizzle-orm';
import type { Viewer } from '../../core/access';
import type { App } from '../app';
import { customers, jobs, invoices, sites, stages } from '../db/schema';
import { invoicesWhere } from '../billing';

/** A customer with what was won, and for those who see invoices what was billed and paid. */
export function customerPage(app: App, id: string, viewer: Viewer) {
	const db = app.db.orm;
	const customer = db.select().from(customers).where(eq(customers.id, id)).get();
	if (!customer) return null;
	const of = db
		.select({
			jobs: sql<number>`count(*)`,
			won: sql<number>`count(${jobs.wonAt})`,
			contracts: sql<number>`coalesce(sum(${jobs.contractNet}), 0)`
		})
		.from(jobs)
		.where(eq(jobs.customerId, id))
		.get();
	const money = db
		.select({ billed: sql<number>`coalesce(sum(${invoices.total}), 0)`, paid: sql<number>`coalesce(sum(${invoices.paid}), 0)` })
		.from(invoices)
		.where(and(eq(invoices.customerId, id), isNotNull(invoices.issuedAt), isNull(invoices.voidedAt)))
		.get();
	const [billed, paid] = [money?.billed ?? 0, money?.paid ?? 0];
	return {
		customer,
		sums: { jobs: of?.jobs ?? 0, won: of?.won ?? 0, contracts: of?.contracts ?? 0 },
		money: viewer.when('books.see', () => ({ billed, paid, open: billed - paid })),
		sites: db.select().from(sites).where(eq(sites.customerId, id)).all(),
		jobs: db
			.select({ id: jobs.id, name: jobs.name, number: jobs.number, stage: stages.name, contract: jobs.contractNet })
			.from(jobs)
			.innerJoin(stages, eq(stages.id, jobs.stageId))
			.where(eq(jobs.customerId, id))
			.orderBy(desc(jobs.touchedAt))
			.all(),
		invoices: viewer.list('invoices.see', () => invoicesWhere(db, eq(invoices.customerId, id)))
	};
}
