import { check, index, integer, sqliteTable, text, uniqueIndex } from 'drizzle-orm/sqlite-core';
import { sql } from 'drizzle-orm';
import type { MeasureName } from '../../../core/measure';
import type { Answers, Choice, ChoiceRefusal, Kind, PartFactor, PartRate, PriceRule } from '../../../core/pricing';
import type { Mapping, Rejected } from '../../../core/formats';
import { taxCodes } from './company';
import { flag, id, instant, ref, version, words } from './columns';

export const suppliers = sqliteTable(
	'suppliers',
	{ id: id(), name: text('name').notNull(), mapping: text('mapping', { mode: 'json' }).$type<Mapping>() },
	(t) => [uniqueIndex('suppliers_name').on(t.name)]
);

export const categories = sqliteTable(
	'categories',
	{
		id: id(),
		name: text('name').notNull(),
		rule: text('rule', { mode: 'json' }).$type<PriceRule>(),
		/** The category it lies in; a rule that is not set is asked of it. */
		parentId: text('parent_id'),
		version: version()
	},
	(t) => [index('categories_parent').on(t.parentId)]
);

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
		/** What is bought at once, and how much of the unit is in it (ten-thousandths): a box of 50. */
		purchaseUnit: words('purchase_unit'),
		pack: integer('pack').notNull().default(10_000),
		tags: text('tags', { mode: 'json' }).$type<string[]>().notNull().default([]),
		/** For us, never for the customer. */
		note: words('note'),
		fileId: ref('file_id'),
		/** What must come along whenever it is put on an estimate: how many for one of it, in what steps (ten-thousandths). */
		companions: text('companions', { mode: 'json' }).$type<{ itemId: string; ratio: number; step: number }[]>().notNull().default([]),
		setAside: flag('set_aside'),
		version: version()
	},
	(t) => [
		uniqueIndex('items_code').on(t.code),
		index('items_supplier').on(t.supplierId),
		index('items_category').on(t.categoryId, t.name),
		index('items_name').on(t.name),
		index('items_kind').on(t.kind, t.name),
		check('items_cost', sql`${t.cost} >= 0`)
	]
);

/** What an item is called by a supplier who also has it, and what that supplier asks for a unit of it. */
export const itemSuppliers = sqliteTable(
	'item_suppliers',
	{
		id: id(),
		itemId: ref('item_id')
			.notNull()
			.references(() => items.id),
		supplierId: ref('supplier_id')
			.notNull()
			.references(() => suppliers.id),
		code: text('code').notNull(),
		cost: integer('cost').notNull(),
		/** When this cost was heard last. */
		at: instant('at').notNull()
	},
	(t) => [
		uniqueIndex('item_suppliers_code').on(t.supplierId, t.code),
		index('item_suppliers_any').on(t.code),
		uniqueIndex('item_suppliers_item').on(t.itemId, t.supplierId),
		check('item_suppliers_cost', sql`${t.cost} >= 0`)
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
		crewSheet: text('crew_sheet', { mode: 'json' }).$type<Partial<Record<string, CrewSheet>>>().notNull(),
		/** What is asked when it is put on a scope, and which answers do not go together. */
		choices: text('choices', { mode: 'json' }).$type<Choice[]>().notNull().default([]),
		refusals: text('refusals', { mode: 'json' }).$type<ChoiceRefusal[]>().notNull().default([]),
		fileId: ref('file_id'),
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
		/** Another assembly, put on whole. */
		childId: text('child_id'),
		name: words('name'),
		measures: text('measures', { mode: 'json' }).$type<MeasureName[]>().notNull(),
		rate: text('rate', { mode: 'json' }).$type<PartRate>().notNull(),
		placeholder: words('placeholder'),
		reminder: flag('reminder'),
		note: words('note'),
		phase: words('phase'),
		/** The answers it belongs to, and what other answers do to its rate. */
		when: text('when_answers', { mode: 'json' }).$type<Answers>().notNull().default({}),
		factors: text('factors', { mode: 'json' }).$type<PartFactor[]>().notNull().default([])
	},
	(t) => [index('parts_child').on(t.childId), index('parts_assembly').on(t.assemblyId, t.position), index('parts_item').on(t.itemId)]
);
