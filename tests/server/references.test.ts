import { parseUnitPrice } from '$lib/core/money';
import { beforeAll, describe, expect, it } from 'vitest';
import { guessMapping, readCsv } from '$lib/core/formats';
import type { App } from '$lib/server/app';
import { toTheEnd } from '$lib/core/lists';
import { previewingImport } from '$lib/server/catalog/commands';
import { catalogPage, searchItems } from '$lib/server/catalog/queries';
import { itemDetail } from '$lib/server/screens/item';
import { listsOf } from '$lib/server/estimates/pages';
import type { DemoClock, Yard } from '../../src/demo/yard';
import { count, freshYard, refused, value } from './yard';

let yard: Yard;
let app: App;
let clock: DemoClock;
beforeAll(async () => {
	({ yard, app, clock } = await freshYard());
});
const id = (code: string) => value<string>(app, 'select id from items where code = ?', code);
const item = (code: string) => itemDetail(app, id(code))!;
const at = (code: string, supplier: string) => item(code).references.find((r) => r.supplierId === supplier);
const bring = (supplierId: string, text: string) =>
	yard.call('petra', 'catalog.import', {
		...{ supplierId, fileName: 'list.csv', text, mapping: guessMapping(readCsv(text)), categoryId: null, taxCodeId: null }
	});
const undo = (importId: string) =>
	yard.call('petra', 'catalog.undo-change', {
		changeId: value<string>(app, 'select id from catalog_changes where import_id = ?', importId)
	});
const refer = (code: string, supplierId: string, theirs: string, cost: string) =>
	yard.call('petra', 'catalog.save-reference', { itemId: id(code), supplierId, code: theirs, cost: parseUnitPrice(cost) });

describe('an item that several suppliers have', () => {
	it('is found by the code of each of them', () => {
		expect(searchItems(app, 'TS-EDG-10')[0]?.code).toBe('CL-DRP-10');
		expect(catalogPage(app, { q: 'TS-EDG-10' }).items.map((i) => i.code)).toEqual(['CL-DRP-10']);
	});
	it('has their asking price kept by their lists; its own cost is that of who it is bought from', () => {
		const before = item('CL-DRP-10').item.cost;
		const done = bring('tarn', 'Code,Name,Unit,Price\nTS-EDG-10,Drip flashing galvanised,length,10.40');
		expect(done).toMatchObject({ added: 0, changed: 1 });
		expect(at('CL-DRP-10', 'tarn')?.cost).toBe(104_000);
		expect(item('CL-DRP-10').item).toMatchObject({ cost: before, name: 'Drip edge, 10 ft', unit: 'length' });
		expect(item('CL-DRP-10').costs.some((c) => c.after === 104_000)).toBe(false);
		expect(undo(done.importId)).toMatchObject({ restored: 1, left: 0 });
		expect(at('CL-DRP-10', 'tarn')?.cost).toBe(101_500);
	});
	it('keeps what was heard since when an import is taken back', () => {
		const done = bring('tarn', 'Code,Name,Price\nTS-EDG-10,Drip,10.60');
		refer('CL-DRP-10', 'tarn', 'TS-EDG-10', '10.15');
		expect(undo(done.importId)).toMatchObject({ restored: 0, left: 1 });
		expect(at('CL-DRP-10', 'tarn')?.cost).toBe(101_500);
	});
	it('is refused a price by another unit, until the list says what that is', () => {
		const text = 'Code,Name,Unit,Price\nTS-EDG-10,Drip,box,98';
		const looked = toTheEnd(previewingImport(app.db.orm, readCsv(text), guessMapping(readCsv(text)), 'tarn'));
		expect(looked.changed).toEqual([]);
		expect(looked.rejected).toMatchObject([{ row: 2, reason: expect.stringContaining('sold by the box here, and kept by the length') }]);
		const told = { ...guessMapping(readCsv(text)), units: { box: 'length' } };
		expect(toTheEnd(previewingImport(app.db.orm, readCsv(text), told, 'tarn')).changed).toHaveLength(1);
	});
	it('is bought elsewhere by one click, with the way back and the cost on record', () => {
		const r = at('CL-DRP-10', 'tarn')!;
		yard.call('petra', 'catalog.buy-from', { referenceId: r.id });
		expect(item('CL-DRP-10').item).toMatchObject({ supplierId: 'tarn', cost: 101_500 });
		expect(at('CL-DRP-10', 'copperline')).toMatchObject({ code: 'CL-DRP-10', cost: 98_000 });
		expect(item('CL-DRP-10').costs[0]).toMatchObject({ before: 98_000, after: 101_500 });
		expect(refused(() => yard.call('petra', 'catalog.buy-from', { referenceId: r.id }))[1]).toContain('bought there already');
		// The new supplier’s list knows it by the new supplier’s code, and speaks of its cost alone.
		const done = bring('tarn', 'Code,Name,Unit,Price\nTS-EDG-10,Drip flashing,length,10.90');
		expect(done).toMatchObject({ added: 0, changed: 1 });
		expect(item('CL-DRP-10').item).toMatchObject({ cost: 109_000, name: 'Drip edge, 10 ft' });
		expect(undo(done.importId)).toMatchObject({ restored: 1, left: 0 });
		expect(item('CL-DRP-10').item.cost).toBe(101_500);
		// The old one’s list moves what it asks, not the item.
		expect(bring('copperline', 'SKU;Product;UoM;Your price\nCL-DRP-10;Drip edge, 10 ft;length;9.95')).toMatchObject({ changed: 1 });
		expect([item('CL-DRP-10').item.cost, at('CL-DRP-10', 'copperline')?.cost]).toEqual([101_500, 99_500]);
		yard.call('petra', 'catalog.buy-from', { referenceId: at('CL-DRP-10', 'copperline')!.id });
		expect(item('CL-DRP-10').item).toMatchObject({ supplierId: 'copperline', cost: 99_500 });
		expect(at('CL-DRP-10', 'tarn')).toMatchObject({ code: 'TS-EDG-10', cost: 101_500 });
	});
	it('is asked for by the code of who it is bought from', () => {
		yard.call('petra', 'catalog.buy-from', { referenceId: at('CL-DRP-10', 'tarn')!.id });
		const customerId = yard.customer('Materials and labor', 'person', '', '', '2 Bell Yard');
		const estimateId = yard.estimate(yard.job('Materials and labor', customerId, '2 Bell Yard', [-47, -131]));
		const scopeId = yard.scope(estimateId, 'Edge', [], []);
		yard.call('bastian', 'estimates.add-line', { scopeId, itemId: id('CL-DRP-10'), quantity: 40_000 });
		expect(listsOf(app, estimateId)?.materials).toMatchObject([{ code: 'TS-EDG-10', supplier: expect.stringContaining('Tarn') }]);
	});
	it('is known to a supplier once, and a supplier’s code stands for one item', () => {
		refer('CL-GUT-5K', 'tarn', 'TS-GUT', '4');
		refer('CL-GUT-5K', 'tarn', 'TS-GUTTER', '4.05');
		expect(count(app, 'select count(*) from item_suppliers where item_id = ?', id('CL-GUT-5K'))).toBe(1);
		expect(refused(() => refer('CL-GUT-6K', 'tarn', 'TS-GUTTER', '4'))).toEqual(['code', expect.stringContaining('Seamless gutter, 5 in')]);
		expect(refused(() => refer('CL-GUT-6K', 'tarn', 'TS-SHL-LAM', '4'))[0]).toBe('code');
		expect(refused(() => refer('CL-GUT-6K', 'tarn', 'T', '-1'))[0]).toBe('cost');
		expect(refused(() => refer('CL-GUT-6K', 'tarn', ' ', '1'))[0]).toBe('code');
		expect(
			refused(() => yard.call('ines', 'catalog.save-reference', { itemId: 'x', supplierId: 'tarn', code: 'a', cost: 10_000 }))[1]
		).toContain('may not');
		yard.call('petra', 'catalog.drop-reference', { referenceId: at('CL-GUT-5K', 'tarn')!.id });
		expect(at('CL-GUT-5K', 'tarn')).toBeUndefined();
	});
});

describe('a list that prices the pack', () => {
	it('gives the cost of one, by what the item says is in it', () => {
		const base = { kind: 'material', rule: { by: 'inherit' }, taxCodeId: null, categoryId: null, wording: '' };
		yard.given('petra', 'catalog.save-item', {
			...base,
			...{ code: 'PK-1', name: 'Screw', unit: 'each', cost: 1_000, supplierId: 'tarn', purchaseUnit: 'box', pack: 2_500_000 }
		});
		expect(bring('tarn', 'Code,Name,Unit,Price\nPK-1,Screw,Box,31.25')).toMatchObject({ changed: 1, rejected: 0 });
		expect(item('PK-1').item).toMatchObject({ cost: 1250, unit: 'each' });
		expect(bring('tarn', 'Code,Name,Unit,Price\nPK-1,Screw,Box,31.25')).toMatchObject({ unchanged: 1 });
	});
});

describe('the cost of an item over time', () => {
	it('has what changes of many did to it, and their being taken back, without anything twice', () => {
		const was = item('TS-SHL-LAM').item.cost;
		clock.at += 60_000;
		const { changeId } = yard.call('petra', 'catalog.change-items', {
			filter: { ids: [id('TS-SHL-LAM'), id('TS-UND-F30')] },
			change: { what: 'cost', percent: 1_000 }
		});
		const then = Math.round(was * 1.1);
		expect(item('TS-SHL-LAM').costs[0]).toEqual({ at: clock.now(), before: was, after: then });
		clock.at += 60_000;
		yard.call('petra', 'catalog.undo-change', { changeId });
		expect(
			item('TS-SHL-LAM')
				.costs.slice(0, 2)
				.map((c) => [c.before, c.after])
		).toEqual([
			[then, was],
			[was, then]
		]);
		expect(item('TS-SHL-LAM').item.cost).toBe(was);
		// A change of another kind touches, and takes back, its own column alone.
		const tagged = yard.call('petra', 'catalog.change-items', {
			filter: { ids: [id('TS-SHL-LAM')] },
			change: { what: 'tag', tag: 'spring', add: true }
		});
		expect(item('TS-SHL-LAM').item.tags).toContain('spring');
		expect(
			value<string | null>(app, 'select coalesce(name, rule, cost) from item_changes where change_id = ?', tagged.changeId)
		).toBeNull();
		yard.call('petra', 'catalog.undo-change', { changeId: tagged.changeId });
		expect(item('TS-SHL-LAM').item.tags).not.toContain('spring');
	});
});
