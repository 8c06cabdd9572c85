import { say } from './refusals';
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
 * @throws PartError for a rate per 0 or less, and for anything negative
 * @example neededOf(2340, { amount: 30_000, per: 1_000_000, waste: percent(1000), step: 10_000 }) // 772,200: 77.22 of them
 */
export function neededOf(measure: number, part: PartRate): number {
	if (part.per <= 0) throw new PartError(say('rate-of-part-must-be-per'));
	if (part.amount < 0 || part.waste < 0 || part.step < 0) throw new PartError(say('amount-waste-and-step-of-part'));
	if (measure < 0) throw new PartError(say('measure-cannot-be-negative'));
	return (((measure * 10_000) / part.per) * part.amount * (10_000 + part.waste)) / 10_000;
}

/**
 * Rounds up to whole steps, once, on the scope's total. Within 10⁻⁹ of a whole step counts as that step; anything
 * above 0 buys at least one.
 * @param needed @param step both ten-thousandths of the unit; a step of 0 keeps ten-thousandths
 * @throws PartError when the quantity is too large to be kept exactly
 * @example roundUpToStep(772_200, 10_000) // 780,000: 78 whole ones
 */
export function roundUpToStep(needed: number, step: number): Quantity {
	const s = step > 0 ? step : 1;
	if (needed <= 0) return quantity(0);
	const steps = Math.max(1, ceilTolerant(needed / s));
	if (!Number.isSafeInteger(steps * s)) throw new PartError(say('quantity-too-large'));
	return quantity(steps * s);
}

/** Quantity of a part for a measure. @example 2,340 sq ft, 3 per 100, 10 % waste, step 1 → 78 */
export function partQuantity(measure: number, part: PartRate): Quantity {
	return roundUpToStep(neededOf(measure, part), part.step);
}

/**
 * Several assemblies on one scope pooling an item: waste per part, then the sum, then one rounding.
 * @param parts each with its measure in the company's unit
 * @throws PartError when the parts have different steps, or one cannot be computed
 * @example two parts that need 1.4 and 1.3 of whole ones → 3, not 2 + 2
 */
export function pooledQuantity(parts: readonly { measure: number; part: PartRate }[]): Quantity {
	const step = parts[0]?.part.step ?? 0;
	if (parts.some((p) => p.part.step !== step)) throw new PartError(say('only-parts-with-same-step-can'));
	return roundUpToStep(
		parts.reduce((a, p) => a + neededOf(p.measure, p.part), 0),
		step
	);
}

/**
 * A child line's quantity: the parent's final quantity × ratio (ten-thousandths), rounded up again to the child's step.
 * @throws PartError for a negative ratio
 * @example childQuantity(quantity(780_000), 2_500, 10_000) // 200,000: a quarter of 78 is 19.5, so 20
 */
export function childQuantity(parent: Quantity, ratio: number, step: number): Quantity {
	if (ratio < 0) throw new PartError(say('ratio-cannot-be-negative'));
	return roundUpToStep((parent * ratio) / 10_000, step);
}

/**
 * How much of a part that comes once to a job: its amount with its waste, up to its step; the measure does not matter.
 * @example onceQuantity({ amount: 15_000, per: 1_000_000, waste: 0, step: 10_000 }) // 20,000: one and a half, so two
 */
export const onceQuantity = (rate: PartRate): Quantity => roundUpToStep((rate.amount * (10_000 + rate.waste)) / 10_000, rate.step);
