import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import type { Cadence } from '$lib/core/rounds';
import { cadenceForm, cadenceTyped } from './cadence-form';

describe('a cadence as it is typed', () => {
	it('comes back as it was', () => {
		const two = (n: number) => String(n).padStart(2, '0');
		const day = fc.tuple(fc.integer({ min: 1, max: 12 }), fc.integer({ min: 1, max: 28 })).map(([m, d]) => `${two(m)}-${two(d)}`);
		const any: fc.Arbitrary<Cadence> = fc.oneof(
			fc.integer({ min: 1, max: 52 }).map((every) => ({ by: 'weeks' as const, every })),
			fc.record({
				by: fc.constant('windows' as const),
				gap: fc.integer({ min: 1, max: 366 }),
				windows: fc.array(fc.record({ from: day, to: day }), { minLength: 1, maxLength: 5 })
			})
		);
		fc.assert(
			fc.property(any, (c) => {
				expect(cadenceTyped(cadenceForm(c))).toEqual(c);
			})
		);
	});
	it('begins with every two weeks; half weeks are sent as none, which is refused at its field', () => {
		expect(cadenceTyped(cadenceForm(null))).toEqual({ by: 'weeks', every: 2 });
		expect(cadenceTyped({ ...cadenceForm(null), every: '1.5' })).toEqual({ by: 'weeks', every: -1 });
	});
});
