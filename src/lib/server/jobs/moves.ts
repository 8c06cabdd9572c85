import { and, eq, isNull } from 'drizzle-orm';
import { whenever } from '../commands';
import { settingsOf } from '../company';
import { moveWon } from '../sales';
import { tasks } from '../work/schema';

/** A job whose last task is done goes where the rule says. */
whenever('work.tick-task', (ctx, { jobId, done }) => {
	if (!jobId || !done) return;
	const open = ctx.db
		.select({ id: tasks.id })
		.from(tasks)
		.where(and(eq(tasks.jobId, jobId), isNull(tasks.doneAt)))
		.limit(1)
		.get();
	if (!open) moveWon(ctx, jobId, settingsOf(ctx.db).cardMoves.lastTask);
});
