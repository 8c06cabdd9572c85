import { check, index, integer, sqliteTable, text, uniqueIndex } from 'drizzle-orm/sqlite-core';
import { sql } from 'drizzle-orm';
import type { MeasureName } from '../../../core/measure';
import type { Kind, PartRate, PriceRule } from '../../../core/pricing';
import type { Mapping, Rejected } from '../../../core/formats';
import { taxCodes } from './company';
import { flag, id, instant, ref, version, words } from './columns';

export const suppliers = sqliteTable(
	'suppliers',
	{ id: id(), name: text('name').notNull(), mapping: text('mapping', { mode: 'json' }).$type<Mapping>() },
	(t) => [uniqueIndex('suppliers_name').on(t.name)]
);

export const categories = sqliteTable('categories', {
	id: id(),
	name: text('name').notNull(),
	rule: text('rule', { mode: 'json' }).$type<PriceRule>()
});

export const items = sqliteTable(
	'items',
	{
		id: id(),
		code: text('code').notNull(),
		name: text('name').notNull(),
		kind: text('kind').$type<Kind>().notNull(),
		unit: text('unit').notNull(),
		cost: integer('cost').notNull(),
		rule: text('rule', { mode: 'json' }).$type<PriceRule>().notNull(),
		fine: flag('fine'),
		taxCodeId: ref('tax_code_id').references(() => taxCodes.id),
		categoryId: ref('category_id').references(() => categories.id),
		supplierId: ref('supplier_id').references(() => suppliers.id),
		wording: words('wording'),
		setAside: flag('set_aside'),
		version: version()
	},
	(t) => [
		uniqueIndex('items_code').on(t.code),
		index('items_supplier').on(t.supplierId),
		index('items_category').on(t.categoryId, t.name),
		index('items_name').on(t.name),
		check('items_cost', sql`${t.cost} >= 0`)
	]
);

export const imports = sqliteTable(
	'imports',
	{
		id: id(),
		supplierId: ref('supplier_id')
			.notNull()
			.references(() => suppliers.id),
		fileName: text('file_name').notNull(),
		at: instant('at').notNull(),
		byName: words('by_name'),
		added: integer('added').notNull(),
		changed: integer('changed').notNull(),
		unchanged: integer('unchanged').notNull(),
		rejected: text('rejected', { mode: 'json' }).$type<Rejected[]>().notNull()
	},
	(t) => [index('imports_at').on(t.at)]
);

/** What an import changed, so that the cost of an item can be followed over time. */
export const itemCosts = sqliteTable(
	'item_costs',
	{
		id: integer('id').primaryKey({ autoIncrement: true }),
		itemId: ref('item_id')
			.notNull()
			.references(() => items.id),
		importId: ref('import_id').references(() => imports.id),
		at: instant('at').notNull(),
		before: integer('before'),
		after: integer('after').notNull()
	},
	(t) => [index('item_costs_item').on(t.itemId, t.at)]
);

export interface CrewSheet {
	tools: string;
	order: string;
	key: string;
}

export const assemblies = sqliteTable(
	'assemblies',
	{
		id: id(),
		name: text('name').notNull(),
		category: words('category'),
		wording: words('wording'),
		crewSheet: text('crew_sheet', { mode: 'json' }).$type<Partial<Record<'en' | 'es', CrewSheet>>>().notNull(),
		setAside: flag('set_aside'),
		version: version()
	},
	(t) => [index('assemblies_name').on(t.name)]
);

export const parts = sqliteTable(
	'parts',
	{
		id: id(),
		assemblyId: ref('assembly_id')
			.notNull()
			.references(() => assemblies.id),
		position: integer('position').notNull(),
		itemId: ref('item_id').references(() => items.id),
		sheetId: text('sheet_id'),
		name: words('name'),
		measures: text('measures', { mode: 'json' }).$type<MeasureName[]>().notNull(),
		rate: text('rate', { mode: 'json' }).$type<PartRate>().notNull(),
		placeholder: words('placeholder'),
		reminder: flag('reminder'),
		note: words('note'),
		phase: words('phase')
	},
	(t) => [index('parts_assembly').on(t.assemblyId, t.position), index('parts_item').on(t.itemId)]
);
