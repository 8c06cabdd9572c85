import { and, desc, eq, lte, asc } from 'drizzle-orm';
import { variantPrice } from '../../core/pricing';
import { unitPrice, type UnitPrice } from '../../core/money';
import type { Day } from '../../core/time';
import type { Orm } from '../db';
import { laborSheets } from '../people/schema';
import { budgets, laborRates } from './schema';

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

/**
 * The rate sheet that prices labor for a job of a branch. A sheet that belongs to another branch gives way to that of the job's own: the
 * one of the same name, else the only one there is; where the branch has several and none of that name, or none, the sheet stays.
 */
export function sheetForBranch(db: Orm, sheetId: string, branchId: string | null): string {
	const sheet = db.select().from(laborSheets).where(eq(laborSheets.id, sheetId)).get();
	if (!branchId || !sheet?.branchId || sheet.branchId === branchId) return sheetId;
	const own = db
		.select({ id: laborSheets.id, name: laborSheets.name })
		.from(laborSheets)
		.where(and(eq(laborSheets.branchId, branchId), eq(laborSheets.setAside, false)))
		.all();
	return (own.find((o) => o.name.toLowerCase() === sheet.name.toLowerCase()) ?? (own.length === 1 ? own[0] : undefined))?.id ?? sheetId;
}

/** The sheet that hours without one are priced by: the first of the job's branch by name, else the first there is. */
export function usualSheet(db: Orm, branchId: string | null): string | null {
	const all = db.select().from(laborSheets).where(eq(laborSheets.setAside, false)).orderBy(asc(laborSheets.name)).all();
	return (all.find((s) => branchId !== null && s.branchId === branchId) ?? all[0])?.id ?? null;
}

/** What an hour is sold at: the sheet's price, or that of one of its variants (after hours, call-out). Null: it has no variant of that name. */
export function hourPrice(rate: typeof laborRates.$inferSelect, variant: string): UnitPrice | null {
	if (variant === '') return unitPrice(rate.price);
	const found = rate.sheet.variants?.find((v) => v.name.toLowerCase() === variant.toLowerCase());
	return found ? variantPrice(unitPrice(rate.price), found.multiplier) : null;
}
