import { eq, inArray } from 'drizzle-orm';
import { draftState, overDraft, samePlace, type DraftState } from '../../core/planning';
import { addDays, type Day } from '../../core/time';
import type { Orm } from '../db';
import { phases } from '../work/schema';
import { shiftsAround, type Around } from './load';
import { draftChanges, shifts } from './schema';

export type DraftRow = typeof draftChanges.$inferSelect;

export const changesOf = (db: Orm, draftId: string): DraftRow[] =>
	db.select().from(draftChanges).where(eq(draftChanges.draftId, draftId)).all();

/** The phase of a job by its name, of jobs that are in a draft. */
function phaseIds(db: Orm, changes: readonly DraftRow[]): (jobId: string, name: string) => string | null {
	const jobIds = [...new Set(changes.map((c) => c.jobId))];
	const rows =
		jobIds.length === 0
			? []
			: db.select({ id: phases.id, jobId: phases.jobId, name: phases.name }).from(phases).where(inArray(phases.jobId, jobIds)).all();
	const known = new Map(rows.map((p) => [`${p.jobId} ${p.name.toLowerCase()}`, p.id]));
	return (jobId, name) => known.get(`${jobId} ${name.trim().toLowerCase()}`) ?? null;
}

/** Shifts of days with those around them as a draft has them; without a draft as they stand on the plan. */
export function shiftsIn(db: Orm, draftId: string | undefined, from: Day, to: Day, personIds?: readonly string[]): Around[] {
	if (draftId === undefined) return shiftsAround(db, from, to, personIds);
	const changes = changesOf(db, draftId);
	const phaseOf = phaseIds(db, changes);
	const [first, last] = [addDays(from, -1), addDays(to, 1)];
	return overDraft(shiftsAround(db, from, to), changes, ({ shiftId, to: at, version }, is) =>
		at.day < first || at.day > last
			? null
			: {
					...at,
					id: shiftId,
					firmId: null,
					phaseId: phaseOf(at.jobId, at.phase),
					phase: at.phase.trim(),
					version,
					tried: is === undefined || !samePlace(is, at)
				}
	).filter((s) => personIds === undefined || (s.personId !== null && personIds.includes(s.personId)));
}

/** A shift as it stands on the plan, with the name of its phase. */
export type OnPlan = typeof shifts.$inferSelect & { phase: string };

/** Shifts by id as they stand on the plan. */
export function onPlan(db: Orm, ids: readonly string[]): Map<string, OnPlan> {
	const rows =
		ids.length === 0
			? []
			: db
					.select({ shift: shifts, phase: phases.name })
					.from(shifts)
					.leftJoin(phases, eq(phases.id, shifts.phaseId))
					.where(inArray(shifts.id, [...ids]))
					.all();
	return new Map(rows.map((r) => [r.shift.id, { ...r.shift, phase: r.phase ?? '' }]));
}

/** The changes of a draft, each with how it stands against the plan and what stands there. */
export function stateOf(db: Orm, draftId: string): { change: DraftRow; state: DraftState; is: OnPlan | undefined }[] {
	const changes = changesOf(db, draftId);
	const real = onPlan(
		db,
		changes.map((c) => c.shiftId)
	);
	return changes.map((change) => {
		const is = real.get(change.shiftId);
		return { change, state: draftState(change, is), is };
	});
}
