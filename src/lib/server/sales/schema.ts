import { LANGUAGES } from '../../core/words';
import { sql } from 'drizzle-orm';
import { sqliteTable, text, index, real, integer, uniqueIndex, check, type AnySQLiteColumn } from 'drizzle-orm/sqlite-core';
import type { Exemption } from '../../core/money';
import { PRICINGS, STAGE_MARKS } from '../../core/sales';
import { branches } from '../company/schema';
import { id, words, ownValues, instant, version, ref, flag, day, cents } from '../db/columns';
import { people } from '../people/schema';

export const customers = sqliteTable(
	'customers',
	{
		id: id(),
		name: text('name').notNull(),
		kind: text('kind', { enum: ['person', 'organization'] })
			.notNull()
			.default('person'),
		mail: words('mail'),
		phone: words('phone'),
		address: words('address'),
		notes: words('notes'),
		exemption: text('exemption', { mode: 'json' }).$type<Exemption>(),
		rateGroupId: text('rate_group_id'),
		own: ownValues(),
		createdAt: instant('created_at').notNull(),
		/** What their pages, mails and documents are written in. */
		language: text('language', { enum: LANGUAGES }).notNull().default('en'),
		/** They do not want to be told that somebody comes. */
		noVisitMessages: flag('no_visit_messages'),
		version: version()
	},
	(t) => [index('customers_name').on(t.name), index('customers_mail').on(t.mail)]
);

export const sites = sqliteTable(
	'sites',
	{
		id: id(),
		customerId: ref('customer_id')
			.notNull()
			.references(() => customers.id),
		address: text('address').notNull(),
		lat: real('lat'),
		lng: real('lng'),
		access: words('access'),
		/** The part of town it lies in, in the company's words: what rounds and the plan are narrowed by. */
		district: words('district'),
		own: ownValues(),
		version: version()
	},
	(t) => [index('sites_customer').on(t.customerId), index('sites_district').on(t.district)]
);

/** People of a customer, each with what they are for. */
export const contacts = sqliteTable(
	'contacts',
	{
		id: id(),
		customerId: ref('customer_id')
			.notNull()
			.references(() => customers.id),
		name: text('name').notNull(),
		/** “decides”, “pays”, “opens the gate”: in the company's own words. */
		role: words('role'),
		mail: words('mail'),
		phone: words('phone'),
		/** Quotes and invoices go to them. */
		getsQuotes: flag('gets_quotes'),
		getsInvoices: flag('gets_invoices'),
		position: integer('position').notNull().default(0),
		version: version()
	},
	(t) => [index('contacts_customer').on(t.customerId, t.position)]
);

export const leads = sqliteTable(
	'leads',
	{
		id: id(),
		receivedAt: instant('received_at').notNull(),
		via: text('via', { enum: ['form', 'phone', 'mail', 'file'] }).notNull(),
		name: text('name').notNull(),
		mail: words('mail'),
		phone: words('phone'),
		address: words('address'),
		wanted: words('wanted'),
		/** Where it came from as a table or a person says; empty: as it came in. */
		source: words('source'),
		state: text('state', { enum: ['new', 'handled', 'not for us'] })
			.notNull()
			.default('new'),
		jobId: ref('job_id').references(() => jobs.id),
		/** Of a mail: its Message-ID, so that the same one is taken once. */
		messageId: words('message_id'),
		version: version()
	},
	(t) => [index('leads_state').on(t.state, t.receivedAt), index('leads_message').on(t.messageId)]
);

export const stages = sqliteTable('stages', {
	id: id(),
	track: text('track', { enum: ['winning', 'doing'] }).notNull(),
	name: text('name').notNull(),
	meaning: text('meaning', { enum: ['bidding', 'won', 'lost', 'ready', 'under way', 'finished', 'closed'] }).notNull(),
	position: integer('position').notNull(),
	/** The shape it is known by; null: that of its meaning. */
	mark: text('mark', { enum: STAGE_MARKS }),
	/** Chance that a job standing here is won, hundredths of a percent; for the forecast. */
	chance: integer('chance').notNull().default(0)
});

export const jobs = sqliteTable(
	'jobs',
	{
		id: id(),
		name: text('name').notNull(),
		number: integer('number'),
		customerId: ref('customer_id')
			.notNull()
			.references(() => customers.id),
		siteId: ref('site_id').references(() => sites.id),
		stageId: ref('stage_id')
			.notNull()
			.references(() => stages.id),
		kindOfWork: words('kind_of_work'),
		source: words('source'),
		personId: ref('person_id').references(() => people.id),
		branchId: ref('branch_id').references(() => branches.id),
		wanted: words('wanted'),
		crewBrief: words('crew_brief'),
		decisionDay: day('decision_day'),
		expected: cents('expected'),
		lostReason: words('lost_reason'),
		askedAt: instant('asked_at').notNull(),
		touchedAt: instant('touched_at').notNull(),
		wonAt: instant('won_at'),
		doneAt: instant('done_at'),
		contractNet: cents('contract_net'),
		contractTax: cents('contract_tax'),
		percentComplete: integer('percent_complete'),
		/** Chance that it is won, hundredths of a percent; null: as its stage says. */
		chance: integer('chance'),
		/** What comes next with whoever asks, and by when. */
		nextStep: words('next_step'),
		nextDay: day('next_day'),
		/** How large the work is as far as it is known before it is measured, ten-thousandths of `sizeUnit`. */
		size: integer('size'),
		sizeUnit: words('size_unit'),
		/** How its work is billed; null: as it was won, a contract or on a word. */
		pricing: text('pricing', { enum: PRICINGS }),
		/** Rain keeps the crew away. */
		outdoor: flag('outdoor'),
		/** The days it was promised for; null: not said. */
		firstDay: day('first_day'),
		lastDay: day('last_day'),
		/** Nobody clocks on it without saying which task. */
		hoursOnTask: flag('hours_on_task'),
		/** Offered on the plan board as work that waits. */
		onBoard: integer('on_board', { mode: 'boolean' }).notNull().default(true),
		/** The job it mends: a callback, or a visit under warranty. */
		mendsId: text('mends_id').references((): AnySQLiteColumn => jobs.id),
		own: ownValues(),
		version: version()
	},
	(t) => [
		uniqueIndex('jobs_number').on(t.number),
		index('jobs_stage').on(t.stageId, t.touchedAt),
		index('jobs_customer').on(t.customerId),
		index('jobs_touched').on(t.touchedAt),
		index('jobs_won').on(t.wonAt),
		index('jobs_mends')
			.on(t.mendsId)
			.where(sql`mends_id is not null`),
		check('jobs_won', sql`${t.number} is null or ${t.wonAt} is not null`)
	]
);

/** Whom the crew meets at a job, each with what they are for: the neighbor with the key, the architect. */
export const jobContacts = sqliteTable(
	'job_contacts',
	{
		id: id(),
		jobId: ref('job_id')
			.notNull()
			.references(() => jobs.id),
		name: text('name').notNull(),
		role: words('role'),
		phone: words('phone'),
		mail: words('mail'),
		position: integer('position').notNull().default(0),
		version: version()
	},
	(t) => [index('job_contacts_job').on(t.jobId, t.position)]
);
