import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { percent, quantity, unitPrice } from '../money';
import { computeEstimate, type EstimateResult } from './compute';
import { largeEstimate } from './fixtures';
import type { Estimate, Line } from './model';
import { recompute, type Computed } from './recompute';
import { differenceOf, withDifference, type Json } from '../delta';
import { withLines } from './type-in';

const start = largeEstimate(3, 12);

/** The next state as a page gets it: over the one it has. An estimate is what JSON can say; the compiler cannot see that of an interface. */
const laid = (before: Estimate, next: Estimate) =>
	withDifference(before as unknown as Json, differenceOf(before as unknown as Json, next as unknown as Json)) as unknown as Estimate;
/** Everything that is shown of a result, without the scope that a line points back to. */
const figures = (r: EstimateResult) => {
	const line = ({ scope: _, ...l }: EstimateResult['lines'][number]) => l;
	return {
		...r,
		lines: r.lines.map(line),
		scopes: r.scopes.map((s) => ({ ...s, lines: s.lines.map(line) })),
		toDecide: r.toDecide.map((l) => l.line.id),
		reminders: r.reminders.map((l) => l.line.id)
	};
};

const somePatch: fc.Arbitrary<Partial<Line>> = fc.oneof(
	fc.integer({ min: 0, max: 9_999 }).map((p) => ({ unitPrice: unitPrice(p * 100) })),
	fc.integer({ min: 0, max: 99 }).map((q) => ({ override: { quantity: quantity(q * 10_000), computedThen: quantity(0) } })),
	fc.boolean().map((setAside) => ({ setAside })),
	fc.boolean().map((option) => ({ option })),
	fc.constantFrom(null, 'a', 'b').map((taxCodeId) => ({ taxCodeId })),
	fc.constantFrom('', 'line and color').map((placeholder) => ({ placeholder }))
);
/** One thing that happens to an estimate: a line typed, a scope set aside or made an option, a discount, a group that counts. */
const someEdit: fc.Arbitrary<(e: Estimate) => Estimate> = fc.oneof(
	fc.tuple(fc.nat(2), fc.nat(11), somePatch).map(
		([s, l, patch]) =>
			(e: Estimate) =>
				withLines(e, [[`s${s}l${l}`, patch]])
	),
	fc
		.tuple(fc.nat(2), fc.constantFrom('setAside', 'option'), fc.boolean())
		.map(([n, what, on]) => (e: Estimate) => ({ ...e, scopes: e.scopes.map((s, i) => (i === n ? { ...s, [what]: on } : s)) })),
	fc
		.option(fc.integer({ min: 0, max: 5000 }))
		.map((p) => (e: Estimate) => ({ ...e, discount: p === null ? null : { by: 'percent' as const, percent: percent(p) } })),
	fc.nat(2).map((n) => (e: Estimate) => ({
		...e,
		groups: [{ id: 'g', name: 'One of', atLeast: 1, atMost: 1, presetId: `s${n}` }],
		scopes: e.scopes.map((s) => ({ ...s, groupId: 'g' }))
	})),
	fc.integer({ min: 0, max: 200_000 }).map((p) => (e: Estimate) => ({ ...e, overheadPercent: { material: p as never } }))
);

describe('what is computed anew', () => {
	it('comes to the same as if all of it were, whatever happens and in whatever order', () => {
		fc.assert(
			fc.property(fc.array(someEdit, { minLength: 1, maxLength: 12 }), (edits) => {
				let now: Computed = recompute(null, start);
				for (const edit of edits) {
					now = recompute(now, edit(now.estimate));
					expect(figures(now.result)).toEqual(figures(computeEstimate(now.estimate)));
				}
			}),
			{ numRuns: 60 }
		);
	});
	it('leaves every line and scope that did not move the same object, also when it comes from the server', () => {
		const first = recompute(null, start);
		fc.assert(
			fc.property(fc.array(fc.tuple(fc.nat(2), fc.nat(11), fc.integer({ min: 0, max: 9_999 })), { maxLength: 4 }), (edits) => {
				const patches = new Map<string, Partial<Line>>(
					edits.map(([s, l, p]) => [`s${s}l${l}`, { unitPrice: unitPrice(p * 100) }] as const)
				);
				// As it comes from the server: nothing is the same object any more.
				const fresh = structuredClone(withLines(start, [...patches]));
				const next = laid(start, fresh);
				expect(next).toEqual(fresh);
				const { result } = recompute(first, next);
				expect(figures(result)).toEqual(figures(computeEstimate(fresh)));
				for (const [i, s] of result.scopes.entries())
					if (!s.lines.some((l) => patches.has(l.line.id))) expect(s).toBe(first.result.scopes[i]);
				for (const [i, l] of result.lines.entries()) if (!patches.has(l.line.id)) expect(l).toBe(first.result.lines[i]);
			})
		);
	});
	it('takes nothing from a line that was moved to another scope', () => {
		const [a, b, c] = start.scopes as [(typeof start.scopes)[0], (typeof start.scopes)[0], (typeof start.scopes)[0]];
		const moved = { ...start, scopes: [{ ...a, lines: a.lines.slice(1) }, { ...b, lines: [...b.lines, a.lines[0]!] }, c] };
		const { result } = recompute(recompute(null, start), laid(start, moved));
		expect(result.scopes[1]?.lines.at(-1)?.scope.id).toBe('s1');
		expect(figures(result)).toEqual(figures(computeEstimate(moved)));
	});
	it('sums what is taxed alike by scope, so that the tax is that of all lines', () => {
		const mixed = withLines(
			start,
			start.scopes.flatMap((s) => s.lines.map((l, i) => [l.id, { taxCodeId: i % 3 ? 'a' : null }] as const))
		);
		const result = computeEstimate(mixed);
		const sum = (code: string | null) => result.taxed.filter((t) => t.taxCodeId === code).reduce((n, t) => n + t.amount, 0);
		for (const code of ['a', null])
			expect(sum(code)).toBe(result.lines.filter((l) => l.line.taxCodeId === code).reduce((n, l) => n + l.net, 0));
	});
});
