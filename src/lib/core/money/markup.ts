import { Refusal } from '../refusal';
import { mulDiv } from './exact';
import { ratioOf } from './amount';
import type { Rate, UnitPrice } from './types';

/** Raised when a margin or markup cannot give a price. The message is for people. */
export class PriceError extends Refusal {}

/** Selling prices are whole cents unless the item is marked as a fine price (four decimals). */
export function roundPrice(price: UnitPrice, fine = false): UnitPrice {
	return fine ? price : ((mulDiv(price, 1, 100) * 100) as UnitPrice);
}

/** Margin = (price − break-even) ÷ price, in ten-thousandths of a percent; null when the price is 0. */
export function marginOf(price: number, breakEven: number): Rate | null {
	return ratioOf(price - breakEven, price);
}

/** Markup = (price − cost) ÷ cost, in ten-thousandths of a percent; null when the cost is 0. */
export function markupOf(price: number, cost: number): Rate | null {
	return ratioOf(price - cost, cost);
}
