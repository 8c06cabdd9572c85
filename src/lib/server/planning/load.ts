import { and, asc, eq, getTableColumns, gte, inArray, isNotNull, lte, or, sql } from 'drizzle-orm';
import type { PersonCalendar, Shift, WorkingHours } from '../../core/planning';
import { addDays, type Day } from '../../core/time';
import type { Orm } from '../db';
import { branches, company } from '../company/schema';
import { people, timeOff } from '../people/schema';
import { busyTimes, shifts } from './schema';
import { jobs } from '../sales/schema';
import { phases } from '../work/schema';

/**
 * The calendar that holds for people: the company's week and holidays, the weeks of branches and people that have their own, granted time off and
 * what calendars outside have within days.
 */
export function calendar(db: Orm, from: Day, to: Day): PersonCalendar {
	const own = db.select().from(company).get();
	const off = db
		.select()
		.from(timeOff)
		.where(and(lte(timeOff.from, to), gte(timeOff.to, from), eq(timeOff.state, 'granted')))
		.all();
	const busy = db
		.select()
		.from(busyTimes)
		.where(and(gte(busyTimes.day, from === '' ? '' : addDays(from, -1)), lte(busyTimes.day, to)))
		.all();
	return {
		hours: own?.hours ?? {},
		own: ownWeeks(db),
		holidays: own?.holidays ?? [],
		timeOff: off,
		busy,
		...(own ? { zone: own.zone } : {})
	};
}

/** The weeks of people who do not work the company's: their own, else their branch's. */
function ownWeeks(db: Orm): ReadonlyMap<string, WorkingHours> {
	const rows = db
		.select({ id: people.id, own: people.hours, branch: branches.hours })
		.from(people)
		.leftJoin(branches, eq(branches.id, people.branchId))
		.where(or(isNotNull(people.hours), isNotNull(branches.hours)))
		.all();
	return new Map(rows.flatMap((r) => ((r.own ?? r.branch) ? [[r.id, r.own ?? r.branch ?? {}]] : [])));
}

/** A shift as boards read it; `tried`: it stands so in a draft. */
export type Around = Shift & {
	firmId: string | null;
	phaseId: string | null;
	phase: string;
	note: string;
	version: number;
	tried?: boolean;
};

/** Shifts of days, with those of the day before and after, whose nights may reach in. */
export function shiftsAround(db: Orm, from: Day, to: Day, personIds?: readonly string[]): Around[] {
	const within = and(gte(shifts.day, addDays(from, -1)), lte(shifts.day, addDays(to, 1)));
	return db
		.select({ ...getTableColumns(shifts), phase: sql<string>`coalesce(${phases.name}, '')` })
		.from(shifts)
		.leftJoin(phases, eq(phases.id, shifts.phaseId))
		.where(personIds ? and(within, or(inArray(shifts.personId, [...personIds]))) : within)
		.orderBy(asc(shifts.day), asc(shifts.from))
		.all();
}

export const jobName =
	(db: Orm) =>
	(id: string): string =>
		jobLabel(db, id).name;

/** Name and number of a job, for boards. */
export const jobLabel = (db: Orm, id: string): { name: string; number: number | null } =>
	db.select({ name: jobs.name, number: jobs.number }).from(jobs).where(eq(jobs.id, id)).get() ?? { name: 'another job', number: null };
