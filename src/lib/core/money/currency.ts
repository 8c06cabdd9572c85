import type { Cents } from './types';

/** Currencies that a company can work in: those with hundredths, as all our sums are in. */
export const CURRENCIES = ['USD', 'CAD', 'EUR', 'GBP', 'AUD', 'NZD', 'CHF', 'MXN', 'ZAR', 'SEK', 'NOK', 'DKK'] as const;
export type Currency = (typeof CURRENCIES)[number];

const FORMATS = new Map<string, Intl.NumberFormat>();

/**
 * Shows amounts with the sign of a currency, as customers read them; inside the house they stand bare.
 * @param currency ISO 4217
 * @param locale whose way of writing it is
 * @returns a function of cents; below zero with a minus sign in front
 * @example moneyIn('USD')(cents(1_250_099)) // “$12,500.99”
 */
export function moneyIn(currency: Currency, locale = 'en-US'): (amount: Cents | number) => string {
	const key = `${currency} ${locale}`;
	const format = FORMATS.get(key) ?? new Intl.NumberFormat(locale, { style: 'currency', currency, currencyDisplay: 'narrowSymbol' });
	FORMATS.set(key, format);
	return (amount) => format.format(amount / 100).replace(/^-/, '−');
}
