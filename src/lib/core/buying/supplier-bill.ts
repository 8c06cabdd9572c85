import { say } from './refusals';
import { cents, formatCents, mulDiv, split, sum, type Cents, type Percent } from '../money';
import { daysBetween, type Day } from '../time';
import { BuyingError, worthOf, type Bought } from './order';

/** What stands below the lines of a supplier's bill, in cents. `recovered` is the part of the tax that we get back: no cost. */
export interface BillFoot {
	freight: Cents;
	other: Cents;
	tax: Cents;
	recovered: Cents;
	discount: Cents;
	total: Cents;
}

/**
 * Refuses a bill whose parts do not make its total: lines + freight + other + tax − discount.
 * @throws BuyingError with the difference
 */
export function checkBill(lines: readonly Cents[], foot: BillFoot): void {
	const made = sum(lines) + foot.freight + foot.other + foot.tax - foot.discount;
	if (made === foot.total) return;
	const difference = formatCents(Math.abs(foot.total - made));
	throw new BuyingError(
		say('lines-and-foot-come-to-than', { sum: formatCents(made), difference, total: foot.total, made2: made }),
		'total'
	);
}

/** A line of a bill and the weights by which it is shared among jobs. */
export interface SharedLine {
	amount: Cents;
	weights: readonly number[];
}

/**
 * What each share of each line costs: freight, other and tax that is not recovered, less the discount, is one sum that is spread over the lines by
 * amount; each line with its part is then shared by its weights. All shares sum to the total less the recovered tax.
 * @throws SplitError where there is nothing to spread it over
 * @example the order of 432.00 with freight 24.00 and tax 28.08, weights 52 : 31, costs 303.28 and 180.80
 */
export function billCosts(lines: readonly SharedLine[], foot: BillFoot): Cents[][] {
	const beside = cents(foot.freight + foot.other + foot.tax - foot.recovered - foot.discount);
	const parts =
		beside === 0
			? lines.map(() => cents(0))
			: split(
					beside,
					lines.map((l) => l.amount)
				);
	return lines.map((l, n) => split(cents(l.amount + (parts[n] ?? 0)), l.weights));
}

/** How far a bill may stray from what was ordered before somebody has to look. */
export interface Tolerance {
	amount: Cents;
	percent: Percent;
}

export interface BillMatch {
	/** Delivered and not billed before, ten-thousandths. */
	open: number;
	/** Billed − open. */
	quantityDifference: number;
	/** round(amount billed − price ordered × quantity billed), cents. */
	priceDifference: Cents;
	agrees: boolean;
}

/**
 * A line of a bill beside the order line it is for. It agrees when its amount is within the tolerance of what is open at the price ordered.
 * @param line the order line before this bill: delivered and billed in ten-thousandths
 * @example matchOf({ pack: 100_000, price: 480_000, delivered: 900_000, billed: 0 }, 900_000, cents(43_200), …).agrees // true
 */
export function matchOf(
	line: Bought & { delivered: number; billed: number },
	billed: number,
	amount: Cents,
	tolerance: Tolerance
): BillMatch {
	const open = line.delivered - line.billed;
	const expected = worthOf(line, open);
	const allowed = Math.max(tolerance.amount, mulDiv(Math.abs(expected), tolerance.percent, 10_000));
	return {
		open,
		quantityDifference: billed - open,
		priceDifference: cents(amount - worthOf(line, billed)),
		agrees: Math.abs(amount - expected) <= allowed
	};
}

/** A bill's number as two are compared: without blanks and case. @example numberKey('Inv 10 a') // 'inv10a' */
export const numberKey = (number: string): string => number.replace(/\s/g, '').toLowerCase();

/** Another bill of the same supplier and total within seven days: it may be the same one. */
export const perhapsTwice = <T extends { total: number; day: Day }>(bill: { total: number; day: Day }, others: readonly T[]): T | null =>
	others.find((o) => o.total === bill.total && Math.abs(daysBetween(o.day, bill.day)) <= 7) ?? null;

/** The discount for paying on a day; the last day of it is included. */
export const earlyDiscount = (bill: { earlyDiscount: number; earlyUntil: Day | null }, day: Day): Cents =>
	cents(bill.earlyUntil !== null && day <= bill.earlyUntil ? bill.earlyDiscount : 0);
