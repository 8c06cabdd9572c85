import type { HolidayRule, WorkingHours } from './calendar';
import { say } from './refusals';
import { Refusal } from '../refusal';

export const WEEKDAYS = ['Monday', 'Tuesday', 'Wednesday', 'Thursday', 'Friday', 'Saturday', 'Sunday'] as const;
const MONTH_DAYS = [31, 29, 31, 30, 31, 30, 31, 31, 30, 31, 30, 31];

/**
 * Refuses working hours that cannot be: an end before the start, more than 12 h into the next day, breaks outside or across each other.
 * @throws Refusal at the field `day N`, Monday = 1
 */
export function checkWeek(hours: WorkingHours): void {
	for (const [n, w] of Object.entries(hours)) {
		if (!w) continue;
		const day = WEEKDAYS[Number(n) - 1] ?? '';
		if (w.to <= w.from || w.from >= 1440 || w.to > 2160) throw new Refusal(say('day-ends-before-it-starts', { day }), `day ${n}`);
		let before = w.from;
		for (const b of [...w.breaks].sort((x, y) => x.from - y.from)) {
			if (b.to <= b.from || b.from < before || b.to > w.to) throw new Refusal(say('break-outside-day', { day }), `day ${n}`);
			before = b.to;
		}
	}
}

/** Refuses holidays that never come. @throws Refusal at the field `holidays` */
export function checkHolidays(rules: readonly HolidayRule[]): void {
	for (const r of rules)
		if (r.by === 'date' && r.day > (MONTH_DAYS[r.month - 1] ?? 0))
			throw new Refusal(say('holiday-never-comes', { name: r.name }), 'holidays');
}
