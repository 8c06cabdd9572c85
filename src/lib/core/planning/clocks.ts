import { addDays, instantOf, WallTimeError, type Day } from '../time';

/** A wall time as it is read, of minutes from midnight that may reach into the next day. @example clock(1500) // '1:00' */
export const clock = (minutes: number): string => `${Math.floor((minutes % 1440) / 60)}:${String(minutes % 60).padStart(2, '0')}`;

/** Days by zone on which, or on whose morning after, clocks change; a board asks for the same few thousands of times. */
const known = new Map<string, Map<Day, number>>();

/** Minutes that a day and the one after are longer (+) or shorter (−) than 48 hours: 0 where no clock changes. */
function changeAround(day: Day, zone: string): number {
	const days = known.get(zone) ?? new Map<Day, number>();
	known.set(zone, days);
	const before = days.get(day);
	if (before !== undefined) return before;
	const noon = (d: Day) => instantOf(d, '12:00', zone);
	const change = (noon(addDays(day, 2)) - noon(addDays(day, -1))) / 60_000 - 3 * 1440;
	days.set(day, change);
	return change;
}

const at = (day: Day, minutes: number, zone: string, which?: 'first' | 'second'): number =>
	instantOf(addDays(day, Math.floor(minutes / 1440)), clock(minutes).padStart(5, '0'), zone, which);

/** The instant of a wall time: the first of one that comes twice; of one that does not come, the instant the clock jumps over it. */
export function wallInstant(day: Day, minutes: number, zone: string): number {
	for (let m = minutes; ; m += 1)
		try {
			return at(day, m, zone, 'first');
		} catch (e) {
			if (!(e instanceof WallTimeError) || m > minutes + 180) throw e;
		}
}

/**
 * How many minutes more (+) or fewer (−) a from–to is than its wall times say, where clocks change between them.
 * @example clockChange('2027-03-13', 1320, 1800, 'America/New_York') // −60: from 22:00 to 6:00 the night clocks go forward
 */
export function clockChange(day: Day, from: number, to: number, zone: string | undefined): number {
	if (zone === undefined || changeAround(day, zone) === 0) return 0;
	return Math.round((wallInstant(day, to, zone) - wallInstant(day, from, zone)) / 60_000) - (to - from);
}

/** What is said of a wall time that the clock skips or shows twice; null for any other. */
export function clockSays(day: Day, minutes: number, zone: string): string | null {
	if (changeAround(day, zone) === 0) return null;
	const on = addDays(day, Math.floor(minutes / 1440));
	try {
		if (at(day, minutes, zone, 'first') !== at(day, minutes, zone, 'second'))
			return `${clock(minutes)} comes twice on ${on}, clocks go back: the first is meant`;
		return null;
	} catch (e) {
		if (!(e instanceof WallTimeError)) throw e;
		return `${clock(minutes)} does not come on ${on}, clocks go forward: the first minute after is meant`;
	}
}
