import { sql } from 'drizzle-orm';
import { sqliteTable, text, integer, index, check } from 'drizzle-orm/sqlite-core';
import { id, ref, day, words, instant, version } from '../db/columns';
import { firms } from '../firms/schema';
import { people } from '../people/schema';
import { jobs } from '../sales/schema';
import { phases, phaseRef } from '../work/schema';

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

export const shifts = sqliteTable(
	'shifts',
	{
		id: id(),
		/** Whose it is: a person's, a firm's, or nobody's yet. */
		personId: ref('person_id').references(() => people.id),
		firmId: ref('firm_id'),
		/** The question it waits for the answer of, of a firm's. */
		askId: ref('ask_id'),
		jobId: ref('job_id')
			.notNull()
			.references(() => jobs.id),
		phaseId: phaseRef(),
		day: day('day').notNull(),
		from: integer('from_minute'),
		to: integer('to_minute'),
		note: words('note'),
		version: version()
	},
	(t) => [
		index('shifts_day').on(t.day),
		index('shifts_person').on(t.personId, t.day),
		index('shifts_job').on(t.jobId, t.day),
		index('shifts_firm')
			.on(t.firmId, t.day)
			.where(sql`firm_id is not null`),
		check(
			'shifts_span',
			sql`(${t.from} is null) = (${t.to} is null) and (${t.from} is null or (${t.from} between 0 and 1439 and ${t.to} > ${t.from} and ${t.to} <= 2160))`
		)
	]
);
