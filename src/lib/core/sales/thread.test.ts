import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { threadStates } from './thread';

const NAMES = ['asked', 'quoted', 'won', 'planned', 'done', 'billed', 'paid'];
const states = (...done: string[]) => threadStates(NAMES.map((name) => ({ name, done: done.includes(name) })));

describe('the thread of a job', () => {
	it('leaves out what was skipped and can not come any more, and goes on behind it', () => {
		expect(states('asked', 'won')).toEqual(['done', 'left out', 'done', 'next', 'to come', 'to come', 'to come']);
		expect(states('asked', 'won', 'done')).toEqual(['done', 'left out', 'done', 'left out', 'done', 'next', 'to come']);
	});
	it('leaves out nothing that still comes: what was billed ahead is still to be done', () => {
		expect(states('asked', 'quoted', 'won', 'billed', 'paid')).toEqual(['done', 'done', 'done', 'next', 'to come', 'done', 'done']);
	});
	it('has at most one next, and none only where nothing is to come', () => {
		fc.assert(
			fc.property(fc.subarray(NAMES), (done) => {
				const all = states(...done);
				expect(all.filter((s) => s === 'next')).toHaveLength(all.includes('to come') || all.includes('next') ? 1 : 0);
				NAMES.forEach((n, i) => expect(all[i] === 'done').toBe(done.includes(n)));
			})
		);
	});
});
