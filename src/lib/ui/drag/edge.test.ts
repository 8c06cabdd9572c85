import { describe, expect, it } from 'vitest';
import { Edge, rollBy } from './edge';

describe('a list that rolls on', () => {
	it('does so near an edge, the faster the nearer, and not in its middle', () => {
		expect([rollBy(300, 100, 500), rollBy(100, 100, 500), rollBy(500, 100, 500), rollBy(123, 100, 500), rollBy(90, 100, 500)]).toEqual([
			...[0, -16, 16, -8, -16]
		]);
	});

	it('is left alone on the server, where pages are drawn and given up without a frame', () => {
		expect('cancelAnimationFrame' in globalThis).toBe(false);
		expect(() => new Edge().stop()).not.toThrow();
	});
});
