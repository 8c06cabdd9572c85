import { lineAmount, ratioOf } from '../money/amount';
import { cents, type Cents, type Percent, type Quantity, type Rate, type UnitPrice } from '../money/types';
import { mulDiv } from '../money/exact';

/** A line or part as it is priced, beside what it would cost today. */
export interface CheckedPart {
	quantity: Quantity;
	unitPrice: UnitPrice;
	/** A typed amount that stands instead of quantity × price. */
	settled: Cents | null;
	/** Today's cost of a unit, and the overhead an hour and a dollar of it carries today. */
	unitCost: UnitPrice;
	hoursPerUnit: Quantity;
	overheadPerHour: UnitPrice;
	overheadPercent: Rate;
}
export interface CheckedEntry {
	id: string;
	parts: readonly CheckedPart[];
	/** Taken off the whole. */
	discount: Cents;
}
export const VERDICTS = ['below cost', 'below break-even', 'below target', 'good'] as const;
export type Verdict = (typeof VERDICTS)[number];
export interface Checked {
	id: string;
	price: Cents;
	cost: Cents;
	breakEven: Cents;
	margin: Rate | null;
	verdict: Verdict;
	/** What it falls short of the price at target margin; 0 when it does not. */
	short: Cents;
}

/**
 * Prices against today's rates: which sell below cost, below break-even, below the target margin, most money short first.
 * Lines round as on an estimate: amount, cost and overhead once each.
 * @param target margin on break-even that is wanted
 */
export function checkPrices(entries: readonly CheckedEntry[], target: Percent): Checked[] {
	return entries.map((e) => check(e, target)).sort((a, b) => b.short - a.short || (a.id < b.id ? -1 : 1));
}

function check(e: CheckedEntry, target: Percent): Checked {
	let price = -e.discount;
	let cost = 0;
	let breakEven = 0;
	for (const p of e.parts) {
		const c = lineAmount(p.quantity, p.unitCost);
		price += p.settled ?? lineAmount(p.quantity, p.unitPrice);
		cost += c;
		// Overhead on hours and on dollars, rounded once on the sum.
		const hours = mulDiv(p.quantity, p.hoursPerUnit, 10_000);
		breakEven += c + mulDiv(hours * p.overheadPerHour + c * p.overheadPercent, 1, 1_000_000);
	}
	const wanted = target < 10_000 ? mulDiv(breakEven, 10_000, 10_000 - target) : breakEven;
	const verdict: Verdict = price < cost ? 'below cost' : price < breakEven ? 'below break-even' : price < wanted ? 'below target' : 'good';
	return {
		id: e.id,
		price: cents(price),
		cost: cents(cost),
		breakEven: cents(breakEven),
		margin: ratioOf(price - breakEven, price),
		verdict,
		short: cents(Math.max(0, wanted - price))
	};
}
