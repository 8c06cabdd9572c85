import { parseUnitPrice } from '$lib/core/money';
import { beforeAll, describe, expect, it } from 'vitest';
import { computeEstimate } from '$lib/core/estimate';
import type { App } from '$lib/server/app';
import { bench } from '$lib/server/screens/bench';
import { loadEstimate } from '$lib/server/estimates/load';
import { reviewOf } from '$lib/server/estimates/reviews';
import { recentOf } from '$lib/server/screens/job';
import type { Yard } from '../../src/demo/yard';
import { freshYard, OWNER, refused, value, viewer } from './yard';

let yard: Yard;
let app: App;
beforeAll(async () => {
	({ yard, app } = await freshYard());
});
function bid() {
	const jobId = yard.job('Bounds', yard.customer('Bounds', 'person', '', '', ''), '', [0, 0]);
	const estimateId = yard.estimate(jobId);
	const scopeId = yard.scope(estimateId, 'Roof', [], []);
	const line = (name: string, price: string) =>
		yard.call('bastian', 'estimates.add-line', { scopeId, name, kind: 'material', price: parseUnitPrice(price), cost: 10_000 }).lineId;
	return { jobId, estimateId, scopeId, line };
}
const change = (lineId: string, field: string, value: string) => () =>
	yard.given('bastian', 'estimates.change-line', { lineId, field, value });

describe('a figure nobody means', () => {
	it.each([
		['cost', '885911478915'],
		['price', '885911478915'],
		['quantity', '885911478915'],
		['margin', '885911478915']
	])('is refused where it is typed: %s %s', (field, typed) => {
		const b = bid();
		const before = JSON.stringify(loadEstimate(app.db.orm, b.estimateId));
		expect(refused(change(b.line('A', '50'), field, typed))[1]).toMatch(/too large: at most|at most 100,000/);
		expect(JSON.stringify(loadEstimate(app.db.orm, b.estimateId)).length).toBeGreaterThan(before.length);
	});
	it('that got in before closes nothing: every page opens, the line says it, Undo is reached', () => {
		const b = bid();
		const lineId = b.line('A', '50');
		b.line('B', '20');
		change(lineId, 'quantity', '2')();
		app.db.sqlite.prepare('update lines set unit_cost = 8859114789150000, unit_price = 9000000000000000 where id = ?').run(lineId);
		expect(bench(app, b.jobId, 'bastian')).not.toBeNull();
		expect(() => reviewOf(app, b.estimateId)).not.toThrow();
		const r = computeEstimate(loadEstimate(app.db.orm, b.estimateId)!);
		expect(r.total.price).toBe(2000);
		expect(r.problems.map((p) => p.text).join()).toContain('A: This comes to more than');
		expect(refused(() => yard.issue(b.estimateId, ''))[1]).toContain('Before it goes out: A: This comes to more than');
		const recent = recentOf(app, b.jobId, OWNER);
		expect(recent.estimateId).toBe(b.estimateId);
		expect(recent.entries[0]!.text).toContain('quantity set to 2');
		expect(recentOf(app, b.jobId, viewer('bookkeeper')).estimateId).toBeNull();
		change(lineId, 'cost', '1')();
		change(lineId, 'price', '50')();
		expect(computeEstimate(loadEstimate(app.db.orm, b.estimateId)!).problems).toEqual([]);
	});
	it('refuses a discount above the lines with the most that is possible, and keeps a quote back whose discount no longer fits', () => {
		const b = bid();
		const lineId = b.line('A', '400');
		const set = (value: string) => () => yard.call('bastian', 'estimates.set-whole', { estimateId: b.estimateId, what: 'discount', value });
		expect(refused(set('400.01'))).toEqual(['value', expect.stringContaining('At most 400.00')]);
		set('400')();
		change(lineId, 'price', '300')();
		expect(refused(() => yard.issue(b.estimateId, ''))[1]).toContain('at most 300.00 is');
		expect(value(app, "select json_extract(discount, '$.amount') from estimates where id = ?", b.estimateId)).toBe(40_000);
	});
	it('asks no sign-off for a discount that is exactly the limit', () => {
		yard.call('imogen', 'company.set-sign-off', { belowMargin: null, aboveAmount: null, discountAbove: 1_000, kindsOfWork: [] });
		const b = bid();
		b.line('A', '607.49');
		yard.call('bastian', 'estimates.set-whole', { estimateId: b.estimateId, what: 'discount', value: '10%' });
		expect(reviewOf(app, b.estimateId)?.reasons ?? []).toEqual([]);
		yard.call('bastian', 'estimates.set-whole', { estimateId: b.estimateId, what: 'discount', value: '10.01%' });
		expect(reviewOf(app, b.estimateId)?.reasons.join()).toContain('is above 10 %');
	});
});
