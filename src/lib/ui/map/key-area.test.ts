import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { inArea, KeyArea, type Point } from './key-area';

const pressed = (a: KeyArea, ...keys: string[]) => keys.map((k) => a.press(k));

describe('an area drawn by keys', () => {
	it('is set corner by corner and closed where the last one stands', () => {
		const a = new KeyArea([400, 300]);
		expect(a.at).toEqual([200, 150]);
		expect(pressed(a, 'Enter', 'Enter')).toEqual(['corner', null]);
		expect(pressed(a, 'ArrowRight', ' ', 'ArrowDown', 'Enter')).toEqual(['moved', 'corner', 'moved', 'corner']);
		expect(a.corners).toEqual([
			[200, 150],
			[224, 150],
			[224, 174]
		]);
		expect(pressed(a, 'Enter')).toEqual(['closed']);
	});
	it('moves by little with Shift, and never off the ground', () => {
		const a = new KeyArea([40, 40]);
		a.press('ArrowLeft', true);
		expect(a.at).toEqual([16, 20]);
		pressed(a, 'ArrowLeft', 'ArrowLeft', 'ArrowUp', 'ArrowUp');
		expect(a.at).toEqual([0, 0]);
		pressed(a, 'ArrowRight', 'ArrowRight', 'ArrowDown', 'ArrowDown');
		expect(a.at).toEqual([40, 40]);
	});
	it('takes a corner back, ends by Escape, and leaves other keys alone', () => {
		const a = new KeyArea([400, 300]);
		expect(pressed(a, 'Backspace', 'Enter', 'Backspace', 'Tab', 'a', 'Escape')).toEqual([null, 'corner', 'back', null, null, 'left']);
		expect(a.corners).toEqual([]);
	});
});

describe('what lies within an area', () => {
	const box: Point[] = [
		[0, 0],
		[10, 0],
		[10, 10],
		[0, 10]
	];
	it('is in a box what is between its sides, whichever way it was drawn', () => {
		fc.assert(
			// Between the sides: on one itself either is right.
			fc.property(fc.integer({ min: -50, max: 150 }), fc.integer({ min: -50, max: 150 }), (tx, ty) => {
				const [x, y] = [tx / 10 + 0.05, ty / 10 + 0.05];
				const within = x > 0 && x < 10 && y > 0 && y < 10;
				expect(inArea(box, [x, y])).toBe(within);
				expect(inArea([...box].reverse(), [x, y])).toBe(within);
			})
		);
	});
	it('is none of what is drawn around twice', () => {
		const twice: Point[] = [...box, ...box];
		expect(inArea(twice, [5, 5])).toBe(false);
		const bow: Point[] = [
			[0, 0],
			[10, 10],
			[10, 0],
			[0, 10]
		];
		expect([inArea(bow, [2, 5]), inArea(bow, [8, 5]), inArea(bow, [5, 1])]).toEqual([true, true, false]);
		expect(inArea([], [0, 0])).toBe(false);
	});
});
