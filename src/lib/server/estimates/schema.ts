import { sql } from 'drizzle-orm';
import { sqliteTable, text, integer, index, check, uniqueIndex } from 'drizzle-orm/sqlite-core';
import type { Discount, QuantitySource, Line, FlatPart, Estimate } from '../../core/estimate';
import type { Figure } from '../../core/measure';
import type { Kind, PriceRule } from '../../core/pricing';
import type { Recurring } from '../../core/quotes';
import { assemblies } from '../catalog/schema';
import { id, ref, words, version, flag, instant } from '../db/columns';
import { jobs } from '../sales/schema';

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
		/** On a won job: the number of the change order it is the inside of; null for the estimate of the bid. */
		change: integer('change_number'),
		/** Working days a change order adds to the job; minus takes off. */
		days: integer('days').notNull().default(0),
		/** What is charged again and again beside the total. */
		recurring: text('recurring', { mode: 'json' }).$type<Recurring[]>().notNull().default([]),
		/** The template it was begun from, to say what was left out. */
		templateId: text('template_id'),
		/** The last entry of history when a quote was last made of it: what led to that quote is not undone. */
		issuedAfter: integer('issued_after').notNull().default(0),
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
		setAside: flag('set_aside'),
		groupId: text('group_id')
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
		/** Comes once to the job; and: what a customer reads in place of the hidden lines of the same assembly. */
		once: flag('once'),
		face: flag('face'),
		note: words('note'),
		phase: words('phase'),
		itemId: ref('item_id'),
		sheetId: ref('sheet_id'),
		/** Another price of the same hour, by its name on the sheet: after hours, call-out. */
		variant: words('variant'),
		recipeId: ref('recipe_id').references(() => recipes.id),
		/** The flat-rate service it stands for: its hours, or its materials. */
		flat: text('flat', { mode: 'json' }).$type<FlatPart>(),
		groupId: text('group_id'),
		/** Words between lines, without figures. */
		heading: flag('heading')
	},
	(t) => [index('lines_scope').on(t.scopeId, t.position), index('lines_item').on(t.itemId), check('lines_money', sql`${t.unitCost} >= 0`)]
);

/** Options that belong together, with how many of them may be chosen and which counts until then. */
export const optionGroups = sqliteTable(
	'option_groups',
	{
		id: id(),
		estimateId: ref('estimate_id')
			.notNull()
			.references(() => estimates.id),
		position: integer('position').notNull(),
		name: text('name').notNull(),
		atLeast: integer('at_least').notNull(),
		atMost: integer('at_most').notNull(),
		presetId: text('preset_id')
	},
	(t) => [
		index('option_groups_estimate').on(t.estimateId, t.position),
		check('option_groups_rule', sql`${t.atLeast} >= 0 and ${t.atMost} >= ${t.atLeast} and ${t.atMost} > 0`)
	]
);

/** What estimates of a kind of work always have: scopes, wording and lines, without measures. */
export const templates = sqliteTable(
	'estimate_templates',
	{
		id: id(),
		name: text('name').notNull(),
		kindOfWork: words('kind_of_work'),
		intro: words('intro'),
		/** The scopes as an estimate has them; shapes are left out. */
		estimate: text('estimate', { mode: 'json' }).$type<Estimate>().notNull(),
		/** Assemblies on its scopes, so that lines keep together: scope, assembly, name, by the recipe's id in the lines. */
		recipes: text('recipes', { mode: 'json' }).$type<{ id: string; scopeId: string; assemblyId: string; name: string }[]>().notNull(),
		at: instant('at').notNull(),
		byName: words('by_name'),
		setAside: flag('set_aside'),
		version: version()
	},
	(t) => [uniqueIndex('estimate_templates_name').on(t.name)]
);

/** What colleagues say beside a line, a scope or the whole; inside the company only. */
export const comments = sqliteTable(
	'estimate_comments',
	{
		id: id(),
		estimateId: ref('estimate_id')
			.notNull()
			.references(() => estimates.id),
		scopeId: text('scope_id'),
		lineId: text('line_id'),
		text: text('text').notNull(),
		/** People who were named, by id. */
		mentions: text('mentions', { mode: 'json' }).$type<string[]>().notNull(),
		byId: text('by_id').notNull(),
		byName: text('by_name').notNull(),
		at: instant('at').notNull(),
		settledAt: instant('settled_at'),
		settledBy: words('settled_by')
	},
	(t) => [index('estimate_comments_estimate').on(t.estimateId, t.at)]
);

/** A sign-off that was asked for: why, by whom, what was said, and the figures it is for. */
export const signOffs = sqliteTable(
	'sign_offs',
	{
		id: id(),
		estimateId: ref('estimate_id')
			.notNull()
			.references(() => estimates.id),
		/** Of the estimate as it was asked for: another state needs another sign-off. */
		fingerprint: text('fingerprint').notNull(),
		reasons: text('reasons', { mode: 'json' }).$type<string[]>().notNull(),
		price: integer('price').notNull(),
		margin: integer('margin'),
		askedById: text('asked_by_id').notNull(),
		askedBy: text('asked_by').notNull(),
		askedAt: instant('asked_at').notNull(),
		note: words('note'),
		state: text('state', { enum: ['asked', 'given', 'sent back', 'overtaken'] })
			.notNull()
			.default('asked'),
		answeredBy: words('answered_by'),
		answeredAt: instant('answered_at'),
		answer: words('answer')
	},
	(t) => [index('sign_offs_estimate').on(t.estimateId, t.askedAt), index('sign_offs_state').on(t.state)]
);
