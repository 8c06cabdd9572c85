import { toTheEnd, type Restful } from '../../core/lists';
import { and, asc, desc, eq, isNull, inArray, sql, type SQL } from 'drizzle-orm';
import { marginOf } from '../../core/money';
import type { App } from '../app';
import { assemblies, catalogChanges, catalogWork, categories, imports, items, itemSuppliers, parts, suppliers } from './schema';
import { taxCodes } from '../company/schema';
import { laborSheets } from '../people/schema';
import { ftsQuery, type Orm } from '../db';
import { todayOf } from '../company';
import { hourPrice, rateOn } from '../rates';
import type { ItemFilter } from '../../contract/catalog/filter';
import type { ListedItem } from '../../contract/queries/price';
import { itemWhere } from './filter';
import { pricer } from './pricing';

/** Items by words or code, best first. Uses the full-text index only, so it stays instant over 100,000. */
export function searchItems(app: App, text: string, limit = 50) {
	const query = ftsQuery(text);
	if (!query) return app.db.orm.select().from(items).orderBy(asc(items.name)).limit(limit).all();
	// The index finds the rows first; only those few are read from the table.
	const found = app.db.sqlite
		.prepare('select i.id from items_fts f join items i on i.rowid = f.rowid where f.items_fts match ? limit ?')
		.all(query, limit) as { id: string }[];
	// A supplier’s code for what is bought elsewhere finds it too.
	const referred = app.db.sqlite.prepare('select item_id id from item_suppliers where code = ? limit 5').all(text.trim()) as {
		id: string;
	}[];
	found.unshift(...referred.filter((r) => !found.some((f) => f.id === r.id)));
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

/** What was sold most lately: the items of accepted quotes, most often first. */
export function frequentItems(app: App, limit = 6) {
	const ids = app.db.orm
		.all<{ id: string }>(
			sql`select item_id id from (select item_id from item_sales order by id desc limit 400) group by item_id order by count(*) desc limit ${limit}`
		)
		.map((r) => r.id);
	if (ids.length === 0) return [];
	const rows = new Map(
		app.db.orm
			.select()
			.from(items)
			.where(inArray(items.id, ids))
			.all()
			.map((i) => [i.id, i])
	);
	return ids.flatMap((id) => rows.get(id) ?? []);
}

/** How many items of the catalog's list come at once. */
const LISTED = 500;

/** Items of a filter in the order of their names, behind one of them if it is said, with their prices. */
function listed(db: Orm, where: SQL | undefined, limit: number, after?: { name: string; id: string }): ListedItem[] {
	const behind = after ? sql`(${items.name}, ${items.id}) > (${after.name}, ${after.id})` : undefined;
	const rows = db.select().from(items).where(and(where, behind)).orderBy(asc(items.name), asc(items.id)).limit(limit).all();
	const p = pricer(db);
	return rows.map((i) => {
		const { price, rule: ruleHeld, breakEven } = p.of(i);
		const { id, code, name, kind, unit, cost, rule, categoryId, supplierId, taxCodeId, tags, note, setAside } = i;
		const of = { categoryId, supplierId, taxCodeId, tags, note, setAside };
		return { id, code, name, kind, unit, cost, price, margin: marginOf(price, breakEven), rule, ruleHeld, ...of };
	});
}

/** The first items of a filter, and how many there are in all. An exact code comes first. */
export function catalogPage(app: App, filter: ItemFilter, limit = LISTED) {
	const db = app.db.orm;
	const where = itemWhere(db, filter);
	const rows = listed(db, where, limit);
	const exact = filter.q?.trim().toLowerCase() ?? '';
	const found =
		rows.length < limit
			? rows.length
			: (db
					.select({ n: sql<number>`count(*)` })
					.from(items)
					.where(where)
					.get()?.n ?? 0);
	/** Behind which the next ones come: the last by name, wherever an exact code stands. */
	const last = rows.at(-1);
	return {
		found,
		after: last ? { name: last.name, id: last.id } : null,
		items: [...rows].sort((x, y) => Number(y.code.toLowerCase() === exact) - Number(x.code.toLowerCase() === exact))
	};
}

/** The items behind one of them. */
export const moreItems = (app: App, filter: ItemFilter, after: { name: string; id: string }): ListedItem[] =>
	listed(app.db.orm, itemWhere(app.db.orm, filter), 2 * LISTED, after);

export const itemCount = (app: App): number =>
	app.db.orm
		.select({ n: sql<number>`count(*)` })
		.from(items)
		.get()?.n ?? 0;

/**
 * What an item cost over time, newest first: changes of it alone and by price lists, and changes of many items, which keep the cost
 * before and after themselves. One look-up a change of many, by its key.
 */
export const costsOf = (app: App, itemId: string, most = 50) =>
	app.db.orm.all<{ at: number; before: number | null; after: number }>(sql`
		select at, before, after from (
			select at, before, after, id n from item_costs where item_id = ${itemId}
			union all
			select c.at, r.cost, r.cost_after, 0 from catalog_changes c join item_changes r on r.change_id = c.id and r.item_id = ${itemId}
			where r.cost_after is not null and r.cost_after <> r.cost and r.reference_id is null
		) order by at desc, n desc limit ${most}`);

/** Tags in use, with how many items carry them. */
export const tagList = (app: App) =>
	app.db.orm.all<{ tag: string; n: number }>(
		sql`select value tag, count(*) n from items, json_each(items.tags) where items.tags <> '[]' group by value order by value limit 200`
	);

export const choices = (app: App) => ({
	categories: app.db.orm.select().from(categories).orderBy(asc(categories.name)).all(),
	taxCodes: app.db.orm.select().from(taxCodes).all(),
	suppliers: app.db.orm.select().from(suppliers).orderBy(asc(suppliers.name)).all()
});

/** Who else has an item, the cheapest first; the supplier it is bought from is there with its code, if that is another than ours. */
export const referencesOf = (db: Orm, itemId: string) =>
	db
		.select({
			id: itemSuppliers.id,
			supplierId: itemSuppliers.supplierId,
			supplier: suppliers.name,
			code: itemSuppliers.code,
			cost: itemSuppliers.cost,
			at: itemSuppliers.at
		})
		.from(itemSuppliers)
		.innerJoin(suppliers, eq(suppliers.id, itemSuppliers.supplierId))
		.where(eq(itemSuppliers.itemId, itemId))
		.orderBy(asc(itemSuppliers.cost), asc(suppliers.name))
		.all();

/** How far a change is that is still being carried out, or taken back. */
const underWay = { work: catalogWork.kind, done: catalogWork.done, total: catalogWork.total };

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
			supplier: suppliers.name,
			changeId: catalogChanges.id,
			undoneAt: catalogChanges.undoneAt,
			...underWay
		})
		.from(imports)
		.leftJoin(catalogChanges, eq(catalogChanges.importId, imports.id))
		.leftJoin(catalogWork, eq(catalogWork.id, catalogChanges.id))
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
			choices: assemblies.choices,
			parts: sql<number>`(select count(*) from parts where parts.assembly_id = assemblies.id)`
		})
		.from(assemblies)
		.where(eq(assemblies.setAside, false))
		.orderBy(asc(assemblies.category), asc(assemblies.name))
		.all();

/** The parts of the assemblies that this one holds, all levels flat, their answers under the nested one's id. */
export function insideOf(app: App, id: string): Record<string, ReturnType<typeof assemblyParts>> {
	return Object.fromEntries(assemblyParts(app, id).flatMap((p) => (p.childId ? [[p.childId, flatParts(app, p.childId)]] : [])));
}

/** What an assembly holds, under its own id, as `insideOf` gives it for those of another. */
export const insideWith = (app: App, childId: string): Record<string, ReturnType<typeof assemblyParts>> => ({
	[childId]: flatParts(app, childId)
});

/** The parts of an assembly and of those it holds, all levels flat, with answers under the id of the one they belong to. */
function flatParts(app: App, id: string): ReturnType<typeof assemblyParts> {
	const flat = (childId: string, prefix: string): ReturnType<typeof assemblyParts> =>
		prefix.split('/').length > 11
			? []
			: assemblyParts(app, childId).flatMap((p) => {
					const under = <T>(when: Record<string, T>) => Object.fromEntries(Object.entries(when).map(([k, v]) => [prefix + k, v]));
					return p.childId
						? flat(p.childId, `${prefix}${p.childId}/`)
						: [{ ...p, when: under(p.when), factors: p.factors.map((f) => ({ ...f, when: under(f.when) })) }];
				});
	return flat(id, `${id}/`);
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
	const sheets = new Map([...new Set(rows.flatMap((r) => r.part.sheetId ?? []))].map((id) => [id, rateOn(app.db.orm, id, today)]));
	const names = new Map(
		app.db.orm
			.select({ id: assemblies.id, name: assemblies.name })
			.from(assemblies)
			.where(
				inArray(
					assemblies.id,
					rows.flatMap((r) => r.part.childId ?? [])
				)
			)
			.all()
			.map((a) => [a.id, a.name])
	);
	const by = pricer(app.db.orm);
	return rows.map(({ part, item }) => {
		const sheet = part.sheetId ? sheets.get(part.sheetId) : undefined;
		return {
			...part,
			name: part.name || item?.name || sheet?.name || names.get(part.childId ?? '') || '',
			unit: item?.unit ?? 'h',
			kind: item?.kind ?? ('labor' as const),
			cost: item?.cost ?? sheet?.loadedCost ?? 0,
			price: item ? by.of(item).price : (sheet?.price ?? 0)
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
			// Other prices of the same hour, as they are sold today.
			const variants = (rate?.sheet.variants ?? []).map((v) => ({ name: v.name, price: (rate && hourPrice(rate, v.name)) ?? 0 }));
			return rate
				? { ...s, loadedCost: rate.loadedCost, overheadPerHour: rate.overheadPerHour, price: rate.price, variants }
				: { ...s, variants };
		});

/** How a supplier’s lists were read last, and what stood above the columns. */
export const supplierMapping = (app: App, supplierId: string) =>
	app.db.orm.select({ mapping: suppliers.mapping }).from(suppliers).where(eq(suppliers.id, supplierId)).get()?.mapping ?? null;

/** The units that items of other suppliers, or our own, have: what a new list should say too. */
export const unitsInUse = (app: App, supplierId: string): string[] =>
	app.db.orm
		.selectDistinct({ unit: items.unit })
		.from(items)
		.where(sql`${items.supplierId} is null or ${items.supplierId} <> ${supplierId} or ${items.setAside} = 0`)
		.limit(300)
		.all()
		.map((u) => u.unit);

/** Items that are read for an export between two rests. */
const PAGE = 500;
/** More than this are not exported at once. */
const MOST = 200_000;

/** All items of a filter as rows of an export; the first four columns are what an import looks for. It may rest in between. */
export function* exportingItems(app: App, filter: ItemFilter): Restful<{ head: string[]; rows: (string | number)[][] }> {
	const db = app.db.orm;
	const p = pricer(db);
	const { categories: inCategories, suppliers: bySuppliers } = choices(app);
	const named = new Map(inCategories.map((c) => [c.id, c.name]));
	const supplied = new Map(bySuppliers.map((s) => [s.id, s.name]));
	const rows: (string | number)[][] = [];
	const where = itemWhere(db, filter);
	for (let after = ''; rows.length < MOST; yield) {
		const page = db
			.select()
			.from(items)
			.where(sql`${where} and items.code > ${after}`)
			.orderBy(asc(items.code))
			.limit(PAGE)
			.all();
		for (const i of page) {
			const by = [i.kind, named.get(i.categoryId ?? '') ?? '', supplied.get(i.supplierId ?? '') ?? '', i.purchaseUnit];
			rows.push([i.code, i.name, i.unit, i.cost / 10_000, p.of(i).price / 10_000, ...by, i.pack / 10_000, i.tags.join(', '), i.note]);
		}
		if (page.length < PAGE) break;
		after = page.at(-1)?.code ?? after;
	}
	return { head: ['Code', 'Name', 'Unit', 'Cost', 'Price', 'Kind', 'Category', 'Supplier', 'Bought by', 'Pack', 'Tags', 'Note'], rows };
}
/** The same at once. */
export const exportItems = (app: App, filter: ItemFilter) => toTheEnd(exportingItems(app, filter));

/** The last changes of many items, and whether they can be taken back. */
export const recentChanges = (app: App) =>
	app.db.orm
		.select({
			...{ id: catalogChanges.id, at: catalogChanges.at, byName: catalogChanges.byName, text: catalogChanges.text },
			undoneAt: catalogChanges.undoneAt,
			...underWay
		})
		.from(catalogChanges)
		.leftJoin(catalogWork, eq(catalogWork.id, catalogChanges.id))
		.where(isNull(catalogChanges.importId))
		.orderBy(desc(catalogChanges.at), desc(sql`catalog_changes.rowid`))
		.limit(10)
		.all();
