import { mulDiv } from './exact';
import type { Cents, Percent, Quantity, Rate, UnitPrice } from './types';

/**
 * Line amount: quantity × unit price, rounded once, half away from zero, to the cent.
 * @param quantity ten-thousandths of a unit
 * @param price ten-thousandths of the currency unit
 * @returns whole cents
 */
export function lineAmount(quantity: Quantity, price: UnitPrice): Cents {
	return mulDiv(quantity, price, 1_000_000) as Cents;
}

/** Labor charged from minutes: minutes × hourly price ÷ 60, rounded once to the cent. */
export function minutesAmount(minutes: number, perHour: UnitPrice): Cents {
	return mulDiv(minutes, perHour, 6000) as Cents;
}

/** A typed percentage of an amount, rounded once to the cent. */
export function percentOf(amount: Cents, p: Percent): Cents {
	return mulDiv(amount, p, 10_000) as Cents;
}

/** A tax rate or computed percentage of an amount, rounded once to the cent. */
export function rateOf(amount: Cents, r: Rate): Cents {
	return mulDiv(amount, r, 1_000_000) as Cents;
}

/** The largest share that can be kept exactly, in ten-thousandths of a percent. */
const MOST_RATIO = 9e15;

/**
 * part ÷ whole as a computed percentage (ten-thousandths of a percent); null when the whole is 0, or so small beside the part that the
 * share cannot be kept exactly. Rounded half away from zero.
 * @example ratioOf(1, 3) // 333,333: 33.3333 %
 */
export function ratioOf(part: number, whole: number): Rate | null {
	if (whole === 0 || Math.abs(part / whole) * 1_000_000 > MOST_RATIO) return null;
	return mulDiv(part, 1_000_000, whole) as Rate;
}

/** Sum of whole amounts. Kept in one place so that totals are always sums of rounded lines. */
export function sum(amounts: Iterable<Cents>): Cents {
	let total = 0;
	for (const a of amounts) total += a;
	return total as Cents;
}

/** What a unit came to: amount ÷ quantity, rounded half away from zero to the ten-thousandth; null for no quantity. */
export function unitPriceIn(amount: Cents, quantity: Quantity): UnitPrice | null {
	return quantity === 0 ? null : (mulDiv(amount, 1_000_000, quantity) as UnitPrice);
}
