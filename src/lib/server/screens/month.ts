import { isNotNull, asc, lte, gte, and, eq, sql } from 'drizzle-orm';
import { stages, jobs } from '../sales/schema';
import { phases } from '../work/schema';
import { holidayOn, isWorkingDay } from '../../core/planning';
import { addDays, type Day } from '../../core/time';
import { roundDays } from '../rounds';
import { crews } from '../people/schema';
import { grouped } from '../../core/lists';
import { shifts } from '../planning/schema';
import { companyOf } from '../company';
import type { App } from '../app';

/** A month by the day: which jobs run with how many people, rounds, holidays, and the phases laid over days. */
export function monthOf(app: App, from: Day, to: Day) {
	const db = app.db.orm;
	const own = companyOf(app);
	const running = db
		.select({
			day: shifts.day,
			jobId: shifts.jobId,
			job: jobs.name,
			number: jobs.number,
			people: sql<number>`count(distinct ${shifts.personId})`,
			open: sql<number>`sum(case when ${shifts.personId} is null and ${shifts.firmId} is null then 1 else 0 end)`
		})
		.from(shifts)
		.innerJoin(jobs, eq(jobs.id, shifts.jobId))
		.where(and(gte(shifts.day, from), lte(shifts.day, to)))
		.groupBy(shifts.day, shifts.jobId)
		.orderBy(asc(shifts.day), asc(jobs.name))
		.all();
	const byDay = grouped(running, (r) => r.day);
	const names = new Map(
		db
			.select()
			.from(crews)
			.all()
			.map((c) => [c.id, c.name])
	);
	const rounds = grouped(roundDays(app, from, to), (r) => r.day);
	const days: Day[] = [];
	for (let d = from; d <= to; d = addDays(d, 1)) days.push(d);
	return {
		days: days.map((day) => ({
			day,
			working: isWorkingDay(day, own.hours, own.holidays),
			holiday: holidayOn(own.holidays, day),
			jobs: byDay.get(day) ?? [],
			rounds: (rounds.get(day) ?? []).map((r) => ({ crew: names.get(r.crewId ?? '') ?? 'nobody yet', stops: r.stops, minutes: r.minutes }))
		})),
		phases: db
			.select({ id: phases.id, name: phases.name, jobId: jobs.id, job: jobs.name, number: jobs.number, from: phases.from, to: phases.to })
			.from(phases)
			.innerJoin(jobs, eq(jobs.id, phases.jobId))
			.innerJoin(stages, eq(stages.id, jobs.stageId))
			.where(and(isNotNull(phases.from), lte(phases.from, to), gte(phases.to, from), sql`${stages.meaning} in ('ready', 'under way')`))
			.orderBy(asc(phases.from))
			.limit(300)
			.all()
	};
}
