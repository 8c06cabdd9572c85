import { addDays, instantOf, wallTime, weekday, type Day } from './days';

/** Minutes beyond `minutes` are paid at `multiplier` (ten-thousandths: 15000 = 1.5). */
export interface Threshold {
	minutes: number;
	multiplier: number;
}
export interface PayrollRules {
	/** The weekday the payroll week begins on, Monday = 1. */
	firstDay: number;
	/** Of a day and of a week, in rising order. */
	day: Threshold[];
	week: Threshold[];
}
export interface PaidEntry {
	startedAt: number;
	endedAt: number;
	zone: string;
	/** Unpaid; taken in the middle of the entry, where nobody said when. */
	breakMinutes: number;
}
/** Seconds of a day by multiplier. */
export interface PaidDay {
	day: Day;
	seconds: number;
	at: { multiplier: number; seconds: number }[];
}

/** The first day of the payroll week that a day is in. @example payrollWeek('2027-04-14', 7) // '2027-04-11' */
export const payrollWeek = (day: Day, firstDay: number): Day => addDays(day, -((weekday(day) - firstDay + 7) % 7));

/** Pieces of work as they were paid: the break is cut out of the middle, and what goes over midnight is cut there. */
function pieces(entries: readonly PaidEntry[]): { day: Day; start: number; seconds: number }[] {
	return entries
		.flatMap((e) => {
			const off = Math.min(e.breakMinutes * 60_000, e.endedAt - e.startedAt);
			const from = e.startedAt + Math.floor((e.endedAt - e.startedAt - off) / 2);
			return [...atMidnights(e.startedAt, from, e.zone), ...atMidnights(from + off, e.endedAt, e.zone)];
		})
		.sort((a, b) => a.start - b.start);
}

function atMidnights(start: number, end: number, zone: string): { day: Day; start: number; seconds: number }[] {
	if (end <= start) return [];
	const { day } = wallTime(start, zone);
	const midnight = instantOf(addDays(day, 1), '00:00', zone, 'first');
	const cut = Math.min(end, midnight);
	return [{ day, start, seconds: Math.floor((cut - start) / 1000) }, ...atMidnights(cut, end, zone)];
}

/** Cuts seconds that follow `before` at thresholds: how many lie at which multiplier. Below the first: 1. */
function over(before: number, seconds: number, thresholds: readonly Threshold[]): { multiplier: number; seconds: number }[] {
	const edges = [{ minutes: 0, multiplier: 10_000 }, ...thresholds];
	return edges.flatMap((t, n) => {
		const from = Math.max(before, t.minutes * 60);
		const to = Math.min(before + seconds, (edges[n + 1]?.minutes ?? Infinity) * 60);
		return to > from ? [{ multiplier: t.multiplier, seconds: to - from }] : [];
	});
}

/**
 * The time of one person in one payroll week, by day and multiplier: cut at local midnight, in order of time; what lies over the first
 * threshold of a day does not count toward the week. Of entries that reach in or out of the week only what lies in it counts, for its
 * thresholds too.
 * @param week its first day
 * @returns seconds; a day without time is not in it
 * @example 10 h on Monday with 8 h a day at 1.5 → 8 h at 1, 2 h at 1.5; only the 8 h count toward the week
 */
export function paidWeek(entries: readonly PaidEntry[], rules: PayrollRules, week: Day): PaidDay[] {
	const days = new Map<Day, PaidDay>();
	let inWeek = 0;
	for (const p of pieces(entries)) {
		if (p.day < week || p.day >= addDays(week, 7)) continue;
		const d = days.get(p.day) ?? { day: p.day, seconds: 0, at: [] };
		days.set(p.day, d);
		for (const part of over(d.seconds, p.seconds, rules.day)) {
			if (part.multiplier !== 10_000) add(d, part);
			else {
				for (const w of over(inWeek, part.seconds, rules.week)) add(d, w);
				inWeek += part.seconds;
			}
		}
		d.seconds += p.seconds;
	}
	return [...days.values()];
}

function add(d: PaidDay, part: { multiplier: number; seconds: number }): void {
	const known = d.at.find((a) => a.multiplier === part.multiplier);
	if (known) known.seconds += part.seconds;
	else d.at.push({ ...part });
}
