import { beforeAll, describe, expect, it } from 'vitest';
import { computeEstimate } from '$lib/core/estimate';
import type { App } from '$lib/server/app';
import { checkBook } from '$lib/server/catalog/price-check';
import { loadEstimate } from '$lib/server/estimates/load';
import { previewReprice } from '$lib/server/estimates/reprice';
import type { Yard } from '../../src/demo/yard';
import { freshYard, value, wonJob } from './yard';

let yard: Yard;
let app: App;
beforeAll(async () => {
	({ yard, app } = await freshYard());
});
function bid(name: string, margin = ''): string {
	const estimateId = yard.estimate(yard.job(name, yard.customer(name, 'person', '', '', ''), '', [0, 0]));
	yard.scope(estimateId, 'Roof', [['roof face', { length: '40', run: '14', pitch: '6' }]], ['reroof-shingle']);
	yard.decide(estimateId);
	if (margin) yard.call('bastian', 'estimates.set-whole', { estimateId, what: 'margin', value: margin });
	return estimateId;
}
const total = (id: string) => computeEstimate(loadEstimate(app.db.orm, id)!).total;
const raise = (percent: string) =>
	yard.call<{ changeId: string }>('petra', 'catalog.change-items', { filter: { q: 'shingle' }, change: { what: 'cost', percent } });

describe('bringing an estimate up to date', () => {
	it('shows each change first, makes it in one step, and undo restores it exactly', () => {
		const id = bid('Up to date');
		expect(() => yard.call('bastian', 'estimates.reprice', { estimateId: id })).toThrow('already');
		const before = loadEstimate(app.db.orm, id);
		raise('20%');
		const p = previewReprice(app, id);
		expect(p.moved.map((m) => m.name).every((n) => /shingle|starter|ridge/i.test(n))).toBe(true);
		expect(p.after.price).toBeGreaterThan(p.before.price);
		expect(loadEstimate(app.db.orm, id)).toEqual(before);
		yard.call('bastian', 'estimates.reprice', { estimateId: id });
		expect(total(id)).toEqual(p.after);
		yard.call('bastian', 'estimates.undo', { estimateId: id });
		expect(loadEstimate(app.db.orm, id)).toEqual(before);
	});
	it('takes the labor rate of the day, leaves fixed prices and free lines', () => {
		const id = bid('Labor moves');
		const scope = loadEstimate(app.db.orm, id)!.scopes[0]!;
		yard.call('bastian', 'estimates.add-line', { scopeId: scope.id, name: 'Agreed sum', price: '500' });
		const fixed = scope.lines.find((l) => l.itemId)!;
		yard.call('bastian', 'estimates.change-line', { lineId: fixed.id, field: 'price', value: '99' });
		const sheet = JSON.parse(value<string>(app, "select sheet from labor_sheets where id = 'steep'")) as Record<string, unknown>;
		yard.call('imogen', 'rates.save', {
			sheetId: 'steep',
			name: 'Steep-roof crew',
			from: '2027-04-14',
			branchId: 'quay',
			sheet: { ...sheet, target: { margin: 2500 } }
		});
		yard.call('bastian', 'estimates.reprice', { estimateId: id });
		const lines = loadEstimate(app.db.orm, id)!.scopes[0]!.lines;
		expect(lines.find((l) => l.id === fixed.id)?.unitPrice).toBe(990_000);
		expect(lines.find((l) => l.name === 'Agreed sum')?.unitPrice).toBe(5_000_000);
		expect(lines.filter((l) => l.sheetId === 'steep').every((l) => l.unitPrice === 707_100)).toBe(true);
	});
	it('is refused on a won job', () => {
		const { estimateId } = wonJob(yard, 'Agreed');
		expect(() => yard.call('bastian', 'estimates.reprice', { estimateId })).toThrow('prices are agreed');
	});
});

describe('the price check of the book', () => {
	it('finds what sells below cost, break-even and target, most money short first', () => {
		const ids = {
			cost: bid('Below cost', '-60%'),
			even: bid('Below break-even', '-5%'),
			target: bid('Below target', '4%'),
			good: bid('Good', '30%')
		};
		const { rows } = checkBook(app);
		const of = (id: string) => rows.find((r) => r.estimateId === id)!;
		expect(Object.values(ids).map((id) => of(id).verdict)).toEqual(['below cost', 'below break-even', 'below target', 'good']);
		expect(rows.map((r) => r.short)).toEqual([...rows.map((r) => r.short)].sort((a, b) => b - a));
		// What it says is what the estimate says, as long as nothing moved.
		expect(of(ids.target)).toMatchObject({
			price: total(ids.target).price,
			cost: total(ids.target).cost,
			breakEven: total(ids.target).breakEven
		});
		expect(rows.some((r) => r.kind === 'assembly' && r.name.includes('Re-roof'))).toBe(true);
		raise('40%');
		expect(checkBook(app).rows.find((r) => r.estimateId === ids.target)?.verdict).not.toBe('below target');
	});
});
