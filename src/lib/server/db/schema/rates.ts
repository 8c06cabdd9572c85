import { check, index, integer, primaryKey, sqliteTable, text, uniqueIndex } from 'drizzle-orm/sqlite-core';
import { sql } from 'drizzle-orm';
import type { EquipmentSheet, Kind, LaborSheet, WhatIf, YearlyBudget } from '../../../core/pricing';
import type { Percent } from '../../../core/money';
import { items } from './catalog';
import { laborSheets } from './company';
import { day, flag, id, instant, ref, version, words } from './columns';

/** What an hour of a labor rate sheet is from a day on. Never changed but by saving the same day again: estimates keep what they were priced with. */
export const laborRates = sqliteTable(
	'labor_rates',
	{
		id: id(),
		sheetId: ref('sheet_id')
			.notNull()
			.references(() => laborSheets.id),
		from: day('from_day').notNull(),
		sheet: text('sheet', { mode: 'json' }).$type<LaborSheet>().notNull(),
		loadedCost: integer('loaded_cost').notNull(),
		overheadPerHour: integer('overhead_per_hour').notNull(),
		price: integer('price').notNull()
	},
	(t) => [
		uniqueIndex('labor_rates_from').on(t.sheetId, t.from),
		check('labor_rates_money', sql`${t.loadedCost} >= 0 and ${t.overheadPerHour} >= 0 and ${t.price} > 0`)
	]
);

export const equipmentSheets = sqliteTable(
	'equipment_sheets',
	{
		id: id(),
		name: text('name').notNull(),
		/** Where its cost lies: on the jobs that use it, or in the overhead; never in both. */
		place: text('place', { enum: ['job cost', 'overhead'] }).notNull(),
		sheet: text('sheet', { mode: 'json' }).$type<EquipmentSheet>().notNull(),
		/** Hours of a day, ten-thousandths. */
		hoursPerDay: integer('hours_per_day').notNull(),
		hourlyCost: integer('hourly_cost').notNull(),
		/** The catalog item that is sold by the day at this cost. */
		itemId: ref('item_id').references(() => items.id),
		setAside: flag('set_aside'),
		version: version()
	},
	(t) => [
		uniqueIndex('equipment_sheets_name').on(t.name),
		check('equipment_sheets_cost', sql`${t.hourlyCost} >= 0 and ${t.hoursPerDay} > 0`)
	]
);

export const budgets = sqliteTable(
	'budgets',
	{
		id: id(),
		year: integer('year').notNull(),
		budget: text('budget', { mode: 'json' }).$type<YearlyBudget>().notNull(),
		version: version()
	},
	(t) => [uniqueIndex('budgets_year').on(t.year)]
);

export const budgetScenarios = sqliteTable(
	'budget_scenarios',
	{
		id: id(),
		year: integer('year').notNull(),
		name: text('name').notNull(),
		whatIf: text('what_if', { mode: 'json' }).$type<WhatIf>().notNull(),
		at: instant('at').notNull(),
		byName: words('by_name')
	},
	(t) => [uniqueIndex('budget_scenarios_name').on(t.year, t.name)]
);

/** A class of customer with its own percentage on prices of some kinds. */
export const rateGroups = sqliteTable(
	'rate_groups',
	{
		id: id(),
		name: text('name').notNull(),
		/** By kind, hundredths of a percent: 9500 takes five percent off. */
		percents: text('percents', { mode: 'json' }).$type<Partial<Record<Kind, Percent>>>().notNull(),
		onFixed: flag('on_fixed'),
		setAside: flag('set_aside'),
		version: version()
	},
	(t) => [uniqueIndex('rate_groups_name').on(t.name)]
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
