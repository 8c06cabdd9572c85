import { describe, expect, it } from 'vitest';
import { parseQuantity } from '$lib/core/money';
import { readAt, wholeTyped } from './typed';

describe('what is typed', () => {
	it('is read, or refused at its field', () => {
		expect(readAt('hours', () => parseQuantity('1.5'))).toBe(15_000);
		expect(() => readAt('hours', () => parseQuantity('many'))).toThrow(expect.objectContaining({ field: 'hours' }));
	});
	it('as a whole number is one or refused later by its schema', () => {
		expect(['12', ' 7 ', '1.5', '', '-3', 'x'].map(wholeTyped)).toEqual([12, 7, -1, -1, -1, -1]);
	});
});
