import { daysBetween } from '$lib/core/time';
import type { Bar } from './layout';

/** What is typed when something is planned, or a bar is changed. */
export interface Plan {
	jobId: string;
	phase: string;
	personIds: (string | null)[];
	from: string;
	to: string;
	start: string;
	end: string;
	note: string;
	bar: Bar | null;
}

/** Minutes after midnight of a time as typed; null for none. @example minutesOfClock('7:30') // 450 */
export const minutesOfClock = (t: string): number | null => {
	const m = /^(\d{1,2}):(\d{2})$/.exec(t.trim());
	return m ? Number(m[1]) * 60 + Number(m[2]) : null;
};

/** @example clockText(450) // '7:30' */
export const clockText = (n: number | null): string => (n === null ? '' : `${Math.floor(n / 60)}:${String(n % 60).padStart(2, '0')}`);

/** What is asked to be planned. */
export const toAdd = (p: Plan) => ({
	jobId: p.jobId,
	phase: p.phase,
	personIds: p.personIds,
	from: p.from,
	to: p.to,
	start: minutesOfClock(p.start),
	end: minutesOfClock(p.end),
	note: p.note
});

/** What is asked to be moved. */
export const toMove = (p: Plan) => ({
	shifts: p.bar?.shifts.map((s) => ({ id: s.id, version: s.version })) ?? [],
	byDays: daysBetween(p.bar?.shifts[0]?.day ?? p.from, p.from),
	personId: p.personIds[0] ?? null,
	span: { start: minutesOfClock(p.start), end: minutesOfClock(p.end) }
});
