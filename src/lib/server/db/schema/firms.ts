import { check, index, integer, sqliteTable, text, uniqueIndex } from 'drizzle-orm/sqlite-core';
import { sql } from 'drizzle-orm';
import { jobs } from './sales';
import { phases } from './work';
import { day, flag, id, instant, ref, version, words } from './columns';

/** Another firm we work with: one that sells to us, one that works for us, or both. A supplier's price lists stand under the same id. */
export const firms = sqliteTable(
	'firms',
	{
		id: id(),
		name: text('name').notNull(),
		supplies: flag('supplies'),
		subcontracts: flag('subcontracts'),
		/** What it does, in the company's words: “scaffold”, “crane”. */
		trade: words('trade'),
		mail: words('mail'),
		phone: words('phone'),
		note: words('note'),
		archived: flag('archived'),
		version: version()
	},
	(t) => [uniqueIndex('firms_name').on(t.name)]
);

/** What a firm has to show, and until when it holds: insurance, license. */
export const firmPapers = sqliteTable(
	'firm_papers',
	{
		id: id(),
		firmId: ref('firm_id')
			.notNull()
			.references(() => firms.id),
		name: text('name').notNull(),
		number: words('number'),
		validUntil: day('valid_until'),
		version: version()
	},
	(t) => [index('firm_papers_firm').on(t.firmId), index('firm_papers_until').on(t.validUntil)]
);

/** A subcontractor was asked for some days of a job; they answer by a link, once. */
export const firmAsks = sqliteTable(
	'firm_asks',
	{
		id: id(),
		firmId: ref('firm_id')
			.notNull()
			.references(() => firms.id),
		jobId: ref('job_id')
			.notNull()
			.references(() => jobs.id),
		phaseId: ref('phase_id').references(() => phases.id),
		from: day('from_day').notNull(),
		to: day('to_day').notNull(),
		text: words('text'),
		state: text('state', { enum: ['asked', 'yes', 'no', 'withdrawn'] })
			.notNull()
			.default('asked'),
		answeredAt: integer('answered_at'),
		answeredBy: words('answered_by'),
		why: words('why'),
		askedAt: instant('asked_at').notNull(),
		version: version()
	},
	(t) => [
		index('firm_asks_job').on(t.jobId),
		index('firm_asks_firm').on(t.firmId, t.from),
		index('firm_asks_to').on(t.to),
		index('firm_asks_open')
			.on(t.askedAt)
			.where(sql`state in ('asked', 'no')`),
		check('firm_asks_days', sql`${t.to} >= ${t.from}`)
	]
);
