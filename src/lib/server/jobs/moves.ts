import { and, eq, isNull } from 'drizzle-orm';
import { whenever, type Context } from '../commands';
import { settingsOf } from '../company';
import { holdsBack, moveWon } from '../sales';
import { formsMissing } from '../site-forms';
import { tasks } from '../work/schema';

/** A job whose last task is done goes where the rule says. */
function moveDone(ctx: Context, jobId: string): void {
	const open = ctx.db
		.select({ id: tasks.id })
		.from(tasks)
		.where(and(eq(tasks.jobId, jobId), isNull(tasks.doneAt)))
		.limit(1)
		.get();
	if (!open) moveWon(ctx, jobId, settingsOf(ctx.db).cardMoves.lastTask);
}

whenever('work.tick-task', (ctx, { jobId, done }) => {
	if (jobId && done) moveDone(ctx, jobId);
});
// A form that was asked for and is signed at last no longer holds it back.
whenever('forms.sign', (ctx, { jobId }) => {
	if (jobId && ctx.db.select({ id: tasks.id }).from(tasks).where(eq(tasks.jobId, jobId)).limit(1).get()) moveDone(ctx, jobId);
});
holdsBack((ctx, job, to) => {
	if (to.meaning !== 'finished') return null;
	const missing = formsMissing(ctx.db, job.id, job.kindOfWork);
	return missing.length === 0 ? null : `${missing.join(' and ')} ${missing.length === 1 ? 'is' : 'are'} not signed`;
});
