import type { Said } from '../refusal';
import { say } from './refusals';
import type { MeasureName, Measures } from '../measure';
import { EstimateError, type Line, type PooledNeed } from './model';

type Measured = Extract<Line['source'], { by: 'measure' }>;
const needsOf = (line: Line): PooledNeed[] => {
	const s = line.source as Measured;
	return [{ name: line.name, measures: s.measures, rate: s.rate }, ...(s.also ?? [])];
};
/** Why two lines cannot be bought as one; null when they can. */
function apart(a: Line, b: Line): Said | null {
	if (a.itemId === null || a.itemId !== b.itemId) return say('only-same-item-pooled');
	if (a.source.by !== 'measure' || b.source.by !== 'measure') return say('only-measured-pooled');
	if (a.source.rate.step !== b.source.rate.step) return say('only-same-step-pooled');
	if (a.unitPrice !== b.unitPrice || a.unitCost !== b.unitCost) return say('costs-or-prices-differ');
	if (a.option !== b.option || a.setAside !== b.setAside || (a.groupId ?? null) !== (b.groupId ?? null))
		return say('one-is-option-or-set-aside');
	if (a.taxCodeId !== b.taxCodeId) return say('taxed-differently');
	if (a.hidden !== b.hidden || a.locked !== b.locked || a.discountable !== b.discountable) return say('one-is-hidden-or-locked');
	if (a.override || b.override) return say('one-has-typed-quantity');
	return null;
}

/**
 * Pools lines of one scope that buy the same item: the first keeps its place and takes up what the others need; waste per
 * part, then the sum, then one rounding (§6). Pooling never needs more than the lines did apart.
 * @returns the source of the line that stays
 * @throws EstimateError when they cannot be bought as one.
 */
export function poolLines(lines: readonly Line[]): Measured {
	const [first, ...rest] = lines;
	if (!first || rest.length === 0) throw new EstimateError(say('pick-two-lines-or-more-of'));
	for (const l of rest) {
		const why = apart(first, l);
		if (why) throw new EstimateError(why);
	}
	const own = first.source as Measured;
	return { by: 'measure', measures: own.measures, rate: own.rate, also: [...(own.also ?? []), ...rest.flatMap(needsOf)] };
}

const pools = new WeakMap<readonly Line[], Line[][]>();
/** Groups of a scope's lines that could be pooled: the same item from measures, with the same step. Kept with the list. */
export function poolable(lines: readonly Line[]): Line[][] {
	const found = pools.get(lines) ?? findPools(lines);
	pools.set(lines, found);
	return found;
}
function findPools(lines: readonly Line[]): Line[][] {
	const groups: Line[][] = [];
	for (const l of lines) {
		if (l.source.by !== 'measure' || l.setAside) continue;
		const group = groups.find((g) => g[0] && apart(g[0], l) === null);
		if (group) group.push(l);
		else groups.push([l]);
	}
	return groups.filter((g) => g.length > 1);
}

/** Measures that parts go by and the scope does not have, in the order in which they are first needed. */
export function missingMeasures(parts: readonly { measures: MeasureName[]; rate: { amount: number } }[], has: Measures): MeasureName[] {
	const lacking = parts.filter((p) => p.rate.amount > 0 && p.measures.length > 0 && p.measures.every((m) => has[m] === undefined));
	return [...new Set(lacking.flatMap((p) => p.measures))];
}
