import { say } from '../../contract/refusals/flat-rate';
import * as contract from '../../contract/flat-rate/editions';
import { and, eq, inArray, sql } from 'drizzle-orm';
import type { EditionFile } from '../../core/formats';
import { compareEdition, type EditionDiff, type HeldService, type PublishedService } from '../../core/pricing';
import { Refusal } from '../../core/refusal';
import type { App } from '../app';
import { todayOf } from '../company';
import { serve, type Context } from '../commands';
import type { Orm } from '../db';
import { flatCatalogs, flatCategories, flatEditions, flatServices } from './schema';
import { newId } from '../ids';
import { parseEdition } from './edition-format';
import { firstTerms, termsOf, type FlatCatalog } from './terms';

const catalogFor = (db: Orm, e: { publisher: string; key: string }) =>
	db
		.select()
		.from(flatCatalogs)
		.where(and(eq(flatCatalogs.publisher, e.publisher), eq(flatCatalogs.key, e.key)))
		.get();

/** The services of a catalog as the comparison wants them. */
export function heldOf(db: Orm, catalogId: string): (HeldService & { id: string })[] {
	return db
		.select({ service: flatServices, category: flatCategories.key })
		.from(flatServices)
		.leftJoin(flatCategories, eq(flatCategories.id, flatServices.categoryId))
		.where(eq(flatServices.catalogId, catalogId))
		.all()
		.map(({ service: s, category }) => ({
			id: s.id,
			key: s.key,
			category: category ?? '',
			title: s.title,
			wording: s.wording,
			hours: s.hours as never,
			materials: s.materials,
			ours: s.ours,
			withdrawn: s.withdrawn,
			published: s.published
		}));
}

export const receiveEdition = serve(contract.receiveEdition, (ctx, i) => {
	const { file } = parseEdition(i.text);
	const known = ctx.db
		.select()
		.from(flatEditions)
		.where(and(eq(flatEditions.publisher, file.publisher), eq(flatEditions.key, file.catalog.key), eq(flatEditions.edition, file.edition)))
		.get();
	if (known?.state === 'taken')
		throw new Refusal(say('edition-of-taken-already', { edition: file.edition, name: file.catalog.name }), 'file');
	const held = catalogFor(ctx.db, { publisher: file.publisher, key: file.catalog.key });
	if (held && held.edition >= file.edition)
		throw new Refusal(
			say('at-edition-edition-older-and-would', { name: held.name, edition: held.edition, edition2: file.edition }),
			'file'
		);
	const row = {
		name: file.catalog.name,
		published: file.published,
		fileName: i.fileName,
		receivedAt: ctx.now,
		text: i.text,
		state: 'waiting' as const,
		settledAt: null
	};
	const id = known?.id ?? newId();
	// The file itself is not copied into the history.
	if (known) ctx.db.update(flatEditions).set(row).where(eq(flatEditions.id, id)).run();
	else
		ctx.db
			.insert(flatEditions)
			.values({ id, publisher: file.publisher, key: file.catalog.key, edition: file.edition, ...row })
			.run();
	ctx.happened(`edition:${id}`, 'flat-rate.receive-edition', { edition: file.edition, catalog: file.catalog.name }, 'catalog');
	return { editionId: id };
});

export function waiting(db: Orm, editionId: string) {
	const e = db.select().from(flatEditions).where(eq(flatEditions.id, editionId)).get();
	if (!e) throw new Refusal(say('edition-not-any-more'));
	return e;
}

/** What an edition would do to the catalog it belongs to, by the terms the company has set (or would begin with). */
export function diffOf(
	db: Orm,
	edition: typeof flatEditions.$inferSelect,
	today: string
): {
	catalog: FlatCatalog | null;
	file: EditionFile;
	services: PublishedService[];
	held: (HeldService & { id: string })[];
	diff: EditionDiff;
} {
	const { file, services } = parseEdition(edition.text);
	const catalog = catalogFor(db, edition) ?? null;
	const held = catalog ? heldOf(db, catalog.id) : [];
	return { catalog, file, services, held, diff: compareEdition(held, services, termsOf(db, catalog ?? firstTerms(db), today)) };
}

/** One service as a waiting edition has it, with the terms it would be priced by; null when the edition has none of that key. */
export function serviceInEdition(app: App, editionId: string, key: string) {
	const db = app.db.orm;
	const { catalog, services } = diffOf(db, waiting(db, editionId), todayOf(app));
	const found = services.find((s) => s.key === key);
	return found ? { ...found, terms: termsOf(db, catalog ?? firstTerms(db), todayOf(app)) } : null;
}

export const takeEdition = serve(contract.takeEdition, (ctx, i) => {
	const edition = waiting(ctx.db, i.editionId);
	if (edition.state === 'taken') throw new Refusal(say('edition-taken-already'));
	const { catalog: known, file, services, diff } = diffOf(ctx.db, edition, ctx.today);
	if (known && known.edition >= edition.edition) throw new Refusal(say('catalog-at-edition-already', { edition: known.edition }));
	const taken = ctx.db.select({ id: flatCatalogs.id }).from(flatCatalogs).where(eq(flatCatalogs.name, edition.name)).get();
	const name = taken && taken.id !== known?.id ? `${edition.name}, ${edition.publisher}` : edition.name;
	const catalog = known
		? ctx.update(flatCatalogs, known.id, { edition: edition.edition, name, trade: file.catalog.trade })
		: ctx.insert(flatCatalogs, {
				id: newId(),
				name,
				trade: file.catalog.trade,
				publisher: edition.publisher,
				key: edition.key,
				edition: edition.edition,
				...firstTerms(ctx.db)
			});
	const categoryIds = putCategories(ctx, catalog.id, file);
	putServices(ctx, catalog.id, services, categoryIds);
	for (const w of diff.withdrawn)
		ctx.db
			.update(flatServices)
			.set({ withdrawn: true })
			.where(and(eq(flatServices.catalogId, catalog.id), eq(flatServices.key, w.key)))
			.run();
	const n = (count: number, word: string) => (count ? [`${count} ${word}`] : []);
	const said =
		[
			...n(diff.added.length, 'new'),
			...n(diff.changed.length, 'changed'),
			...n(diff.withdrawn.length, 'withdrawn'),
			...n(diff.left.length, 'kept as ours')
		].join(', ') || 'nothing different';
	ctx.db
		.update(flatEditions)
		.set({ state: 'taken', settledAt: ctx.now, byName: ctx.who.name, said })
		.where(eq(flatEditions.id, edition.id))
		.run();
	ctx.happened(
		`flat-catalog:${catalog.id}`,
		'flat-rate.take-edition',
		{ edition: edition.edition, catalog: catalog.name, said },
		'catalog'
	);
	return { catalogId: catalog.id, said };
});

/** The edition's tree of categories; those it no longer has stay while services are in them. */
function putCategories(ctx: Context, catalogId: string, file: EditionFile): Map<string, string> {
	const known = new Map(
		ctx.db
			.select()
			.from(flatCategories)
			.where(eq(flatCategories.catalogId, catalogId))
			.all()
			.map((c) => [c.key, c.id])
	);
	const ids = new Map(file.categories.map((c) => [c.key, known.get(c.key) ?? newId()]));
	file.categories.forEach((c, position) => {
		const row = { name: c.name, parentId: c.parent ? (ids.get(c.parent) ?? null) : null, position };
		const id = ids.get(c.key) ?? newId();
		if (known.has(c.key)) ctx.db.update(flatCategories).set(row).where(eq(flatCategories.id, id)).run();
		else
			ctx.db
				.insert(flatCategories)
				.values({ id, catalogId, key: c.key, ...row })
				.run();
	});
	return ids;
}

function putServices(ctx: Context, catalogId: string, services: PublishedService[], categoryIds: Map<string, string>): void {
	const known = new Map(
		ctx.db
			.select({ id: flatServices.id, key: flatServices.key, ours: flatServices.ours })
			.from(flatServices)
			.where(eq(flatServices.catalogId, catalogId))
			.all()
			.map((s) => [s.key, s])
	);
	// Thousands at once: prepared once, outside the row history. The edition itself is kept, which says the same.
	const insert = ctx.db
		.insert(flatServices)
		.values({
			id: sql.placeholder('id'),
			catalogId,
			key: sql.placeholder('key'),
			categoryId: sql.placeholder('categoryId'),
			position: sql.placeholder('position'),
			title: sql.placeholder('title'),
			wording: sql.placeholder('wording'),
			hours: sql.placeholder('hours'),
			materials: sql.placeholder('materials'),
			published: sql.placeholder('published')
		})
		.prepare();
	services.forEach((s, position) => {
		const { materials, ...rest } = s;
		const h = known.get(s.key);
		const own = {
			title: s.title,
			wording: s.wording,
			hours: s.hours,
			materials,
			categoryId: categoryIds.get(s.category) ?? null,
			position
		};
		if (!h) insert.run({ id: newId(), key: s.key, ...own, published: { ...rest, materials } });
		else
			ctx.db
				.update(flatServices)
				.set({ published: s, withdrawn: false, ...(h.ours ? {} : { ...own, version: sql`${flatServices.version} + 1` }) })
				.where(eq(flatServices.id, h.id))
				.run();
	});
}

export const leaveEdition = serve(contract.leaveEdition, (ctx, i) => {
	const edition = waiting(ctx.db, i.editionId);
	if (edition.state === 'taken') throw new Refusal(say('edition-taken-already'));
	ctx.db
		.update(flatEditions)
		.set({ state: 'left', settledAt: ctx.now, byName: ctx.who.name })
		.where(inArray(flatEditions.id, [edition.id]))
		.run();
	ctx.happened(`edition:${edition.id}`, 'flat-rate.leave-edition', { edition: edition.edition, catalog: edition.name }, 'catalog');
});
