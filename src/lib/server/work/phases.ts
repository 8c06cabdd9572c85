import { and, asc, eq, isNotNull, max, sql } from 'drizzle-orm';
import type { Context } from '../commands';
import type { Orm } from '../db';
import { shifts } from '../planning/schema';
import { jobs, stages } from '../sales/schema';
import { jobMaterials, phases } from './schema';
import { newId } from '../ids';
import type { App } from '../app';
import type { Day } from '../../core/time';

export type Phase = typeof phases.$inferSelect;

/** The phases of a job in the order of the work. */
export const phasesOf = (db: Orm, jobId: string): Phase[] =>
	db.select().from(phases).where(eq(phases.jobId, jobId)).orderBy(asc(phases.position)).all();

/**
 * The phase of a job that has this name, made when there is none yet: who plans or adds a task names it and need not set it up before.
 * @returns null for no name: no phase
 */
export function phaseNamed(ctx: Context, jobId: string, name: string): string | null {
	const wanted = name.trim();
	if (wanted === '') return null;
	const all = phasesOf(ctx.db, jobId);
	const known = all.find((p) => p.name.toLowerCase() === wanted.toLowerCase());
	return (known ?? addPhase(ctx, jobId, wanted, 0)).id;
}

/** A new phase below all others of its job. @param hours sold, ten-thousandths */
export function addPhase(ctx: Context, jobId: string, name: string, hours: number): Phase {
	const last = ctx.db
		.select({ n: max(phases.position) })
		.from(phases)
		.where(eq(phases.jobId, jobId))
		.get()?.n;
	return ctx.insert(phases, { id: newId(), jobId, name, hours, position: (last ?? -1) + 1 });
}

/** Names of a job's phases by their id; '' for no phase. */
export function phaseNames(db: Orm, jobId: string): (id: string | null) => string {
	const names = new Map(phasesOf(db, jobId).map((p) => [p.id, p.name]));
	return (id) => (id ? (names.get(id) ?? '') : '');
}

/** Hours sold with a phase, by a change order too; without a phase there is nothing to plan them on. */
export function addHours(ctx: Context, phaseId: string | null, hours: number): void {
	if (phaseId === null) return;
	ctx.update(phases, phaseId, { hours: ctx.get(phases, phaseId, 'This phase').hours + hours });
}

/** The phases of work that is ready or under way, with the hours they were sold with. */
export const phaseHours = (app: App) =>
	app.db.orm
		.select({
			id: phases.id,
			jobId: phases.jobId,
			name: phases.name,
			hours: phases.hours,
			skills: phases.skills,
			people: phases.people,
			job: jobs.name,
			number: jobs.number
		})
		.from(phases)
		.innerJoin(jobs, eq(jobs.id, phases.jobId))
		.innerJoin(stages, eq(stages.id, jobs.stageId))
		.where(sql`${stages.meaning} in ('ready', 'under way') and ${jobs.onBoard} = 1`)
		.orderBy(asc(phases.jobId), asc(phases.position))
		.all();

/** The one value that all have in common; null where there is none or more than one: then nobody can know. */
const onlyOne = (ids: readonly (string | null)[]): string | null => {
	const all = new Set(ids);
	return all.size === 1 ? ([...all][0] ?? null) : null;
};

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
