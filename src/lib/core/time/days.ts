import { dayIn } from '../words';
import { say } from './refusals';
import { Refusal, type Said } from '../refusal';
import { Temporal } from 'temporal-polyfill';

/** A calendar date as text, YYYY-MM-DD: days are compared and counted on the calendar, never on instants. */
export type Day = string;

const DAY_MS = 86_400_000;
/**
 * The day n days later (or earlier). Counted in UTC, where every day has 24 hours: a board asks this tens of thousands of times.
 * @throws RangeError for text that is no day
 */
export const addDays = (day: Day, n: number): Day => new Date(Date.parse(day) + n * DAY_MS).toISOString().slice(0, 10);
/** Monday = 1 … Sunday = 7. */
export const weekday = (day: Day): number => new Date(Date.parse(day)).getUTCDay() || 7;
/** The Monday of a day's week. */
export const mondayOf = (day: Day): Day => addDays(day, 1 - weekday(day));
/** Whole days from a to b; negative when b is before a. */
export const daysBetween = (a: Day, b: Day): number =>
	Temporal.PlainDate.from(a).until(Temporal.PlainDate.from(b), { largestUnit: 'days' }).days;
/** The last day of a day's month. */
export const monthEnd = (day: Day): Day => {
	const d = Temporal.PlainDate.from(day);
	return d.with({ day: d.daysInMonth }).toString();
};
/** A day as letters and documents say it: “May 14, 2027”. */
export const longDay = (day: Day): string => dayIn('en', day);

/** Whether text is a day that exists. */
export const isDay = (text: string): boolean => {
	try {
		return /^\d{4}-\d{2}-\d{2}$/.test(text) && Temporal.PlainDate.from(text, { overflow: 'reject' }).toString() === text;
	} catch {
		return false;
	}
};
/** The day and wall time of an instant in a zone. */
export function wallTime(epochMs: number, zone: string): { day: Day; time: string; minutes: number } {
	const z = Temporal.Instant.fromEpochMilliseconds(epochMs).toZonedDateTimeISO(zone);
	return { day: z.toPlainDate().toString(), time: z.toPlainTime().toString({ smallestUnit: 'minute' }), minutes: z.hour * 60 + z.minute };
}

/** Raised for a typed wall time that does not exist or comes twice. */
export class WallTimeError extends Refusal {
	constructor(
		said: Said,
		readonly twice: boolean
	) {
		super(said);
	}
}

/**
 * The instant of a typed wall time in a zone. One that comes twice asks which; one that does not exist is refused with the
 * last minute before and the first after.
 * @param which the first or the second of a time that comes twice
 * @throws WallTimeError
 */
export function instantOf(day: Day, time: string, zone: string, which?: 'first' | 'second'): number {
	const plain = Temporal.PlainDateTime.from(`${day}T${time}`);
	const earlier = plain.toZonedDateTime(zone, { disambiguation: 'earlier' });
	const later = plain.toZonedDateTime(zone, { disambiguation: 'later' });
	if (earlier.epochMilliseconds === later.epochMilliseconds) return earlier.epochMilliseconds;
	if (!earlier.toPlainDateTime().equals(plain)) {
		const gap = zoneGap(day, zone);
		throw new WallTimeError(say('does-not-exist-on-clock-goes', { time, day, last: gap.last, first: gap.first }), false);
	}
	if (!which) throw new WallTimeError(say('comes-twice-on-say-whether-first', { time, day }), true);
	return (which === 'first' ? earlier : later).epochMilliseconds;
}

function zoneGap(day: Day, zone: string): { last: string; first: string } {
	const start = Temporal.PlainDate.from(day).toZonedDateTime(zone);
	const next = start.getTimeZoneTransition('next');
	if (!next) return { last: '', first: '' };
	const before = next.subtract({ minutes: 1 });
	const show = (z: Temporal.ZonedDateTime) => z.toPlainTime().toString({ smallestUnit: 'minute' });
	return { last: show(before), first: show(next) };
}
