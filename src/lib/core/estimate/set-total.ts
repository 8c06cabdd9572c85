import { cents, formatCents, mulDiv, split, type Cents, type Percent } from '../money';
import { computeEstimate } from './compute';
import { EstimateError, type Estimate } from './model';

/**
 * Sets the total (after discount, before tax) to X. A discount is dissolved into it: every unlocked line gets its share of
 * X − locked in proportion to its amount after discount, kept as a settled amount; a locked line keeps its discounted amount.
 * @returns the settled amount of each line that counts, by line id
 * @throws EstimateError with the least possible figure when X is below the locked sum
 */
export function setTotal(estimate: Estimate, total: Cents): Map<string, Cents> {
	const lines = computeEstimate(estimate).lines.filter((l) => l.state === 'in');
	const open = lines.filter((l) => !l.line.locked);
	const locked = lines.filter((l) => l.line.locked).reduce((a, l) => a + l.net, 0);
	if (total < locked) throw new EstimateError(`The locked lines alone are ${formatCents(locked)}: the total cannot be less.`);
	const rest = cents(total - locked);
	if (rest !== 0 && open.every((l) => l.net === 0)) throw new EstimateError('No unlocked line has a price to spread the total over.');
	const settled = new Map<string, Cents>();
	const shares = split(
		rest,
		open.map((l) => l.net)
	);
	open.forEach((l, i) => settled.set(l.line.id, shares[i] ?? cents(0)));
	// Without its discount a locked line would jump back: it keeps what it has after the discount.
	for (const l of lines) if (l.line.locked && l.discount !== 0) settled.set(l.line.id, l.net);
	return settled;
}

/** The total that gives a margin: break-even ÷ (1 − g), to the cent. @throws EstimateError for a margin of 100 % or more */
export function totalForMargin(estimate: Estimate, margin: Percent): Cents {
	if (margin >= 10_000) throw new EstimateError('A margin must be below 100 %.');
	const { breakEven } = computeEstimate(estimate).total;
	return cents(mulDiv(breakEven, 10_000, 10_000 - margin));
}
