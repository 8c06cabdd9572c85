import { beforeAll, describe, expect, it } from 'vitest';
import { computeEstimate } from '$lib/core/estimate';
import type { App } from '$lib/server/app';
import { loadEstimate } from '$lib/server/estimates/load';
import { previewReprice } from '$lib/server/estimates/reprice';
import type { Yard } from '../../src/demo/yard';
import { freshYard, refused, value } from './yard';

let yard: Yard;
let app: App;
beforeAll(async () => {
	({ yard, app } = await freshYard());
	const sheet = JSON.parse(value<string>(app, "select sheet from labor_rates where sheet_id = 'steep'")) as Record<string, unknown>;
	const variants = [
		{ name: 'After hours', multiplier: 15_000 },
		{ name: 'Call-out', multiplier: 20_000 }
	];
	yard.given('imogen', 'rates.save', {
		sheetId: 'steep',
		name: 'Steep-roof crew',
		from: '2027-01-01',
		branchId: 'quay',
		sheet: { ...sheet, variants }
	});
});
function bid(branchId?: string) {
	const jobId = yard.job('Branch roof', yard.customer('Branch', 'person', '', '', ''), '', [0, 0], branchId ? { branchId } : {});
	const estimateId = yard.estimate(jobId);
	const scopeId = yard.scope(estimateId, 'Roof', [['roof face', { length: '48', run: '14', pitch: '8' }]], ['reroof-shingle']);
	return { jobId, estimateId, scopeId };
}
const labor = (estimateId: string) =>
	loadEstimate(app.db.orm, estimateId)!
		.scopes.flatMap((s) => s.lines)
		.filter((l) => l.kind === 'labor');
const price = (sheetId: string) => value<number>(app, 'select price from labor_rates where sheet_id = ? order by from_day desc', sheetId);

describe('labor of a branch', () => {
	it('is priced by the branch’s own sheet when an assembly brings it: 62.17, not 60.26', () => {
		expect([price('steep'), price('upper')]).toEqual([602_600, 621_700]);
		expect(labor(bid().estimateId).map((l) => [l.sheetId, l.unitPrice])[0]).toEqual(['steep', 602_600]);
		const lines = labor(bid('upper').estimateId);
		expect(lines.length).toBeGreaterThan(0);
		for (const l of lines) expect([l.sheetId, l.unitPrice, l.overheadPerHour]).toEqual(['upper', 621_700, 142_000]);
	});
	it('follows when the job goes to another branch, by Bring up to date', () => {
		const b = bid();
		yard.call('petra', 'jobs.change', { jobId: b.jobId, branchId: 'upper' });
		expect(previewReprice(app, b.estimateId).moved.length).toBe(labor(b.estimateId).length);
		yard.call('bastian', 'estimates.reprice', { estimateId: b.estimateId });
		for (const l of labor(b.estimateId)) expect([l.sheetId, l.unitPrice]).toEqual(['upper', 621_700]);
	});
	it('stays with a sheet that somebody chose', () => {
		const b = bid('upper');
		const { lineId } = yard.call('bastian', 'estimates.add-line', {
			scopeId: b.scopeId,
			sheetId: 'low',
			quantity: 40_000
		});
		expect(value(app, 'select sheet_id from lines where id = ?', lineId)).toBe('low');
		expect(previewReprice(app, b.estimateId).moved.map((m) => m.id)).not.toContain(lineId);
	});
});

describe('after hours and call-out', () => {
	it('are lines of an estimate: their price times the hour’s, its cost as it is', () => {
		const b = bid();
		const add = (variant: string) =>
			yard.call('bastian', 'estimates.add-line', { scopeId: b.scopeId, sheetId: 'steep', variant, quantity: 30_000 }).lineId;
		const id = add('After hours');
		const line = labor(b.estimateId).find((l) => l.id === id)!;
		expect(line).toMatchObject({
			name: 'Steep-roof crew, After hours',
			unitPrice: 903_900,
			unitCost: labor(b.estimateId)[0]!.unitCost,
			hoursPerUnit: 10_000
		});
		expect(labor(b.estimateId).find((l) => l.id === add('call-out'))).toBeUndefined();
		expect(refused(() => add('Moonlight'))).toEqual(['variant', expect.stringContaining('Moonlight')]);
		// A typed price that is cleared goes back to the variant’s.
		yard.call('bastian', 'estimates.change-line', { lineId: id, field: 'price', value: '50' });
		yard.call('bastian', 'estimates.change-line', { lineId: id, field: 'price', value: '' });
		expect(labor(b.estimateId).find((l) => l.id === id)!.unitPrice).toBe(903_900);
	});
});

describe('hours that are pasted', () => {
	it('become labor with hours, at the rate of the job’s branch or of the sheet they name', () => {
		const b = bid('upper');
		const before = labor(b.estimateId).length;
		yard.call('bastian', 'estimates.paste-block', {
			...{ scopeId: b.scopeId, columns: ['name', 'quantity', 'unit', 'price'], headed: false },
			text: 'Set up and clean\t3 h\t\t\nLow-slope crew\t2\thrs\t\nSupervising\t1.5\th\t80\nNails\t4\tbox\t9.50'
		});
		const lines = loadEstimate(app.db.orm, b.estimateId)!.scopes[0]!.lines.slice(-4);
		expect(lines.map((l) => [l.name, l.kind, l.unit, l.hoursPerUnit, l.sheetId, l.unitPrice])).toEqual([
			['Set up and clean', 'labor', 'h', 10_000, 'upper', 621_700],
			['Low-slope crew', 'labor', 'h', 10_000, 'low', price('low')],
			['Supervising', 'labor', 'h', 10_000, 'upper', 800_000],
			['Nails', 'material', 'box', 0, null, 95_000]
		]);
		expect(labor(b.estimateId).length).toBe(before + 3);
		const r = computeEstimate(loadEstimate(app.db.orm, b.estimateId)!);
		expect(r.lines.slice(-4).map((l) => l.hours)).toEqual([30_000, 20_000, 15_000, 0]);
	});
});
