import { and, eq, isNotNull } from 'drizzle-orm';
import type { Day } from '../../core/time';
import type { Context } from '../commands';
import { jobMaterials, shifts } from '../db/schema';

/** The one value that all have in common; null where there is none or more than one: then nobody can know. */
const onlyOne = (ids: readonly (string | null)[]): string | null => {
	const all = new Set(ids);
	return all.size === 1 ? ([...all][0] ?? null) : null;
};

/** The phase that a person is planned on at a job that day: what their time there goes to. */
export const phasePlanned = (ctx: Context, jobId: string, personId: string, day: Day): string | null =>
	onlyOne(
		ctx.db
			.select({ id: shifts.phaseId })
			.from(shifts)
			.where(and(eq(shifts.personId, personId), eq(shifts.day, day), eq(shifts.jobId, jobId)))
			.all()
			.map((s) => s.id)
	);

/** The phase that an item was sold with on a job: what its use there goes to. */
export const phaseOfItem = (ctx: Context, jobId: string, itemId: string): string | null =>
	onlyOne(
		ctx.db
			.select({ id: jobMaterials.phaseId })
			.from(jobMaterials)
			.where(and(eq(jobMaterials.jobId, jobId), eq(jobMaterials.itemId, itemId), isNotNull(jobMaterials.phaseId)))
			.all()
			.map((m) => m.id)
	);
