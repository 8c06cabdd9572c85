import type { Day } from '../time';

/** Where a shift stands, or shall stand. */
export interface DraftPlace {
	jobId: string;
	phase: string;
	personId: string | null;
	day: Day;
	from: number | null;
	to: number | null;
	note: string;
}
/** A shift in a draft plan: which version of the real one was seen when it was changed (null: there was none), and where it shall stand. */
export interface DraftChange {
	shiftId: string;
	seen: number | null;
	/** Null: off the plan. */
	to: DraftPlace | null;
}
/** `same`: the plan has it so already; `ready`: it can be taken; `changed`: somebody changed it on the plan since. */
export type DraftState = 'same' | 'ready' | 'changed';

/** Whether two places are the same one: phases by their name, whatever its case; notes without spaces around them. */
export const samePlace = (a: DraftPlace, b: DraftPlace): boolean =>
	a.jobId === b.jobId &&
	a.phase.toLowerCase() === b.phase.trim().toLowerCase() &&
	a.personId === b.personId &&
	a.day === b.day &&
	a.from === b.from &&
	a.to === b.to &&
	a.note === b.note.trim();

/**
 * How a change of a draft stands against the plan.
 * @param is the shift as it stands on the plan; undefined when it stands there no more, or not yet
 * @example draftState({ shiftId: 's', seen: 3, to: null }, { ...place, version: 4 }) // 'changed'
 */
export function draftState(c: DraftChange, is: (DraftPlace & { version: number }) | undefined): DraftState {
	if (!is) return c.to === null ? 'same' : c.seen === null ? 'ready' : 'changed';
	if (c.to !== null && samePlace(is, c.to)) return 'same';
	return c.seen === is.version ? 'ready' : 'changed';
}

/**
 * Shifts as a draft has them: those it changed at their place in it, those it takes off gone, new ones besides.
 * @param make a shift of a change that puts one on the plan; it is given the real one where there is one; null: not among those asked for
 */
export function overDraft<S extends { id: string }, C extends DraftChange>(
	shifts: readonly S[],
	changes: readonly C[],
	make: (c: C & { to: DraftPlace }, is: S | undefined) => S | null
): S[] {
	const byId = new Map(changes.map((c) => [c.shiftId, c]));
	const put = (c: C, is: S | undefined): S[] => {
		const made = c.to === null ? null : make({ ...c, to: c.to }, is);
		return made ? [made] : [];
	};
	const known = new Set(shifts.map((s) => s.id));
	return [
		...shifts.flatMap((s) => {
			const c = byId.get(s.id);
			return c ? put(c, s) : [s];
		}),
		...changes.flatMap((c) => (known.has(c.shiftId) ? [] : put(c, undefined)))
	];
}

/** What a week of a plan comes to, of people with what they are paid and planned for. */
export interface WeekOfPlan {
	staff: readonly { load: { planned: number; paid: number; gaps: readonly { minutes: number }[] } }[];
	conflicts: Readonly<Record<string, readonly { kind: string; withId: string | null }[]>>;
}
export interface PlanFigures {
	/** Paid time without a shift, minutes. */
	gaps: number;
	/** Planned over what is paid in a week, minutes. */
	overtime: number;
	/** Pairs of shifts of one person at one time. */
	twice: number;
}

/** Gaps, overtime by person and week, and double bookings of weeks, each pair counted once. */
export function planFigures(weeks: readonly WeekOfPlan[]): PlanFigures {
	const all: PlanFigures = { gaps: 0, overtime: 0, twice: 0 };
	for (const w of weeks) {
		for (const { load } of w.staff) {
			all.gaps += load.gaps.reduce((a, g) => a + g.minutes, 0);
			all.overtime += Math.max(0, load.planned - load.paid);
		}
		const pairs = Object.entries(w.conflicts).flatMap(([id, cs]) =>
			cs.flatMap((c) => (c.kind === 'overlap' && c.withId !== null ? [[id, c.withId].sort().join(' ')] : []))
		);
		all.twice += new Set(pairs).size;
	}
	return all;
}
