import { sql } from 'drizzle-orm';
import { sqliteTable, text, integer, index, check, uniqueIndex } from 'drizzle-orm/sqlite-core';
import { id, ref, instant, words, flag, version, day } from '../db/columns';
import { people } from '../people/schema';
import { jobs } from '../sales/schema';
import { phaseRef, tasks } from '../work/schema';

export const timeEntries = sqliteTable(
	'time_entries',
	{
		id: id(),
		personId: ref('person_id')
			.notNull()
			.references(() => people.id),
		jobId: ref('job_id').references(() => jobs.id),
		phaseId: phaseRef(),
		/** The task it was worked on; null: not said. */
		taskId: ref('task_id').references(() => tasks.id),
		startedAt: instant('started_at').notNull(),
		endedAt: instant('ended_at'),
		zone: text('zone').notNull(),
		breakMinutes: integer('break_minutes').notNull().default(0),
		note: words('note'),
		sheetId: ref('sheet_id'),
		loadedCost: integer('loaded_cost').notNull(),
		price: integer('price').notNull(),
		conflict: flag('conflict'),
		/** How far the clock of the device was ahead of ours, in seconds, where it was a minute or more. */
		clockOff: integer('clock_off'),
		version: version()
	},
	(t) => [
		index('time_entries_person').on(t.personId, t.startedAt),
		index('time_entries_job').on(t.jobId, t.startedAt),
		index('time_entries_task')
			.on(t.taskId)
			.where(sql`task_id is not null`),
		index('time_entries_running').on(t.endedAt),
		index('time_entries_started').on(t.startedAt),
		index('time_entries_conflict')
			.on(t.startedAt)
			.where(sql`conflict = 1`),
		check('time_entries_order', sql`${t.endedAt} is null or ${t.endedAt} >= ${t.startedAt}`)
	]
);

/** A person's week was looked at and approved: its entries stand until that is taken back. */
export const approvedWeeks = sqliteTable(
	'approved_weeks',
	{
		id: id(),
		personId: ref('person_id')
			.notNull()
			.references(() => people.id),
		/** The first day of the payroll week. */
		week: day('week').notNull(),
		minutes: integer('minutes').notNull(),
		at: instant('at').notNull(),
		byName: words('by_name')
	},
	(t) => [uniqueIndex('approved_weeks_one').on(t.personId, t.week), index('approved_weeks_week').on(t.week)]
);
