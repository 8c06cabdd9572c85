import { and, asc, desc, eq, isNotNull, sql } from 'drizzle-orm';
import { grouped } from '../../core/lists';
import type { YearlyBudget } from '../../core/pricing';
import type { App } from '../app';
import { companyOf, todayOf } from '../company';
import { items } from '../catalog/schema';
import { branches } from '../company/schema';
import { laborSheets, people } from '../people/schema';
import { equipmentSheets, laborRates } from './schema';
import { budgetFor, rateOn } from './load';

/** Every labor rate sheet as it holds today. */
export const laborSheetsOn = (app: App, day = todayOf(app)) =>
	app.db.orm
		.select({
			id: laborSheets.id,
			name: laborSheets.name,
			branchId: laborSheets.branchId,
			branch: branches.name,
			setAside: laborSheets.setAside,
			version: laborSheets.version
		})
		.from(laborSheets)
		.leftJoin(branches, eq(branches.id, laborSheets.branchId))
		.orderBy(asc(laborSheets.name))
		.all()
		.map((s) => {
			const rate = rateOn(app.db.orm, s.id, day);
			return { ...s, from: rate?.from ?? '', sheet: rate?.sheet ?? null, ahead: versionsOf(app, s.id).filter((v) => v.from > day).length };
		});

/** Whose hours cost by a sheet of their own, by the sheet. */
export const peopleOfSheets = (app: App) =>
	grouped(
		app.db.orm
			.select({ name: people.name, sheetId: people.sheetId })
			.from(people)
			.where(and(isNotNull(people.sheetId), eq(people.active, true)))
			.orderBy(asc(people.name))
			.all(),
		(p) => p.sheetId ?? ''
	);

/** The versions of a sheet, newest first. */
export const versionsOf = (app: App, sheetId: string) =>
	app.db.orm.select().from(laborRates).where(eq(laborRates.sheetId, sheetId)).orderBy(desc(laborRates.from)).all();

export function laborSheetPage(app: App, id: string, from: string | null) {
	const head = app.db.orm.select().from(laborSheets).where(eq(laborSheets.id, id)).get();
	if (!head) return null;
	const versions = versionsOf(app, id);
	const today = todayOf(app);
	const shown = versions.find((v) => v.from === from) ?? versions.find((v) => v.from <= today) ?? versions.at(-1);
	if (!shown) return null;
	const own = companyOf(app);
	return {
		head: { id: head.id, name: head.name, branchId: head.branchId, version: head.version, setAside: head.setAside },
		shown: { from: shown.from, sheet: shown.sheet },
		versions: versions.map((v) => ({ from: v.from, loadedCost: v.loadedCost, price: v.price })),
		branches: app.db.orm.select({ id: branches.id, name: branches.name }).from(branches).all(),
		budget: budgetOverhead(app),
		billing: own.settings.billingStep,
		drivingIsEstimated: drivingIsEstimated(app)
	};
}

/** Whether estimates charge driving on its own: an item or a labor line is called so. */
export const drivingIsEstimated = (app: App): boolean =>
	app.db.orm
		.select({ id: items.id })
		.from(items)
		.where(
			sql`${items.setAside} = 0 and ${items.kind} in ('labor', 'other') and (${items.name} like 'driv%' or ${items.name} like 'travel%')`
		)
		.limit(1)
		.get() !== undefined;

/** Overhead an hour by the chosen method of this year's budget; null without a budget. */
function budgetOverhead(app: App): { year: number; budget: YearlyBudget } | null {
	const row = budgetFor(app.db.orm, Number(todayOf(app).slice(0, 4)));
	return row ? { year: row.year, budget: row.budget } : null;
}

export const equipmentList = (app: App) =>
	app.db.orm.select().from(equipmentSheets).where(eq(equipmentSheets.setAside, false)).orderBy(asc(equipmentSheets.name)).all();
