import { sql } from 'drizzle-orm';
import { sqliteTable, text, integer, uniqueIndex, check, index } from 'drizzle-orm/sqlite-core';
import { BILLINGS, type Cadence, type TaxedPart } from '../../core/rounds';
import { id, words, cents, flag, version, ref, day, instant } from '../db/columns';
import { files } from '../files/schema';
import { crews } from '../people/schema';
import { customers, sites, jobs } from '../sales/schema';

/** Work that is done again and again over a season, and how it is usually sold. */
export const seasonServices = sqliteTable(
	'season_services',
	{
		id: id(),
		name: text('name').notNull(),
		wording: words('wording'),
		/** The season of every year, MM-DD, both included. */
		from: text('from_month_day').notNull(),
		to: text('to_month_day').notNull(),
		visits: integer('visits').notNull(),
		/** Of a whole season, ten-thousandths of an hour. */
		hours: integer('hours').notNull(),
		price: cents('price').notNull(),
		/** What a visit uses up of material, cents: counted in its break-even. */
		materials: integer('materials').notNull().default(0),
		/** Travel and set-up of each visit, minutes. */
		setUp: integer('set_up_minutes').notNull().default(0),
		/** How many go to a visit; null: as many as the crew has. */
		crewSize: integer('crew_size'),
		/** A block on the board is so many minutes, or a multiple of them. */
		step: integer('step_minutes').notNull().default(5),
		/** What is counted and billed, by name: a visit, a clearing. */
		unit: text('unit').notNull().default('visit'),
		/** What somebody of the crew has to have. */
		skills: words('skills'),
		cadence: text('cadence', { mode: 'json' }).$type<Cadence>().notNull(),
		archived: flag('archived'),
		version: version()
	},
	(t) => [uniqueIndex('season_services_name').on(t.name), check('season_services_visits', sql`${t.visits} > 0 and ${t.hours} >= 0`)]
);

/** A further cadence of a service, by name: a fuller or a leaner season than its usual one. */
export const cadences = sqliteTable(
	'cadences',
	{
		id: id(),
		serviceId: ref('service_id')
			.notNull()
			.references(() => seasonServices.id),
		name: text('name').notNull(),
		cadence: text('cadence', { mode: 'json' }).$type<Cadence>().notNull(),
		/** Travel and set-up of each visit, minutes. */
		setUp: integer('set_up_minutes').notNull().default(0),
		/** How many go to a visit; null: as many as the crew has. */
		crewSize: integer('crew_size'),
		step: integer('step_minutes').notNull().default(5),
		archived: flag('archived'),
		version: version()
	},
	(t) => [uniqueIndex('cadences_name').on(t.serviceId, t.name)]
);

/** A season service that a customer bought for a site: the season's days, visits, hours and price as they were sold. */
export const agreements = sqliteTable(
	'agreements',
	{
		id: id(),
		number: integer('number').notNull(),
		serviceId: ref('service_id')
			.notNull()
			.references(() => seasonServices.id),
		customerId: ref('customer_id')
			.notNull()
			.references(() => customers.id),
		siteId: ref('site_id')
			.notNull()
			.references(() => sites.id),
		/** The thread its hours, costs and bills are on. */
		jobId: ref('job_id')
			.notNull()
			.references(() => jobs.id),
		from: day('from_day').notNull(),
		to: day('to_day').notNull(),
		visits: integer('visits').notNull(),
		hours: integer('hours').notNull(),
		price: cents('price').notNull(),
		taxCodeId: ref('tax_code_id'),
		/** How its price is taxed where scopes of a quote are taxed differently; null: all of it by its tax code. */
		parts: text('parts', { mode: 'json' }).$type<TaxedPart[]>(),
		state: text('state', { enum: ['open', 'ended'] })
			.notNull()
			.default('open'),
		note: words('note'),
		/** When its price is billed: with each visit its share, in equal parts over the season's months, or whole when it is done. */
		billing: text('billing', { enum: BILLINGS }).notNull().default('visit'),
		/** How many instalments, or 1 for the whole price, became charges already. */
		charged: integer('charged').notNull().default(0),
		/** The weekdays on which one gets in, Monday = 1; null: any. */
		onDays: text('on_days', { mode: 'json' }).$type<number[]>(),
		/** The hours in which one gets in, minutes from midnight; null: at any time of the day. */
		openFrom: integer('open_from'),
		openTo: integer('open_to'),
		/** Its place in the order of its round: the same on every round day; null: none was given. */
		stop: integer('stop'),
		createdAt: instant('created_at').notNull(),
		version: version()
	},
	(t) => [
		uniqueIndex('agreements_number').on(t.number),
		uniqueIndex('agreements_job').on(t.jobId),
		index('agreements_service').on(t.serviceId, t.state),
		index('agreements_site').on(t.siteId),
		index('agreements_customer').on(t.customerId),
		check('agreements_season', sql`${t.to} >= ${t.from} and ${t.visits} > 0`)
	]
);

/** An agreement that is offered for another year as a quote, on a job of its own; accepted, it becomes one by itself. */
export const seasonOffers = sqliteTable(
	'season_offers',
	{
		id: id(),
		/** What is offered once more. */
		agreementId: ref('agreement_id')
			.notNull()
			.references(() => agreements.id),
		year: integer('year').notNull(),
		/** The job that the quote is on. */
		jobId: ref('job_id')
			.notNull()
			.references(() => jobs.id),
		price: cents('price').notNull(),
		/** What was offered for it: it holds, whatever the agreement before becomes meanwhile. Labor hours in ten-thousandths. */
		visits: integer('visits').notNull().default(0),
		hours: integer('hours').notNull().default(0),
		/** The agreement that came of it. */
		madeId: ref('made_id').references(() => agreements.id),
		/** Why it could not become one although it was accepted; '' when it could, or was not. */
		trouble: words('trouble'),
		at: instant('at').notNull()
	},
	(t) => [uniqueIndex('season_offers_job').on(t.jobId), index('season_offers_agreement').on(t.agreementId, t.year)]
);

/** One planning of a round onto the board: what Undo takes back whole. */
export const roundPlans = sqliteTable(
	'round_plans',
	{
		id: id(),
		serviceId: ref('service_id')
			.notNull()
			.references(() => seasonServices.id),
		/** Null: for nobody yet. */
		crewId: ref('crew_id').references(() => crews.id),
		/** Monday = 1; null: each visit on the best day of its window. */
		weekday: integer('weekday'),
		start: day('start_day').notNull(),
		sites: integer('sites').notNull(),
		visits: integer('visits').notNull(),
		at: instant('at').notNull(),
		byName: words('by_name'),
		/** Why more or fewer visits than sold were planned, knowingly. */
		reason: words('reason'),
		undoneAt: integer('undone_at')
	},
	(t) => [index('round_plans_service').on(t.serviceId, t.at)]
);

/** One planned stop of an agreement. It is known by the day its cadence gave it, however it is moved. */
export const visits = sqliteTable(
	'visits',
	{
		id: id(),
		agreementId: ref('agreement_id')
			.notNull()
			.references(() => agreements.id),
		planId: ref('plan_id').references(() => roundPlans.id),
		/** The day the cadence gave it. */
		occursOn: day('occurs_on').notNull(),
		day: day('day').notNull(),
		/** Null: nobody has it yet. */
		crewId: ref('crew_id').references(() => crews.id),
		/** Its block on the board, minutes. */
		minutes: integer('minutes').notNull(),
		state: text('state', { enum: ['planned', 'done', 'skipped'] })
			.notNull()
			.default('planned'),
		/** When the crew came to it and left it: what it took on site. */
		arrivedAt: integer('arrived_at'),
		leftAt: integer('left_at'),
		doneAt: integer('done_at'),
		doneBy: words('done_by'),
		note: words('note'),
		/** The how-manieth done: its share of the price. */
		share: integer('share'),
		version: version()
	},
	(t) => [
		uniqueIndex('visits_occurrence').on(t.agreementId, t.occursOn),
		uniqueIndex('visits_share').on(t.agreementId, t.share),
		index('visits_crew').on(t.crewId, t.day),
		index('visits_day').on(t.day),
		index('visits_open')
			.on(t.day)
			.where(sql`state = 'planned'`),
		index('visits_plan').on(t.planId)
	]
);

/** A picture that the crew took at a visit, before or after the work: the customer sees it by their link. */
export const visitPictures = sqliteTable(
	'visit_pictures',
	{
		id: id(),
		visitId: ref('visit_id')
			.notNull()
			.references(() => visits.id),
		fileId: ref('file_id')
			.notNull()
			.references(() => files.id),
		moment: text('moment', { enum: ['before', 'after'] }).notNull(),
		at: instant('at').notNull(),
		byName: words('by_name')
	},
	(t) => [uniqueIndex('visit_pictures_one').on(t.visitId, t.fileId), index('visit_pictures_file').on(t.fileId)]
);
