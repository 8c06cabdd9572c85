import { say } from './refusals';
import { cents, formatCents, mulDiv, split, type Cents, type Percent } from '../money';
import type { Kind } from '../pricing';
import type { UnitSystem } from '../measure';
import { computeEstimate, discountableOf, type EstimateResult, type LineResult } from './compute';
import { perSize } from './per-size';
import { EstimateError, type Discount, type Estimate } from './model';

/**
 * Sets the total (after discount, before tax) to X. A discount is dissolved into it: every unlocked line gets its share of
 * X − locked in proportion to its amount after discount, kept as a settled amount; a locked line keeps its discounted amount.
 * @returns the settled amount of each line that counts, by line id
 * @throws EstimateError with the least possible figure when X is below the locked sum
 */
export function setTotal(estimate: Estimate, total: Cents, within: Part = WHOLE): Map<string, Cents> {
	const all = computeEstimate(estimate).lines.filter((l) => l.state === 'in');
	const lines = all.filter((l) => isWithin(l, within));
	const open = lines.filter((l) => !l.line.locked);
	const locked = lines.filter((l) => l.line.locked).reduce((a, l) => a + l.net, 0);
	if (total < locked) throw new EstimateError(say('locked-lines-alone-total-cannot-be', { locked: formatCents(locked) }));
	const rest = cents(total - locked);
	if (rest !== 0 && open.every((l) => l.net === 0)) throw new EstimateError(say('no-unlocked-line-has-price-to'));
	const settled = new Map<string, Cents>();
	const now = open.reduce((a, l) => a + l.net, 0);
	// What it is already changes nothing, also where the lines cancel each other out and have no proportion.
	const shares =
		rest === now
			? open.map((l) => l.net)
			: split(
					rest,
					open.map((l) => l.net)
				);
	open.forEach((l, i) => settled.set(l.line.id, shares[i] ?? cents(0)));
	// Without its discount a line that is not set would jump back: it keeps what it has after the discount.
	for (const l of all) if (!settled.has(l.line.id) && l.discount !== 0) settled.set(l.line.id, l.net);
	return settled;
}

/**
 * Refuses a discount that is more than the lines it may be taken off.
 * @throws EstimateError with the most that is possible
 */
export function checkDiscount(estimate: Estimate, discount: Discount): void {
	const most = Math.max(0, discountableOf(computeEstimate({ ...estimate, discount: null }).lines));
	if (discount.by === 'amount' && discount.amount > most)
		throw new EstimateError(say('at-most-can-be-taken-off', { most: formatCents(cents(most)) }), 'value');
}

/** What of an estimate is set: all of it, one scope, or one kind. */
export type Part = { scopeId?: string; kind?: Kind };
const WHOLE: Part = {};
const isWithin = (l: LineResult, p: Part): boolean =>
	(p.scopeId === undefined || l.scope.id === p.scopeId) && (p.kind === undefined || l.line.kind === p.kind);

/** Cost, break-even and price of a part as they stand. */
export function partSums(estimate: Estimate, within: Part): { cost: Cents; breakEven: Cents; price: Cents } {
	const lines = computeEstimate(estimate).lines.filter((l) => l.state === 'in' && isWithin(l, within));
	const sum = (of: (l: LineResult) => number) => cents(lines.reduce((a, l) => a + of(l), 0));
	return { cost: sum((l) => l.cost), breakEven: sum((l) => l.breakEven), price: sum((l) => l.net) };
}

/** The total that gives a markup: cost × (1 + m), to the cent. @throws EstimateError for a markup of −100 % or less */
export function totalForMarkup(estimate: Estimate, markup: Percent, within: Part = WHOLE): Cents {
	if (markup <= -10_000) throw new EstimateError(say('markup-must-be-above-100'));
	return cents(mulDiv(partSums(estimate, within).cost, 10_000 + markup, 10_000));
}

/** The total that gives a price per unit of size, the unit by which the estimate is told, to the cent. @throws EstimateError without a size */
export function totalForSize(result: EstimateResult, system: UnitSystem, price: Cents): Cents {
	const size = perSize(result, system);
	if (!size) throw new EstimateError(say('nothing-measured-yet'));
	return cents(Math.round(price * size.size));
}

/** The total that gives a margin: break-even ÷ (1 − g), to the cent. @throws EstimateError for a margin of 100 % or more */
export function totalForMargin(estimate: Estimate, margin: Percent, within: Part = WHOLE): Cents {
	if (margin >= 10_000) throw new EstimateError(say('margin-must-be-below-100'));
	const { breakEven } = partSums(estimate, within);
	return cents(mulDiv(breakEven, 10_000, 10_000 - margin));
}
