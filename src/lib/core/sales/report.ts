import { cents, formatCents, ratioOf, type Cents, type Rate } from '../money';
import { grouped } from '../lists';
import { addDays, daysBetween, monthEnd, type Day } from '../time';

/** A job as the sales reports see it: what it is called in each of the ways to group, and how it ended. */
export interface SalesJob {
	id: string;
	/** The day it was asked for. */
	askedOn: Day;
	kind: string;
	source: string;
	estimator: string;
	reason: string;
	state: 'open' | 'won' | 'lost';
	/** What was offered last, without tax; null: nothing went out. */
	offered: Cents | null;
	/** The contract of a won job with its change orders, without tax. */
	won: Cents | null;
	/** Break-even of what was offered; null where it is not known. */
	breakEven: Cents | null;
	/** The day the first quote went out, and the day of the answer. */
	quotedOn: Day | null;
	answeredOn: Day | null;
	/** Units of size of what was offered, and what a unit is. */
	size: { per: string; units: number } | null;
}

export const GROUPINGS = ['kind', 'source', 'estimator', 'reason'] as const;
export type Grouping = (typeof GROUPINGS)[number];

export interface SalesRow {
	name: string;
	count: number;
	open: number;
	won: number;
	lost: number;
	openWorth: Cents;
	wonWorth: Cents;
	lostWorth: Cents;
	/** Won ÷ decided, by count and by money; null while nothing is decided. */
	winRate: Rate | null;
	winRateByMoney: Rate | null;
	/** The middle of the days from the first quote to the answer; null without any. */
	daysToDecide: number | null;
	/** Price and profit per unit of size of what was won, by unit; cents, rounded for showing. */
	perSize: { per: string; units: number; price: number; profit: number | null }[];
}

/** The middle value; of an even number the mean of the two in the middle, to a tenth. */
export function median(values: readonly number[]): number | null {
	if (values.length === 0) return null;
	const sorted = [...values].sort((a, b) => a - b);
	const at = sorted.length >> 1;
	const high = sorted[at] ?? 0;
	return sorted.length % 2 ? high : Math.round(((sorted[at - 1] ?? 0) + high) * 5) / 10;
}

/** One row over some jobs. A lost job counts with what was offered, an open one too. */
export function salesRow(name: string, jobs: readonly SalesJob[]): SalesRow {
	const of = (state: SalesJob['state']) => jobs.filter((j) => j.state === state);
	const worth = (list: readonly SalesJob[], pick: (j: SalesJob) => Cents | null) => cents(list.reduce((a, j) => a + (pick(j) ?? 0), 0));
	const [open, won, lost] = [of('open'), of('won'), of('lost')];
	const wonWorth = worth(won, (j) => j.won);
	const lostWorth = worth(lost, (j) => j.offered);
	return {
		name,
		count: jobs.length,
		open: open.length,
		won: won.length,
		lost: lost.length,
		openWorth: worth(open, (j) => j.offered),
		wonWorth,
		lostWorth,
		winRate: ratioOf(won.length, won.length + lost.length),
		winRateByMoney: ratioOf(wonWorth, wonWorth + lostWorth),
		daysToDecide: median(
			jobs.flatMap((j) => (j.quotedOn && j.answeredOn && j.state !== 'open' ? [Math.max(0, daysBetween(j.quotedOn, j.answeredOn))] : []))
		),
		perSize: perSizeOf(won)
	};
}

/** Price and profit per unit, of all won jobs that are told by the same unit; the unit with the most jobs first. */
function perSizeOf(won: readonly SalesJob[]): SalesRow['perSize'] {
	const by = new Map<string, SalesJob[]>();
	for (const j of won) if (j.size && j.size.units > 0 && j.offered !== null) by.set(j.size.per, [...(by.get(j.size.per) ?? []), j]);
	return [...by]
		.sort((a, b) => b[1].length - a[1].length || a[0].localeCompare(b[0]))
		.map(([per, list]) => {
			const units = list.reduce((a, j) => a + (j.size?.units ?? 0), 0);
			const price = list.reduce((a, j) => a + (j.offered ?? 0), 0);
			const known = list.every((j) => j.breakEven !== null);
			const profit = list.reduce((a, j) => a + (j.offered ?? 0) - (j.breakEven ?? 0), 0);
			return { per, units, price: Math.round(price / units), profit: known ? Math.round(profit / units) : null };
		});
}

/**
 * Rows by one way to group, the most money won first, and one over all. Reasons are told of lost jobs only. Every job is in exactly
 * one row; what has no name stands under “not said”.
 */
export function salesReport(jobs: readonly SalesJob[], by: Grouping): { rows: SalesRow[]; all: SalesRow } {
	const counted = by === 'reason' ? jobs.filter((j) => j.state === 'lost') : jobs;
	const groups = new Map<string, SalesJob[]>();
	for (const j of counted) {
		const name = j[by].trim() || 'not said';
		groups.set(name, [...(groups.get(name) ?? []), j]);
	}
	const rows = [...groups].map(([name, list]) => salesRow(name, list));
	const first = (r: SalesRow) => (by === 'reason' ? r.lostWorth : r.wonWorth);
	return {
		rows: rows.sort((a, b) => first(b) - first(a) || b.count - a.count || a.name.localeCompare(b.name)),
		all: salesRow('All', counted)
	};
}

/** A month of a trend: what was asked for in it, and what became of that. */
export interface SalesMonth {
	/** As 2027-04. */
	month: string;
	row: SalesRow;
}

/**
 * The same jobs by the month they were asked for, every month of the stretch in order, also those in which nobody asked. What was asked for lately is
 * decided later: its win rate moves still.
 * @example salesTrend(jobs, '2027-02-10', '2027-04-14').map((m) => m.month) // ['2027-02', '2027-03', '2027-04']
 */
export function salesTrend(jobs: readonly SalesJob[], from: Day, to: Day): SalesMonth[] {
	const by = grouped(jobs, (j) => j.askedOn.slice(0, 7));
	const months: SalesMonth[] = [];
	for (
		let month = from.slice(0, 7);
		month <= to.slice(0, 7) && months.length < MOST_MONTHS;
		month = addDays(monthEnd(`${month}-01`), 1).slice(0, 7)
	)
		months.push({ month, row: salesRow(month, by.get(month) ?? []) });
	return months;
}
/** Ten years of months are seen at once; nobody reads more. */
const MOST_MONTHS = 120;

/** A unit's price and profit in words. */
export const showPerSize = (p: SalesRow['perSize'][number]): string =>
	`${formatCents(p.price)} a ${p.per}${p.profit === null ? '' : `, ${formatCents(p.profit)} of it profit`}`;
