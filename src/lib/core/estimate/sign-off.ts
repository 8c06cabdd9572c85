import { formatCents, formatPercent, formatRate, ratioOf, type Cents, type Percent } from '../money';
import type { EstimateResult } from './compute';
import type { Discount } from './model';

/** When somebody with the right must sign off before a quote goes out. Null: the rule is off. */
export interface SignOffRules {
	/** Margin on break-even under this. */
	belowMargin: Percent | null;
	/** Price over this. */
	aboveAmount: Cents | null;
	/** Discount over this share of the price before it. */
	discountAbove: Percent | null;
	/** Kinds of work that always need it. */
	kindsOfWork: string[];
}
export const NO_RULES: SignOffRules = { belowMargin: null, aboveAmount: null, discountAbove: null, kindsOfWork: [] };

/** Why an estimate needs a sign-off, in words; empty when it needs none. A price below break-even is below every margin that is set. */
export function signOffReasons(result: EstimateResult, rules: SignOffRules, kindOfWork: string, discount: Discount | null): string[] {
	const reasons: string[] = [];
	const { margin, price, breakEven } = result.total;
	// Without a price there is no margin; a cost without a price is the lowest there is.
	const low = rules.belowMargin !== null && (margin === null ? breakEven > 0 : margin < rules.belowMargin * 100);
	if (low && rules.belowMargin !== null) reasons.push(`margin ${formatRate(margin)} is below ${formatPercent(rules.belowMargin)}`);
	if (rules.aboveAmount !== null && price > rules.aboveAmount)
		reasons.push(`price ${formatCents(price)} is above ${formatCents(rules.aboveAmount)}`);
	if (rules.discountAbove !== null && isAbove(result, discount, rules.discountAbove))
		reasons.push(`discount ${formatRate(ratioOf(result.discount, result.gross), 4)} is above ${formatPercent(rules.discountAbove)}`);
	if (rules.kindsOfWork.includes(kindOfWork)) reasons.push(`${kindOfWork} always needs it`);
	return reasons;
}

/**
 * Whether a discount is a larger share of the price before it than a limit. The exact share is compared: ten percent of 607.49 is typed
 * as ten percent, and rounding it to 60.75 makes it no more than that.
 */
function isAbove(result: EstimateResult, discount: Discount | null, limit: Percent): boolean {
	if (result.discount <= 0 || result.gross <= 0) return false;
	const allowed = BigInt(result.gross) * BigInt(limit);
	const taken = discount?.by === 'percent' ? BigInt(result.discountable) * BigInt(discount.percent) : BigInt(result.discount) * 10_000n;
	return taken > allowed;
}
