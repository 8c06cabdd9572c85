import { sql } from 'drizzle-orm';
import { sqliteTable, text, integer, uniqueIndex, index, check } from 'drizzle-orm/sqlite-core';
import { TIME_OFF_KINDS, TOLD_BY, type WorkingHours } from '../../core/planning';
import type { LaborSheet } from '../../core/pricing';
import type { ListLayout } from '../../contract/sales/views';
import { branches } from '../company/schema';
import { id, version, ref, words, instant, day, flag } from '../db/columns';

export const crews = sqliteTable('crews', { id: id(), name: text('name').notNull(), position: integer('position').notNull().default(0) });

/** Roles that the company made itself: listed rights in place of those of a role that comes with the program. */
export const roles = sqliteTable(
	'roles',
	{
		id: id(),
		name: text('name').notNull(),
		rights: text('rights', { mode: 'json' }).$type<string[]>().notNull(),
		archived: integer('archived', { mode: 'boolean' }).notNull().default(false),
		version: version()
	},
	(t) => [uniqueIndex('roles_name').on(t.name)]
);

export const people = sqliteTable(
	'people',
	{
		id: id(),
		name: text('name').notNull(),
		mail: text('mail').notNull(),
		role: text('role', { enum: ['owner', 'office', 'estimator', 'crew lead', 'crew', 'bookkeeper'] }).notNull(),
		/** A role of the company's own, whose rights stand in place of those of `role`; null: those of `role`. */
		roleId: ref('role_id').references(() => roles.id),
		crewId: ref('crew_id').references(() => crews.id),
		skills: words('skills'),
		color: text('color').notNull().default('slate'),
		language: text('language').notNull().default('en'),
		passwordHash: text('password_hash').notNull(),
		active: integer('active', { mode: 'boolean' }).notNull().default(true),
		sheetId: ref('sheet_id').references(() => laborSheets.id),
		/** Which jobs they see. */
		scope: text('scope', { enum: ['all', 'branch', 'own'] })
			.notNull()
			.default('all'),
		branchId: ref('branch_id').references(() => branches.id),
		/** How they stand on quotes: what they are called beside their name, a picture, and a signature as a drawn image. */
		title: words('title'),
		pictureId: words('picture_id'),
		signature: words('signature'),
		/** The week they work, where it is not their branch's or the company's. */
		hours: text('hours', { mode: 'json' }).$type<WorkingHours>(),
		phone: words('phone'),
		/** How they learn that their plan changed. */
		toldBy: text('told_by', { enum: TOLD_BY }).notNull().default('mail'),
		/** How they looked at the plan board last: what it opens with, on every device of theirs. */
		planView: words('plan_view'),
		version: version()
	},
	(t) => [uniqueIndex('people_mail').on(t.mail)]
);

export const sessions = sqliteTable(
	'sessions',
	{
		id: id(),
		tokenHash: text('token_hash').notNull(),
		personId: ref('person_id')
			.notNull()
			.references(() => people.id),
		createdAt: instant('created_at').notNull(),
		seenAt: instant('seen_at').notNull(),
		expiresAt: instant('expires_at').notNull(),
		agent: words('agent')
	},
	(t) => [uniqueIndex('sessions_token').on(t.tokenHash), index('sessions_person').on(t.personId)]
);

export const laborSheets = sqliteTable(
	'labor_sheets',
	{
		id: id(),
		name: text('name').notNull(),
		branchId: ref('branch_id').references(() => branches.id),
		from: day('from_day').notNull(),
		sheet: text('sheet', { mode: 'json' }).$type<LaborSheet>().notNull(),
		loadedCost: integer('loaded_cost').notNull(),
		overheadPerHour: integer('overhead_per_hour').notNull(),
		price: integer('price').notNull(),
		setAside: flag('set_aside'),
		version: version()
	},
	(t) => [check('labor_sheets_money', sql`${t.loadedCost} >= 0 and ${t.price} > 0`)]
);

export const timeOff = sqliteTable(
	'time_off',
	{
		id: id(),
		personId: ref('person_id')
			.notNull()
			.references(() => people.id),
		from: day('from_day').notNull(),
		to: day('to_day').notNull(),
		note: words('note'),
		kind: text('kind', { enum: TIME_OFF_KINDS }).notNull().default('vacation'),
		/** Only what is granted takes days off the plan. */
		state: text('state', { enum: ['asked', 'granted', 'refused'] })
			.notNull()
			.default('granted'),
		/** Why it was refused, and who said so. */
		answer: words('answer'),
		answeredBy: words('answered_by'),
		version: version()
	},
	(t) => [
		index('time_off_asked')
			.on(t.from)
			.where(sql`state = 'asked'`),
		index('time_off_person').on(t.personId, t.from),
		check('time_off_order', sql`${t.from} <= ${t.to}`)
	]
);

/** How somebody has a list laid out: widths, what stays at the left, what it starts with. */
export const listLayouts = sqliteTable(
	'list_layouts',
	{
		id: id(),
		personId: ref('person_id')
			.notNull()
			.references(() => people.id),
		list: text('list').notNull(),
		layout: text('layout', { mode: 'json' }).$type<ListLayout>().notNull()
	},
	(t) => [uniqueIndex('list_layouts_person').on(t.personId, t.list)]
);

/** A view of a list that somebody saved: its address under a name. Without a person it is everybody's. */
export const savedViews = sqliteTable(
	'saved_views',
	{
		id: id(),
		page: text('page').notNull(),
		name: text('name').notNull(),
		query: text('query').notNull(),
		personId: ref('person_id').references(() => people.id)
	},
	(t) => [index('saved_views_page').on(t.page)]
);

/** What somebody may do, and until when it holds: a license, a training. Planning them after that is said. */
export const personPapers = sqliteTable(
	'person_papers',
	{
		id: id(),
		personId: ref('person_id')
			.notNull()
			.references(() => people.id),
		name: text('name').notNull(),
		validUntil: day('valid_until'),
		version: version()
	},
	(t) => [index('person_papers_person').on(t.personId), index('person_papers_until').on(t.validUntil)]
);

/** Who is called first when something happens outside working hours. */
export const onCall = sqliteTable(
	'on_call',
	{
		id: id(),
		personId: ref('person_id')
			.notNull()
			.references(() => people.id),
		from: day('from_day').notNull(),
		to: day('to_day').notNull()
	},
	(t) => [index('on_call_days').on(t.to, t.from)]
);
