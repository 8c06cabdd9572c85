import { and, asc, desc, eq, inArray, sql } from 'drizzle-orm';
import { flatPrice, type FlatTerms } from '../../core/pricing';
import type { App } from '../app';
import { todayOf } from '../company';
import { type Orm, ftsQuery } from '../db';
import { taxCodes } from '../company/schema';
import { flatCatalogs, flatCategories, flatEditions, flatServices } from './schema';
import { laborSheets } from '../people/schema';
import { termsOf } from './terms';

/** Catalogs with how many services each offers, our own last. */
export function flatCatalogList(app: App) {
	return app.db.orm
		.select({
			id: flatCatalogs.id,
			name: flatCatalogs.name,
			trade: flatCatalogs.trade,
			publisher: flatCatalogs.publisher,
			edition: flatCatalogs.edition,
			on: flatCatalogs.on,
			services: sql<number>`(select count(*) from flat_services s where s.catalog_id = flat_catalogs.id and (s.withdrawn = 0 or s.ours = 1))`
		})
		.from(flatCatalogs)
		.orderBy(desc(flatCatalogs.on), asc(flatCatalogs.name))
		.all();
}

/** Editions that wait, newest first, then those settled lately. The files themselves stay where they are. */
export function editionList(app: App) {
	return app.db.orm
		.select({
			id: flatEditions.id,
			name: flatEditions.name,
			edition: flatEditions.edition,
			publisher: flatEditions.publisher,
			published: flatEditions.published,
			receivedAt: flatEditions.receivedAt,
			state: flatEditions.state,
			settledAt: flatEditions.settledAt,
			byName: flatEditions.byName,
			said: flatEditions.said
		})
		.from(flatEditions)
		.orderBy(sql`state = 'waiting' desc`, desc(flatEditions.receivedAt))
		.limit(20)
		.all();
}

/** A catalog with its terms, tree and services, each priced by them today. */
export function flatCatalogDetail(app: App, catalogId: string) {
	const db = app.db.orm;
	const catalog = db.select().from(flatCatalogs).where(eq(flatCatalogs.id, catalogId)).get();
	if (!catalog) return null;
	const terms = termsOf(db, catalog, todayOf(app));
	const services = db
		.select({ service: flatServices })
		.from(flatServices)
		.where(eq(flatServices.catalogId, catalogId))
		.orderBy(asc(flatServices.position))
		.all();
	return {
		catalog,
		terms,
		categories: db.select().from(flatCategories).where(eq(flatCategories.catalogId, catalogId)).orderBy(asc(flatCategories.position)).all(),
		services: services.map(({ service: { published, ...s } }) => ({
			...s,
			follows: published !== null && !s.ours,
			publisherHas: published !== null,
			price: flatPrice({ hours: s.hours as never, materials: s.materials }, terms)
		})),
		sheets: db
			.select({ id: laborSheets.id, name: laborSheets.name })
			.from(laborSheets)
			.where(eq(laborSheets.setAside, false))
			.orderBy(asc(laborSheets.name))
			.all(),
		taxCodes: db.select().from(taxCodes).all()
	};
}

/** Services that are offered, by words, each with its price: what an estimator can add. */
export function searchServices(app: App, text: string, limit = 12) {
	const query = ftsQuery(text);
	if (!query) return [];
	const db = app.db.orm;
	const found = app.db.sqlite
		.prepare(
			`select s.id from flat_fts f join flat_services s on s.rowid = f.rowid join flat_catalogs c on c.id = s.catalog_id and c.is_on = 1
			where f.flat_fts match ? and (s.withdrawn = 0 or s.ours = 1) order by bm25(flat_fts, 4.0, 1.0) limit ?`
		)
		.all(query, limit) as { id: string }[];
	return pricedServices(
		db,
		found.map((f) => f.id),
		todayOf(app)
	);
}

/** Services by their ids, in that order, with price and catalog. */
export function pricedServices(db: Orm, ids: string[], today: string) {
	if (ids.length === 0) return [];
	const rows = db
		.select({ service: flatServices, catalog: flatCatalogs })
		.from(flatServices)
		.innerJoin(flatCatalogs, eq(flatCatalogs.id, flatServices.catalogId))
		.where(inArray(flatServices.id, ids))
		.all();
	const terms = new Map<string, FlatTerms>();
	const of = (c: (typeof rows)[number]['catalog']) => {
		const t = terms.get(c.id) ?? termsOf(db, c, today);
		terms.set(c.id, t);
		return t;
	};
	const byId = new Map(rows.map((r) => [r.service.id, r]));
	return ids.flatMap((id) => {
		const r = byId.get(id);
		return r
			? [
					{
						id,
						title: r.service.title,
						catalog: r.catalog,
						service: r.service,
						terms: of(r.catalog),
						price: flatPrice({ hours: r.service.hours as never, materials: r.service.materials }, of(r.catalog))
					}
				]
			: [];
	});
}

/** All services that are offered, for the price check. */
export const offeredServices = (db: Orm, today: string, named: (id: string) => boolean = () => true) =>
	pricedServices(
		db,
		db
			.select({ id: flatServices.id })
			.from(flatServices)
			.innerJoin(flatCatalogs, and(eq(flatCatalogs.id, flatServices.catalogId), eq(flatCatalogs.on, true)))
			.where(sql`${flatServices.withdrawn} = 0 or ${flatServices.ours} = 1`)
			.all()
			.map((s) => s.id)
			.filter(named),
		today
	);
