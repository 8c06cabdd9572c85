import { cents, sum, sumOfProducts, type Cents, type Percent } from '../money';
import { BillingError } from './bill';

export interface ApplicationLine {
	scheduled: Cents;
	/** Completed to date, without stored materials. */
	completed: Cents;
	stored: Cents;
	previousCompleted: Cents;
}

export interface Application {
	total: Cents;
	retainage: Cents;
	earned: Cents;
	due: Cents;
	balanceToFinish: Cents;
}

/**
 * A pay application to date. Retainage per line round(C × work + M × stored) − released before, never on the other side of
 * zero; due = earned less retainage − earlier amounts due.
 * @throws BillingError when a line is billed above its scheduled value
 */
export function payApplication(
	lines: readonly ApplicationLine[],
	rates: { work: Percent; stored: Percent },
	earlierDue: readonly Cents[],
	released: readonly Cents[] = []
): Application {
	let retainage = 0;
	for (const [i, l] of lines.entries()) {
		const total = l.completed + l.stored;
		const [low, high] = l.scheduled >= 0 ? [0, l.scheduled] : [l.scheduled, 0];
		if (l.stored < 0 || total < low || total > high)
			throw new BillingError(`Line ${i + 1}: work and stored materials must lie between 0 and the scheduled value.`);
		const held =
			sumOfProducts(
				[
					[l.completed, rates.work],
					[l.stored, rates.stored]
				],
				10_000
			) - (released[i] ?? 0);
		retainage += total >= 0 ? Math.max(0, held) : Math.min(0, held);
	}
	const total = sum(lines.map((l) => cents(l.completed + l.stored)));
	const earned = cents(total - retainage);
	return {
		total,
		retainage: cents(retainage),
		earned,
		due: cents(earned - sum(earlierDue)),
		balanceToFinish: cents(sum(lines.map((l) => l.scheduled)) - earned)
	};
}
