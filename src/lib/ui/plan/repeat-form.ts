import { holidayOn, isWorkingDay, type HolidayRule, type WorkingHours } from '$lib/core/planning';
import { occurrencesOf, placeOccurrences, type HolidayWay, type Placed, type RepeatRule } from '$lib/core/repeats';
import { addDays, weekday } from '$lib/core/time';

/** A rule as it is typed: every kind's fields stand side by side, so that changing the kind loses nothing. */
export interface RepeatForm {
	by: RepeatRule['by'];
	start: string;
	end: 'never' | 'until' | 'count';
	until: string;
	count: string;
	every: string;
	weekdays: number[];
	day: string;
	nth: string;
	weekday: number;
}

export const formOf = (rule: RepeatRule | null, today: string): RepeatForm => ({
	by: rule?.by ?? 'week',
	start: rule?.start ?? today,
	end: rule?.until ? 'until' : rule?.count ? 'count' : 'never',
	until: rule?.until ?? '',
	count: rule?.count ? String(rule.count) : '',
	every: String(rule?.every ?? 1),
	weekdays: rule?.by === 'week' ? [...rule.weekdays] : [weekday(today)],
	day: String(rule?.by === 'month day' ? rule.day : Number(today.slice(8))),
	nth: String(rule?.by === 'month weekday' ? rule.nth : 1),
	weekday: rule?.by === 'month weekday' ? rule.weekday : weekday(today)
});

const NTHS = [1, 2, 3, 4, 5, -1] as const;

/** The rule that was typed; what is no number is 0, and is refused at its field. */
export function ruleOf(f: RepeatForm): RepeatRule {
	const bounds = {
		start: f.start,
		every: Number(f.every) || 0,
		...(f.end === 'until' ? { until: f.until } : {}),
		...(f.end === 'count' ? { count: Number(f.count) || 0 } : {})
	};
	switch (f.by) {
		case 'day':
			return { by: 'day', ...bounds };
		case 'week':
			return { by: 'week', weekdays: [...f.weekdays].sort((a, b) => a - b), ...bounds };
		case 'month day':
			return { by: 'month day', day: Number(f.day) || 0, ...bounds };
		case 'month weekday':
			return { by: 'month weekday', nth: NTHS.find((n) => String(n) === f.nth) ?? 1, weekday: f.weekday, ...bounds };
		case 'year':
			return { by: 'year', month: Number(f.start.slice(5, 7)), day: Number(f.start.slice(8)), ...bounds };
	}
}

/** The next occurrences from a day on, with where holidays put them. */
export function nextDays(
	rule: RepeatRule,
	way: HolidayWay,
	calendar: { holidays: readonly HolidayRule[]; hours: WorkingHours },
	today: string,
	most: number
): Placed[] {
	const days = occurrencesOf(rule, addDays(today > rule.start ? today : rule.start, Math.min(3600, 400 * rule.every)));
	return placeOccurrences(days, way, {
		isHoliday: (d) => holidayOn(calendar.holidays, d) !== null,
		isWorking: (d) => isWorkingDay(d, calendar.hours, calendar.holidays)
	})
		.filter((p) => (p.day ?? p.occursOn) >= today && !p.merged)
		.slice(0, most);
}
