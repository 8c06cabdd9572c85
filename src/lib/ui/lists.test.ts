import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { countBy, groupBy, inTurns, toggled, within } from './lists';

describe('lists', () => {
	it('toggle without touching what was given', () => {
		const set: ReadonlySet<string> = new Set(['a']);
		expect([...toggled(set, ['b', 'c'], true)]).toEqual(['a', 'b', 'c']);
		expect([...toggled(set, ['a'], false)]).toEqual([]);
		expect([...set]).toEqual(['a']);
	});
	it('group every row once, in order', () => {
		fc.assert(
			fc.property(fc.array(fc.integer({ min: 0, max: 9 })), (rows) => {
				const groups = groupBy(rows, (n) => String(n % 3));
				const counts = countBy(rows, (n) => String(n % 3));
				return (
					groups.flatMap(([, own]) => own).length === rows.length &&
					groups.every(([key, own]) => own.every((n) => String(n % 3) === key) && counts.get(key) === own.length)
				);
			})
		);
	});
	it('find all that lie in a node', () => {
		const tree = [
			{ id: 'a', parentId: null },
			{ id: 'b', parentId: 'a' },
			{ id: 'c', parentId: 'b' },
			{ id: 'd', parentId: null }
		];
		expect([...within(tree, 'a')]).toEqual(['a', 'b', 'c']);
		expect([...within(tree, 'd')]).toEqual(['d']);
	});
	it('go in turns, none left out and none twice', () => {
		expect([inTurns([1, 2, 3], 2), inTurns([], 2)]).toEqual([[[1, 2], [3]], []]);
		fc.assert(
			fc.property(fc.array(fc.integer()), fc.integer({ min: 1, max: 9 }), (all, size) => {
				expect(inTurns(all, size).flat()).toEqual(all);
			})
		);
	});
});
