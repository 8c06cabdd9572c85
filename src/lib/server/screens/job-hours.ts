import { and, asc, eq, isNull, sql } from 'drizzle-orm';
import { workedSeconds } from '../../core/time';
import { hoursForecast, hoursOfAll, hoursOfSeconds, progressOf, progressOfJob } from '../../core/work';
import type { App } from '../app';
import { costEntries } from '../costs/schema';
import { people } from '../people/schema';
import { timeEntries } from '../time/schema';
import { budgetRows, phases, tasks } from '../work/schema';

/** Every entry of a job with its seconds; one that runs has none yet and says since when. */
function entriesOf(app: App, jobId: string) {
	const rows = app.db.orm
		.select({
			...{ id: timeEntries.id, phaseId: timeEntries.phaseId, taskId: timeEntries.taskId, personId: timeEntries.personId },
			...{ startedAt: timeEntries.startedAt, endedAt: timeEntries.endedAt, breakMinutes: timeEntries.breakMinutes, name: people.name }
		})
		.from(timeEntries)
		.innerJoin(people, eq(people.id, timeEntries.personId))
		.where(eq(timeEntries.jobId, jobId))
		.orderBy(asc(timeEntries.startedAt))
		.all();
	return rows.map((r) => ({ ...r, seconds: r.endedAt === null ? 0 : workedSeconds(r.startedAt, r.endedAt, r.breakMinutes) }));
}

/** Hours of labor that was added as a cost, without a clock: by phase, ten-thousandths. */
const addedHours = (app: App, jobId: string) =>
	app.db.orm
		.select({ phaseId: costEntries.phaseId, name: costEntries.name, hours: sql<number>`sum(${costEntries.quantity})` })
		.from(costEntries)
		.where(and(eq(costEntries.jobId, jobId), eq(costEntries.kind, 'labor'), isNull(costEntries.timeEntryId)))
		.groupBy(costEntries.phaseId, costEntries.name)
		.all();

const summed = <T>(list: readonly T[], key: (t: T) => string, n: (t: T) => number): Map<string, number> => {
	const of = new Map<string, number>();
	for (const t of list) of.set(key(t), (of.get(key(t)) ?? 0) + n(t));
	return of;
};

/** Hours sold against used by phase, task and person, with the forecast; clocks that run are told apart, so that the page goes on counting. */
export function hoursOfJob(app: App, jobId: string) {
	const db = app.db.orm;
	const [entries, added] = [entriesOf(app, jobId), addedHours(app, jobId)];
	const list = db.select().from(phases).where(eq(phases.jobId, jobId)).orderBy(asc(phases.position)).all();
	const work = db
		.select({ id: tasks.id, phaseId: tasks.phaseId, text: tasks.text, hours: tasks.hours, doneAt: tasks.doneAt })
		.from(tasks)
		.where(eq(tasks.jobId, jobId))
		.orderBy(asc(tasks.position))
		.all();
	const sold = summed(
		db.select({ phaseId: budgetRows.phaseId, hours: budgetRows.hours }).from(budgetRows).where(eq(budgetRows.jobId, jobId)).all(),
		(b) => b.phaseId ?? '',
		(b) => b.hours
	);
	const seconds = summed(
		entries,
		(e) => e.phaseId ?? '',
		(e) => e.seconds
	);
	const byHand = summed(
		added,
		(a) => a.phaseId ?? '',
		(a) => a.hours
	);
	const row = (id: string, name: string, typed: number | null) => {
		const own = work.filter((t) => (t.phaseId ?? '') === id).map((t) => ({ done: t.doneAt !== null, hours: t.hours }));
		const percent = typed ?? progressOf(own);
		const used = hoursOfSeconds(seconds.get(id) ?? 0) + (byHand.get(id) ?? 0);
		return { phaseId: id, name, typed: typed !== null, ...hoursForecast({ sold: sold.get(id) ?? 0, used, percent }) };
	};
	const rows = list.map((p) => row(p.id, p.name, p.percentComplete));
	const loose = row('', '', null);
	const all = loose.sold !== 0 || loose.used !== 0 ? [...rows, loose] : rows;
	const bySeconds = summed(
		entries,
		(e) => e.personId,
		(e) => e.seconds
	);
	const onTask = summed(
		entries,
		(e) => e.taskId ?? '',
		(e) => e.seconds
	);
	return {
		phases: all,
		all: hoursOfAll(all, progressOfJob(all.map((p) => ({ hours: p.sold, percent: p.percent })))),
		tasks: work
			.filter((t) => t.hours > 0 || (onTask.get(t.id) ?? 0) > 0)
			.map((t) => ({ id: t.id, text: t.text, done: t.doneAt !== null, sold: t.hours, used: hoursOfSeconds(onTask.get(t.id) ?? 0) })),
		people: [...bySeconds].map(([id, s]) => ({ id, name: entries.find((e) => e.personId === id)?.name ?? '', used: hoursOfSeconds(s) })),
		running: entries
			.filter((e) => e.endedAt === null)
			.map(({ id, name, startedAt, personId, phaseId, taskId }) => ({ id, name, startedAt, personId, phaseId: phaseId ?? '', taskId })),
		now: app.clock.now()
	};
}
