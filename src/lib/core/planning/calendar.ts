import { addDays, weekday, type Day } from '../time';

/** Minutes from midnight; a working day from–to with its unpaid breaks. */
export interface WorkingDay {
	from: number;
	to: number;
	breaks: { from: number; to: number }[];
}
/** By weekday, Monday = 1; a missing one is free. */
export type WorkingHours = Partial<Record<number, WorkingDay>>;

export type HolidayRule =
	| { by: 'date'; month: number; day: number; observed: boolean; name: string }
	| { by: 'nth'; month: number; weekday: number; nth: 1 | 2 | 3 | 4 | 5 | -1; name: string }
	| { by: 'single'; date: Day; name: string };

/** The holidays of a year by day. A yearly one may be observed: Saturday → Friday before, Sunday → Monday after, both free. */
export function holidaysOf(rules: readonly HolidayRule[], year: number): Map<Day, string> {
	const days = new Map<Day, string>();
	for (const r of rules) {
		if (r.by === 'single') days.set(r.date, r.name);
		else if (r.by === 'nth') {
			const day = nthWeekday(year, r.month, r.weekday, r.nth);
			if (day) days.set(day, r.name);
		} else {
			const leap = r.month === 2 && r.day === 29 && !isLeap(year);
			const day = iso(year, r.month, leap ? 28 : r.day);
			days.set(day, r.name);
			const w = weekday(day);
			if (r.observed && w === 6) days.set(addDays(day, -1), `${r.name} (observed)`);
			if (r.observed && w === 7) days.set(addDays(day, 1), `${r.name} (observed)`);
		}
	}
	return days;
}

/** Years worked out before, by the list of rules they came from: a board asks for the same few thousands of times. Lists are never changed in place. */
const known = new WeakMap<readonly HolidayRule[], Map<number, Map<Day, string>>>();

function yearOf(rules: readonly HolidayRule[], year: number): Map<Day, string> {
	const years = known.get(rules) ?? new Map<number, Map<Day, string>>();
	known.set(rules, years);
	const days = years.get(year) ?? holidaysOf(rules, year);
	years.set(year, days);
	return days;
}

/** The holiday on a day, or null. Looks into the neighboring years too, for what is observed across New Year. */
export function holidayOn(rules: readonly HolidayRule[], day: Day): string | null {
	const year = Number(day.slice(0, 4));
	return yearOf(rules, year).get(day) ?? yearOf(rules, year + 1).get(day) ?? yearOf(rules, year - 1).get(day) ?? null;
}

const iso = (y: number, m: number, d: number): Day => `${y}-${String(m).padStart(2, '0')}-${String(d).padStart(2, '0')}`;
const isLeap = (y: number): boolean => (y % 4 === 0 && y % 100 !== 0) || y % 400 === 0;

function nthWeekday(year: number, month: number, wd: number, nth: number): Day | null {
	const first = iso(year, month, 1);
	const start = addDays(first, (wd - weekday(first) + 7) % 7);
	if (nth > 0) {
		const day = addDays(start, (nth - 1) * 7);
		return day.slice(0, 7) === first.slice(0, 7) ? day : null;
	}
	let day = start;
	while (addDays(day, 7).slice(0, 7) === first.slice(0, 7)) day = addDays(day, 7);
	return day;
}

/** Whether the company works on a day. */
export function isWorkingDay(day: Day, hours: WorkingHours, rules: readonly HolidayRule[]): boolean {
	return hours[weekday(day)] !== undefined && holidayOn(rules, day) === null;
}

/** The last of n ≥ 1 working days from d: d counts if it is one, else the next. */
export function endAfterWorkingDays(from: Day, n: number, hours: WorkingHours, rules: readonly HolidayRule[]): Day {
	return workingDaysFrom(from, n, hours, rules).at(-1) ?? from;
}

/** n working days from d on. @throws RangeError when a company without working days is asked */
export function workingDaysFrom(from: Day, n: number, hours: WorkingHours, rules: readonly HolidayRule[]): Day[] {
	if (n < 1) throw new RangeError('A duration is at least one day.');
	const days: Day[] = [];
	let day = from;
	for (let looked = 0; days.length < n; looked++) {
		if (looked > n * 7 + 800) throw new RangeError('There are no working days to plan on.');
		if (isWorkingDay(day, hours, rules)) days.push(day);
		day = addDays(day, 1);
	}
	return days;
}
