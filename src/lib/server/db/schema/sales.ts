import { check, index, integer, real, sqliteTable, text, uniqueIndex } from 'drizzle-orm/sqlite-core';
import { sql } from 'drizzle-orm';
import type { Exemption } from '../../../core/money';
import type { PhotoMark, PhotoScale } from '../../../core/survey';
import type { Frozen } from '../../../core/estimate';
import type { QuoteLayout, RichText } from '../../../core/documents';
import type { AcceptanceRecord } from '../../../core/quotes';
import { branches, people } from './company';
import { cents, day, flag, id, instant, ownValues, ref, version, words } from './columns';

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
		own: ownValues(),
		version: version()
	},
	(t) => [index('sites_customer').on(t.customerId)]
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
		own: ownValues(),
		version: version()
	},
	(t) => [
		uniqueIndex('jobs_number').on(t.number),
		index('jobs_stage').on(t.stageId, t.touchedAt),
		index('jobs_customer').on(t.customerId),
		index('jobs_touched').on(t.touchedAt),
		index('jobs_won').on(t.wonAt),
		check('jobs_won', sql`${t.number} is null or ${t.wonAt} is not null`)
	]
);

export const quotes = sqliteTable(
	'quotes',
	{
		id: id(),
		number: integer('number').notNull(),
		jobId: ref('job_id')
			.notNull()
			.references(() => jobs.id),
		estimateId: text('estimate_id').notNull(),
		createdAt: instant('created_at').notNull(),
		own: ownValues()
	},
	(t) => [uniqueIndex('quotes_number').on(t.number), index('quotes_job').on(t.jobId)]
);

export interface RevisionHeader {
	title: string;
	customer: string;
	site: string;
	intro: string;
	terms: string;
	company: string;
	by: string;
	/** The number of the change order it offers. */
	change?: number;
	/** How the document is laid out, and the texts it begins and ends with. */
	layout?: QuoteLayout;
	opening?: RichText;
	closing?: RichText;
	/** Data sheets that go with it. */
	sheets?: { id: string; name: string }[];
	/** Pictures of what is offered, by line: of its catalog item or flat-rate service. */
	pictures?: Record<string, string>;
	/** Pictures that went out with it, as they were marked then; inside marks left out. */
	photos?: QuotedPhoto[];
}

export interface QuotedPhoto {
	fileId: string;
	width: number;
	height: number;
	caption: string;
	marks: PhotoMark[];
	scale: PhotoScale | null;
	/** What each pin stands for, in the customer’s words. */
	pins: { id: string; n: number; text: string }[];
}

export const revisions = sqliteTable(
	'revisions',
	{
		id: id(),
		quoteId: ref('quote_id')
			.notNull()
			.references(() => quotes.id),
		revision: integer('revision').notNull(),
		issuedAt: instant('issued_at').notNull(),
		issuedBy: words('issued_by'),
		validUntil: day('valid_until').notNull(),
		header: text('header', { mode: 'json' }).$type<RevisionHeader>().notNull(),
		frozen: text('frozen', { mode: 'json' }).$type<Frozen>().notNull(),
		hash: text('hash').notNull(),
		net: cents('net').notNull(),
		tax: cents('tax').notNull(),
		total: cents('total').notNull(),
		state: text('state', { enum: ['open', 'accepted', 'declined', 'replaced', 'withdrawn'] })
			.notNull()
			.default('open'),
		/** Where the link went, for reminders. */
		sentTo: words('sent_to'),
		/** When its letter goes out, if that is later than it was frozen. */
		goesOutAt: integer('goes_out_at'),
		/** No reminders for this one. */
		quiet: flag('quiet'),
		/** Who must all sign, by name; fewer than two: whoever accepts. */
		signers: text('signers', { mode: 'json' }).$type<string[]>().notNull().default([])
	},
	(t) => [
		uniqueIndex('revisions_number').on(t.quoteId, t.revision),
		index('revisions_state').on(t.state, t.issuedAt),
		check('revisions_total', sql`${t.net} + ${t.tax} = ${t.total}`)
	]
);

export const answers = sqliteTable(
	'answers',
	{
		id: id(),
		revisionId: ref('revision_id')
			.notNull()
			.references(() => revisions.id),
		answer: text('answer', { enum: ['accepted', 'declined'] }).notNull(),
		name: words('name'),
		signature: words('signature'),
		chosen: text('chosen', { mode: 'json' }).$type<string[]>().notNull(),
		reason: words('reason'),
		at: instant('at').notNull(),
		address: words('address'),
		agent: words('agent'),
		total: cents('total').notNull(),
		/** What was agreed, whole, and its hash; null on answers older than the record, and on declined ones. */
		record: text('record', { mode: 'json' }).$type<AcceptanceRecord>(),
		recordHash: words('record_hash'),
		/** The record could not be made with the acceptance: it is made later, as due work. */
		recordDue: flag('record_due')
	},
	(t) => [
		uniqueIndex('answers_revision').on(t.revisionId),
		index('answers_record_due')
			.on(t.at)
			.where(sql`record_due = 1`)
	]
);

/** Of several who must sign: each one's signature, until the last one makes it an acceptance. */
export const signatures = sqliteTable(
	'quote_signatures',
	{
		id: id(),
		revisionId: ref('revision_id')
			.notNull()
			.references(() => revisions.id),
		name: text('name').notNull(),
		signature: words('signature'),
		chosen: text('chosen', { mode: 'json' }).$type<string[]>().notNull(),
		at: instant('at').notNull(),
		address: words('address'),
		agent: words('agent')
	},
	(t) => [uniqueIndex('quote_signatures_name').on(t.revisionId, t.name)]
);

/** A link for a customer. Only the hash of the token is kept. */
export const links = sqliteTable(
	'links',
	{
		id: id(),
		tokenHash: text('token_hash').notNull(),
		nonce: text('nonce').notNull(),
		/** Of a customer: a quote, an invoice; of a person: to choose a password, invited or after a reset. */
		kind: text('kind', { enum: ['quote', 'invoice', 'password', 'firm', 'calendar', 'document'] }).notNull(),
		subjectId: text('subject_id').notNull(),
		createdAt: instant('created_at').notNull(),
		revoked: flag('revoked'),
		expiresAt: instant('expires_at')
	},
	(t) => [uniqueIndex('links_token').on(t.tokenHash), index('links_subject').on(t.subjectId)]
);

export const views = sqliteTable(
	'views',
	{
		id: id(),
		subjectId: text('subject_id').notNull(),
		at: instant('at').notNull(),
		device: words('device'),
		/** How long the page was in front of them, and which options they tried. */
		seconds: integer('seconds').notNull().default(0),
		tried: text('tried', { mode: 'json' }).$type<string[]>().notNull().default([])
	},
	(t) => [index('views_subject').on(t.subjectId, t.at)]
);

/** What a customer asks beside a quote, and what was answered; both stay with the quote. */
export const questions = sqliteTable(
	'quote_questions',
	{
		id: id(),
		quoteId: ref('quote_id')
			.notNull()
			.references(() => quotes.id),
		revisionId: ref('revision_id')
			.notNull()
			.references(() => revisions.id),
		/** The scope or line it is about, and how that was called; empty: the whole. */
		aboutId: words('about_id'),
		about: words('about'),
		asked: text('asked').notNull(),
		askedBy: words('asked_by'),
		askedAt: instant('asked_at').notNull(),
		answer: words('answer'),
		answeredBy: words('answered_by'),
		answeredAt: integer('answered_at'),
		version: version()
	},
	(t) => [index('quote_questions_quote').on(t.quoteId, t.askedAt), index('quote_questions_open').on(t.answeredAt)]
);

/** Reminders that went out, or were answered by a later one: each rule of a revision once. */
export const reminders = sqliteTable(
	'reminders',
	{
		id: id(),
		revisionId: ref('revision_id')
			.notNull()
			.references(() => revisions.id),
		rule: text('rule').notNull(),
		at: instant('at').notNull()
	},
	(t) => [uniqueIndex('reminders_rule').on(t.revisionId, t.rule)]
);
