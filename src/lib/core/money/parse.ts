import { say } from './refusals';
import { Refusal } from '../refusal';
import { cents, percent, quantity, rate, unitPrice, type Cents, type Percent, type Quantity, type Rate, type UnitPrice } from './types';

/** Raised when typed text is not the number it should be. The message is for people. */
export class TypedNumberError extends Refusal {}

/**
 * Reads a number the way people type it: "1,250", "$ 1,250.50", "(12)" or "12-" for minus, "1 250".
 * @param decimals how many decimals are kept; more are refused, not rounded
 * @returns a whole number of the last decimal
 * @throws TypedNumberError
 */
export function parseScaled(text: string, decimals: number, what = 'This'): number {
	let s = text
		.trim()
		.replace(/[\u00a0\u2009\u202f]/g, ' ')
		.replace(/\u2212/g, '-');
	if (s === '') throw new TypedNumberError(say('number-missing', { what }));
	let negative = false;
	const inBrackets = /^\((.*)\)$/.exec(s);
	if (inBrackets) {
		negative = true;
		s = inBrackets[1] ?? '';
	}
	s = s.replace(/^[$€£]\s*|\s*[$€£]$/g, '').trim();
	if (/^-/.test(s) || /-$/.test(s)) {
		negative = !negative;
		s = s.replace(/^-\s*|\s*-$/g, '');
	}
	s = s.replace(/^[$€£]\s*/, '');
	if (!/^(\d{1,3}([ ,']\d{3})+|\d+)?(\.\d*)?$/.test(s) || !/\d/.test(s))
		throw new TypedNumberError(say('not-number', { what, text: text.trim() }));
	const [whole = '', fraction = ''] = s.replace(/[ ,']/g, '').split('.');
	const kept = fraction.replace(/0+$/, '');
	if (kept.length > decimals) throw new TypedNumberError(say('has-more-than-decimals', { what, decimals }));
	const scaled = Number((whole || '0') + kept.padEnd(decimals, '0'));
	if (!Number.isSafeInteger(scaled)) throw new TypedNumberError(say('too-large', { what }));
	return negative && scaled !== 0 ? -scaled : scaled;
}

/**
 * The most that is taken for a typed figure, in whole units of what is typed. A barcode in a price field is refused where it is typed,
 * and what two figures at their bounds come to can still be kept exactly.
 */
export const MOST = { amount: 1_000_000_000, price: 100_000_000, quantity: 100_000_000, percent: 100_000 } as const;

function within(n: number, decimals: number, most: number, what: string): number {
	if (Math.abs(n) > most * 10 ** decimals)
		throw new TypedNumberError(say('too-large-at-most', { what, most: most.toLocaleString('en-US') }));
	return n;
}

/** Typed money, to whole cents. */
export const parseCents = (text: string, what = 'The amount'): Cents => cents(within(parseScaled(text, 2, what), 2, MOST.amount, what));
/** Typed unit cost or price, up to four decimals. */
export const parseUnitPrice = (text: string, what = 'The price'): UnitPrice =>
	unitPrice(within(parseScaled(text, 4, what), 4, MOST.price, what));
/** Typed quantity, up to four decimals. */
export const parseQuantity = (text: string, what = 'The quantity'): Quantity =>
	quantity(within(parseScaled(text, 4, what), 4, MOST.quantity, what));
/** Typed percentage, with or without the sign, up to two decimals. */
export const parsePercent = (text: string, what = 'The percentage'): Percent =>
	percent(within(parseScaled(text.replace(/\s*%\s*$/, ''), 2, what), 2, MOST.percent, what));

/** Typed percentage that may have four decimals, as computed ones have: ten-thousandths of a percent. */
export const parseRate = (text: string, what = 'The percentage'): Rate =>
	rate(within(parseScaled(text.replace(/\s*%\s*$/, ''), 4, what), 4, MOST.percent, what));

/**
 * Typed duration: "2h 15", "2:15", "2.25", "2,5 h", "45m", "45 min". A bare number is hours.
 * @returns whole minutes
 */
export function parseMinutes(text: string, what = 'The time'): number {
	const s = text.trim().toLowerCase();
	let m = /^(\d+)\s*(?:h|:)\s*(\d{1,2})\s*(?:m|min)?$/.exec(s);
	if (m) {
		const rest = Number(m[2]);
		if (rest > 59) throw new TypedNumberError(say('has-more-than-59-minutes-beside', { what }));
		return Number(m[1]) * 60 + rest;
	}
	m = /^(\d+)\s*(?:m|min|minutes)$/.exec(s);
	if (m) return Number(m[1]);
	m = /^(\d+(?:[.,]\d{1,4})?)\s*(?:h|hours?)?$/.exec(s);
	if (m) return Math.round(Number((m[1] ?? '').replace(',', '.')) * 60);
	throw new TypedNumberError(say('not-length-of-time', { what, text: text.trim() }));
}

/** What is said of a field that needs a number and has none. */
export const typeANumber = (field: string): TypedNumberError => new TypedNumberError(say('type-number'), field);
