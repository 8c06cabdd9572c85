import { NumberTooLarge } from './exact';
/** Branded integers, so that cents, unit prices, quantities and percentages cannot be mixed by accident. */
declare const brand: unique symbol;
type Branded<Name extends string> = number & { readonly [brand]: Name };

/** Whole cents of the company's two-decimal currency. */
export type Cents = Branded<'cents'>;
/** Ten-thousandths of the currency unit, for unit costs and unit prices. */
export type UnitPrice = Branded<'unit price'>;
/** Ten-thousandths of a unit. */
export type Quantity = Branded<'quantity'>;
/** Hundredths of a percent, as people type it: 12.5 % = 1250. */
export type Percent = Branded<'percent'>;
/** Ten-thousandths of a percent, for tax rates and computed percentages: 6.625 % = 66250. */
export type Rate = Branded<'rate'>;

export const cents = (n: number): Cents => whole(n) as Cents;
export const unitPrice = (n: number): UnitPrice => whole(n) as UnitPrice;
export const quantity = (n: number): Quantity => whole(n) as Quantity;
export const percent = (n: number): Percent => whole(n) as Percent;
export const rate = (n: number): Rate => whole(n) as Rate;

export const NO_CENTS = 0 as Cents;

function whole(n: number): number {
	if (Number.isInteger(n) && !Number.isSafeInteger(n)) throw new NumberTooLarge();
	if (!Number.isInteger(n)) throw new RangeError(`${n} is not a whole number.`);
	return n === 0 ? 0 : n;
}
