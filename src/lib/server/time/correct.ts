import { say } from '../../contract/refusals/time';
import { span, type Span } from '../../core/events';
import * as contract from '../../contract/time/correct';
import { eq } from 'drizzle-orm';
import { Refusal } from '../../core/refusal';
import { instantOf, wallTime } from '../../core/time';
import { serve, type Context } from '../commands';
import { costEntries } from '../costs/schema';
import { timeEntries } from './schema';
import { overlapsOf } from './overlaps';
import { checkOpen } from './weeks';
import { tasks } from '../work/schema';

type Entry = typeof timeEntries.$inferSelect;

/** An entry whose cost is not billed yet. @throws Refusal for a running one, or one that stands on a bill */
function open(ctx: Context, entryId: string): Entry {
	const entry = ctx.get(timeEntries, entryId, 'This time');
	if (entry.endedAt === null) throw new Refusal(say('clock-still-running'));
	const cost = ctx.db.select().from(costEntries).where(eq(costEntries.timeEntryId, entry.id)).get();
	if (cost && cost.billed !== 0) throw new Refusal(say('time-billed'));
	checkOpen(ctx, entry.personId, wallTime(entry.startedAt, entry.zone).day);
	return entry;
}

/** Marks of what an entry overlapped before: those that overlap nothing any more are right again. */
function unmark(ctx: Context, before: readonly Entry[]): void {
	for (const e of before) {
		const now = ctx.find(timeEntries, e.id);
		if (now?.conflict && overlapsOf(ctx, now).length === 0) ctx.update(timeEntries, now.id, { conflict: false });
	}
}

/** When it was, as the clock on the wall said. */
const spanOf = (e: Entry): Span => {
	const from = wallTime(e.startedAt, e.zone);
	return { day: from.day, from: from.time, to: e.endedAt === null ? null : wallTime(e.endedAt, e.zone).time };
};

/** The phase of a task of the same job. */
function phaseOfTask(ctx: Context, entry: Entry, taskId: string): string | null {
	const task = ctx.get(tasks, taskId, 'This task');
	if (task.jobId !== entry.jobId) throw new Refusal(say('task-of-another-job'), 'taskId');
	return task.phaseId ?? entry.phaseId;
}

export const correctTime = serve(contract.correctTime, (ctx, i) => {
	const entry = open(ctx, i.entryId);
	const at = (time: string) => instantOf(i.day, time.padStart(5, '0'), entry.zone);
	const [startedAt, endedAt] = [at(i.from), at(i.to)];
	if (endedAt <= startedAt) throw new Refusal(say('end-must-be-after-start'), 'to');
	if (endedAt > ctx.now) throw new Refusal(say('time-cannot-be-booked-ahead'), 'to');
	checkOpen(ctx, entry.personId, i.day);
	const hit = overlapsOf(ctx, { ...entry, startedAt, endedAt })[0];
	if (hit) throw new Refusal(say('still-overlaps-put-one-right-first', { hit: span(spanOf(hit)) }), 'from');
	const before = overlapsOf(ctx, entry);
	const on = i.taskId === undefined ? {} : { taskId: i.taskId, ...(i.taskId ? { phaseId: phaseOfTask(ctx, entry, i.taskId) } : {}) };
	const after = ctx.update(timeEntries, entry.id, { startedAt, endedAt, breakMinutes: i.breakMinutes, conflict: false, ...on }, i.version);
	unmark(ctx, before);
	ctx.happened(
		`job:${entry.jobId ?? ''}`,
		'time.correct',
		{ entryId: entry.id, before: spanOf(entry), after: spanOf(after), reason: i.reason },
		'field',
		'costs',
		'today'
	);
});

export const removeTime = serve(contract.removeTime, (ctx, i) => {
	const entry = open(ctx, i.entryId);
	const before = overlapsOf(ctx, entry);
	const gone = { entryId: entry.id, before: spanOf(entry), reason: i.reason };
	// Told before it goes, so that what hangs on it can go first.
	ctx.happened(`job:${entry.jobId ?? ''}`, 'time.remove', gone, 'field', 'costs', 'today');
	ctx.remove(timeEntries, entry.id);
	unmark(ctx, before);
});
