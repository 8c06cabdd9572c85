import { priceByMarkup, priceByMargin, roundPrice, PriceError } from '../money/markup';
import { mulDiv } from '../money/exact';
import type { Percent, UnitPrice } from '../money/types';

/** The five kinds of cost. */
export const KINDS = ['labor', 'material', 'equipment', 'subcontract', 'other'] as const;
export type Kind = (typeof KINDS)[number];

/** How a unit price comes about. `inherit` asks the next in the chain: line → item → category → company default of the kind. */
export type PriceRule =
	{ by: 'inherit' } | { by: 'markup'; percent: Percent } | { by: 'margin'; percent: Percent } | { by: 'fixed'; price: UnitPrice };

/** The first rule of the chain that does not inherit. @throws PriceError when all inherit */
export function ruleThatHolds(...chain: (PriceRule | null | undefined)[]): Exclude<PriceRule, { by: 'inherit' }> {
	for (const rule of chain) if (rule && rule.by !== 'inherit') return rule;
	throw new PriceError('No price rule is set for this kind.');
}

/**
 * Unit price from unit cost: whole cents unless a fine price, rounded once after the rate group.
 * @param breakEven cost plus overhead per unit, which a margin is reckoned on
 * @param group percentage of the customer's rate group for this kind (10000 = unchanged)
 */
export function unitPriceOf(
	rule: Exclude<PriceRule, { by: 'inherit' }>,
	cost: UnitPrice,
	breakEven: UnitPrice,
	options: { fine?: boolean; group?: Percent; groupOnFixed?: boolean } = {}
): UnitPrice {
	const base =
		rule.by === 'fixed' ? rule.price : rule.by === 'markup' ? priceByMarkup(cost, rule.percent) : priceByMargin(breakEven, rule.percent);
	const applies = options.group !== undefined && (rule.by !== 'fixed' || options.groupOnFixed);
	const grouped = applies ? (mulDiv(base, options.group ?? 10_000, 10_000) as UnitPrice) : base;
	return rule.by === 'fixed' && !applies ? grouped : roundPrice(grouped, options.fine);
}
