import { Refusal } from '../refusal';
import { mulDiv } from './exact';
import { ratioOf } from './amount';
import type { Percent, Rate, UnitPrice } from './types';

/** Raised when a margin or markup cannot give a price. The message is for people. */
export class PriceError extends Refusal {}

/** Selling prices are whole cents unless the item is marked as a fine price (four decimals). */
export function roundPrice(price: UnitPrice, fine = false): UnitPrice {
	return fine ? price : ((mulDiv(price, 1, 100) * 100) as UnitPrice);
}

/** Price by markup on cost: cost × (1 + markup). Rounded once to the ten-thousandth; round to the cent with roundPrice. */
export function priceByMarkup(cost: UnitPrice, markup: Percent): UnitPrice {
	return mulDiv(cost, 10_000 + markup, 10_000) as UnitPrice;
}

/**
 * Price by margin on break-even: break-even ÷ (1 − margin).
 * @throws PriceError for a margin of 100 % or more.
 */
export function priceByMargin(breakEven: UnitPrice, margin: Percent): UnitPrice {
	if (margin >= 10_000) throw new PriceError('A margin must be below 100 %.');
	return mulDiv(breakEven, 10_000, 10_000 - margin) as UnitPrice;
}

/** Margin = (price − break-even) ÷ price, in ten-thousandths of a percent; null when the price is 0. */
export function marginOf(price: number, breakEven: number): Rate | null {
	return ratioOf(price - breakEven, price);
}

/** Markup = (price − cost) ÷ cost, in ten-thousandths of a percent; null when the cost is 0. */
export function markupOf(price: number, cost: number): Rate | null {
	return ratioOf(price - cost, cost);
}
