import { check, index, integer, sqliteTable, text } from 'drizzle-orm/sqlite-core';
import { sql } from 'drizzle-orm';
import type { Discount, FlatPart, Line, QuantitySource } from '../../../core/estimate';
import type { Figure } from '../../../core/measure';
import type { Kind, PriceRule } from '../../../core/pricing';
import { jobs } from './sales';
import { assemblies } from './catalog';
import { flag, id, ref, version, words } from './columns';

export const estimates = sqliteTable(
	'estimates',
	{
		id: id(),
		jobId: ref('job_id')
			.notNull()
			.references(() => jobs.id),
		title: text('title').notNull(),
		intro: words('intro'),
		discount: text('discount', { mode: 'json' }).$type<Discount>(),
		version: version()
	},
	(t) => [index('estimates_job').on(t.jobId)]
);

export const scopes = sqliteTable(
	'scopes',
	{
		id: id(),
		estimateId: ref('estimate_id')
			.notNull()
			.references(() => estimates.id),
		position: integer('position').notNull(),
		name: text('name').notNull(),
		wording: words('wording'),
		option: flag('option'),
		setAside: flag('set_aside')
	},
	(t) => [index('scopes_estimate').on(t.estimateId, t.position)]
);

export const shapes = sqliteTable(
	'shapes',
	{
		id: id(),
		scopeId: ref('scope_id')
			.notNull()
			.references(() => scopes.id),
		position: integer('position').notNull(),
		figure: text('figure', { mode: 'json' }).$type<Figure>().notNull(),
		times: integer('times').notNull().default(1),
		subtract: flag('subtract'),
		subtractLengths: flag('subtract_lengths')
	},
	(t) => [index('shapes_scope').on(t.scopeId, t.position), check('shapes_times', sql`${t.times} between 1 and 10000`)]
);

/** An assembly put on a scope. */
export const recipes = sqliteTable(
	'recipes',
	{
		id: id(),
		scopeId: ref('scope_id')
			.notNull()
			.references(() => scopes.id),
		assemblyId: ref('assembly_id')
			.notNull()
			.references(() => assemblies.id),
		name: text('name').notNull()
	},
	(t) => [index('recipes_scope').on(t.scopeId), index('recipes_assembly').on(t.assemblyId)]
);

export const lines = sqliteTable(
	'lines',
	{
		id: id(),
		scopeId: ref('scope_id')
			.notNull()
			.references(() => scopes.id),
		position: integer('position').notNull(),
		kind: text('kind').$type<Kind>().notNull(),
		name: text('name').notNull(),
		wording: words('wording'),
		unit: text('unit').notNull(),
		source: text('source', { mode: 'json' }).$type<QuantitySource>().notNull(),
		override: text('override', { mode: 'json' }).$type<NonNullable<Line['override']>>(),
		hoursPerUnit: integer('hours_per_unit').notNull().default(0),
		unitCost: integer('unit_cost').notNull(),
		overheadPerHour: integer('overhead_per_hour').notNull().default(0),
		rule: text('rule', { mode: 'json' }).$type<PriceRule>().notNull(),
		unitPrice: integer('unit_price').notNull(),
		fine: flag('fine'),
		taxCodeId: ref('tax_code_id'),
		option: flag('option'),
		setAside: flag('set_aside'),
		hidden: flag('hidden'),
		locked: flag('locked'),
		discountable: integer('discountable', { mode: 'boolean' }).notNull().default(true),
		settled: integer('settled'),
		placeholder: words('placeholder'),
		reminder: flag('reminder'),
		note: words('note'),
		phase: words('phase'),
		itemId: ref('item_id'),
		sheetId: ref('sheet_id'),
		recipeId: ref('recipe_id').references(() => recipes.id),
		/** The flat-rate service it stands for: its hours, or its materials. */
		flat: text('flat', { mode: 'json' }).$type<FlatPart>()
	},
	(t) => [index('lines_scope').on(t.scopeId, t.position), index('lines_item').on(t.itemId), check('lines_money', sql`${t.unitCost} >= 0`)]
);
