import { sql } from 'drizzle-orm';
import { sqliteTable, text, integer, index, check, uniqueIndex } from 'drizzle-orm/sqlite-core';
import type { RepeatRule, HolidayWay } from '../../core/repeats';
import { cents, id, ref, flag, day, words, version, instant } from '../db/columns';
import { crews } from '../people/schema';
import { jobs } from '../sales/schema';

/** One occurrence that is other than its rule: absent, as the rule says. */
export interface OtherThan {
	crewId?: string | null;
	from?: number | null;
	to?: number | null;
	/** For the crew, before the notes of the pattern. */
	note?: string;
	price?: number | null;
}

/** A job that makes its successors by a rule. */
export const repeatRules = sqliteTable(
	'repeat_rules',
	{
		id: id(),
		/** The job they are made like: customer, site, kind of work, notes for the crew, work list. */
		jobId: ref('job_id')
			.notNull()
			.references(() => jobs.id),
		name: text('name').notNull(),
		rule: text('rule', { mode: 'json' }).$type<RepeatRule>().notNull(),
		onHoliday: text('on_holiday').$type<HolidayWay>().notNull(),
		/** Only made; made and given to a crew's lead as theirs; made and booked on the plan. */
		way: text('way', { enum: ['made', 'given', 'booked'] }).notNull(),
		crewId: ref('crew_id').references(() => crews.id),
		from: integer('from_minute'),
		to: integer('to_minute'),
		/** What each is sold for, cents; null: that is said on the job. */
		price: cents('price'),
		/** Whether a draft invoice of the price is made when its day has come. */
		invoice: text('invoice', { enum: ['none', 'draft'] })
			.notNull()
			.default('none'),
		/** How many days before its day it is made. */
		ahead: integer('ahead_days').notNull(),
		/** How many days before its day the customer is reminded of it; 0: not at all. */
		remind: integer('remind_days').notNull().default(0),
		paused: flag('paused'),
		/** Looked at up to this day: what lies before is made. */
		madeTo: day('made_to'),
		/** Nothing of it is due before this day; null: it has to be looked at. */
		lookOn: day('look_on'),
		/** Why the last one could not be made, in words; '' when it could. */
		trouble: words('trouble'),
		version: version()
	},
	(t) => [
		index('repeat_rules_job').on(t.jobId),
		index('repeat_rules_look').on(t.lookOn),
		check('repeat_rules_ahead', sql`${t.ahead} between 0 and 366`),
		check('repeat_rules_span', sql`(${t.from} is null) = (${t.to} is null)`)
	]
);

/** One occurrence of a rule, known by its own day however it was moved: it is made once. */
export const repeatOccurrences = sqliteTable(
	'repeat_occurrences',
	{
		id: id(),
		ruleId: ref('rule_id')
			.notNull()
			.references(() => repeatRules.id),
		occursOn: day('occurs_on').notNull(),
		/** The day it came to; null: skipped, as the rule says of holidays. */
		day: day('day'),
		jobId: ref('job_id').references(() => jobs.id),
		/** What it is sold for, as it was made; null: nothing was said. Cents. */
		price: cents('price'),
		/** Its price is to be drafted as an invoice when its day has come. */
		toInvoice: flag('to_invoice'),
		/** Its customer is still to be reminded of it; and when that was done. */
		toRemind: flag('to_remind'),
		remindedAt: integer('reminded_at'),
		at: instant('at').notNull()
	},
	(t) => [
		uniqueIndex('repeat_occurrences_day').on(t.ruleId, t.occursOn),
		index('repeat_occurrences_job').on(t.jobId),
		index('repeat_occurrences_to_invoice')
			.on(t.day)
			.where(sql`to_invoice = 1`),
		index('repeat_occurrences_to_remind')
			.on(t.day)
			.where(sql`to_remind = 1`)
	]
);

/** What is different about one occurrence that is still to come: left out, or on another day. */
export const repeatExceptions = sqliteTable(
	'repeat_exceptions',
	{
		id: id(),
		ruleId: ref('rule_id')
			.notNull()
			.references(() => repeatRules.id),
		/** The day the rule gives it. */
		occursOn: day('occurs_on').notNull(),
		/** The day it comes instead; null: it is left out. */
		day: day('day'),
		/** What else is different about it. */
		other: text('other', { mode: 'json' }).$type<OtherThan>(),
		byName: words('by_name')
	},
	(t) => [uniqueIndex('repeat_exceptions_day').on(t.ruleId, t.occursOn)]
);
