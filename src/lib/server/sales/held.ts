import type { Context } from '../commands';
import type { jobs, stages } from './schema';

type Job = typeof jobs.$inferSelect;
type Stage = typeof stages.$inferSelect;
type Holds = (ctx: Context, job: Job, to: Stage) => string | null;
const all: Holds[] = [];

/** Says what else keeps a job from a stage: rooms above know what has to be there before the work is finished. */
export const holdsBack = (holds: Holds): void => void all.push(holds);

/** Why a job cannot go to a stage yet, in words; null where nothing keeps it. */
export function heldBack(ctx: Context, job: Job, to: Stage): string | null {
	for (const holds of all) {
		const why = holds(ctx, job, to);
		if (why !== null) return why;
	}
	return null;
}
