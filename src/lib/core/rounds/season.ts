import { say } from './refusals';
import { Refusal } from '../refusal';
import { addDays, longDay, weekday, type Day } from '../time';

/** How the visits of a season follow each other: every n weeks, or each within a window of the year (MM-DD), at least `gap` days apart. */
export type Cadence = { by: 'weeks'; every: number } | { by: 'windows'; windows: Window[]; gap: number };
export interface Window {
	from: string;
	to: string;
}
/** The days of one season, both included. */
export interface Season {
	from: Day;
	to: Day;
}
/** A visit by the day its cadence gave it, and the day it is on. */
export interface Planned {
	occursOn: Day;
	day: Day;
}

/**
 * The season of a year. One that ends before it begins (November to March) ends in the next year; 29 February is 28 in other years.
 * @example seasonOf({ from: '04-01', to: '10-31' }, 2027) // { from: '2027-04-01', to: '2027-10-31' }
 */
export function seasonOf(of: Window, year: number): Season {
	const on = (y: number, md: string) => {
		const leap = (y % 4 === 0 && y % 100 !== 0) || y % 400 === 0;
		return `${y}-${md === '02-29' && !leap ? '02-28' : md}`;
	};
	return { from: on(year, of.from), to: on(of.to < of.from ? year + 1 : year, of.to) };
}

/**
 * Visits every n weeks on a weekday from max(season start, chosen start) to the season's end, counted from the first. One on a holiday
 * goes to the next working day within the season, else to the one before, never before the chosen start; one that would share a day with
 * another, or finds none, is dropped and owed.
 * @param weekdayWanted Monday = 1
 * @throws Refusal when nothing is left of the season from the start on
 */
export function weeklyVisits(
	of: { season: Season; start: Day; weekday: number; every: number },
	calendar: { isHoliday: (day: Day) => boolean; isWorking: (day: Day) => boolean }
): { visits: Planned[]; dropped: Day[] } {
	if (of.every < 1 || !Number.isInteger(of.every)) throw new Refusal(say('visits-come-every-so-many-whole'), 'every');
	const begin = of.start > of.season.from ? of.start : of.season.from;
	if (begin > of.season.to) throw new Refusal(say('season-over-on-choose-earlier-start', { to: longDay(of.season.to) }), 'start');
	const first = addDays(begin, (of.weekday - weekday(begin) + 7) % 7);
	const visits: Planned[] = [];
	const dropped: Day[] = [];
	const taken = new Set<Day>();
	for (let occursOn = first; occursOn <= of.season.to; occursOn = addDays(occursOn, 7 * of.every)) {
		const day = calendar.isHoliday(occursOn) ? moved(occursOn, begin, of.season.to, calendar.isWorking) : occursOn;
		if (day === null || taken.has(day)) dropped.push(occursOn);
		else {
			taken.add(day);
			visits.push({ occursOn, day });
		}
	}
	return { visits, dropped };
}

/** The next working day within the season, else the last one before; null when there is none. */
function moved(from: Day, begin: Day, end: Day, isWorking: (day: Day) => boolean): Day | null {
	for (let d = addDays(from, 1); d <= end; d = addDays(d, 1)) if (isWorking(d)) return d;
	for (let d = addDays(from, -1); d >= begin; d = addDays(d, -1)) if (isWorking(d)) return d;
	return null;
}

/** How full a crew's day is. */
export interface DayLoad {
	planned: number;
	paid: number;
}

/**
 * One visit in each window, at least `gap` days after the one before, on the least loaded working day (planned ÷ paid, ties to the
 * earlier) of those that leave the later windows possible.
 * @throws Refusal naming the first window that cannot be reached
 */
export function windowVisits(
	of: { windows: readonly Season[]; gap: number; start: Day },
	crew: { isWorking: (day: Day) => boolean; loadOf: (day: Day) => DayLoad }
): Planned[] {
	const gap = Math.max(1, of.gap);
	const latest = latestDays(of, gap, crew.isWorking);
	const visits: Planned[] = [];
	let before: Day | null = null;
	for (const [j, w] of of.windows.entries()) {
		const from = [w.from, of.start, before === null ? w.from : addDays(before, gap)].sort().at(-1) ?? w.from;
		const day = leastLoaded(from, latest[j] ?? w.to, crew);
		if (day === null) throw new Refusal(say('no-day-left-in-window-from', { from: longDay(w.from), to: longDay(w.to) }), 'windows');
		visits.push({ occursOn: day, day });
		before = day;
	}
	return visits;
}

/** The last day of each window that still leaves every later one possible. @throws Refusal naming the first window that cannot be reached */
function latestDays(of: { windows: readonly Season[]; gap: number; start: Day }, gap: number, isWorking: (day: Day) => boolean): Day[] {
	let earliest = of.start;
	for (const w of of.windows) {
		const day = firstWorking(earliest > w.from ? earliest : w.from, w.to, isWorking);
		if (day === null) throw new Refusal(say('no-day-left-in-window-from', { from: longDay(w.from), to: longDay(w.to) }), 'windows');
		earliest = addDays(day, gap);
	}
	const latest: Day[] = [];
	let most: Day | null = null;
	for (const w of [...of.windows].reverse()) {
		let day: Day = most !== null && most < w.to ? most : w.to;
		while (!isWorking(day) && day >= w.from) day = addDays(day, -1);
		latest.unshift(day);
		most = addDays(day, -gap);
	}
	return latest;
}

function firstWorking(from: Day, to: Day, isWorking: (day: Day) => boolean): Day | null {
	for (let d = from; d <= to; d = addDays(d, 1)) if (isWorking(d)) return d;
	return null;
}

function leastLoaded(from: Day, to: Day, crew: { isWorking: (day: Day) => boolean; loadOf: (day: Day) => DayLoad }): Day | null {
	let best: { day: Day; load: DayLoad } | null = null;
	for (let day = from; day <= to; day = addDays(day, 1)) {
		if (!crew.isWorking(day)) continue;
		const load = crew.loadOf(day);
		if (load.paid <= 0) continue;
		if (!best || load.planned * best.load.paid < best.load.planned * load.paid) best = { day, load };
	}
	return best?.day ?? null;
}

/**
 * Visits sold against visits planned: above 0 is free work, below 0 is owed; and how much of what is owed comes from starting late.
 * @param fullSeason the visits of the whole season by the same cadence
 * @example compareSold({ sold: 14, planned: 11, fullSeason: 13 }) // { difference: -3, fromStart: 2 }
 */
export function compareSold(of: { sold: number; planned: number; fullSeason: number }): { difference: number; fromStart: number } {
	const difference = of.planned - of.sold;
	const owed = Math.max(0, -difference);
	return { difference, fromStart: Math.min(owed, Math.max(0, of.fullSeason - of.planned)) };
}

/**
 * Which of a service's cadences fits what was sold: the first whose whole season has as many visits; null when none does.
 * @param full visits of the whole season by each
 * @example guessCadence(14, [{ id: 'usual', full: 15 }, { id: 'leaner', full: 14 }]) // 'leaner'
 */
export const guessCadence = <Id>(sold: number, all: readonly { id: Id; full: number }[]): { id: Id } | null => {
	const found = all.find((c) => c.full === sold);
	return found ? { id: found.id } : null;
};
