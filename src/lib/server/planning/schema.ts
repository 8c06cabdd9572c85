import { sql } from 'drizzle-orm';
import { sqliteTable, text, integer, index, uniqueIndex, check } from 'drizzle-orm/sqlite-core';
import { id, ref, day, words, instant, version } from '../db/columns';
import { TOLD_BY, type DraftPlace, type PlanChange } from '../../core/planning';
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
		/** The day on which they could come instead. */
		otherDay: day('other_day'),
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

/** A day of somebody as they were told it last; what stands on the plan since is what they have to be told. */
export const toldShifts = sqliteTable(
	'told_shifts',
	{
		id: id(),
		/** The shift's own id, whether it still stands or not. */
		shiftId: text('shift_id').notNull(),
		personId: ref('person_id')
			.notNull()
			.references(() => people.id),
		jobId: ref('job_id')
			.notNull()
			.references(() => jobs.id),
		phase: words('phase'),
		day: day('day').notNull(),
		from: integer('from_minute'),
		to: integer('to_minute'),
		note: words('note')
	},
	(t) => [
		uniqueIndex('told_shifts_one').on(t.shiftId, t.personId),
		index('told_shifts_person').on(t.personId, t.day),
		index('told_shifts_day').on(t.day),
		index('told_shifts_job').on(t.jobId)
	]
);

/** That somebody was told of changes of their plan: which, how, and whether they saw it. */
export const planNotices = sqliteTable(
	'plan_notices',
	{
		id: id(),
		personId: ref('person_id')
			.notNull()
			.references(() => people.id),
		at: instant('at').notNull(),
		by: text('told_by', { enum: TOLD_BY }).notNull(),
		byName: words('by_name'),
		changes: text('changes', { mode: 'json' }).$type<NoticeLine[]>().notNull(),
		seenAt: integer('seen_at'),
		/** Who is told by phone: when they were reached, and by whom. */
		calledAt: integer('called_at'),
		calledBy: words('called_by'),
		version: version()
	},
	(t) => [
		index('plan_notices_person').on(t.personId, t.at),
		index('plan_notices_at').on(t.at),
		index('plan_notices_open')
			.on(t.personId)
			.where(sql`seen_at is null`)
	]
);
/** A change with the name its job had. */
export type NoticeLine = PlanChange & { job: string };

/** A calendar outside whose times somebody is taken at. */
export const outsideCalendars = sqliteTable(
	'outside_calendars',
	{
		id: id(),
		personId: ref('person_id')
			.notNull()
			.references(() => people.id),
		name: text('name').notNull(),
		/** Where it is fetched; empty: it came as a file. */
		address: words('address'),
		readAt: integer('read_at'),
		/** Why it could not be read the last time; empty: it could. */
		problem: words('problem'),
		version: version()
	},
	(t) => [index('outside_calendars_person').on(t.personId), index('outside_calendars_read').on(t.readAt)]
);

/** What a calendar outside has on a day, as wall time of the company. */
export const busyTimes = sqliteTable(
	'busy_times',
	{
		id: id(),
		calendarId: ref('calendar_id')
			.notNull()
			.references(() => outsideCalendars.id),
		personId: ref('person_id')
			.notNull()
			.references(() => people.id),
		day: day('day').notNull(),
		from: integer('from_minute'),
		to: integer('to_minute'),
		text: words('text')
	},
	(t) => [index('busy_times_calendar').on(t.calendarId), index('busy_times_day').on(t.day, t.personId)]
);

/** That a customer was told that somebody comes: once for a job, a day and a kind, however often it is tried. */
export const visitMessages = sqliteTable(
	'visit_messages',
	{
		id: id(),
		jobId: ref('job_id')
			.notNull()
			.references(() => jobs.id),
		day: day('day').notNull(),
		kind: text('kind', { enum: ['day before', 'on our way', 'reminder'] }).notNull(),
		at: instant('at').notNull()
	},
	(t) => [uniqueIndex('visit_messages_one').on(t.jobId, t.day, t.kind)]
);

/** A plan in which things are tried before anybody is told. */
export const draftPlans = sqliteTable(
	'draft_plans',
	{
		id: id(),
		name: text('name').notNull(),
		personId: ref('person_id')
			.notNull()
			.references(() => people.id),
		at: instant('at').notNull(),
		state: text('state', { enum: ['open', 'taken', 'dropped'] })
			.notNull()
			.default('open'),
		version: version()
	},
	(t) => [index('draft_plans_at').on(t.at), index('draft_plans_person').on(t.personId)]
);

/** Where a shift stands in a draft; with the version of the real one that was seen. */
export const draftChanges = sqliteTable(
	'draft_changes',
	{
		id: id(),
		draftId: ref('draft_id')
			.notNull()
			.references(() => draftPlans.id),
		/** The shift's own id, whether it stands on the plan or not. */
		shiftId: text('shift_id').notNull(),
		jobId: ref('job_id')
			.notNull()
			.references(() => jobs.id),
		seen: integer('seen'),
		to: text('place', { mode: 'json' }).$type<DraftPlace>(),
		version: version()
	},
	(t) => [uniqueIndex('draft_changes_one').on(t.draftId, t.shiftId), index('draft_changes_job').on(t.jobId)]
);
