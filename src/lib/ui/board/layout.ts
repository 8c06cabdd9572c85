import type { Shift } from '$lib/core/planning';
import { mondayOf } from '$lib/core/time';

export interface Bar {
	key: string;
	shifts: (Shift & {
		job: string;
		number: number | null;
		minutes: number;
		phase: string;
		note: string;
		version: number;
		waits?: readonly string[];
		/** It stands so in the draft that is looked at, and not on the plan. */
		tried?: boolean;
	})[];
	first: number;
	last: number;
	lane: number;
}

/** What can be dragged on the board: a bar, or a phase that waits for people. */
export type Held = { bar: Bar } | { jobId: string; phase: string; minutes: number; words: string };

type Shown = Bar['shifts'][number];

/** Which of these days begin a week: after it a bar starts anew. @example weekStarts(['2027-04-16', '2027-04-19']) // Set { 1 } */
export const weekStarts = (days: readonly string[]): ReadonlySet<number> =>
	new Set(days.flatMap((d, i) => (i > 0 && mondayOf(d) !== mondayOf(days[i - 1] ?? d) ? [i] : [])));

/** Shifts of a person as bars: consecutive days of one job and phase with the same hours are one bar; bars that meet get lanes. */
export function barsOf(shifts: readonly Shown[], days: readonly string[], broken: (id: string) => boolean): Bar[] {
	const at = new Map(days.map((d, i) => [d, i]));
	const begins = weekStarts(days);
	const bars: Bar[] = [];
	const sorted = [...shifts].filter((s) => at.has(s.day)).sort((a, b) => a.day.localeCompare(b.day) || (a.from ?? 0) - (b.from ?? 0));
	for (const s of sorted) {
		const day = at.get(s.day) ?? 0;
		const before = bars.find(
			(b) =>
				b.last === day - 1 &&
				!begins.has(day) &&
				b.shifts[0]?.jobId === s.jobId &&
				b.shifts[0].phase === s.phase &&
				b.shifts[0].tried === s.tried &&
				b.shifts[0].from === s.from &&
				b.shifts[0].to === s.to &&
				!broken(s.id) &&
				!b.shifts.some((x) => broken(x.id))
		);
		if (before) {
			before.shifts.push(s);
			before.last = day;
		} else bars.push({ key: s.id, shifts: [s], first: day, last: day, lane: 0 });
	}
	bars.forEach((b, n) => {
		const taken = bars.slice(0, n).flatMap((o) => (o.first <= b.last && o.last >= b.first ? [o.lane] : []));
		while (taken.includes(b.lane)) b.lane += 1;
	});
	return bars;
}

/** How many bars lie below each other; an empty row has one. */
export const lanesOf = (bars: readonly Bar[]): number => Math.max(1, ...bars.map((b) => b.lane + 1));

/**
 * The lines between days, a stronger one where a week begins, as one background for a row of days: twenty lines that are no elements.
 * @example dayLines(['2027-04-16', '2027-04-19']) // a stronger line in the middle
 */
export function dayLines(days: readonly string[]): string {
	const weeks = [...weekStarts(days)].map(
		(n) => `linear-gradient(var(--line) 0 0) ${((n / days.length) * 100).toFixed(3)}% 0 / 2px 100% no-repeat`
	);
	const thin = 'color-mix(in oklab, var(--line) 55%, transparent)';
	return [...weeks, `linear-gradient(to right, ${thin} 1px, transparent 1px) 0 0 / calc(100% / ${days.length}) 100%`].join(', ');
}
