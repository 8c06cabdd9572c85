import { say } from '../../contract/refusals/time';
import { phasePlanned } from '../work';
import * as contract from '../../contract/time/commands';
import { and, asc, desc, eq, isNull } from 'drizzle-orm';
import { may } from '../../core/access';
import { Refusal } from '../../core/refusal';
import { instantOf, wallTime } from '../../core/time';
import { serve, type Context, self } from '../commands';
import { laborSheets, people } from '../people/schema';
import { timeEntries } from './schema';
import { tasks } from '../work/schema';
import type { jobs } from '../sales/schema';
import { newId } from '../ids';
import { checkOpen } from './weeks';
import { markOverlaps, overlapsOf } from './overlaps';
import { rateOn } from '../rates';
import { workJob } from '../planning';

type Entry = typeof timeEntries.$inferSelect;

/** The rate sheet of a person as it holds on a day. */
function sheetOf(ctx: Context, personId: string, day: string) {
	const person = ctx.get(people, personId, 'This person');
	const sheetId =
		person.sheetId ??
		ctx.db.select({ id: laborSheets.id }).from(laborSheets).where(eq(laborSheets.setAside, false)).orderBy(asc(laborSheets.name)).get()?.id;
	const rate = sheetId ? rateOn(ctx.db, sheetId, day) : null;
	if (!rate) throw new Refusal(say('no-rate-sheet-for-person'));
	return rate;
}

/** Time that is over is told, and what comes of it is done by who waits for that. */
function ended(ctx: Context, entry: Entry): void {
	markOverlaps(ctx, entry);
	ctx.happened(`job:${entry.jobId}`, 'time.clock-off', { who: ctx.who.name, entryId: entry.id, ...later(ctx) }, 'field', 'today', 'costs');
}

/** What history says of a clock that was pressed without reception: how long before it came here, and a device whose clock is off. */
const later = (ctx: Context): { late?: number; clockOff?: number } => ({
	...(ctx.now - ctx.doneAt >= 60_000 ? { late: Math.round((ctx.now - ctx.doneAt) / 60_000) } : {}),
	...clockOffOf(ctx)
});
/** A minute is no difference: networks and people are slower. */
const clockOffOf = ({ when: { clockOff = 0 } }: Context): { clockOff?: number } => (Math.abs(clockOff) >= 60 ? { clockOff } : {});

/**
 * The task that time is worked on. What was done on a device without reception goes on as it was: a task taken off meanwhile, or a rule set
 * meanwhile, stops no clock. Nor does a work list on which nothing is open: there is nothing to choose.
 * @throws Refusal at “taskId” where the job wants one and none is said
 */
function taskOf(ctx: Context, job: typeof jobs.$inferSelect, taskId: string | undefined): typeof tasks.$inferSelect | null {
	const sentLater = ctx.doneAt !== ctx.now;
	if (taskId === undefined) {
		if (job.hoursOnTask && !sentLater && hasOpenTask(ctx, job.id)) throw new Refusal(say('hours-go-on-task'), 'taskId');
		return null;
	}
	if (sentLater && !ctx.find(tasks, taskId)) return null;
	const task = ctx.get(tasks, taskId, 'This task');
	if (task.jobId !== job.id) throw new Refusal(say('task-of-another-job'), 'taskId');
	return task;
}

const hasOpenTask = (ctx: Context, jobId: string): boolean =>
	ctx.db
		.select({ id: tasks.id })
		.from(tasks)
		.where(and(eq(tasks.jobId, jobId), isNull(tasks.doneAt)))
		.limit(1)
		.get() !== undefined;

export const clockOn = serve(contract.clockOn, (ctx, i) => {
	const personId = self(ctx);
	const job = workJob(ctx, i.jobId);
	checkOpen(ctx, personId, ctx.doneOn, ctx.doneOn);
	const running = runningOf(ctx, personId);
	if (running?.jobId === job.id && (i.taskId === undefined || i.taskId === running.taskId)) return { entryId: running.id };
	const task = taskOf(ctx, job, i.taskId);
	if (running) ended(ctx, ctx.update(timeEntries, running.id, { endedAt: Math.max(ctx.doneAt, running.startedAt) }));
	const sheet = sheetOf(ctx, personId, ctx.doneOn);
	const entry = ctx.insert(timeEntries, {
		id: newId(),
		personId,
		jobId: job.id,
		taskId: task?.id ?? null,
		phaseId: task?.phaseId ?? phasePlanned(ctx, job.id, self(ctx), ctx.doneOn),
		startedAt: ctx.doneAt,
		zone: ctx.zone,
		sheetId: sheet.sheetId,
		loadedCost: sheet.loadedCost,
		price: sheet.price,
		...clockOffOf(ctx)
	});
	ctx.happened(`job:${job.id}`, 'time.clock-on', { who: ctx.who.name, jobId: job.id, ...later(ctx) }, 'field', 'today');
	return { entryId: entry.id };
});

export const runningOf = (ctx: Pick<Context, 'db'>, personId: string): Entry | undefined =>
	ctx.db
		.select()
		.from(timeEntries)
		.where(and(eq(timeEntries.personId, personId), isNull(timeEntries.endedAt)))
		.orderBy(desc(timeEntries.startedAt))
		.get();

export const clockOff = serve(contract.clockOff, (ctx, i) => {
	const running = runningOf(ctx, self(ctx));
	if (!running) throw new Refusal(say('no-clock-running'));
	checkOpen(ctx, running.personId, wallTime(running.startedAt, ctx.zone).day, ctx.doneOn);
	const entry = ctx.update(timeEntries, running.id, {
		endedAt: Math.max(ctx.doneAt, running.startedAt),
		note: i.note,
		breakMinutes: i.breakMinutes,
		...clockOffOf(ctx)
	});
	ended(ctx, entry);
	return { entryId: entry.id };
});

export const addTime = serve(contract.addTime, (ctx, i, actor) => {
	const personId = i.personId ?? self(ctx);
	const other = actor.type === 'person' && personId !== actor.id;
	if (other && actor.type === 'person' && !may(actor, 'hours.change')) throw new Refusal(say('only-office-adds-time-for-others'));
	const job = workJob(ctx, i.jobId);
	const task = taskOf(ctx, job, i.taskId);
	const start = instantOf(i.day, i.from.padStart(5, '0'), ctx.zone, i.which);
	const end = instantOf(i.day, i.to.padStart(5, '0'), ctx.zone, i.which);
	if (end <= start) throw new Refusal(say('end-must-be-after-start'), 'to');
	if (start > ctx.now) throw new Refusal(say('time-cannot-be-booked-ahead'), 'from');
	if (end > ctx.now) throw new Refusal(say('time-cannot-be-booked-ahead'), 'to');
	if (overlapsOf(ctx, { id: '', personId, startedAt: start, endedAt: end }).length > 0)
		throw new Refusal(say('overlaps-time-booked-already'), 'from');
	checkOpen(ctx, personId, i.day, wallTime(end, ctx.zone).day);
	const sheet = sheetOf(ctx, personId, i.day);
	const entry = ctx.insert(timeEntries, {
		id: newId(),
		personId,
		jobId: job.id,
		taskId: task?.id ?? null,
		phaseId: task?.phaseId ?? phasePlanned(ctx, job.id, personId, i.day),
		startedAt: start,
		endedAt: end,
		zone: ctx.zone,
		breakMinutes: i.breakMinutes,
		note: i.note,
		sheetId: sheet.sheetId,
		loadedCost: sheet.loadedCost,
		price: sheet.price
	});
	markOverlaps(ctx, entry);
	ctx.happened(`job:${job.id}`, 'time.add', { entryId: entry.id, from: i.from, to: i.to, day: i.day }, 'field', 'costs');
	return { entryId: entry.id };
});
