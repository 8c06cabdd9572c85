import { say } from './refusals';
import { Refusal } from '../refusal';
import type { Fraction as FractionInstance } from 'fraction.js';
import FractionModule from 'fraction.js';

/** A number that cannot be kept exactly. It comes from what somebody typed, so it is said in words. */
export class NumberTooLarge extends Refusal {
	constructor() {
		super(say('more-than-can-be-kept'));
	}
}

/** Exact rational numbers for everything between two stored integers (a sheet computes exactly and is rounded once). */
export type Exact = FractionInstance;

/** Makes an exact number from a whole number, or from a numerator and a denominator. */
export function exact(numerator: number | bigint, denominator: number | bigint = 1): Exact {
	return new FractionModule(BigInt(numerator), BigInt(denominator)) as unknown as Exact;
}

/**
 * Rounds an exact number to a whole number, half away from zero.
 * @throws NumberTooLarge when the result cannot be kept exactly
 */
export function roundExact(value: Exact): number {
	const two = 2n;
	const n = BigInt(value.n);
	const d = BigInt(value.d);
	const size = (n * two + d) / (d * two);
	return safe(value.s < 0n ? -size : size);
}

/**
 * a × b ÷ d, rounded half away from zero, exact for every safe whole number.
 * @example mulDiv(5, 1, 2) // 3, and mulDiv(-5, 1, 2) is -3
 * @throws RangeError for a divisor of 0, NumberTooLarge for a result that cannot be kept exactly
 */
export function mulDiv(a: number, b: number, d: number): number {
	if (d === 0) throw new RangeError('Division by zero.');
	const product = a * b;
	// Whole numbers below 2^52 leave room for the doubling below; the rest goes the long way.
	if (product <= 4503599627370495 && product >= -4503599627370495) {
		if (d < 0) return mulDiv(-a, b, -d);
		const size = Math.abs(product);
		const rest = size % d;
		const q = (size - rest) / d + (rest * 2 >= d ? 1 : 0);
		return product < 0 && q !== 0 ? -q : q;
	}
	return divideRounded(BigInt(a) * BigInt(b), BigInt(d));
}

/**
 * The sum of some products ÷ d, rounded once, half away from zero: products are never made in floating point, where one above 2^53
 * is already another number.
 * @param terms pairs of whole numbers to multiply
 * @example sumOfProducts([[3, 5], [2, 1]], 2) // 9: 17 ÷ 2, away from zero
 * @throws RangeError for a divisor of 0, NumberTooLarge for a result that cannot be kept exactly
 */
export function sumOfProducts(terms: readonly (readonly [number, number])[], d: number): number {
	let rough = 0;
	let size = 0;
	for (const [a, b] of terms) {
		rough += a * b;
		size += Math.abs(a * b);
	}
	// Every product and every sum on the way is exact below 2^52.
	if (size <= 4503599627370495) return mulDiv(rough, 1, d);
	return divideRounded(
		terms.reduce((sum, [a, b]) => sum + BigInt(a) * BigInt(b), 0n),
		BigInt(d)
	);
}

/** n ÷ d of any size, rounded half away from zero. @throws RangeError for a divisor of 0, NumberTooLarge for a result that cannot be kept exactly */
export function divideRounded(n: bigint, d: bigint): number {
	if (d === 0n) throw new RangeError('Division by zero.');
	const negative = n < 0n !== d < 0n;
	const [top, by] = [n < 0n ? -n : n, d < 0n ? -d : d];
	const size = (top * 2n + by) / (by * 2n);
	return safe(negative ? -size : size);
}

/**
 * a ÷ d rounded up, exact for every whole number.
 * @example ceilDiv(7, 2) // 4
 * @throws RangeError for a divisor of 0
 */
export function ceilDiv(a: number | bigint, d: number): number {
	if (d === 0) throw new RangeError('Division by zero.');
	const [n, by] = d < 0 ? [-BigInt(a), -BigInt(d)] : [BigInt(a), BigInt(d)];
	return safe(n / by + (n % by > 0n ? 1n : 0n));
}

function safe(n: bigint): number {
	const result = Number(n);
	if (!Number.isSafeInteger(result)) throw new NumberTooLarge();
	return result === 0 ? 0 : result;
}
