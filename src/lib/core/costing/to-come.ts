import { cents, mulDiv, type Cents } from '../money';

/** Actual labor cost of minutes at a loaded rate: round(minutes × rate ÷ 60), once per entry. Loaded rate in ten-thousandths. */
export function laborCost(seconds: number, loadedRate: number): Cents {
	return mulDiv(seconds, loadedRate, 360_000) as Cents;
}

/**
 * What is still to come of a budget: a typed remainder; else from a percent complete of at least 10 % with actual above 0;
 * else what is left of the budget. Never below 0.
 * @param percentComplete hundredths of a percent
 */
export function toCome(
	budget: Cents,
	actual: Cents,
	committed: Cents,
	more: { typed?: Cents | null; percentComplete?: number | null } = {}
): Cents {
	if (more.typed !== undefined && more.typed !== null) return cents(Math.max(0, more.typed));
	const p = more.percentComplete ?? 0;
	if (p >= 1000 && actual > 0) return cents(Math.max(0, mulDiv(actual, 10_000, p) - actual - committed));
	return cents(Math.max(0, budget - actual - committed));
}
