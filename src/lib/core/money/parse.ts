import { Refusal } from '../refusal';
import { cents, percent, quantity, unitPrice, type Cents, type Percent, type Quantity, type UnitPrice } from './types';

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
	if (s === '') throw new TypedNumberError(`${what} is empty.`);
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
		throw new TypedNumberError(`${what} is not a number: “${text.trim()}”.`);
	const [whole = '', fraction = ''] = s.replace(/[ ,']/g, '').split('.');
	const kept = fraction.replace(/0+$/, '');
	if (kept.length > decimals) throw new TypedNumberError(`${what} has more than ${decimals} decimals.`);
	const scaled = Number((whole || '0') + kept.padEnd(decimals, '0'));
	if (!Number.isSafeInteger(scaled)) throw new TypedNumberError(`${what} is too large.`);
	return negative && scaled !== 0 ? -scaled : scaled;
}

/** Typed money, to whole cents. */
export const parseCents = (text: string, what = 'The amount'): Cents => cents(parseScaled(text, 2, what));
/** Typed unit cost or price, up to four decimals. */
export const parseUnitPrice = (text: string, what = 'The price'): UnitPrice => unitPrice(parseScaled(text, 4, what));
/** Typed quantity, up to four decimals. */
export const parseQuantity = (text: string, what = 'The quantity'): Quantity => quantity(parseScaled(text, 4, what));
/** Typed percentage, with or without the sign, up to two decimals. */
export const parsePercent = (text: string, what = 'The percentage'): Percent => percent(parseScaled(text.replace(/\s*%\s*$/, ''), 2, what));

/**
 * Typed duration: "2h 15", "2:15", "2.25", "2,5 h", "45m", "45 min". A bare number is hours.
 * @returns whole minutes
 */
export function parseMinutes(text: string, what = 'The time'): number {
	const s = text.trim().toLowerCase();
	let m = /^(\d+)\s*(?:h|:)\s*(\d{1,2})\s*(?:m|min)?$/.exec(s);
	if (m) {
		const rest = Number(m[2]);
		if (rest > 59) throw new TypedNumberError(`${what} has more than 59 minutes beside the hours.`);
		return Number(m[1]) * 60 + rest;
	}
	m = /^(\d+)\s*(?:m|min|minutes)$/.exec(s);
	if (m) return Number(m[1]);
	m = /^(\d+(?:[.,]\d{1,4})?)\s*(?:h|hours?)?$/.exec(s);
	if (m) return Math.round(Number((m[1] ?? '').replace(',', '.')) * 60);
	throw new TypedNumberError(`${what} is not a length of time: “${text.trim()}”. Type it like 2h 15 or 45 min.`);
}
