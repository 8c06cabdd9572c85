import { eq } from 'drizzle-orm';
import { say } from '../../contract/refusals/planning';
import * as contract from '../../contract/planning/commands';
import type { Input } from '../../contract';
import { checkShift, type Shift } from '../../core/planning';
import { Refusal } from '../../core/refusal';
import { Stale, serve, type Context } from '../commands';
import type { Orm } from '../db';
import { people } from '../people/schema';
import { phaseNamed, phasesOf } from '../work';
import { arrangeDraft } from './in-draft';
import { conflictsAgainst, plannableJob, refuseConflicts, tellJobs } from './commands';
import { shifts } from './schema';

type Change = Input<'plan.arrange'>['changes'][number];
export type ShiftRow = typeof shifts.$inferSelect;
type Row = ShiftRow;

/** Each job and person once, however many shifts there are. */
function checkPlaces(ctx: Context, changes: readonly Change[]): void {
	for (const jobId of new Set(changes.flatMap((c) => (c.to ? [c.to.jobId] : [])))) plannableJob(ctx, jobId);
	for (const id of new Set(changes.flatMap((c) => (c.to?.personId ? [c.to.personId] : [])))) ctx.get(people, id, 'This person');
	for (const c of changes) if (c.to) checkShift(c.to);
}

/** The shifts of changes as they would stand. */
export const arranged = (changes: readonly Change[]): Shift[] => changes.flatMap((c) => (c.to ? [{ id: c.id, ...c.to }] : []));

/** Names of phases by id, of a handful of jobs. */
export const phaseNamesOf = (db: Orm) => {
	const known = new Map<string, Map<string, string>>();
	return (row: Row): string => {
		if (row.phaseId === null) return '';
		const of = known.get(row.jobId) ?? new Map(phasesOf(db, row.jobId).map((p) => [p.id, p.name]));
		known.set(row.jobId, of);
		return of.get(row.phaseId) ?? '';
	};
};

export const arrangePlan = serve(contract.arrangePlan, (ctx, i) => {
	if (new Set(i.changes.map((c) => c.id)).size < i.changes.length) throw new Refusal(say('shift-twice-in-changes'));
	if (i.draftId === undefined) return { undo: carryOut(ctx, i.changes, i.despite) };
	checkChanges(ctx, i.changes, i.despite, i.draftId);
	return { undo: arrangeDraft(ctx, i.draftId, i.changes) };
});

/** @throws Refusal for a place that cannot be, and for conflicts, unless they are meant */
function checkChanges(ctx: Context, changes: readonly Change[], despite: boolean | undefined, draftId?: string): void {
	checkPlaces(ctx, changes);
	const ids = changes.map((c) => c.id);
	refuseConflicts(conflictsAgainst(ctx.db, arranged(changes), ids, draftId), despite);
}

/** Carries changes out on the plan, and tells each job. @returns what takes them back */
export function carryOut(ctx: Context, changes: readonly Change[], despite: boolean | undefined): Change[] {
	checkChanges(ctx, changes, despite);
	const phaseOf = phaseNamesOf(ctx.db);
	const touched: { jobId: string; what: string }[] = [];
	const undo = changes.map((c) => {
		const before = ctx.db.select().from(shifts).where(eq(shifts.id, c.id)).get();
		if (before?.firmId) throw new Refusal(say('firms-day-moves-with-its-ask'));
		const back = before ? { ...placeOf(before), phase: phaseOf(before) } : null;
		for (const jobId of new Set([before?.jobId, c.to?.jobId])) if (jobId) touched.push({ jobId, what: whatOf(before, c.to) });
		return { ...put(ctx, c, before), to: back };
	});
	tellJobs(ctx, touched);
	return undo;
}

/** What became of a shift, in a word. */
const whatOf = (before: Row | undefined, to: Change['to']): string => {
	if (to === null) return 'taken off the plan';
	if (!before) return 'planned';
	return before.day !== to.day || before.personId !== to.personId ? 'moved' : 'changed';
};

/** A shift as it stands, for taking back what is about to change it. */
export const layOut = (phaseOf: ReturnType<typeof phaseNamesOf>, row: ShiftRow, version: number): Change => ({
	...{ id: row.id, version },
	to: { ...placeOf(row), phase: phaseOf(row) }
});

const placeOf = (r: Row) => ({ jobId: r.jobId, personId: r.personId, day: r.day, from: r.from, to: r.to, note: r.note });

/** Carries one change out. @returns what finds the shift again for taking it back */
function put(ctx: Context, c: Change, before: Row | undefined): Omit<Change, 'to'> {
	if (c.version === null && before) throw new Stale(say('shift-stands-again'));
	if (c.version !== null && !before) throw new Stale(say('shift-not-any-more'));
	if (c.to === null) {
		if (!before) return { id: c.id, version: null };
		if (before.version !== c.version) throw new Stale(say('shift-changed-meanwhile'));
		ctx.remove(shifts, c.id);
		return { id: c.id, version: null, as: before.version };
	}
	const { phase, ...place } = c.to;
	const row = { ...place, note: place.note.trim(), phaseId: phaseNamed(ctx, c.to.jobId, phase) };
	if (!before) {
		// A calendar outside knows it by its version: what comes back counts on.
		const made = ctx.insert(shifts, { id: c.id, ...row, version: (c.as ?? 0) + 1 });
		return { id: c.id, version: made.version };
	}
	const changed = ctx.update(shifts, c.id, row, c.version ?? undefined);
	return { id: c.id, version: changed.version };
}
