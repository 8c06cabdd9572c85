import { say } from './refusals';
import { Refusal } from '../refusal';
import { addDays, isDay, longDay, mondayOf, monthEnd, weekday, type Day } from '../time';

/** What an occurrence does that falls on a holiday: stay, go to the next working day, or be left out (it counts all the same). */
export type HolidayWay = 'leave' | 'move' | 'skip';

interface Bounds {
	/** The first match on or after this day is number one. */
	start: Day;
	/** The last day, included; or a number of occurrences; not both. */
	until?: Day;
	count?: number;
	/** Every so many days, weeks, months or years. */
	every: number;
}
/** A rule of repeats, as RFC 5545 has them; weekdays Monday = 1, weeks begin on Monday. */
export type RepeatRule = Bounds &
	(
		| { by: 'day' }
		| { by: 'week'; weekdays: number[] }
		| { by: 'month day'; day: number }
		| { by: 'month weekday'; nth: 1 | 2 | 3 | 4 | 5 | -1; weekday: number }
		| { by: 'year'; month: number; day: number }
	);

/** An occurrence by its own day, and the day it came to: null when it is left out. */
export interface Placed {
	occursOn: Day;
	day: Day | null;
	/** It came to the day of the one before: both are one. */
	merged: boolean;
}

/** More than any rule is asked for at once: ten years of days. */
const MOST = 3700;

/** @throws Refusal at the field that is wrong */
export function checkRepeat(rule: RepeatRule): void {
	if (!isDay(rule.start)) throw new Refusal(say('say-from-which-day-on'), 'start');
	if (!Number.isInteger(rule.every) || rule.every < 1 || rule.every > 1000) throw new Refusal(say('every-how-many-at-least-1'), 'every');
	if (rule.until !== undefined && rule.count !== undefined) throw new Refusal(say('say-last-day-or-number-of'), 'count');
	if (rule.until !== undefined && rule.until < rule.start) throw new Refusal(say('last-day-before-first'), 'until');
	if (rule.count !== undefined && (!Number.isInteger(rule.count) || rule.count < 1)) throw new Refusal(say('at-least-once'), 'count');
	if (rule.by === 'week' && rule.weekdays.length === 0) throw new Refusal(say('choose-at-least-one-weekday'), 'weekdays');
	if (rule.by === 'month day' && (rule.day < 1 || rule.day > 31)) throw new Refusal(say('month-has-days-1-to-31'), 'day');
	if (rule.by === 'year' && !isDay(`2028-${two(rule.month)}-${two(rule.day)}`)) throw new Refusal(say('no-such-day'), 'day');
	if (occurrencesOf({ ...rule, count: 1 }, addDays(rule.until ?? addDays(rule.start, 366 * 8 * rule.every), 0)).length === 0)
		throw new Refusal(say('nothing-comes-of-rule'), 'until');
}

/**
 * The days of a rule up to and including a day, in order. Monthly on a day that a month lacks is its last day; a missing fifth weekday is
 * left out; yearly on 29 February is 28 in other years.
 * @example occurrencesOf({ by: 'month day', day: 31, every: 1, start: '2027-01-31' }, '2027-03-31') // Jan 31, Feb 28, Mar 31
 */
export function occurrencesOf(rule: RepeatRule, to: Day): Day[] {
	const days: Day[] = [];
	const last = rule.until !== undefined && rule.until < to ? rule.until : to;
	for (let n = 0; n < MOST; n++) {
		const { days: some, past } = period(rule, n, last);
		for (const d of some) {
			if (d < rule.start) continue;
			if (d > last || (rule.count !== undefined && days.length >= rule.count)) return days;
			days.push(d);
		}
		if (past) return days;
	}
	return days;
}

const two = (n: number): string => String(n).padStart(2, '0');

/** The matches of the n-th period (day, week, month, year) of a rule, and whether it begins after the last day that is asked for. */
function period(rule: RepeatRule, n: number, last: Day): { days: Day[]; past: boolean } {
	switch (rule.by) {
		case 'day': {
			const d = addDays(rule.start, n * rule.every);
			return { days: [d], past: d > last };
		}
		case 'week': {
			const monday = addDays(mondayOf(firstInWeek(rule.start, rule.weekdays)), n * 7 * rule.every);
			return { days: [...rule.weekdays].sort((a, b) => a - b).map((w) => addDays(monday, w - 1)), past: monday > last };
		}
		case 'month day':
		case 'month weekday': {
			const first = monthAfter(firstMonth(rule), n * rule.every);
			const day = rule.by === 'month day' ? dayOfMonth(first, rule.day) : nthOf(first, rule.nth, rule.weekday);
			return { days: day === null ? [] : [day], past: first > last };
		}
		case 'year': {
			const start = Number(rule.start.slice(0, 4));
			const year = start + (onDay(start, rule) < rule.start ? 1 : 0) + n * rule.every;
			return { days: [onDay(year, rule)], past: `${year}-01-01` > last };
		}
	}
}

const onDay = (year: number, r: { month: number; day: number }): Day => dayOfMonth(`${year}-${two(r.month)}-01`, r.day);

/** The first day on or after the start that is one of the weekdays: its week is the first one. */
function firstInWeek(start: Day, weekdays: readonly number[]): Day {
	for (let d = start; ; d = addDays(d, 1)) if (weekdays.length === 0 || weekdays.includes(weekday(d))) return d;
}

/** The first month of a monthly rule: that of its start, or the next where its match lies before the start. */
function firstMonth(rule: Extract<RepeatRule, { by: 'month day' | 'month weekday' }>): Day {
	const month = `${rule.start.slice(0, 7)}-01`;
	for (let n = 0; n < 24; n++) {
		const first = monthAfter(month, n);
		const day = rule.by === 'month day' ? dayOfMonth(first, rule.day) : nthOf(first, rule.nth, rule.weekday);
		if (day !== null && day >= rule.start) return first;
	}
	return month;
}

function monthAfter(first: Day, n: number): Day {
	const months = Number(first.slice(0, 4)) * 12 + Number(first.slice(5, 7)) - 1 + n;
	return `${Math.floor(months / 12)}-${two((months % 12) + 1)}-01`;
}

const dayOfMonth = (first: Day, day: number): Day => {
	const end = monthEnd(first);
	return Number(end.slice(8)) < day ? end : `${first.slice(0, 8)}${two(day)}`;
};

function nthOf(first: Day, nth: number, wd: number): Day | null {
	if (nth === -1) {
		const end = monthEnd(first);
		return addDays(end, -((weekday(end) - wd + 7) % 7));
	}
	const day = addDays(first, ((wd - weekday(first) + 7) % 7) + (nth - 1) * 7);
	return day.slice(0, 7) === first.slice(0, 7) ? day : null;
}

/** Where occurrences come to when some fall on holidays. Two that come to one day are one. */
export function placeOccurrences(
	days: readonly Day[],
	way: HolidayWay,
	calendar: { isHoliday: (day: Day) => boolean; isWorking: (day: Day) => boolean }
): Placed[] {
	const taken = new Set<Day>();
	return days.map((occursOn) => {
		let day: Day | null = occursOn;
		if (calendar.isHoliday(occursOn) && way === 'skip') day = null;
		else if (calendar.isHoliday(occursOn) && way === 'move') {
			day = addDays(occursOn, 1);
			for (let n = 0; !calendar.isWorking(day) && n < 400; n++) day = addDays(day, 1);
		}
		const merged = day !== null && taken.has(day);
		if (day !== null) taken.add(day);
		return { occursOn, day, merged };
	});
}

const BY_DAY = ['MO', 'TU', 'WE', 'TH', 'FR', 'SA', 'SU'];

/** The rule as RFC 5545 writes it. @example ruleText({ by: 'month day', day: 31, … }) // 'FREQ=MONTHLY;BYMONTHDAY=28,29,30,31;BYSETPOS=-1' */
export function ruleText(rule: RepeatRule): string {
	const every = rule.every > 1 ? [`INTERVAL=${rule.every}`] : [];
	const end = rule.until ? [`UNTIL=${rule.until.replaceAll('-', '')}`] : rule.count ? [`COUNT=${rule.count}`] : [];
	const lastOf = (day: number) =>
		day <= 28 ? [`BYMONTHDAY=${day}`] : [`BYMONTHDAY=${Array.from({ length: day - 27 }, (_, n) => 28 + n).join(',')}`, 'BYSETPOS=-1'];
	const parts = (): string[] => {
		switch (rule.by) {
			case 'day':
				return ['FREQ=DAILY'];
			case 'week':
				return [
					'FREQ=WEEKLY',
					'WKST=MO',
					`BYDAY=${[...rule.weekdays]
						.sort((a, b) => a - b)
						.map((w) => BY_DAY[w - 1])
						.join(',')}`
				];
			case 'month day':
				return ['FREQ=MONTHLY', ...lastOf(rule.day)];
			case 'month weekday':
				return ['FREQ=MONTHLY', `BYDAY=${rule.nth}${BY_DAY[rule.weekday - 1]}`];
			case 'year':
				return ['FREQ=YEARLY', `BYMONTH=${rule.month}`, ...(rule.month === 2 && rule.day === 29 ? lastOf(29) : [`BYMONTHDAY=${rule.day}`])];
		}
	};
	const [freq = '', ...rest] = parts();
	return [freq, ...every, ...rest, ...end].join(';');
}

const WEEKDAYS = ['Monday', 'Tuesday', 'Wednesday', 'Thursday', 'Friday', 'Saturday', 'Sunday'];
const NTH: Record<string, string> = { '1': 'first', '2': 'second', '3': 'third', '4': 'fourth', '5': 'fifth', '-1': 'last' };

/** The rule in words. @example “every 2 weeks on Monday and Thursday from May 3, 2027” */
export function repeatWords(rule: RepeatRule): string {
	const every = (one: string) => (rule.every === 1 ? `every ${one}` : `every ${rule.every} ${one}s`);
	const what = (): string => {
		switch (rule.by) {
			case 'day':
				return every('day');
			case 'week':
				return `${every('week')} on ${[...rule.weekdays]
					.sort((a, b) => a - b)
					.map((w) => WEEKDAYS[w - 1])
					.join(' and ')}`;
			case 'month day':
				return `${every('month')} on day ${rule.day}${rule.day > 28 ? ', or its last day' : ''}`;
			case 'month weekday':
				return `${every('month')} on the ${NTH[String(rule.nth)]} ${WEEKDAYS[rule.weekday - 1]}`;
			case 'year':
				return `${every('year')} on ${longDay(`2028-${two(rule.month)}-${two(rule.day)}`).split(',')[0]}`;
		}
	};
	const end = rule.until ? ` to ${longDay(rule.until)}` : rule.count ? `, ${rule.count === 1 ? 'once' : `${rule.count} times`}` : '';
	return `${what()} from ${longDay(rule.start)}${end}`;
}
