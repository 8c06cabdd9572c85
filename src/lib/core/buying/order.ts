import { say } from './refusals';
import { ceilDiv, cents, lineAmount, mulDiv, quantity, unitPrice, type Cents } from '../money';
import { Refusal } from '../refusal';

/** Raised for an order or a supplier's bill that cannot be as it was typed. */
export class BuyingError extends Refusal {}

/** How an item is bought: quantities in ten-thousandths of its unit, prices in ten-thousandths of a dollar. */
export interface Bought {
	/** What is in a pack; null: it is bought as needed, unrounded. */
	pack: number | null;
	/** Of a pack, or of a unit where there is none. */
	price: number;
}

export interface OrderFigures {
	needed: number;
	packs: number;
	bought: number;
	over: number;
	amount: Cents;
}

/**
 * What is ordered of one item: the needs are summed, then rounded up to whole packs, once.
 * @param needs ten-thousandths of the unit, each ≥ 0
 * @throws BuyingError for a need below zero or a pack of nothing
 * @example orderFigures([520_000, 310_000], { pack: 100_000, price: 480_000 }) // 9 packs, 7 left over, 432.00
 */
export function orderFigures(needs: readonly number[], how: Bought): OrderFigures {
	if (needs.some((n) => n < 0)) throw new BuyingError(say('what-needed-cannot-be-below-zero'), 'quantity');
	if (how.pack !== null && how.pack <= 0) throw new BuyingError(say('pack-holds-more-than-nothing'), 'pack');
	const needed = needs.reduce((a, n) => a + n, 0);
	const packs = how.pack === null ? 0 : ceilDiv(needed, how.pack);
	const bought = how.pack === null ? needed : packs * how.pack;
	const amount = how.pack === null ? lineAmount(quantity(needed), unitPrice(how.price)) : mulDiv(packs, how.price, 100);
	return { needed, packs, bought, over: bought - needed, amount: cents(amount) };
}

/**
 * What a pack costs at the cost of its unit, both in ten-thousandths of a dollar, rounded half away from zero.
 * @example priceOfPack(48_000, 100_000) // 480_000: 10 units at 4.80
 */
export const priceOfPack = (unitCost: number, pack: number): number => mulDiv(unitCost, pack, 10_000);

/**
 * The cost of a unit, in ten-thousandths of a dollar, of a quantity that cost an amount in cents; 0 of nothing.
 * @example unitCostOf(43_200, 900_000) // 48_000: 90 units for 432.00
 */
export const unitCostOf = (amount: number, quantity: number): number => (quantity > 0 ? mulDiv(amount, 1_000_000, quantity) : 0);

/** An order line as it stands: quantities in ten-thousandths, amounts in cents. */
export interface OrderLineState extends Bought {
	bought: number;
	amount: number;
	delivered: number;
	/** No more of it will come. */
	last: boolean;
	billed: number;
	billedAmount: number;
	closed: boolean;
}

/** What a quantity of an order line comes to at the price ordered, exact before the one rounding, in cents. */
export const worthOf = (how: Bought, q: number): Cents => cents(mulDiv(q, how.price, (how.pack ?? 10_000) * 100));

/** The amount that is ordered: once nothing more will come, the part of it that came. */
export const orderedAmount = (l: OrderLineState): Cents =>
	cents(l.last && l.bought > 0 ? mulDiv(l.amount, Math.max(0, l.delivered), l.bought) : l.amount);

/**
 * What of a line of a sent order will still be billed; never on the other side of zero. A closed line commits nothing.
 * @example committedOf({ ...line, amount: 43_200, billedAmount: 20_000 }) // 23,200
 */
export const committedOf = (l: OrderLineState): Cents => cents(l.closed ? 0 : Math.max(0, orderedAmount(l) - l.billedAmount));

/** Whether everything of a line was billed, by quantity: it is closed for good then. */
export const billedInFull = (l: OrderLineState): boolean =>
	(l.last ? l.delivered : l.bought) > 0 && l.billed >= (l.last ? l.delivered : l.bought);
