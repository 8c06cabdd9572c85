import { roundPrice, unitPriceIn, type UnitPrice } from '../money';
import type { LineResult } from './compute';

/**
 * The unit price of a line as it is shown wherever it stands: of a line whose amount was set with the whole, what that amount comes to
 * a unit (≈), not the price it would have had.
 * @returns the price in ten-thousandths, whole cents unless it is a fine price, and whether it is derived
 * @example 2 pieces at 39.90, set to 59.68 in all → 29.84, derived
 */
export function shownPrice(l: Pick<LineResult, 'line' | 'quantity'>): { price: UnitPrice; derived: boolean } {
	const of = l.line.settled === null ? null : unitPriceIn(l.line.settled, l.quantity);
	return of === null ? { price: l.line.unitPrice, derived: false } : { price: roundPrice(of, l.line.fine), derived: true };
}
