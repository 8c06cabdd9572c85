import { beforeEach, describe, expect, it } from 'vitest';
import { withDifference, type Json } from '$lib/core/delta';
import type { App } from '$lib/server/app';
import { loadEstimate } from '$lib/server/estimates';
import { live } from '$lib/server/live';
import { bench } from '$lib/server/screens';
import { keep, keptNow, since } from '$lib/server/shown';
import type { Yard } from '../../src/demo/yard';
import { freshYard, value, viewer, wonJob } from './yard';

let yard: Yard;
let app: App;
beforeEach(async () => {
	({ yard, app } = await freshYard());
});

describe('messages', () => {
	it('bear a number that only grows; who was away is told what they missed, and only what they may hear', () => {
		const before = live.number;
		live.publish(['plan', 'invoices']);
		live.publish([]);
		live.publish(['plan', 'job:1']);
		expect(live.number).toBe(before + 2);
		expect(live.missedSince(before, viewer('owner'))).toEqual(['plan', 'invoices', 'job:1']);
		expect(live.missedSince(before + 1, viewer('owner'))).toEqual(['plan', 'job:1']);
		expect(live.missedSince(before, viewer('crew'))).not.toContain('invoices');
		expect(live.missedSince(before, viewer('owner'), (t) => t !== 'job:1')).toEqual(['plan', 'invoices']);
		expect(live.missedSince(live.number, viewer('owner'))).toEqual([]);
	});
	it('too long ago, or of another run of the program, are said to be unknown', () => {
		const before = live.number;
		for (let i = 0; i < 2001; i++) live.publish(['plan']);
		expect(live.missedSince(before, viewer('owner'))).toBeNull();
		expect(live.missedSince(live.number - 1999, viewer('owner'))).toEqual(['plan']);
		expect(live.missedSince(live.number + 1, viewer('owner'))).toBeNull();
		expect(live.missedSince(Number.NaN, viewer('owner'))).toBeNull();
	});
});

describe('what a page was shown', () => {
	const page = (price: number) => ({ lines: [{ id: 'a', price }], job: { name: 'Roof' } });
	it('is told the difference to whoever was shown it, and all of it to anybody else', () => {
		const first = keep('mine', page(1), 1);
		const again = since(first.tag, 'mine', page(2), 2);
		expect(again).toMatchObject({ from: first.tag, n: 2, delta: { of: { lines: expect.anything() } } });
		expect(again).not.toHaveProperty('value');
		expect(since(first.tag, 'theirs', page(3), 3)).toMatchObject({ value: page(3) });
		expect(since('never', 'mine', page(3), 3)).toMatchObject({ value: page(3) });
		// What is still the same costs no room.
		const { pages } = keptNow();
		expect(since(again.tag, 'mine', page(2), 4)).toEqual({ tag: again.tag, n: 4, from: again.tag, delta: null });
		expect(keptNow().pages).toBe(pages);
	});
	it('is kept within limits: by session, and all together', () => {
		const tags = Array.from({ length: 40 }, (_, i) => keep('one', page(i), 1).tag);
		expect(since(tags[0]!, 'one', page(1), 2)).toHaveProperty('value');
		expect(since(tags[39]!, 'one', page(39), 2)).toHaveProperty('from');
		const large = { rows: Array.from({ length: 250_000 }, (_, i) => i) };
		for (let i = 0; i < 40; i++) keep(`s${i}`, large, 1);
		expect(keptNow().weight).toBeLessThanOrEqual(4_000_000);
		expect(keep('one', { rows: Array.from({ length: 700_000 }, () => 1) }, 1).tag).toBe('');
		// What no page may show, past the compiler.
		expect(keep('one', { days: new Map() } as unknown as Json, 1).tag).toBe('');
	});
});

describe('an estimate that is read again', () => {
	it('is told by the one line that was changed, and is what a first reading says', () => {
		const { jobId, estimateId } = wonJob(yard);
		const scopeId = value<string>(app, 'select id from scopes where estimate_id = ?', estimateId);
		const text = Array.from({ length: 300 }, (_, i) => `Line ${i}\t${1 + (i % 7)}\teach\t10.25\t20.50`).join('\n');
		const columns = ['name', 'quantity', 'unit', 'cost', 'price'] as const;
		yard.call('bastian', 'estimates.paste-block', { scopeId, text, columns: [...columns], headed: false });
		// As a page has it: what JSON can say, which the compiler cannot see of an interface.
		const shown = () => bench(app, jobId, 'bastian') as unknown as Json;
		const before = shown();
		const { tag } = keep('mine', before, 1);
		const lineId = value<string>(app, "select id from lines where name = 'Line 7'");
		yard.call('bastian', 'estimates.change-line', { lineId, field: 'price', value: '31.75' });
		const again = since(tag, 'mine', shown(), 2);
		if (!('delta' in again)) throw new Error('All of it was sent.');
		expect(JSON.stringify(again.delta).length).toBeLessThan(1500);
		expect(JSON.stringify(again.delta)).toContain('317500');
		expect(withDifference(before, again.delta)).toEqual(JSON.parse(JSON.stringify(shown())));
		const line = loadEstimate(app.db.orm, estimateId)!
			.scopes.flatMap((s) => s.lines)
			.find((l) => l.id === lineId)!;
		expect(line.unitPrice).toBe(317_500);
		// The same object for everybody who reads it: nobody can change it for the others.
		expect(() => Object.assign(line, { unitPrice: 1 })).toThrow(TypeError);
	});
	it('says the same as its rows, column by column, whatever was done to them', () => {
		const { estimateId } = wonJob(yard);
		const lineId = value<string>(app, 'select l.id from lines l join scopes s on s.id = l.scope_id where s.estimate_id = ?', estimateId);
		const read = () =>
			loadEstimate(app.db.orm, estimateId)!
				.scopes.flatMap((s) => s.lines)
				.find((l) => l.id === lineId)!;
		const before = read();
		expect(read()).toBe(before);
		app.db.sqlite
			.prepare("update lines set option = 1, note = 'Steep “side”', flat = null, override = '{\"quantity\":5}' where id = ?")
			.run(lineId);
		expect(read()).toMatchObject({ option: true, note: 'Steep “side”', flat: null, override: { quantity: 5 } });
		expect({ ...read(), option: before.option, note: before.note, override: before.override }).toEqual(before);
	});
});
