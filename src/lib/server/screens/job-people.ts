import { and, asc, eq, gte, isNull } from 'drizzle-orm';
import { grouped } from '../../core/lists';
import type { App } from '../app';
import { todayOf } from '../company';
import { firms } from '../firms/schema';
import { people } from '../people/schema';
import { shifts } from '../planning/schema';
import { timeEntries } from '../time/schema';
import { phases, tasks } from '../work/schema';

/** Who is on a job now, by their clocks, and who comes on its next days. */
export function peopleOfJob(app: App, jobId: string, days = 3) {
	const db = app.db.orm;
	const rows = db
		.select({
			day: shifts.day,
			from: shifts.from,
			to: shifts.to,
			note: shifts.note,
			person: people.name,
			firm: firms.name,
			phase: phases.name
		})
		.from(shifts)
		.leftJoin(people, eq(people.id, shifts.personId))
		.leftJoin(firms, eq(firms.id, shifts.firmId))
		.leftJoin(phases, eq(phases.id, shifts.phaseId))
		.where(and(eq(shifts.jobId, jobId), gte(shifts.day, todayOf(app))))
		.orderBy(asc(shifts.day), asc(people.name))
		.limit(200)
		.all();
	return {
		now: db
			.select({ id: timeEntries.id, name: people.name, since: timeEntries.startedAt, task: tasks.text })
			.from(timeEntries)
			.innerJoin(people, eq(people.id, timeEntries.personId))
			.leftJoin(tasks, eq(tasks.id, timeEntries.taskId))
			.where(and(eq(timeEntries.jobId, jobId), isNull(timeEntries.endedAt)))
			.orderBy(asc(people.name))
			.all(),
		next: [...grouped(rows, (r) => r.day)].slice(0, days).map(([day, who]) => ({
			day,
			who: who.map((w) => ({ name: w.person ?? w.firm ?? 'nobody yet', phase: w.phase ?? '', from: w.from, to: w.to, note: w.note }))
		}))
	};
}
