import type { Day } from '../time';

/** How somebody learns that their plan changed: `phone` is called by hand, `field` stands on their own pages alone. */
export const TOLD_BY = ['mail', 'text', 'field', 'phone'] as const;
export type ToldBy = (typeof TOLD_BY)[number];

/** A day of somebody as they know it, or as it stands now. */
export interface PlannedDay {
	shiftId: string;
	jobId: string;
	phase: string;
	day: Day;
	from: number | null;
	to: number | null;
	note: string;
}
export interface PlanChange {
	kind: 'new' | 'changed' | 'off';
	was: PlannedDay | null;
	is: PlannedDay | null;
}

const same = (a: PlannedDay, b: PlannedDay): boolean =>
	a.jobId === b.jobId && a.phase === b.phase && a.day === b.day && a.from === b.from && a.to === b.to && a.note === b.note;

/**
 * What somebody has to be told: what they know against what is planned for them now, by day. What is over is not told any more.
 * @param today the first day that still matters; a change is told when either of its days does
 */
export function planChanges(known: readonly PlannedDay[], now: readonly PlannedDay[], today: Day): PlanChange[] {
	const is = new Map(now.map((d) => [d.shiftId, d]));
	const was = new Map(known.map((d) => [d.shiftId, d]));
	const changes: PlanChange[] = [];
	for (const d of now) {
		const old = was.get(d.shiftId) ?? null;
		if (old === null) changes.push({ kind: 'new', was: null, is: d });
		else if (!same(old, d)) changes.push({ kind: 'changed', was: old, is: d });
	}
	for (const d of known) if (!is.has(d.shiftId)) changes.push({ kind: 'off', was: d, is: null });
	const first = (c: PlanChange): Day => [c.is?.day, c.was?.day].filter((d) => d !== undefined).sort()[0] ?? '';
	const last = (c: PlanChange): Day =>
		[c.is?.day, c.was?.day]
			.filter((d) => d !== undefined)
			.sort()
			.at(-1) ?? '';
	return changes.filter((c) => last(c) >= today).sort((a, b) => (first(a) < first(b) ? -1 : first(a) > first(b) ? 1 : 0));
}
