import { say } from './refusals';
import { Refusal } from '../refusal';
import { addDays, weekday, type Day } from '../time';
import { holidayOn, type HolidayRule, type WorkingDay, type WorkingHours } from './calendar';
import { clock, clockChange, clockSays } from './clocks';

/** Why somebody is away. */
export const TIME_OFF_KINDS = ['vacation', 'sick', 'training', 'unpaid', 'other'] as const;
export type TimeOffKind = (typeof TIME_OFF_KINDS)[number];

export interface Shift {
	id: string;
	personId: string | null;
	jobId: string;
	day: Day;
	/** Minutes from midnight; null for a whole day. `to` may be up to 12 h into the next day (≤ 2160). */
	from: number | null;
	to: number | null;
}
export interface TimeOff {
	personId: string;
	from: Day;
	to: Day;
	note: string;
}
/** Time that somebody is taken, as a calendar outside says it; wall time of the company, like a shift. */
export interface Busy {
	personId: string;
	day: Day;
	from: number | null;
	to: number | null;
	text: string;
}
export interface PersonCalendar {
	/** The company's week. */
	hours: WorkingHours;
	/** Weeks of people who have their own, or their branch's; the company's holds for all others. */
	own?: ReadonlyMap<string, WorkingHours>;
	holidays: readonly HolidayRule[];
	/** What is granted; what is only asked for does not count. */
	timeOff: readonly TimeOff[];
	busy?: readonly Busy[];
	/** The company's zone: nights on which clocks change are as long as they are. Absent: clocks never change. */
	zone?: string;
}

export interface Conflict {
	shiftId: string;
	kind: 'overlap' | 'holiday' | 'time off' | 'outside working hours' | 'taken' | 'clock' | 'skill';
	withId: string | null;
	text: string;
}

/** Raised for a shift that cannot be. The message is for people. */
export class ShiftError extends Refusal {}

/** Refuses a shift that ends before it begins or runs more than 12 h into the next day. */
export function checkShift(s: Pick<Shift, 'from' | 'to'>): void {
	if ((s.from === null) !== (s.to === null)) throw new ShiftError(say('give-both-start-and-end-or'));
	if (s.from === null || s.to === null) return;
	if (s.from < 0 || s.from >= 1440) throw new ShiftError(say('start-must-be-within-day'));
	if (s.to <= s.from) throw new ShiftError(say('end-must-be-after-start'));
	if (s.to > 2160) throw new ShiftError(say('shift-may-end-at-most-12'));
}

const breakMinutes = (w: WorkingDay, from: number, to: number): number =>
	w.breaks.reduce((a, b) => a + Math.max(0, Math.min(to, b.to) - Math.max(from, b.from)), 0);

/** When somebody works on a day of the week: their own hours, else the company's; undefined on a free day. */
export const hoursOf = (personId: string | null, day: Day, c: PersonCalendar): WorkingDay | undefined =>
	((personId === null ? undefined : c.own?.get(personId)) ?? c.hours)[weekday(day)];

/** Paid minutes of a person on a day: working hours less breaks, none on holidays and time off. */
export function paidMinutes(personId: string, day: Day, c: PersonCalendar): number {
	const w = hoursOf(personId, day, c);
	if (!w || holidayOn(c.holidays, day) || offOn(personId, day, c.timeOff)) return 0;
	return w.to - w.from - breakMinutes(w, w.from, w.to);
}

/** Planned minutes of a shift: from–to less that day's breaks inside it (as long as the night is, where clocks change); a whole day is the paid minutes. */
export function plannedMinutes(s: Shift, c: PersonCalendar): number {
	const w = hoursOf(s.personId, s.day, c);
	if (s.from === null || s.to === null) {
		if (!w) return 0;
		return s.personId ? paidMinutes(s.personId, s.day, c) : w.to - w.from - breakMinutes(w, w.from, w.to);
	}
	return s.to - s.from + clockChange(s.day, s.from, s.to, c.zone) - (w ? breakMinutes(w, s.from, s.to) : 0);
}

export const offOn = (personId: string, day: Day, timeOff: readonly TimeOff[]): TimeOff | null =>
	timeOff.find((t) => t.personId === personId && t.from <= day && day <= t.to) ?? null;

/** Minutes from an origin day on, so that night shifts meet the next morning's. */
function span(s: Shift, origin: Day): [number, number] {
	const base = dayNumber(s.day, origin) * 1440;
	return s.from === null || s.to === null ? [base, base + 1440] : [base + s.from, base + s.to];
}
const dayNumber = (day: Day, origin: Day): number => Math.round((Date.parse(day) - Date.parse(origin)) / 86_400_000);
const when = (s: Shift): string => (s.from === null || s.to === null ? 'whole day' : `${clock(s.from)}–${clock(s.to)}`);

/** What a calendar outside has on the time of a shift. */
const takenBy = (s: Shift, [from, to]: readonly [number, number], busy: readonly Busy[]): Conflict[] =>
	busy.flatMap((b) => {
		if (b.personId !== s.personId) return [];
		const [a, z] = span({ ...s, day: b.day, from: b.from, to: b.to }, s.day);
		if (a >= to || z <= from) return [];
		return [
			{ shiftId: s.id, kind: 'taken' as const, withId: null, text: `Taken on ${b.day}: ${b.text || 'busy'} ${when({ ...s, ...b })}` }
		];
	});

/** A start or an end that the clock skips or shows twice that night: planned all the same, as the first, and said. */
const clockTrouble = (s: Shift, zone: string | undefined): Conflict[] =>
	zone === undefined || s.from === null || s.to === null
		? []
		: [s.from, s.to].flatMap((m) => {
				const trouble = clockSays(s.day, m, zone);
				return trouble ? [{ shiftId: s.id, kind: 'clock' as const, withId: null, text: trouble }] : [];
			});

/**
 * Everything that speaks against a shift: every overlap with another of the same person, then the first of holiday,
 * time off, outside working hours; besides, what a calendar outside has then, and a time that the clock skips or shows twice. A night shift conflicts with the next day's time off, not with its holiday.
 */
export function conflictsOf(
	s: Shift,
	others: readonly Shift[],
	c: PersonCalendar,
	names: (jobId: string) => string = (id) => id
): Conflict[] {
	if (!s.personId) return [];
	const found: Conflict[] = [];
	const [from, to] = span(s, s.day);
	// A shift ends on the next day at the latest: what lies farther away meets nothing of it.
	const [before, after] = [addDays(s.day, -1), addDays(s.day, 1)];
	for (const o of others) {
		if (o.day < before || o.day > after || o.id === s.id || o.personId !== s.personId) continue;
		const [a, b] = span(o, s.day);
		if (a < to && b > from)
			found.push({
				shiftId: s.id,
				kind: 'overlap',
				withId: o.id,
				text: `Booked twice on ${s.day}: ${names(s.jobId)} ${when(s)} and ${names(o.jobId)} ${when(o)}`
			});
	}
	found.push(...takenBy(s, [from, to], c.busy ?? []), ...clockTrouble(s, c.zone));
	const holiday = holidayOn(c.holidays, s.day);
	const off = offOn(s.personId, s.day, c.timeOff) ?? (to > 1440 ? offOn(s.personId, addDays(s.day, 1), c.timeOff) : null);
	const w = hoursOf(s.personId, s.day, c);
	if (holiday) found.push({ shiftId: s.id, kind: 'holiday', withId: null, text: `${s.day} is ${holiday}` });
	else if (off)
		found.push({
			shiftId: s.id,
			kind: 'time off',
			withId: null,
			text: `Time off from ${off.from} to ${off.to}${off.note ? ` (${off.note})` : ''}`
		});
	else if (!w)
		found.push({
			shiftId: s.id,
			kind: 'outside working hours',
			withId: null,
			text: `${s.day} is not a working day${c.own?.has(s.personId) ? ' of theirs' : ''}`
		});
	else if (s.from !== null && s.to !== null && (s.from < w.from || s.to > w.to))
		found.push({
			shiftId: s.id,
			kind: 'outside working hours',
			withId: null,
			text: `${when(s)} is outside working hours (${clock(w.from)}–${clock(w.to)})`
		});
	return found;
}

/** Load of a person over days: planned and paid minutes, and the gap by day (paid without a shift). */
export function loadOf(
	personId: string,
	days: readonly Day[],
	shifts: readonly Shift[],
	c: PersonCalendar
): { planned: number; paid: number; gaps: { day: Day; minutes: number }[] } {
	let planned = 0;
	let paid = 0;
	const gaps: { day: Day; minutes: number }[] = [];
	for (const day of days) {
		const p = paidMinutes(personId, day, c);
		const n = shifts.filter((s) => s.personId === personId && s.day === day).reduce((a, s) => a + plannedMinutes(s, c), 0);
		planned += n;
		paid += p;
		if (p - n > 0) gaps.push({ day, minutes: p - n });
	}
	return { planned, paid, gaps };
}
