import { sql } from 'drizzle-orm';
import { sqliteTable, text, uniqueIndex, index, integer, check, primaryKey } from 'drizzle-orm/sqlite-core';
import type { Mapping, Rejected } from '../../core/formats';
import type { MeasureName } from '../../core/measure';
import type { PriceRule, Kind, Choice, ChoiceRefusal, PartRate, Answers, PartFactor } from '../../core/pricing';
import { taxCodes } from '../company/schema';
import { id, version, flag, ref, words, instant } from '../db/columns';

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
		/** Items that the list does not have any more and that were set aside. */
		aside: integer('aside').notNull().default(0),
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
		/** The customer reads one line of its name, with all of its parts in the price. */
		oneLine: flag('one_line'),
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
		/** It comes once to a job, in its plain amount, however many scopes bring it: the container, setting up. */
		once: flag('once'),
		note: words('note'),
		phase: words('phase'),
		/** The answers it belongs to, and what other answers do to its rate. */
		when: text('when_answers', { mode: 'json' }).$type<Answers>().notNull().default({}),
		factors: text('factors', { mode: 'json' }).$type<PartFactor[]>().notNull().default([])
	},
	(t) => [index('parts_child').on(t.childId), index('parts_assembly').on(t.assemblyId, t.position), index('parts_item').on(t.itemId)]
);

/** Columns of an item that changes of many touch. */
export const ITEM_FIELDS = ['name', 'unit', 'cost', 'rule', 'tags', 'category_id', 'tax_code_id', 'set_aside'] as const;

/** A change of many items at once, by hand or by a price list, that can be taken back whole. */
export const catalogChanges = sqliteTable(
	'catalog_changes',
	{
		id: id(),
		at: instant('at').notNull(),
		byName: words('by_name'),
		text: text('text').notNull(),
		importId: text('import_id'),
		items: integer('items').notNull(),
		/** The columns that it touches. */
		fields: text('fields', { mode: 'json' })
			.$type<string[]>()
			.notNull()
			.default([...ITEM_FIELDS]),
		undoneAt: instant('undone_at')
	},
	(t) => [index('catalog_changes_at').on(t.at), index('catalog_changes_import').on(t.importId)]
);

/** What is done to very many items is done in portions, so that nobody waits for it: this is what is under way or waits for its turn. */
export const catalogWork = sqliteTable('catalog_work', {
	/** The change that it carries out or takes back. */
	id: text('id')
		.primaryKey()
		.references(() => catalogChanges.id),
	kind: text('kind').$type<'import' | 'change' | 'undo'>().notNull(),
	at: instant('at').notNull(),
	/** What was asked for, to go on with it after a restart. */
	given: text('given', { mode: 'json' }).$type<object>().notNull(),
	/** Where the next portion begins. */
	cursor: text('cursor').notNull().default(''),
	done: integer('done').notNull().default(0),
	/** How many rows it is about; null as long as nobody has looked. */
	total: integer('total')
});

/**
 * How each item stood before such a change, and its version after it: a change is only taken back where nobody changed the item
 * since. Only the columns that the change touches are kept (`fields` of the change). Kept by change and item, without a row number:
 * tens of thousands of them are written at once.
 */
export const itemChanges = sqliteTable(
	'item_changes',
	{
		changeId: ref('change_id')
			.notNull()
			.references(() => catalogChanges.id),
		itemId: ref('item_id').notNull(),
		versionAfter: integer('version_after').notNull(),
		cost: integer('cost'),
		/** What the cost became, where no entry of `item_costs` says it. */
		costAfter: integer('cost_after'),
		name: text('name'),
		unit: text('unit'),
		rule: text('rule'),
		tags: text('tags'),
		categoryId: text('category_id'),
		taxCodeId: text('tax_code_id'),
		setAside: integer('set_aside'),
		/** Another supplier’s reference: `cost` is what that supplier asked before. The item itself was not touched. */
		referenceId: text('reference_id')
	},
	(t) => [primaryKey({ columns: [t.changeId, t.itemId] })]
);

/** What an item was sold for, on an accepted quote or an issued invoice of time and materials: unit price after discount. */
export const itemSales = sqliteTable(
	'item_sales',
	{
		id: integer('id').primaryKey({ autoIncrement: true }),
		itemId: ref('item_id').notNull(),
		customerId: ref('customer_id').notNull(),
		jobId: ref('job_id').notNull(),
		at: instant('at').notNull(),
		quantity: integer('quantity').notNull(),
		price: integer('price').notNull(),
		/** The invoice that charged it; null: an accepted quote. */
		invoiceId: ref('invoice_id')
	},
	(t) => [index('item_sales_item').on(t.itemId, t.at), index('item_sales_invoice').on(t.invoiceId)]
);
