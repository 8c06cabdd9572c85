import { describe, expect, it } from 'vitest';
import type { Kept } from '$lib/client/kept-store';
import { notesWaiting, partWith, runningWith, tickedWith, usedWaiting, visitWith } from './kept';

let seq = 0;
const kept = (name: Kept['name'], input: unknown, more: Partial<Kept> = {}): Kept => ({
	...{ seq: ++seq, person: 'ines', key: `k${seq}`, group: `k${seq}`, name, input, picture: null, about: 'job:a' },
	...{ label: 'Clock on, Weir Street', occurredAt: 1_000_000, refused: null },
	...more
});

describe('what waits on a device', () => {
	it('is shown as done: the clock runs by our time from when it was pressed, and ends when that was pressed', () => {
		const on = kept('time.clock-on', { jobId: 'a' });
		expect(runningWith(null, [on], 500)).toEqual({ id: on.key, jobId: 'a', taskId: null, startedAt: 1_000_500, job: 'Weir Street' });
		expect(runningWith(null, [on, kept('time.clock-off', { note: '', breakMinutes: 0 })], 0)).toBeNull();
		const running = { id: 'x', jobId: 'b', taskId: null, startedAt: 5, job: 'Quay' };
		expect(runningWith(running, [on], 0)?.jobId).toBe('a');
		expect(runningWith(running, [kept('time.clock-on', { jobId: 'b' })], 0)).toBe(running);
		expect(runningWith(running, [{ ...on, refused: 'not there any more' }], 0)).toBe(running);
		expect(runningWith(running, [kept('time.clock-on', { jobId: 'b', taskId: 't' })], 0)?.taskId).toBe('t');
	});
	it('counts by the last of what was done to the same thing, and leaves others alone', () => {
		const all = [
			kept('work.tick-task', { taskId: 't', done: true }),
			kept('work.tick-task', { taskId: 't', done: false }),
			kept('work.tick-step', { stepId: 's', done: true }),
			kept('work.move-part', { partId: 'p', state: 'on truck' }),
			kept('work.move-part', { partId: 'p', state: 'fitted' }),
			kept('rounds.do-visit', { visitId: 'v', done: true, note: '' })
		];
		expect([tickedWith(true, all, 'task', 't'), tickedWith(true, all, 'task', 'other'), tickedWith(false, all, 'step', 's')]).toEqual([
			false,
			true,
			true
		]);
		expect([partWith('on hand', all, 'p'), partWith('on hand', all, 'q')]).toEqual(['fitted', 'on hand']);
		expect([visitWith(false, all, 'v'), visitWith(false, all, 'w')]).toEqual([true, false]);
	});
	it('is listed: notes the newest first, with whether a picture waits too, and material', () => {
		const all = [
			kept('field.note', { jobId: 'a', text: 'first', fileId: null }),
			kept('field.note', { jobId: 'a', text: 'second', fileId: 'f' }),
			kept('field.note', { jobId: 'a', text: 'refused', fileId: null }, { refused: 'gone' }),
			kept('costs.use-material', { jobId: 'a', itemId: 'i', quantity: 25_000 })
		];
		expect(notesWaiting(all).map((n) => [n.text, n.picture])).toEqual([
			['second', true],
			['first', false]
		]);
		expect(usedWaiting(all).map((u) => u.quantity)).toEqual([25_000]);
	});
});
