import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { bundles } from '$lib/client/post';
import type { Kept } from '$lib/client/kept-store';

const kept = (name: 'picture' | 'field.note', text: string, n: number): Kept => ({
	...{ seq: n, person: 'noor', key: `k${n}`, group: `g${n}`, about: '', label: '', occurredAt: n, refused: null },
	...{ name, input: { text }, picture: null }
});
const waiting = fc
	.array(fc.tuple(fc.constantFrom('picture' as const, 'field.note' as const), fc.nat(40_000)), { maxLength: 120 })
	.map((all) => all.map(([name, length], n) => kept(name, 'x'.repeat(length), n)));

describe('what waits on a device', () => {
	it('is sent in its order, each thing once, pictures alone, and no request larger than is taken', () => {
		fc.assert(
			fc.property(waiting, (all) => {
				const made = bundles(all);
				expect(made.flat()).toEqual(all);
				for (const bundle of made) {
					expect(bundle.length).toBeGreaterThan(0);
					expect(bundle.length).toBeLessThanOrEqual(25);
					if (bundle.some((k) => k.name === 'picture')) expect(bundle).toHaveLength(1);
					if (bundle.length > 1) expect(bundle.reduce((sum, k) => sum + JSON.stringify(k.input).length, 0)).toBeLessThanOrEqual(150_000);
				}
			}),
			{ numRuns: 40 }
		);
	});
	it('goes in few requests', () => {
		expect(bundles(Array.from({ length: 500 }, (_, n) => kept('field.note', 'done', n)))).toHaveLength(20);
		expect(bundles([])).toEqual([]);
	});
});
