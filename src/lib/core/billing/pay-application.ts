import { say } from './refusals';
import { cents, ratioOf, sum, sumOfProducts, type Cents, type Percent, type Rate } from '../money';
import { BillingError } from './bill';

/** A line of the schedule of values as an application finds it, in cents. */
export interface ApplicationLine {
	scheduled: Cents;
	/** Completed to date, without stored materials. */
	completed: Cents;
	/** Materials presently stored, not in what is completed. */
	stored: Cents;
	/** What the application before had as completed (certified, where that was less). */
	previousCompleted: Cents;
	/** Retainage of this line that was released before. */
	released?: Cents;
}

/** What an application says of one line, in cents. */
export interface ApplicationLineFigures {
	thisPeriod: Cents;
	total: Cents;
	/** total ÷ scheduled; null for a line of 0. */
	percent: Rate | null;
	balance: Cents;
	retainage: Cents;
}

export interface Application {
	lines: ApplicationLineFigures[];
	total: Cents;
	retainage: Cents;
	earned: Cents;
	due: Cents;
	balanceToFinish: Cents;
}

/** Retainage of a line to date: work and stored materials at their rates, rounded once, less what was released; never beyond zero. */
function retainageOf(l: ApplicationLine, rates: { work: Percent; stored: Percent }): Cents {
	const held =
		sumOfProducts(
			[
				[l.completed, rates.work],
				[l.stored, rates.stored]
			],
			10_000
		) - (l.released ?? 0);
	return cents(l.completed + l.stored >= 0 ? Math.max(0, held) : Math.min(0, held));
}

function lineFigures(l: ApplicationLine, place: number, rates: { work: Percent; stored: Percent }): ApplicationLineFigures {
	const total = l.completed + l.stored;
	const [low, high] = l.scheduled >= 0 ? [0, l.scheduled] : [l.scheduled, 0];
	if (l.stored < 0 || total < low || total > high) throw new BillingError(say('line-work-and-stored-materials-must', { place }));
	return {
		thisPeriod: cents(l.completed - l.previousCompleted),
		total: cents(total),
		percent: ratioOf(total, l.scheduled),
		balance: cents(l.scheduled - total),
		retainage: retainageOf(l, rates)
	};
}

/**
 * A pay application to date, line by line and in all. Retainage per line round(C × work + M × stored) − released before, never on the
 * other side of zero; due = earned less retainage − earlier amounts due; balance to finish counts the retainage still held.
 * @param rates hundredths of a percent @param earlierDue amounts due of every application before, cents
 * @throws BillingError, naming the line, when one is billed above its scheduled value or stored materials are below 0
 * @example №1 of 40,000 and 25,000 with C = 12,000 / 5,000 and M = 0 / 3,000 at 10 % → total 20,000, retainage 2,000, due 18,000
 */
export function payApplication(
	lines: readonly ApplicationLine[],
	rates: { work: Percent; stored: Percent },
	earlierDue: readonly Cents[]
): Application {
	const figures = lines.map((l, i) => lineFigures(l, i + 1, rates));
	const total = sum(figures.map((f) => f.total));
	const retainage = sum(figures.map((f) => f.retainage));
	const earned = cents(total - retainage);
	return {
		lines: figures,
		total,
		retainage,
		earned,
		due: cents(earned - sum(earlierDue)),
		balanceToFinish: cents(sum(lines.map((l) => l.scheduled)) - earned)
	};
}
