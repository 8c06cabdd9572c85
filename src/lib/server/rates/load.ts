import { and, desc, eq, lte, asc } from 'drizzle-orm';
import type { Day } from '../../core/time';
import type { Orm } from '../db/open';
import { budgets, laborRates, laborSheets } from '../db/schema';

/** A labor rate sheet as it holds on a day: the newest version that has begun, else the first there is. */
export function rateOn(db: Orm, sheetId: string, day: Day): (typeof laborRates.$inferSelect & { name: string }) | null {
	const of = eq(laborRates.sheetId, sheetId);
	const row =
		db
			.select()
			.from(laborRates)
			.where(and(of, lte(laborRates.from, day)))
			.orderBy(desc(laborRates.from))
			.limit(1)
			.get() ?? db.select().from(laborRates).where(of).orderBy(asc(laborRates.from)).limit(1).get();
	const name = db.select({ name: laborSheets.name }).from(laborSheets).where(eq(laborSheets.id, sheetId)).get()?.name;
	return row && name !== undefined ? { ...row, name } : null;
}

/** The budget of a year, or the newest before it. */
export const budgetFor = (db: Orm, year: number) =>
	db.select().from(budgets).where(lte(budgets.year, year)).orderBy(desc(budgets.year)).limit(1).get() ?? null;
