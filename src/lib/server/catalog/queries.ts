import { asc, desc, eq, inArray, sql } from 'drizzle-orm';
import type { UnitPrice } from '../../core/money';
import type { App } from '../app';
import { assemblies, categories, imports, itemCosts, items, laborSheets, lines, parts, suppliers, taxCodes } from '../db/schema';
import { ftsQuery } from '../search/fts';
import { todayOf } from '../billing/queries';
import { rateOn } from '../rates/load';
import { priceItem } from './pricing';

/** Items by words or code, best first. Uses the full-text index only, so it stays instant over 100,000. */
export function searchItems(app: App, text: string, limit = 50) {
	const query = ftsQuery(text);
	if (!query) return app.db.orm.select().from(items).orderBy(asc(items.name)).limit(limit).all();
	// The index finds the rows first; only those few are read from the table.
	const found = app.db.sqlite
		.prepare('select i.id from items_fts f join items i on i.rowid = f.rowid where f.items_fts match ? limit ?')
		.all(query, limit) as { id: string }[];
	if (found.length === 0) return [];
	const rows = app.db.orm
		.select()
		.from(items)
		.where(
			inArray(
				items.id,
				found.map((f) => f.id)
			)
		)
		.all();
	const order = new Map(found.map((f, i) => [f.id, i]));
	const exact = text.trim().toLowerCase();
	return rows.sort(
		(a, b) =>
			Number(b.code.toLowerCase() === exact) - Number(a.code.toLowerCase() === exact) || (order.get(a.id) ?? 0) - (order.get(b.id) ?? 0)
	);
}

export function catalogPage(app: App, text: string, limit = 200) {
	const rows = searchItems(app, text, limit);
	return rows.map((i) => ({ ...i, price: priceItem(app.db.orm, i).price, ruleHeld: priceItem(app.db.orm, i).rule }));
}

export const itemCount = (app: App): number =>
	app.db.orm
		.select({ n: sql<number>`count(*)` })
		.from(items)
		.get()?.n ?? 0;

export function itemDetail(app: App, id: string) {
	const item = app.db.orm.select().from(items).where(eq(items.id, id)).get();
	if (!item) return null;
	return {
		item,
		...priceItem(app.db.orm, item),
		costs: app.db.orm.select().from(itemCosts).where(eq(itemCosts.itemId, id)).orderBy(desc(itemCosts.at)).limit(50).all(),
		usedIn: app.db.orm
			.selectDistinct({ id: assemblies.id, name: assemblies.name })
			.from(parts)
			.innerJoin(assemblies, eq(assemblies.id, parts.assemblyId))
			.where(eq(parts.itemId, id))
			.all(),
		onEstimates:
			app.db.orm
				.select({ n: sql<number>`count(*)` })
				.from(lines)
				.where(eq(lines.itemId, id))
				.get()?.n ?? 0
	};
}

export const choices = (app: App) => ({
	categories: app.db.orm.select().from(categories).all(),
	taxCodes: app.db.orm.select().from(taxCodes).all(),
	suppliers: app.db.orm.select().from(suppliers).orderBy(asc(suppliers.name)).all()
});

export const knownOf = (app: App, supplierId: string) =>
	app.db.orm
		.select({ id: items.id, code: items.code, name: items.name, unit: items.unit, cost: items.cost })
		.from(items)
		.where(eq(items.supplierId, supplierId))
		.all()
		.map((k) => ({ ...k, cost: k.cost as UnitPrice }));

export const recentImports = (app: App) =>
	app.db.orm
		.select({
			id: imports.id,
			fileName: imports.fileName,
			at: imports.at,
			byName: imports.byName,
			added: imports.added,
			changed: imports.changed,
			unchanged: imports.unchanged,
			rejected: imports.rejected,
			supplier: suppliers.name
		})
		.from(imports)
		.innerJoin(suppliers, eq(suppliers.id, imports.supplierId))
		.orderBy(desc(imports.at))
		.limit(20)
		.all();

export const allAssemblies = (app: App) =>
	app.db.orm
		.select({
			id: assemblies.id,
			name: assemblies.name,
			category: assemblies.category,
			wording: assemblies.wording,
			parts: sql<number>`(select count(*) from parts where parts.assembly_id = assemblies.id)`
		})
		.from(assemblies)
		.where(eq(assemblies.setAside, false))
		.orderBy(asc(assemblies.category), asc(assemblies.name))
		.all();

export function assemblyDetail(app: App, id: string) {
	const assembly = app.db.orm.select().from(assemblies).where(eq(assemblies.id, id)).get();
	if (!assembly) return null;
	return { assembly, parts: assemblyParts(app, id) };
}

/** The parts of an assembly with what they would cost today. */
export function assemblyParts(app: App, assemblyId: string) {
	const rows = app.db.orm
		.select({ part: parts, item: items })
		.from(parts)
		.leftJoin(items, eq(items.id, parts.itemId))
		.where(eq(parts.assemblyId, assemblyId))
		.orderBy(asc(parts.position))
		.all();
	const today = todayOf(app);
	return rows.map(({ part, item }) => {
		const sheet = part.sheetId ? rateOn(app.db.orm, part.sheetId, today) : null;
		return {
			...part,
			name: part.name || item?.name || sheet?.name || '',
			unit: item?.unit ?? 'h',
			kind: item?.kind ?? ('labor' as const),
			cost: item?.cost ?? sheet?.loadedCost ?? 0,
			price: item ? priceItem(app.db.orm, item).price : (sheet?.price ?? 0)
		};
	});
}

/** Labor rate sheets with what an hour is today. */
export const laborSheetsToday = (app: App) =>
	app.db.orm
		.select()
		.from(laborSheets)
		.where(eq(laborSheets.setAside, false))
		.orderBy(asc(laborSheets.name))
		.all()
		.map((s) => {
			const rate = rateOn(app.db.orm, s.id, todayOf(app));
			return rate ? { ...s, loadedCost: rate.loadedCost, overheadPerHour: rate.overheadPerHour, price: rate.price } : s;
		});

export const supplierMapping = (app: App, supplierId: string) =>
	app.db.orm.select({ mapping: suppliers.mapping }).from(suppliers).where(eq(suppliers.id, supplierId)).get()?.mapping ?? null;
