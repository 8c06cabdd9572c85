import { parsePercent, parseUnitPrice } from '$lib/core/money';
import type { PriceRule } from '$lib/core/pricing';
import { readAt } from '../forms/typed';

/** A price rule as it is chosen and typed. */
export interface RuleTyped {
	ruleBy: PriceRule['by'];
	ruleValue: string;
}

/** Reads it; what cannot be read is refused at “rule”. @example readRule({ ruleBy: 'markup', ruleValue: '25' }) // { by: 'markup', percent: 2500 } */
export const readRule = ({ ruleBy: by, ruleValue }: RuleTyped): PriceRule =>
	by === 'inherit'
		? { by }
		: by === 'fixed'
			? { by, price: readAt('rule', () => parseUnitPrice(ruleValue)) }
			: { by, percent: readAt('rule', () => parsePercent(ruleValue)) };
