import { say } from './refusals';
import { cents, split, type Cents } from '../money';
import { Refusal } from '../refusal';
import { addDays, daysBetween, monthEnd, type Day } from '../time';

export interface Instalment {
	due: Day;
	amount: Cents;
}

/** The same day of later months; a month that lacks it, its last. */
function monthsOn(day: Day, n: number): Day {
	const month = Number(day.slice(0, 4)) * 12 + Number(day.slice(5, 7)) - 1 + n;
	const first = `${Math.floor(month / 12)}-${String((month % 12) + 1).padStart(2, '0')}-01`;
	const end = monthEnd(first);
	return Number(end.slice(8)) < Number(day.slice(8)) ? end : `${first.slice(0, 8)}${day.slice(8)}`;
}

/**
 * What is open in equal parts: the first on a day, the others every so many weeks, or on the same day of the following months.
 * @throws Refusal for fewer than two parts, or parts of less than a cent
 * @example instalmentsOf(cents(1000), 3, '2027-05-31', 'month') // 3.34 May 31, 3.33 June 30, 3.33 July 31
 */
export function instalmentsOf(open: Cents, parts: number, first: Day, every: 'week' | 'two weeks' | 'month'): Instalment[] {
	if (!Number.isInteger(parts) || parts < 2 || parts > 60) throw new Refusal(say('plan-has-2-to-60-parts'), 'parts');
	if (open < parts) throw new Refusal(say('not-much-open'), 'parts');
	return split(
		open,
		Array.from({ length: parts }, () => 1)
	).map((amount, n) => ({ amount, due: every === 'month' ? monthsOn(first, n) : addDays(first, n * (every === 'week' ? 7 : 14)) }));
}

export interface PlanState {
	parts: (Instalment & { paid: Cents })[];
	/** The first part that is not paid in full; null: all are. */
	next: Instalment | null;
	/** Days that part is late; 0: not yet due. */
	late: number;
	broken: boolean;
}

/**
 * Where a plan stands: parts are paid in order; it is kept while no part is later than its grace days.
 * @param paid what was paid since it was agreed
 */
export function planState(parts: readonly Instalment[], paid: Cents, grace: number, today: Day): PlanState {
	let left = Math.max(0, paid);
	const own = parts.map((p) => {
		const now = Math.min(left, p.amount);
		left -= now;
		return { ...p, paid: cents(now) };
	});
	const next = own.find((p) => p.paid < p.amount) ?? null;
	const late = next ? Math.max(0, daysBetween(next.due, today)) : 0;
	return { parts: own, next, late, broken: late > grace };
}
