import { Refusal } from '../refusal';
import { ceilTolerant } from '../measure/shapes';
import { quantity, type Percent, type Quantity } from '../money/types';

/** How much of a part is needed per measure. */
export interface PartRate {
	/** Ten-thousandths of the part's unit needed… */
	amount: number;
	/** …per this much of the measure, ten-thousandths of the company's unit. */
	per: number;
	waste: Percent;
	/** Smallest amount that can be bought or booked, ten-thousandths; 0 = none (kept to 1/10,000). */
	step: number;
}

/** Raised when a part cannot be computed. The message is for people. */
export class PartError extends Refusal {}

/**
 * What is needed before rounding to the step: measure ÷ per × amount × (1 + waste), in ten-thousandths of the unit.
 * @param measure in the company's unit (sq ft, ft …), unrounded
 */
export function neededOf(measure: number, part: PartRate): number {
	if (part.per <= 0) throw new PartError('The rate of a part must be per more than 0.');
	if (part.amount < 0 || part.waste < 0 || part.step < 0) throw new PartError('Amount, waste and step of a part cannot be negative.');
	if (measure < 0) throw new PartError('A measure cannot be negative.');
	return (((measure * 10_000) / part.per) * part.amount * (10_000 + part.waste)) / 10_000;
}

/**
 * Rounds up to whole steps, once, on the scope's total. Within 10⁻⁹ of a whole step counts as that step; anything
 * above 0 buys at least one.
 */
export function roundUpToStep(needed: number, step: number): Quantity {
	const s = step > 0 ? step : 1;
	if (needed <= 0) return quantity(0);
	const steps = Math.max(1, ceilTolerant(needed / s));
	if (!Number.isSafeInteger(steps * s)) throw new PartError('The quantity is too large.');
	return quantity(steps * s);
}

/** Quantity of a part for a measure. @example 2,340 sq ft, 3 per 100, 10 % waste, step 1 → 78 */
export function partQuantity(measure: number, part: PartRate): Quantity {
	return roundUpToStep(neededOf(measure, part), part.step);
}

/** Several assemblies on one scope pooling an item: waste per part, then the sum, then one rounding. */
export function pooledQuantity(parts: readonly { measure: number; part: PartRate }[]): Quantity {
	const step = parts[0]?.part.step ?? 0;
	if (parts.some((p) => p.part.step !== step)) throw new PartError('Only parts with the same step can be pooled.');
	return roundUpToStep(
		parts.reduce((a, p) => a + neededOf(p.measure, p.part), 0),
		step
	);
}

/** A child line's quantity: the parent's final quantity × ratio (ten-thousandths), re-rounded to the child's step. */
export function childQuantity(parent: Quantity, ratio: number, step: number): Quantity {
	if (ratio < 0) throw new PartError('A ratio cannot be negative.');
	return roundUpToStep((parent * ratio) / 10_000, step);
}
