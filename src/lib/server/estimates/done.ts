import type { EventCode, EventParams } from '../../core/events';
import { eq } from 'drizzle-orm';
import type { Context } from '../commands';
import { estimates } from './schema';
import { jobs } from '../sales/schema';
import { dropRedo } from './undo';

/** Ends every change of an estimate: its version, what can be done again, and what is said of it. */
export function done<C extends EventCode>(ctx: Context, estimateId: string, code: C, params: EventParams<C>): void {
	const e = ctx.get(estimates, estimateId, 'This estimate');
	ctx.db
		.update(estimates)
		.set({ version: e.version + 1 })
		.where(eq(estimates.id, e.id))
		.run();
	dropRedo(ctx, estimateId);
	ctx.db.update(jobs).set({ touchedAt: ctx.now }).where(eq(jobs.id, e.jobId)).run();
	ctx.happened(`estimate:${estimateId}`, code, params, `job:${e.jobId}`);
}
