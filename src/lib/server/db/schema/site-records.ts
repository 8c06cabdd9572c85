import { blob, check, index, integer, sqliteTable, text, uniqueIndex } from 'drizzle-orm/sqlite-core';
import { sql } from 'drizzle-orm';
import type { HandoverContent, HandoverParts } from '../../../core/site-forms';
import { jobs } from './sales';
import { id, instant, ref, version, words } from './columns';

/** A record filled in on site by one of the site forms; signed, then approved: then it is a certificate with a number and never changes. */
export const siteForms = sqliteTable(
	'site_forms',
	{
		id: id(),
		jobId: ref('job_id')
			.notNull()
			.references(() => jobs.id),
		/** Which form, and in which edition it was begun. */
		form: text('form').notNull(),
		edition: integer('edition').notNull(),
		number: integer('number'),
		state: text('state', { enum: ['open', 'signed', 'approved'] })
			.notNull()
			.default('open'),
		values: text('values_given', { mode: 'json' }).$type<Record<string, string>>().notNull(),
		pictures: text('pictures', { mode: 'json' }).$type<string[]>().notNull().default([]),
		leadName: words('lead_name'),
		leadSignature: words('lead_signature'),
		customerName: words('customer_name'),
		customerSignature: words('customer_signature'),
		signedAt: integer('signed_at'),
		approvedAt: integer('approved_at'),
		approvedBy: words('approved_by'),
		createdAt: instant('created_at').notNull(),
		createdBy: words('created_by'),
		version: version()
	},
	(t) => [
		uniqueIndex('site_forms_number').on(t.number),
		index('site_forms_job').on(t.jobId, t.createdAt),
		index('site_forms_signed')
			.on(t.signedAt)
			.where(sql`state = 'signed'`),
		check('site_forms_number_when', sql`(${t.number} is null) = (${t.state} <> 'approved')`)
	]
);

/** What was done, as the customer signed it on the phone: frozen then. */
export const handovers = sqliteTable(
	'handovers',
	{
		id: id(),
		jobId: ref('job_id')
			.notNull()
			.references(() => jobs.id),
		number: integer('number').notNull(),
		shown: text('shown', { mode: 'json' }).$type<HandoverParts>().notNull(),
		content: text('content', { mode: 'json' }).$type<HandoverContent>().notNull(),
		signedBy: text('signed_by').notNull(),
		signature: text('signature').notNull(),
		at: instant('at').notNull(),
		byName: words('by_name')
	},
	(t) => [uniqueIndex('handovers_number').on(t.jobId, t.number)]
);

/** The bytes of a document as it was issued, with their hash: what was given out is what stays. */
export const issuedFiles = sqliteTable(
	'issued_files',
	{
		id: id(),
		/** What it is of, as history names it, and which document of it. */
		subject: text('subject').notNull(),
		name: text('name').notNull(),
		type: text('type').notNull(),
		bytes: blob('bytes', { mode: 'buffer' }).notNull(),
		hash: text('hash').notNull(),
		at: instant('at').notNull()
	},
	(t) => [uniqueIndex('issued_files_subject').on(t.subject)]
);
