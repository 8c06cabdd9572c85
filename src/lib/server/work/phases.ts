import { asc, eq, max, sql } from 'drizzle-orm';
import type { Context } from '../commands';
import type { Orm } from '../db/open';
import { jobs, phases, stages } from '../db/schema';
import { newId } from '../ids';
import type { App } from '../app';

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

/** Hours sold with a phase, by a change order too. */
export function addHours(ctx: Context, jobId: string, name: string, hours: number): void {
	const known = phasesOf(ctx.db, jobId).find((p) => p.name === name);
	if (known) ctx.update(phases, known.id, { hours: known.hours + hours });
	else addPhase(ctx, jobId, name, hours);
}

export const phaseHours = (app: App) =>
	app.db.orm
		.select({ id: phases.id, jobId: phases.jobId, name: phases.name, hours: phases.hours, job: jobs.name, number: jobs.number })
		.from(phases)
		.innerJoin(jobs, eq(jobs.id, phases.jobId))
		.innerJoin(stages, eq(stages.id, jobs.stageId))
		.where(sql`${stages.meaning} in ('ready', 'under way')`)
		.orderBy(asc(phases.jobId), asc(phases.position))
		.all();
