import { describe, expect, it } from 'vitest';
import { cents, CURRENCIES, moneyIn } from '.';

describe('an amount as a customer reads it', () => {
	it('has the sign of the currency, marked thousands, two decimals, and a minus in front', () => {
		const usd = moneyIn('USD');
		expect([usd(cents(1_250_099)), usd(5), usd(-120_000), usd(0)]).toEqual(['$12,500.99', '$0.05', '−$1,200.00', '$0.00']);
		expect(moneyIn('EUR')(123)).toBe('€1.23');
		expect(moneyIn('GBP')(123)).toBe('£1.23');
	});
	it('is written as the language writes it', () => {
		expect(moneyIn('USD', 'es-US')(123_456)).toMatch(/\$\s?1,234\.56/);
		expect(moneyIn('EUR', 'de-DE')(123_456).replace(/\s/g, ' ')).toBe('1.234,56 €');
	});
	it('loses no cent, whatever the sum', () => {
		for (const c of CURRENCIES) expect(moneyIn(c)(99_999_999_999_99).replace(/[^\d.]/g, '')).toBe('99999999999.99');
	});
});
