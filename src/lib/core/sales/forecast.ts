import { cents, percentOf, percent, type Cents } from '../money';
import { monthEnd, type Day } from '../time';

/** A job on the winning track, as the forecast sees it. */
export interface Prospect {
	/** What it is worth: the newest quote, else what its estimate comes to so far, else what is expected; null: nobody knows yet. */
	worth: Cents | null;
	/** Chance that it is won, hundredths of a percent: its own, else that of its stage. */
	chance: number;
	decisionDay: Day | null;
}

export interface ForecastMonth {
	/** The month, 2027-04; 'later' for what lies beyond, 'no day' for what has none. */
	month: string;
	count: number;
	worth: Cents;
	/** Each worth × its chance, rounded half away from zero, summed. */
	weighted: Cents;
}

const monthOf = (day: Day): string => day.slice(0, 7);

/**
 * What is likely to be won, by the month in which it is decided. A decision day that is over counts for this month: it is still to
 * come. Every prospect is in exactly one row; rows without any are left out, but for the months asked for.
 * @param months how many months from today's on are told apart; what is later is one row
 */
export function forecast(prospects: readonly Prospect[], today: Day, months = 6): ForecastMonth[] {
	const rows = new Map<string, ForecastMonth>();
	const row = (month: string) => {
		const r = rows.get(month) ?? { month, count: 0, worth: cents(0), weighted: cents(0) };
		rows.set(month, r);
		return r;
	};
	const named: string[] = [];
	for (let n = 0, day = today; n < months; n++) {
		named.push(monthOf(day));
		row(monthOf(day));
		day = nextMonth(day);
	}
	const last = named.at(-1) ?? monthOf(today);
	for (const p of prospects) {
		const month = p.decisionDay === null ? 'no day' : monthOf(p.decisionDay < today ? today : p.decisionDay);
		const r = row(month !== 'no day' && month > last ? 'later' : month);
		const worth = p.worth ?? cents(0);
		r.count += 1;
		r.worth = cents(r.worth + worth);
		r.weighted = cents(r.weighted + percentOf(worth, percent(p.chance)));
	}
	const order = [...named, 'later', 'no day'];
	return order.flatMap((m) => rows.get(m) ?? []);
}

/** A day of the month after. */
function nextMonth(day: Day): Day {
	const end = monthEnd(day);
	const next = new Date(Date.parse(end) + 86_400_000).toISOString().slice(0, 10);
	return next;
}
