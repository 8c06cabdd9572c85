import { say } from './refusals';
import { Refusal } from '../refusal';
import { sum } from './amount';
import { cents, type Cents } from './types';

/** Raised when an amount cannot be split by the given weights. */
export class SplitError extends Refusal {}

/**
 * Splits an amount over weights by the largest remainder; ties go to the earlier part.
 * The parts always add up to the amount, and split(−A) = −split(A), so that a credit undoes its invoice to the cent.
 * @throws SplitError for negative weights, or for weights that add up to 0 while the amount does not.
 * @example split(100, [1, 1, 1]) // 34, 33, 33
 */
export function split(amount: Cents, weights: readonly number[]): Cents[] {
	if (weights.some((w) => !Number.isSafeInteger(w))) throw new SplitError(say('weights-must-be-whole-numbers'));
	// Credits have negative lines: only the proportions count, so weights of one sign on either side are the same.
	if (weights.some((w) => w < 0)) {
		if (weights.some((w) => w > 0)) return splitMixed(amount, weights);
		return split(
			amount,
			weights.map((w) => -w)
		);
	}
	if (amount < 0) return split(cents(-amount), weights).map((part) => cents(part === 0 ? 0 : -part));
	const total = weights.reduce((a, w) => a + BigInt(w), 0n);
	if (total === 0n) {
		if (amount === 0) return weights.map(() => cents(0));
		throw new SplitError(say('nothing-to-spread-amount-over'));
	}
	const whole = BigInt(amount);
	const shares = weights.map((w, index) => {
		const product = whole * BigInt(w);
		return { index, part: product / total, rest: product % total };
	});
	let left = Number(whole - shares.reduce((a, s) => a + s.part, 0n));
	const parts = shares.map((s) => Number(s.part));
	const order = [...shares].sort((a, b) => (a.rest === b.rest ? a.index - b.index : a.rest > b.rest ? -1 : 1));
	for (const share of order) {
		if (left === 0) break;
		parts[share.index] = (parts[share.index] ?? 0) + 1;
		left -= 1;
	}
	return parts.map(cents);
}

/** Lines of both signs: each takes its signed share, the cents left over go by the largest remainder as before. */
function splitMixed(amount: Cents, weights: readonly number[]): Cents[] {
	if (amount < 0) return splitMixed(cents(-amount), weights).map((part) => cents(part === 0 ? 0 : -part));
	const total = weights.reduce((a, w) => a + BigInt(w), 0n);
	if (total === 0n) {
		if (amount === 0) return weights.map(() => cents(0));
		throw new SplitError(say('lines-cancel-each-other-out-so'));
	}
	const shares = weights.map((w, index) => {
		const product = BigInt(amount) * BigInt(w) * (total < 0n ? -1n : 1n);
		const size = total < 0n ? -total : total;
		const floor = product >= 0n ? product / size : -((-product + size - 1n) / size);
		return { index, part: floor, rest: product - floor * size };
	});
	const parts = shares.map((s) => Number(s.part));
	let left = amount - sum(parts.map(cents));
	for (const share of [...shares].sort((a, b) => (a.rest === b.rest ? a.index - b.index : a.rest > b.rest ? -1 : 1))) {
		if (left <= 0) break;
		parts[share.index] = (parts[share.index] ?? 0) + 1;
		left -= 1;
	}
	return parts.map(cents);
}
