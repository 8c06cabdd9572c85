import { sql } from 'drizzle-orm';
import { sqliteTable, text, integer, uniqueIndex, check, index } from 'drizzle-orm/sqlite-core';
import type { FlatRounding, FlatMaterial, PublishedService } from '../../core/pricing';
import { taxCodes } from '../company/schema';
import { id, words, ref, version, flag, day, instant } from '../db/columns';
import { laborSheets } from '../people/schema';

/** A catalog of flat-rate services: our own, or one that a publisher keeps up. Its terms price all that is in it. */
export const flatCatalogs = sqliteTable(
	'flat_catalogs',
	{
		id: id(),
		name: text('name').notNull(),
		trade: words('trade'),
		/** Who keeps it up; empty for our own. With the key it says which editions are its own. */
		publisher: words('publisher'),
		key: words('key'),
		edition: integer('edition').notNull().default(0),
		on: integer('is_on', { mode: 'boolean' }).notNull().default(true),
		/** On the cost of materials, hundredths of a percent. */
		markup: integer('markup').notNull(),
		/** The rate sheet whose hours are sold; its price, unless one is typed. */
		sheetId: text('sheet_id').references(() => laborSheets.id),
		hourlyPrice: integer('hourly_price'),
		rounding: text('rounding').$type<FlatRounding>().notNull(),
		/** What the material part is taxed with, and what the hours are. */
		materialTaxId: ref('material_tax_id').references(() => taxCodes.id),
		laborTaxId: ref('labor_tax_id').references(() => taxCodes.id),
		version: version()
	},
	(t) => [
		uniqueIndex('flat_catalogs_name').on(t.name),
		check('flat_catalogs_terms', sql`${t.markup} >= 0 and coalesce(${t.hourlyPrice}, 1) > 0`)
	]
);

export const flatCategories = sqliteTable(
	'flat_categories',
	{
		id: id(),
		catalogId: ref('catalog_id')
			.notNull()
			.references(() => flatCatalogs.id),
		key: text('key').notNull(),
		name: text('name').notNull(),
		parentId: text('parent_id'),
		position: integer('position').notNull(),
		fileId: ref('file_id')
	},
	(t) => [uniqueIndex('flat_categories_key').on(t.catalogId, t.key)]
);

export const flatServices = sqliteTable(
	'flat_services',
	{
		id: id(),
		catalogId: ref('catalog_id')
			.notNull()
			.references(() => flatCatalogs.id),
		/** By this a publisher knows it through all editions. */
		key: text('key').notNull(),
		categoryId: ref('category_id').references(() => flatCategories.id),
		position: integer('position').notNull(),
		title: text('title').notNull(),
		wording: words('wording'),
		hours: integer('hours').notNull(),
		materials: text('materials', { mode: 'json' }).$type<FlatMaterial[]>().notNull(),
		/** Editions leave it alone. */
		ours: flag('ours'),
		/** What its publisher last said of it; null for a service of our own. */
		published: text('published', { mode: 'json' }).$type<PublishedService>(),
		withdrawn: flag('withdrawn'),
		fileId: ref('file_id'),
		version: version()
	},
	(t) => [
		uniqueIndex('flat_services_key').on(t.catalogId, t.key),
		index('flat_services_category').on(t.categoryId, t.position),
		check('flat_services_hours', sql`${t.hours} >= 0`)
	]
);

/** An edition as it came, by the port or by hand: it waits until somebody takes or leaves it. */
export const flatEditions = sqliteTable(
	'flat_editions',
	{
		id: id(),
		publisher: text('publisher').notNull(),
		key: text('key').notNull(),
		name: text('name').notNull(),
		edition: integer('edition').notNull(),
		published: day('published').notNull(),
		fileName: words('file_name'),
		receivedAt: instant('received_at').notNull(),
		/** The file as it was received. */
		text: text('text').notNull(),
		state: text('state', { enum: ['waiting', 'taken', 'left'] })
			.notNull()
			.default('waiting'),
		settledAt: instant('settled_at'),
		byName: words('by_name'),
		/** What taking it did, in words. */
		said: words('said')
	},
	(t) => [uniqueIndex('flat_editions_edition').on(t.publisher, t.key, t.edition), index('flat_editions_state').on(t.state)]
);
