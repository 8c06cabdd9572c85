import { sql } from 'drizzle-orm';
import { sqliteTable, text, integer, uniqueIndex, check } from 'drizzle-orm/sqlite-core';
import type { Percent } from '../../core/money';
import type { LaborSheet, EquipmentSheet, YearlyBudget, WhatIf, Kind } from '../../core/pricing';
import { items } from '../catalog/schema';
import { id, ref, day, flag, version, instant, words } from '../db/columns';
import { laborSheets } from '../people/schema';

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
