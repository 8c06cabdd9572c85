import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { unitPrice } from '../money';
import { computeEstimate } from './compute';
import { largeEstimate } from './fixtures';
import { sharedResult, sharedWith } from './share';
import { withLines } from './type-in';

describe('what is shared with the state before', () => {
	const before = largeEstimate(3, 12);
	const first = computeEstimate(before);
	it('is every line that did not move, and the figures are those of the new state', () => {
		fc.assert(
			fc.property(fc.array(fc.tuple(fc.nat(2), fc.nat(11), fc.integer({ min: 0, max: 9_999 })), { maxLength: 4 }), (edits) => {
				const patches = Object.fromEntries(edits.map(([s, l, p]) => [`s${s}l${l}`, { unitPrice: unitPrice(p * 100) }]));
				// As it comes from the server: nothing is the same object any more.
				const fresh = structuredClone(withLines(before, patches));
				const next = sharedWith(before, fresh);
				expect(next).toEqual(fresh);
				const result = sharedResult(first, computeEstimate(next));
				expect(result.total).toEqual(computeEstimate(fresh).total);
				expect(result.lines.map((l) => [l.line.id, l.net, l.margin])).toEqual(
					computeEstimate(fresh).lines.map((l) => [l.line.id, l.net, l.margin])
				);
				for (const [i, s] of result.scopes.entries()) if (!s.lines.some((l) => patches[l.line.id])) expect(s).toBe(first.scopes[i]);
				for (const [i, l] of result.lines.entries()) if (!patches[l.line.id]) expect(l).toBe(first.lines[i]);
			})
		);
	});
	it('is nothing of a line that was moved to another scope', () => {
		const [a, b, c] = before.scopes as [(typeof before.scopes)[0], (typeof before.scopes)[0], (typeof before.scopes)[0]];
		const moved = { ...before, scopes: [{ ...a, lines: a.lines.slice(1) }, { ...b, lines: [...b.lines, a.lines[0]!] }, c] };
		const result = sharedResult(first, computeEstimate(sharedWith(before, moved)));
		expect(result.scopes[1]?.lines.at(-1)?.scope.id).toBe('s1');
		expect(sharedWith(null, moved)).toBe(moved);
		expect(sharedResult(null, first)).toBe(first);
	});
});
