import { sql } from 'drizzle-orm';
import { sqliteTable, text, integer, uniqueIndex, index, check, type AnySQLiteColumn } from 'drizzle-orm/sqlite-core';
import type { FormValues, HandoverContent, HandoverParts, SiteForm } from '../../core/site-forms';
import { flag, id, instant, ref, version, words } from '../db/columns';
import { jobs } from '../sales/schema';

/** What the company decided about a form; one that comes with the program has a row only when something was decided. */
export const formDesigns = sqliteTable('form_designs', {
	/** A form that comes with the program keeps its own name. */
	id: id(),
	setAside: flag('set_aside'),
	/** Kinds of work that are not finished before it was signed. */
	requiredFor: text('required_for', { mode: 'json' }).$type<string[]>().notNull().default([]),
	version: version()
});

/** A form as the company designed it. Never changed: each change is the next edition. */
export const formEditions = sqliteTable(
	'form_editions',
	{
		id: id(),
		designId: ref('design_id')
			.notNull()
			.references(() => formDesigns.id),
		edition: integer('edition').notNull(),
		content: text('content', { mode: 'json' }).$type<SiteForm>().notNull(),
		at: instant('at').notNull(),
		byName: words('by_name')
	},
	(t) => [uniqueIndex('form_editions_edition').on(t.designId, t.edition)]
);

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
		values: text('values_given', { mode: 'json' }).$type<FormValues>().notNull(),
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
		/** The certificate it was made anew from; when this one is issued, it stands in that one's place. */
		replaces: text('replaces').references((): AnySQLiteColumn => siteForms.id),
		version: version()
	},
	(t) => [
		index('site_forms_replaces')
			.on(t.replaces)
			.where(sql`replaces is not null`),
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
