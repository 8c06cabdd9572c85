import { quantity } from '../../core/money';
import { flatCatalogDetail } from '../flat-rate';
import { lines } from '../estimates/schema';
import { sql, eq } from 'drizzle-orm';
import { serviceChanges } from '../../core/pricing';
import { flatServices } from '../flat-rate/schema';
import type { App } from '../app';

/** One service, with what going back to the editions would change, and how many estimate lines stand for it. */
export function flatServiceDetail(app: App, serviceId: string) {
	const db = app.db.orm;
	const service = db.select().from(flatServices).where(eq(flatServices.id, serviceId)).get();
	const found = service ? flatCatalogDetail(app, service.catalogId) : null;
	if (!service || !found) return null;
	const category = found.categories.find((c) => c.id === service.categoryId);
	const now = { ...service, hours: quantity(service.hours), category: category?.key ?? '' };
	return {
		service,
		catalog: found.catalog,
		categories: found.categories,
		terms: found.terms,
		differs: service.published ? serviceChanges(now, service.published) : [],
		onEstimates:
			db
				.select({ n: sql<number>`count(*)` })
				.from(lines)
				.where(sql`${lines.flat} is not null and ${lines.flat} ->> 'serviceId' = ${serviceId} and ${lines.flat} ->> 'part' = 'hours'`)
				.get()?.n ?? 0
	};
}

/** A service that is not there yet, in a catalog, for the same page. */
export function newServiceIn(app: App, catalogId: string, categoryId: string | null): ReturnType<typeof flatServiceDetail> {
	const found = flatCatalogDetail(app, catalogId);
	if (!found) return null;
	const service: typeof flatServices.$inferSelect = {
		id: '',
		catalogId,
		key: '',
		categoryId: found.categories.find((c) => c.id === categoryId)?.id ?? found.categories[0]?.id ?? null,
		position: 0,
		title: '',
		wording: '',
		hours: 10_000,
		materials: [],
		ours: false,
		published: null,
		withdrawn: false,
		fileId: null,
		version: 1
	};
	return { service, catalog: found.catalog, categories: found.categories, terms: found.terms, differs: [], onEstimates: 0 };
}
