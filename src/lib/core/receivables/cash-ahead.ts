import { cents, sum, type Cents } from '../money';
import { addDays, mondayOf, type Day } from '../time';

/** Quartiles by linear interpolation, ends included; null for none. */
export function quartiles(values: readonly number[]): { low: number; median: number; high: number } | null {
	if (values.length === 0) return null;
	const sorted = [...values].sort((a, b) => a - b);
	const at = (q: number): number => {
		const place = (sorted.length - 1) * q;
		const below = sorted[Math.floor(place)] ?? 0;
		const above = sorted[Math.ceil(place)] ?? below;
		return below + (above - below) * (place - Math.floor(place));
	};
	return { low: at(0.25), median: at(0.5), high: at(0.75) };
}

/** Half days away from zero. */
const days = (n: number): number => Math.sign(n) * Math.round(Math.abs(n));

export interface Delay {
	early: number;
	usual: number;
	late: number;
}

/**
 * How many days after the due day a customer pays: median and quartiles of their last 12 payments, where there are at least 3; else the company's.
 * @param own days late of the customer's payments, the latest first; below zero: early
 * @example usualDelay([2, 4, 9], [0]) // usual 4, early 3, late 7
 */
export function usualDelay(own: readonly number[], all: readonly number[]): Delay {
	const q = quartiles(own.length >= 3 ? own.slice(0, 12) : all.slice(0, 12));
	return { early: days(q?.low ?? 0), usual: days(q?.median ?? 0), late: days(q?.high ?? 0) };
}

/** Money that will come or go: when it is due, and how late it usually is. */
export interface Coming {
	day: Day;
	amount: Cents;
	delay: Delay;
}
export interface CashWeek {
	/** Its Monday. */
	week: Day;
	/** What comes in: as usual, as late as a quarter of the payments are, and as early. */
	in: Cents;
	low: Cents;
	high: Cents;
	out: Cents;
	/** From today to the end of this week, in less out: as usual, with late and with early payers. */
	balance: Cents;
	balanceLow: Cents;
	balanceHigh: Cents;
}

/**
 * Cash ahead by week, Monday to Sunday: what is expected never comes before today, what is overdue to go goes in the first week. What lies beyond the last
 * week is in none.
 * @param weeks how many
 */
export function cashAhead(coming: readonly Coming[], going: readonly { day: Day; amount: Cents }[], today: Day, weeks: number): CashWeek[] {
	const first = mondayOf(today);
	const weekOf = (day: Day): Day => mondayOf(day < today ? today : day);
	const at = (by: keyof Delay) => {
		const sums = new Map<Day, number>();
		for (const c of coming) {
			const week = weekOf(addDays(c.day, c.delay[by]));
			sums.set(week, (sums.get(week) ?? 0) + c.amount);
		}
		return sums;
	};
	const [usual, late, early] = [at('usual'), at('late'), at('early')];
	let [balance, balanceLow, balanceHigh] = [0, 0, 0];
	return Array.from({ length: weeks }, (_, n) => {
		const week = addDays(first, n * 7);
		const out = sum(going.filter((g) => weekOf(g.day) === week).map((g) => g.amount));
		const [i, l, h] = [usual.get(week) ?? 0, late.get(week) ?? 0, early.get(week) ?? 0];
		balance += i - out;
		balanceLow += l - out;
		balanceHigh += h - out;
		return {
			week,
			in: cents(i),
			low: cents(l),
			high: cents(h),
			out,
			balance: cents(balance),
			balanceLow: cents(balanceLow),
			balanceHigh: cents(balanceHigh)
		};
	});
}
