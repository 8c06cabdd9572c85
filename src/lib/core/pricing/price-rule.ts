import { say } from './refusals';
import { PriceError } from '../money/markup';
import { divideRounded } from '../money/exact';
import { MOST, parsePercent } from '../money/parse';
import { percent, type Percent, type UnitPrice } from '../money/types';

/** The five kinds of cost. */
export const KINDS = ['labor', 'material', 'equipment', 'subcontract', 'other'] as const;
export type Kind = (typeof KINDS)[number];

/** How a unit price comes about. `inherit` asks the next in the chain: line → item → category → company default of the kind. */
export type PriceRule =
	{ by: 'inherit' } | { by: 'markup'; percent: Percent } | { by: 'margin'; percent: Percent } | { by: 'fixed'; price: UnitPrice };

/** The first rule of the chain that does not inherit. @throws PriceError when all inherit */
export function ruleThatHolds(...chain: (PriceRule | null | undefined)[]): Exclude<PriceRule, { by: 'inherit' }> {
	for (const rule of chain) if (rule && rule.by !== 'inherit') return rule;
	throw new PriceError(say('no-price-rule-set-for-kind'));
}

/**
 * Unit price from unit cost: whole cents unless a fine price. Rule and rate group are one exact fraction that is rounded once: a price
 * rounded before the group and again after it would drift by a cent.
 * @param cost ten-thousandths of the currency unit
 * @param breakEven cost plus overhead per unit, which a margin is computed on: in millionths of a ten-thousandth, unrounded (`exactBreakEven`)
 * @param group percentage of the customer's rate group for this kind (10000 = unchanged)
 * @throws PriceError for a margin of 100 % or more, and for a price above what can be kept
 * @example cost 1.17, markup 30 %, group 95 % → 1.44 (1.17 × 1.3 × 0.95 = 1.44495)
 */
export function unitPriceOf(
	rule: Exclude<PriceRule, { by: 'inherit' }>,
	cost: UnitPrice,
	breakEven: bigint,
	options: { fine?: boolean; group?: Percent; groupOnFixed?: boolean } = {}
): UnitPrice {
	const applies = options.group !== undefined && (rule.by !== 'fixed' || options.groupOnFixed);
	if (rule.by === 'fixed' && !applies) return rule.price;
	const [n, d] = fractionOf(rule, cost, breakEven);
	const group = BigInt(applies ? (options.group ?? 10_000) : 10_000);
	const unit = options.fine ? 1n : 100n;
	if (n * group > MOST_PRICE * d * 10_000n) throw new PriceError(say('price-too-large'));
	return (divideRounded(n * group, d * 10_000n * unit) * Number(unit)) as UnitPrice;
}

/** Ten times what may be typed as a price: what a margin makes of the highest cost. */
const MOST_PRICE = BigInt(MOST.price) * 100_000n;

/** The price before rate group and rounding, as numerator and denominator. */
function fractionOf(rule: Exclude<PriceRule, { by: 'inherit' }>, cost: UnitPrice, breakEven: bigint): [bigint, bigint] {
	if (rule.by === 'fixed') return [BigInt(rule.price), 1n];
	if (rule.by === 'markup') return [BigInt(cost) * BigInt(10_000 + rule.percent), 10_000n];
	if (rule.percent >= 10_000) throw new PriceError(say('margin-must-be-below-100'));
	return [breakEven * 10_000n, 1_000_000n * BigInt(10_000 - rule.percent)];
}

/**
 * A percentage of the usual price as people type it: “112%” is what it becomes, “+12%” and “−12%” are what comes on top or off.
 * @returns hundredths of a percent of the usual price
 * @throws Refusal for what is no percentage
 * @example percentOfUsual('+12%') // 11,200
 */
export function percentOfUsual(text: string, what = 'The percentage'): Percent {
	const m = /^\s*([+−–-])\s*(.+)$/.exec(text);
	if (!m) return parsePercent(text, what);
	const change = parsePercent(m[2] ?? '', what);
	return percent(m[1] === '+' ? 10_000 + change : 10_000 - change);
}
