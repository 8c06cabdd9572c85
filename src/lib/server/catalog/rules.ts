import { parsePercent, parseUnitPrice } from '../../core/money';
import type { PriceRule } from '../../core/pricing';
import { Refusal } from '../../core/refusal';

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

export function notNegative<T extends number>(n: T, field: string): T {
	if (n < 0) throw new Refusal('This cannot be negative.', field);
	return n;
}

/** Runs a reader of one field, so that what it refuses is said beside that field. */
export function readField<T>(field: string, read: () => T): T {
	try {
		return read();
	} catch (e) {
		throw e instanceof Refusal ? new Refusal(e.message, field) : e;
	}
}
