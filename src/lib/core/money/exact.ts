import type { Fraction as FractionInstance } from 'fraction.js';
import FractionModule from 'fraction.js';

/** Exact rational numbers for everything between two stored integers (a sheet computes exactly and is rounded once). */
export type Exact = FractionInstance;

/** Makes an exact number from a whole number, or from a numerator and a denominator. */
export function exact(numerator: number | bigint, denominator: number | bigint = 1): Exact {
	return new FractionModule(BigInt(numerator), BigInt(denominator)) as unknown as Exact;
}

/**
 * Rounds an exact number to a whole number, half away from zero.
 * @throws RangeError when the result cannot be kept exactly.
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
 * @throws RangeError for a divisor of 0 or a result that cannot be kept exactly.
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
	return roundExact(exact(BigInt(a) * BigInt(b), BigInt(d)));
}

/**
 * a ÷ d rounded up, exact for every safe whole number.
 * @example ceilDiv(7, 2) // 4
 * @throws RangeError for a divisor of 0
 */
export function ceilDiv(a: number, d: number): number {
	if (d === 0) throw new RangeError('Division by zero.');
	const [n, by] = d < 0 ? [-BigInt(a), -BigInt(d)] : [BigInt(a), BigInt(d)];
	return safe(n / by + (n % by > 0n ? 1n : 0n));
}

function safe(n: bigint): number {
	const result = Number(n);
	if (!Number.isSafeInteger(result)) throw new RangeError('The amount is too large to be kept exactly.');
	return result === 0 ? 0 : result;
}
