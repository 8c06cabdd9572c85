import { parsePercent, parseUnitPrice } from '../../core/money';
import type { PriceRule } from '../../core/pricing';
import { Refusal } from '../../core/refusal';
import { notNegative } from '../commands';

/** Reads a price rule as typed: inherit, 25% markup, 20% margin, or a fixed price. @throws Refusal */
export function readRule(by: string, value: string): PriceRule {
	if (by === 'inherit') return { by };
	if (by === 'fixed') return { by, price: notNegative(parseUnitPrice(value), 'rule') };
	const p = parsePercent(value);
	if (by === 'margin') {
		if (p >= 10_000) throw new Refusal('A margin must be below 100 %.', 'rule');
		return { by, percent: p };
	}
	if (p <= -10_000) throw new Refusal('A markup must be above −100 %.', 'rule');
	return { by: 'markup', percent: p };
}
