import fc from 'fast-check';
import { beforeAll, describe, expect, it } from 'vitest';
import type { App } from '$lib/server/app';
import { bench } from '$lib/server/screens/bench';
import { loadEstimate } from '$lib/server/estimates/load';
import type { Actor } from '$lib/server/commands';
import type { Yard } from '../../src/demo/yard';
import { count, freshYard, refused, value } from './yard';

let yard: Yard;
let app: App;
let n = 0;
/** An estimator who came to the bid after it was begun. */
const ALDO: Actor = { type: 'person', id: 'aldo', name: 'Aldo Fenn', role: 'estimator' };
beforeAll(async () => {
	({ yard, app } = await freshYard());
});
function bid(lines = 6) {
	n += 1;
	const jobId = yard.job(`Two of us ${n}`, yard.customer(`Two ${n}`, 'person', '', '', ''), '', [0, 0]);
	const estimateId = yard.estimate(jobId);
	const scopeId = yard.scope(estimateId, 'Roof', [], []);
	const add = (who: string | Actor, name: string) =>
		yard.call(who, 'estimates.add-line', { scopeId, name, kind: 'material', quantity: 10_000, price: 500_000, cost: 300_000 }).lineId;
	return { jobId, estimateId, scopeId, add, lines: Array.from({ length: lines }, (_, k) => add('imogen', `Line ${k}`)) };
}
const change = (who: string | Actor, lineId: string | undefined, field: string, to: string) =>
	yard.given(who, 'estimates.change-line', { lineId, field, value: to });
const undo = (who: string | Actor, estimateId: string, redo = false) => yard.call(who, 'estimates.undo', { estimateId, redo });
const price = (lineId: string | undefined) => value<number>(app, 'select unit_price from lines where id = ?', lineId);
const quantity = (lineId: string | undefined) => value<number>(app, "select source ->> '$.quantity' from lines where id = ?", lineId);
const state = (id: string) => JSON.stringify(loadEstimate(app.db.orm, id));

describe('undo of two people on one estimate', () => {
	it('takes back what one did oneself, not what a colleague did after', () => {
		const b = bid();
		change(ALDO, b.lines[0], 'price', '60');
		change('petra', b.lines[1], 'price', '70');
		undo(ALDO, b.estimateId);
		expect([price(b.lines[0]), price(b.lines[1])]).toEqual([500_000, 700_000]);
		expect(refused(() => undo(ALDO, b.estimateId))[1]).toBe('There is nothing of yours to undo.');
		undo(ALDO, b.estimateId, true);
		expect([price(b.lines[0]), price(b.lines[1])]).toEqual([600_000, 700_000]);
	});
	it('shows each the own last step', () => {
		const b = bid();
		change(ALDO, b.lines[0], 'price', '60');
		change('petra', b.lines[1], 'quantity', '4');
		const label = (who: string) => bench(app, b.jobId, who)?.undo;
		expect(label('aldo')).not.toBe(label('petra'));
		expect(label('lowell')).toBeNull();
	});
	it('leaves another column of the same line as the colleague typed it', () => {
		const b = bid();
		change(ALDO, b.lines[0], 'price', '60');
		change('petra', b.lines[0], 'quantity', '9');
		undo(ALDO, b.estimateId);
		expect([price(b.lines[0]), quantity(b.lines[0])]).toEqual([500_000, 90_000]);
	});
	it('is refused for a column the colleague changed since, with who and what, and changes nothing', () => {
		const b = bid();
		change(ALDO, b.lines[0], 'price', '60');
		change('petra', b.lines[0], 'price', '61');
		const before = state(b.estimateId);
		const [, words] = refused(() => undo(ALDO, b.estimateId));
		expect(words).toMatch(/^Petra Vinter changed this since: “.*Line 0.*”/);
		expect(state(b.estimateId)).toBe(before);
		// Once the colleague has taken theirs back, nothing stands in the way.
		undo('petra', b.estimateId);
		undo(ALDO, b.estimateId);
		expect(price(b.lines[0])).toBe(500_000);
	});
	it('takes out a line of one’s own also after a colleague put others around it', () => {
		const b = bid();
		const mine = b.add(ALDO, 'Mine');
		b.add('petra', 'Hers');
		yard.given('petra', 'estimates.move-lines', { lineIds: [b.lines[3]], scopeId: b.scopeId, beforeId: b.lines[0] });
		undo(ALDO, b.estimateId);
		expect(count(app, 'select count(*) from lines where id = ?', mine)).toBe(0);
		expect(count(app, "select count(*) from lines where scope_id = ? and name = 'Hers'", b.scopeId)).toBe(1);
	});
	it('does not take a line out that a colleague worked on, nor a scope that holds a line of theirs', () => {
		const b = bid();
		const mine = b.add(ALDO, 'Mine');
		change('petra', mine, 'quantity', '12');
		expect(refused(() => undo(ALDO, b.estimateId))[1]).toContain('Petra Vinter changed this since');
		expect(quantity(mine)).toBe(120_000);
		const scopeId = yard.call(ALDO, 'estimates.add-scope', { estimateId: b.estimateId, name: 'Shed' }).scopeId;
		yard.call('petra', 'estimates.add-line', { scopeId, name: 'Gutter', price: 800_000 });
		expect(refused(() => undo(ALDO, b.estimateId))[1]).toMatch(/^Petra Vinter changed this since: “.*Gutter/);
		expect(count(app, 'select count(*) from lines where scope_id = ?', scopeId)).toBe(1);
	});
	it('keeps what a colleague can do again when the other does something new', () => {
		const b = bid();
		change('petra', b.lines[1], 'price', '70');
		undo('petra', b.estimateId);
		change(ALDO, b.lines[0], 'price', '60');
		undo('petra', b.estimateId, true);
		expect([price(b.lines[0]), price(b.lines[1])]).toEqual([600_000, 700_000]);
	});
	it('of any mix of edits on lines of their own leaves what was there before', () => {
		const edit = fc.record({
			who: fc.constantFrom(0, 1),
			line: fc.nat(2),
			field: fc.constantFrom('price', 'quantity', 'note'),
			to: fc.integer({ min: 1, max: 99 })
		});
		fc.assert(
			fc.property(fc.array(edit, { minLength: 1, maxLength: 12 }), (edits) => {
				const b = bid();
				const before = state(b.estimateId);
				const people = [ALDO, 'petra'] as const;
				for (const e of edits) change(people[e.who]!, b.lines[e.who * 3 + e.line], e.field, String(e.to));
				for (const who of people) while (refused(() => undo(who, b.estimateId))[1] === 'taken');
				expect(state(b.estimateId)).toBe(before);
				for (const who of people) while (refused(() => undo(who, b.estimateId, true))[1] === 'taken');
				for (const e of edits) {
					const last = edits.findLast((x) => x.who === e.who && x.line === e.line && x.field === e.field)!;
					if (e.field === 'price') expect(price(b.lines[e.who * 3 + e.line])).toBe(last.to * 10_000);
				}
			}),
			{ numRuns: 20 }
		);
	});
	it('never goes behind a quote that was made', () => {
		const b = bid();
		change(ALDO, b.lines[0], 'price', '60');
		yard.issue(b.estimateId, '');
		expect(refused(() => undo(ALDO, b.estimateId))[1]).toBe('There is nothing of yours to undo.');
		expect(bench(app, b.jobId, 'aldo')?.undo).toBeNull();
		change(ALDO, b.lines[0], 'price', '65');
		undo(ALDO, b.estimateId);
		expect(price(b.lines[0])).toBe(600_000);
		expect(refused(() => undo(ALDO, b.estimateId))[1]).toBe('There is nothing of yours to undo.');
	});
	it('works on an entry from before columns were added, when rows were kept whole', () => {
		const b = bid();
		change(ALDO, b.lines[0], 'price', '60');
		const row = app.db.sqlite.prepare('select * from lines where id = ?').get(b.lines[0]) as Record<string, unknown>;
		const whole = (unitPrice: number) => ({ id: row.id, scopeId: row.scope_id, name: row.name, unitPrice, gone: 1 });
		app.db.sqlite
			.prepare("update history set changes = ? where id = (select max(id) from history where subject = ? and by_id = 'aldo')")
			.run(JSON.stringify([{ table: 'lines', id: row.id, before: whole(500_000), after: whole(600_000) }]), `estimate:${b.estimateId}`);
		undo(ALDO, b.estimateId);
		expect(price(b.lines[0])).toBe(500_000);
	});
});

describe('history', () => {
	it('keeps the changed columns only: a margin over 300 lines is at most 60 kB', () => {
		const b = bid(1);
		const text = Array.from({ length: 299 }, (_, k) => `Item ${k}\t${k + 1}\tea\t12.${String(k % 100).padStart(2, '0')}`).join('\n');
		yard.call('bastian', 'estimates.paste-block', {
			scopeId: b.scopeId,
			text,
			columns: ['name', 'quantity', 'unit', 'cost'],
			headed: false
		});
		expect(count(app, 'select count(*) from lines where scope_id = ?', b.scopeId)).toBe(300);
		app.db.sqlite.prepare('update lines set unit_cost = 50000 where scope_id = ?').run(b.scopeId);
		yard.call('bastian', 'estimates.set-whole', { estimateId: b.estimateId, what: 'margin', value: '31%' });
		const [bytes, changes] = app.db.sqlite
			.prepare('select length(changes), json_array_length(changes) from history order by id desc limit 1')
			.raw()
			.get() as [number, number];
		expect(changes).toBeGreaterThan(250);
		expect(bytes).toBeLessThanOrEqual(60_000);
	});
	it('has no entry of a row that was saved as it stood, and nothing of versions', () => {
		const b = bid();
		change(ALDO, b.lines[0], 'price', '60');
		const changes = JSON.parse(value<string>(app, 'select changes from history order by id desc limit 1')) as Record<string, object>[];
		expect(changes.find((c) => c.id === b.lines[0])).toEqual({
			table: 'lines',
			id: b.lines[0],
			before: expect.not.objectContaining({ name: expect.anything() }) as object,
			after: expect.objectContaining({ unitPrice: 600_000 }) as object
		});
		change(ALDO, b.lines[0], 'price', '60');
		expect(value(app, 'select changes from history order by id desc limit 1')).toBe('[]');
		// Saving it as it stood is no step: what is undone is the price.
		undo(ALDO, b.estimateId);
		expect(price(b.lines[0])).toBe(500_000);
	});
});
