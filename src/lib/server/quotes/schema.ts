import type { Language } from '../../core/words';
import { sql } from 'drizzle-orm';
import { sqliteTable, integer, text, uniqueIndex, index, check } from 'drizzle-orm/sqlite-core';
import type { QuoteLayout, RichText } from '../../core/documents';
import type { Frozen } from '../../core/estimate';
import type { AcceptanceRecord, Recurring } from '../../core/quotes';
import type { PhotoMark, PhotoScale } from '../../core/survey';
import { id, ref, instant, ownValues, words, day, cents, flag, version } from '../db/columns';
import { jobs } from '../sales/schema';

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
	/** What is due on acceptance, hundredths of a percent of the total; 0: none. Absent on older ones: as the company asks. */
	deposit?: { percent: number };
	/** What is charged again and again when it is accepted. */
	recurring?: Recurring[];
	/** Who issued it, as they stand on it. */
	estimator?: { name: string; title: string; pictureId: string; signature: string };
	/** What it is written in; English where it does not say. */
	language?: Language;
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
