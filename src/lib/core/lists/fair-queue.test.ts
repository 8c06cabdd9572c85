import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { FairQueue } from './fair-queue';

const askers = fc.array(fc.constantFrom('ann', 'bo', 'cy'), { maxLength: 30 });
const filled = (of: readonly string[]) => {
	const queue = new FairQueue<number>();
	of.forEach((asker, i) => queue.put(asker, i));
	return queue;
};

describe('a fair queue', () => {
	it('lets one of each through before a second of any', () => {
		const queue = filled(['ann', 'ann', 'ann', 'bo', 'cy', 'bo']);
		expect(Array.from({ length: 7 }, () => queue.take())).toEqual([0, 3, 4, 1, 5, 2, undefined]);
	});
	it('gives out each thing once, each asker’s in their order, at the place it was told', () => {
		fc.assert(
			fc.property(askers, (of) => {
				const queue = filled(of);
				expect(queue.size).toBe(of.length);
				const places = of.map((_, i) => queue.placeOf(i));
				const taken = of.map(() => queue.take() as number);
				expect([...taken].sort((a, b) => a - b)).toEqual(of.map((_, i) => i));
				expect(taken.map((item) => places[item])).toEqual(taken.map((_, at) => at));
				for (const asker of new Set(of)) {
					const own = taken.filter((i) => of[i] === asker);
					expect(own).toEqual([...own].sort((a, b) => a - b));
				}
				expect(queue.take()).toBeUndefined();
			})
		);
	});
	it('forgets what nobody waits for any more', () => {
		const queue = filled(['ann', 'ann', 'bo']);
		expect([queue.drop(0), queue.drop(0), queue.placeOf(0), queue.countOf('ann')]).toEqual([true, false, null, 1]);
		expect([queue.take(), queue.take(), queue.take()]).toEqual([1, 2, undefined]);
		expect(queue.countOf('nobody')).toBe(0);
	});
});
