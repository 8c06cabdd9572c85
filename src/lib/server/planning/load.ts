import { and, asc, eq, getTableColumns, gte, inArray, lte, or, sql } from 'drizzle-orm';
import type { PersonCalendar, Shift } from '../../core/planning';
import { addDays, type Day } from '../../core/time';
import type { Orm } from '../db';
import { company } from '../company/schema';
import { timeOff } from '../people/schema';
import { shifts } from './schema';
import { jobs } from '../sales/schema';
import { phases } from '../work/schema';

/** The calendar that holds for people: the company's week and holidays, and time off within days. */
export function calendar(db: Orm, from: Day, to: Day): PersonCalendar {
	const own = db.select().from(company).get();
	const off = db
		.select()
		.from(timeOff)
		.where(and(lte(timeOff.from, to), gte(timeOff.to, from)))
		.all();
	return { hours: own?.hours ?? {}, holidays: own?.holidays ?? [], timeOff: off };
}

/** Shifts of days, with those of the day before and after, whose nights may reach in. */
export function shiftsAround(
	db: Orm,
	from: Day,
	to: Day,
	personIds?: readonly string[]
): (Shift & { firmId: string | null; phaseId: string | null; phase: string; note: string; version: number })[] {
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
