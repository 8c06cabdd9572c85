import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { differenceOf, weightOf, withDifference, type Json } from './delta';

const plain = fc.jsonValue({ maxDepth: 4 }) as fc.Arbitrary<Json>;
const row = fc.record({ id: fc.integer({ min: 0, max: 8 }), price: fc.integer(), name: fc.string(), inner: plain });
const rows = fc.uniqueArray(row, { selector: (r) => r.id, maxLength: 8 }) as fc.Arbitrary<Json>;
const page = fc.record({ rows, more: plain, note: fc.option(fc.string(), { nil: undefined }) }) as fc.Arbitrary<Json>;
/** After the way over the line; as never, because JSON.parse says nothing of what comes. */
const through = (v: unknown) => JSON.parse(JSON.stringify(v)) as never;

describe('the difference of two states', () => {
	it('makes the second of the first, whatever they are and after the way over the line', () => {
		for (const some of [plain, page, rows])
			fc.assert(
				fc.property(some, some, (a, b) => {
					const delta = differenceOf(a, b);
					expect(JSON.stringify(sorted(withDifference(a, delta === null ? null : through(delta))))).toBe(JSON.stringify(sorted(b)));
				})
			);
	});

	it('is none for what is the same, and says nothing of what stayed', () => {
		fc.assert(
			fc.property(page, (a) => {
				expect(differenceOf(a, structuredClone(a))).toBeNull();
			})
		);
		const before = {
			lines: [
				{ id: 'a', price: 1 },
				{ id: 'b', price: 2 }
			],
			name: 'Roof'
		};
		const after = {
			lines: [
				{ id: 'a', price: 1 },
				{ id: 'b', price: 3 }
			],
			name: 'Roof'
		};
		const delta = differenceOf(before, after);
		expect(delta).toEqual({ of: { lines: { at: { 1: { of: { price: { is: 3 } } } } } } });
		const next = withDifference(before, delta) as typeof before;
		expect(next.lines[0]).toBe(before.lines[0]);
		expect(next.lines[1]).not.toBe(before.lines[1]);
	});

	it('of a list with one more at its head, one gone and two moved names only these', () => {
		const list = (...ids: string[]) => ids.map((id) => ({ id, text: `all that stands in ${id}` }));
		const delta = differenceOf(list('a', 'b', 'c', 'd', 'e'), list('new', 'a', 'c', 'e', 'd'));
		expect(delta).toEqual({ list: [{ new: { id: 'new', text: 'all that stands in new' } }, [0, 1], [2, 1], [4, 1], [3, 1]], at: {} });
		expect(differenceOf(['x', 'y', 'z'], ['x', 'z'])).toEqual({
			list: [
				[0, 1],
				[2, 1]
			],
			at: {}
		});
	});

	it('takes a key for a key, whatever it is called', () => {
		const odd = JSON.parse('{"__proto__": {"a": 1}, "constructor": 2}') as Json;
		const laid = withDifference({}, through(differenceOf({}, odd)));
		expect(JSON.stringify(laid)).toBe(JSON.stringify(odd));
		expect(({} as { a?: number }).a).toBeUndefined();
	});

	it('laid over something else is refused where it cannot be', () => {
		expect(() => withDifference([], { of: {} })).toThrow(RangeError);
		expect(() => withDifference({}, { at: {} })).toThrow(RangeError);
		expect(() => withDifference([1], { at: { 3: { is: 2 } } })).toThrow(RangeError);
	});

	it('weighs more with what it holds', () => {
		fc.assert(
			fc.property(plain, plain, (a, b) => {
				expect(weightOf([a, b])).toBe(1 + weightOf(a) + weightOf(b));
			})
		);
		expect(weightOf('x'.repeat(320))).toBe(11);
		expect(weightOf({ days: new Map() })).toBe(Infinity);
		expect(weightOf([new Date(0)])).toBe(Infinity);
	});
});

/** Keys in one order, as the order of keys means nothing. */
function sorted(v: Json | undefined): unknown {
	if (Array.isArray(v)) return v.map(sorted);
	if (typeof v !== 'object' || v === null) return v;
	return Object.entries(v)
		.filter(([, x]) => x !== undefined)
		.sort(([a], [b]) => (a < b ? -1 : 1))
		.map(([k, x]) => [k, sorted(x as Json)]);
}
