import { readFileSync } from 'node:fs';
import { beforeAll, describe, expect, it } from 'vitest';
import ExcelJS from 'exceljs';
import fc from 'fast-check';
import { decodeText, guessMapping, readCsv, readPriceList, writeCsv } from '$lib/core/formats';
import { toTheEnd } from '$lib/core/lists';
import { mulDiv } from '$lib/core/money';
import type { App } from '$lib/server/app';
import { previewItems } from '$lib/server/catalog/bulk';
import { effectsOn } from '$lib/server/estimates/price-effects';
import { catalogPage, exportItems, moreItems, searchItems, supplierMapping } from '$lib/server/catalog/queries';
import { itemDetail } from '$lib/server/screens/item';
import { isSpreadsheet, readSpreadsheet } from '$lib/server/catalog/read-sheet';
import { writeSpreadsheet } from '$lib/server/catalog/write-sheet';
import { loadEstimate } from '$lib/server/estimates/load';
import type { Yard } from '../../src/demo/yard';
import { count, freshYard, value } from './yard';

let yard: Yard;
let app: App;
beforeAll(async () => {
	({ yard, app } = await freshYard());
});
const bring = (text: string, more: Record<string, unknown> = {}) =>
	yard.call('petra', 'catalog.import', {
		supplierId: value<string>(app, "select id from suppliers where name like 'Tarn%'"),
		fileName: 'list.csv',
		text,
		mapping: guessMapping(readCsv(text)),
		categoryId: null,
		taxCodeId: null,
		...more
	});
const cost = (code: string) => value<number>(app, 'select cost from items where code = ?', code);
const all = () => JSON.stringify(app.db.sqlite.prepare('select * from items order by id').all());

describe('a price list', () => {
	const LIST =
		'Tarn & Slate, April\n\nItem no.;Description;Unit;Net price\nX-1;Slate hook;box;"$ 1,250.5"\nX-2;Slate nail;lb;4.10\n;;;\nX-3;Ridge roll;each;12';
	it('adds, changes and leaves alone by code, and remembers its columns', () => {
		expect(bring(LIST)).toMatchObject({ added: 3, changed: 0, rejected: 0 });
		expect([cost('X-1'), cost('X-2'), cost('X-3')]).toEqual([12_505_000, 41_000, 120_000]);
		expect(bring(LIST)).toMatchObject({ added: 0, changed: 0, unchanged: 3 });
		expect(bring(LIST.replace('4.10', '4.35'))).toMatchObject({ added: 0, changed: 1, unchanged: 2 });
		const item = itemDetail(app, value<string>(app, "select id from items where code = 'X-2'"))!;
		expect(item.costs.map((c) => [c.before, c.after])).toEqual([
			[41_000, 43_500],
			[null, 41_000]
		]);
		expect(supplierMapping(app, value<string>(app, "select id from suppliers where name like 'Tarn%'"))).toMatchObject({ headerRow: 2 });
	});
	it('rejects rows with their number and reason and takes the rest', () => {
		const done = bring('Code,Name,Cost\nY-1,Good,5\nY-1,Twice,6\nY-2,,3\nY-3,Dear,lots\n=1+1,Formula,2\nY-4,Negative,-2');
		expect(done).toMatchObject({ added: 1, rejected: 5 });
		const rejected = JSON.parse(value<string>(app, 'select rejected from imports where id = ?', done.importId)) as {
			row: number;
			reason: string;
		}[];
		expect(rejected.map((r) => r.row)).toEqual([3, 4, 5, 6, 7]);
		expect(rejected[0]?.reason).toContain('row 2');
	});
	it('never takes over the code of another supplier', () => {
		yard.call('petra', 'catalog.save-item', {
			code: 'Z-OWN',
			name: 'Our own bracket',
			kind: 'material',
			unit: 'each',
			cost: 30_000,
			rule: { by: 'inherit' },
			taxCodeId: null,
			categoryId: null,
			wording: ''
		});
		expect(bring('Code,Name,Cost\nz-own,Theirs,9\nZ-2,New,1')).toMatchObject({ added: 1, rejected: 1 });
		expect(cost('Z-OWN')).toBe(30_000);
	});
	it('that cannot be read changes nothing', () => {
		const before = all();
		expect(() => bring('Code,Name,Cost\n,,\n')).toThrow('No row of this list');
		expect(() => bring('only words')).toThrow();
		expect(() => bring('a,b,c\n1,2,3', { mapping: { headerRow: 0, code: 0, name: -1, unit: -1, cost: 2 } })).toThrow('which column');
		expect(all()).toBe(before);
	});
	it('of the demo suppliers is read with each one’s quirks', () => {
		for (const file of ['tarn-and-slate-april.csv', 'copperline.csv']) {
			const text = decodeText(readFileSync(`src/demo/files/${file}`));
			const m = guessMapping(readCsv(text));
			expect([file, m.code >= 0, m.name >= 0, m.cost >= 0]).toEqual([file, true, true, true]);
		}
	});
});

describe('the catalog', () => {
	const save = (more: Record<string, unknown>) =>
		yard.call('petra', 'catalog.save-item', {
			code: 'RULE-1',
			name: 'Rule item',
			kind: 'material',
			unit: 'each',
			cost: 100_000,
			rule: { by: 'inherit' },
			taxCodeId: null,
			categoryId: null,
			wording: '',
			...more
		});
	const price = (code: string) => catalogPage(app, { q: code }).items.find((i) => i.code === code)?.price;
	it('prices by the item’s own rule, else the category’s, else the company’s', () => {
		save({});
		const inherited = price('RULE-1');
		expect(inherited).toBeGreaterThan(100_000);
		const itemId = value<string>(app, "select id from items where code = 'RULE-1'");
		save({ itemId, rule: { by: 'markup', percent: 5_000 } });
		expect(price('RULE-1')).toBe(150_000);
		save({ itemId, rule: { by: 'fixed', price: 172_500 } });
		expect(price('RULE-1')).toBe(172_500);
		save({ itemId, rule: { by: 'margin', percent: 2_000 } });
		const margin = price('RULE-1')!;
		// A margin is on break-even, which carries the overhead of its kind.
		expect(margin).toBeGreaterThanOrEqual(125_000);
	});
	it.each([
		[{ code: 'X-1', cost: 10_000 }, 'this code already'],
		[{ cost: -10_000 }, 'negative'],
		[{ cost: 'ten' }, ''],
		[{ rule: { by: 'margin', percent: 10_000 } }, 'below 100'],
		[{ rule: { by: 'markup', percent: -10_000 } }, 'above −100'],
		[{ categoryId: 'nowhere' }, 'not there'],
		[{ code: '' }, '']
	])('refuses %j', (more, words) => {
		const before = all();
		expect(() => save({ code: 'RULE-2', ...more })).toThrow(words === '' ? Error : words);
		expect(all()).toBe(before);
	});
	it('finds by code and by words, the exact code first, and takes odd signs for what they are', () => {
		expect(searchItems(app, 'x-2')[0]?.code).toBe('X-2');
		expect(searchItems(app, 'slate nai').map((i) => i.code)).toContain('X-2');
		for (const odd of ['"', "'", '*', '(', 'AND', 'NEAR(', '-', '%_', '💥', '   ']) expect(Array.isArray(searchItems(app, odd))).toBe(true);
	});
});

describe('many items at once', () => {
	const change = (filter: Record<string, unknown>, c: Record<string, unknown>) =>
		yard.given('petra', 'catalog.change-items', { filter, change: c });
	const undo = (changeId: string) => yard.call('petra', 'catalog.undo-change', { changeId });
	const plain = () =>
		JSON.stringify(
			app.db.sqlite
				.prepare('select id, code, name, unit, cost, rule, tags, category_id, tax_code_id, set_aside from items order by id')
				.all()
		);

	it('change as the core rounds, and go back exactly', () => {
		fc.assert(
			fc.property(fc.integer({ min: -9999, max: 99_999 }), (p) => {
				const before = plain();
				const costs = app.db.sqlite.prepare('select id, cost from items where set_aside = 0').all() as { id: string; cost: number }[];
				const { changeId, changed } = change({}, { what: 'cost', percent: p });
				expect(changed).toBe(costs.length);
				for (const c of costs.slice(0, 40))
					expect(value(app, 'select cost from items where id = ?', c.id)).toBe(mulDiv(c.cost, 10_000 + p, 10_000));
				expect(undo(changeId)).toMatchObject({ restored: costs.length, left: 0 });
				expect(plain()).toBe(before);
			}),
			{ numRuns: 15, seed: 8 }
		);
	});
	it('of a filter leave the others alone: words, kind, category with what lies in it, tag, picked ones', () => {
		const top = yard.call('petra', 'catalog.save-category', {
			name: 'Metal',
			parentId: null,
			rule: { by: 'markup', percent: 5_000 }
		}).id;
		const below = yard.call('petra', 'catalog.save-category', {
			name: 'Copper',
			parentId: top,
			rule: { by: 'inherit' }
		}).id;
		const [a, b] = (
			app.db.sqlite.prepare("select id from items where code like 'CL-%' order by code limit 2").all() as { id: string }[]
		).map((r) => r.id);
		change({ ids: [a, b] }, { what: 'category', categoryId: below });
		change({ ids: [a] }, { what: 'tag', tag: ' Coast ', add: true });
		change({ ids: [a] }, { what: 'tag', tag: 'coast', add: true });
		expect(
			catalogPage(app, { categoryId: top })
				.items.map((i) => i.id)
				.sort()
		).toEqual([a, b].sort());
		expect(catalogPage(app, { tag: 'coast' }).items.map((i) => [i.id, i.tags])).toEqual([[a, ['coast']]]);
		// The rule of the category above is inherited.
		expect(catalogPage(app, { tag: 'coast' }).items[0]?.ruleHeld).toEqual({ by: 'markup', percent: 5000 });
		const before = count(app, 'select sum(cost) from items where category_id <> ? or category_id is null', below);
		expect(change({ categoryId: top }, { what: 'cost', percent: 1000 }).changed).toBe(2);
		expect(count(app, 'select sum(cost) from items where category_id <> ? or category_id is null', below)).toBe(before);
		expect(() => yard.call('petra', 'catalog.remove-category', { categoryId: top })).toThrow('categories in it');
		expect(() => yard.call('petra', 'catalog.remove-category', { categoryId: below })).toThrow('items in it');
		expect(() =>
			yard.call('petra', 'catalog.save-category', { categoryId: top, name: 'Metal', parentId: below, rule: { by: 'inherit' } })
		).toThrow('lie in itself');
	});
	it('come page by page behind a cursor: all of them once, in the order of their names', () => {
		const names = Array.from({ length: 1300 }, (_, n) => `P-${n};Paged clip ${n % 37};each;1.00`);
		bring(`Item no.;Description;Unit;Net price\n${names.join('\n')}\n`);
		const first = catalogPage(app, { q: 'Paged' });
		expect([first.items.length, first.found]).toEqual([500, 1300]);
		const got = [...first.items];
		for (let after = first.after; after;) {
			const more = moreItems(app, { q: 'Paged' }, after);
			got.push(...more);
			const last = more.at(-1);
			after = last ? { name: last.name, id: last.id } : null;
		}
		expect(new Set(got.map((i) => i.id)).size).toBe(1300);
		expect(got.map((i) => i.name)).toEqual(got.map((i) => i.name).sort((a, b) => (a < b ? -1 : a > b ? 1 : 0)));
		// One with an exact code stands first, and does not move the cursor.
		expect(catalogPage(app, { q: 'P-12' }).items[0]?.code).toBe('P-12');
	});
	it('keep what somebody changed since when they are taken back', () => {
		const { changeId, changed } = change({ q: 'shingle' }, { what: 'cost', percent: 500 });
		expect(changed).toBeGreaterThan(1);
		const [first] = catalogPage(app, { q: 'shingle' }).items;
		change({ ids: [first!.id] }, { what: 'cost', percent: 100 });
		const kept = value<number>(app, 'select cost from items where id = ?', first!.id);
		expect(undo(changeId)).toMatchObject({ restored: changed - 1, left: 1 });
		expect(value(app, 'select cost from items where id = ?', first!.id)).toBe(kept);
		expect(() => undo(changeId)).toThrow('already');
	});
	it('are shown before they are changed, and nothing is saved by looking', () => {
		const before = plain();
		const p = previewItems(app, { q: 'shingle' }, { what: 'cost', percent: 400 });
		expect(p.words).toBe('cost +4 %');
		expect(p.some[0]!.costAfter).toBe(mulDiv(p.some[0]!.cost, 10_400, 10_000));
		expect(p.some[0]!.priceAfter).toBeGreaterThan(p.some[0]!.price);
		expect(plain()).toBe(before);
	});
	it.each<[Record<string, unknown>, Record<string, unknown>, string]>([
		[{}, { what: 'cost', percent: -10000 }, 'fall by 100'],
		[{}, { what: 'cost', percent: 'more' }, ''],
		[{}, { what: 'rule', rule: { by: 'margin', percent: 10_000 } }, 'below 100'],
		[{}, { what: 'category', categoryId: 'nowhere' }, 'not there'],
		[{}, { what: 'tag', tag: ' ', add: true }, 'Type a tag'],
		[{ q: 'nothing at all is called so' }, { what: 'aside', setAside: true }, 'No item fits'],
		[{}, { what: 'delete' }, '']
	])('refuse %j %j and change nothing', (filter, c, words) => {
		const before = plain();
		expect(() => change(filter, c)).toThrow(words === '' ? Error : words);
		expect(plain()).toBe(before);
		expect(count(app, "select count(*) from catalog_changes where text = ''")).toBe(0);
	});
});

describe('an import', () => {
	const LIST = 'Code,Name,Unit,Cost\nU-1,One,EA,10\nU-2,Two,BDL,20\nU-3,Three,roll,30';
	it('is taken back whole: changed ones as they were, added ones set aside', () => {
		expect(bring(LIST)).toMatchObject({ added: 3 });
		const changed = bring(LIST.replace('10', '11').replace('Two', 'Two renamed').concat('\nU-4,Four,each,40'));
		expect(changed).toMatchObject({ added: 1, changed: 2 });
		const changeId = value<string>(app, 'select id from catalog_changes where import_id = ?', changed.importId);
		expect(yard.call('petra', 'catalog.undo-change', { changeId })).toMatchObject({ restored: 3, left: 0 });
		expect([cost('U-1'), value(app, "select name from items where code = 'U-2'")]).toEqual([100_000, 'Two']);
		expect(value(app, "select set_aside from items where code = 'U-4'")).toBe(1);
		// Asked again, the list puts it back.
		expect(bring('Code,Name,Unit,Cost\nU-4,Four,each,40')).toMatchObject({ added: 0, changed: 1 });
		expect(value(app, "select set_aside from items where code = 'U-4'")).toBe(0);
	});
	it('takes a choice of rows, and sets aside what the list has no more when asked', () => {
		const done = bring('Code,Name,Unit,Cost\nU-1,One,EA,12\nU-2,Two,BDL,22', { skip: ['u-1'], asideMissing: true });
		expect(done).toMatchObject({ changed: 1 });
		expect([cost('U-1'), cost('U-2')]).toEqual([100_000, 220_000]);
		expect(value(app, "select set_aside from items where code = 'U-3'")).toBe(1);
		expect(value(app, "select set_aside from items where code = 'CL-GUT-5'") ?? 0).toBe(0);
	});
	it('reads commas for points and a supplier’s own units, and remembers both', () => {
		const text = 'Nr;Bezeichnung;ME;Preis\nE-1;Blech;BDL;1.041,20\nE-2;Rinne;m;7,5';
		const mapping = { headerRow: 0, code: 0, name: 1, unit: 2, cost: 3, decimal: ',', units: { bdl: 'bundle' } };
		bring(text, { mapping });
		expect([cost('E-1'), cost('E-2')]).toEqual([10_412_000, 75_000]);
		expect(value(app, "select unit from items where code = 'E-1'")).toBe('bundle');
		expect(supplierMapping(app, value<string>(app, "select id from suppliers where name like 'Tarn%'"))).toMatchObject({
			decimal: ',',
			units: { bdl: 'bundle' }
		});
	});
	it('says what it would do to open estimates, which keep their costs', () => {
		const job = yard.job('Open', yard.customer('Open', 'person', '', '', ''), '', [0, 0]);
		const estimateId = yard.estimate(job);
		const scope = yard.scope(estimateId, 'S', [], []);
		const itemId = value<string>(app, "select id from items where code = 'U-2'");
		yard.call('bastian', 'estimates.add-line', { scopeId: scope, itemId, quantity: 1_000_000 });
		const before = loadEstimate(app.db.orm, estimateId);
		const { estimates } = toTheEnd(effectsOn(app, new Map([[itemId, 440_000]])));
		expect(estimates).toHaveLength(1);
		expect(estimates[0]!.after).toBeLessThan(0);
		expect(estimates[0]!.before).toBeGreaterThan(0);
		expect(toTheEnd(effectsOn(app, new Map())).estimates).toEqual([]);
		expect(loadEstimate(app.db.orm, estimateId)).toEqual(before);
	});
	it('of a spreadsheet is the same as of its text; formulas and damage are refused', async () => {
		const head = ['Code', 'Name', 'Unit', 'Cost'];
		const bytes = await writeSpreadsheet('List', head, [
			['S-1', 'Slate', 'each', 1041.2],
			['S-2', 'Hook', 'box', 0.1 + 0.2]
		]);
		expect(isSpreadsheet(bytes)).toBe(true);
		expect(await readSpreadsheet(bytes)).toEqual([head, ['S-1', 'Slate', 'each', '1041.2'], ['S-2', 'Hook', 'box', '0.3']]);
		const book = new ExcelJS.Workbook();
		const sheet = book.addWorksheet('x');
		sheet.addRow(head);
		sheet.addRow(['S-3', 'Trap', 'each', { formula: 'A1*2', result: 4 }]);
		const rows = await readSpreadsheet(Buffer.from(await book.xlsx.writeBuffer()));
		expect(readPriceList(rows, guessMapping(rows)).rejected[0]).toMatchObject({ row: 2 });
		await expect(readSpreadsheet(bytes.subarray(0, bytes.length / 2))).rejects.toThrow('cannot be opened');
		await expect(readSpreadsheet(Buffer.from('MZ not a sheet'))).rejects.toThrow('cannot be opened');
	});
	it('of what was exported changes nothing', () => {
		const { head, rows } = exportItems(app, { supplierId: value<string>(app, "select id from suppliers where name like 'Tarn%'") });
		const done = bring(writeCsv([head, ...rows.map((r) => r as (string | number)[])]));
		expect(done).toMatchObject({ added: 0, changed: 0, rejected: 0 });
		expect(done.unchanged).toBe(rows.length);
	});
});

describe('a rate group', () => {
	it('moves the prices of its kinds for its customer, fixed ones only when it says so', () => {
		const customerId = yard.customer('Contractor', 'organization', '', '', '');
		const group = yard.call('imogen', 'rate-groups.save', {
			name: 'Contractors',
			percents: { material: 9_000, labor: 9_500 },
			onFixed: false
		}).id;
		yard.call('petra', 'customers.set-rate-group', { customerId, groupId: group });
		const price = (who: string) => {
			const estimateId = yard.estimate(yard.job('G', who, '', [0, 0]));
			const scope = yard.scope(estimateId, 'S', [], []);
			for (const code of ['TS-SHL-LAM', 'X-1'])
				yard.call('bastian', 'estimates.add-line', {
					scopeId: scope,
					itemId: value<string>(app, 'select id from items where code = ?', code)
				});
			yard.call('bastian', 'estimates.add-line', { scopeId: scope, sheetId: 'steep' });
			return loadEstimate(app.db.orm, estimateId)!.scopes[0]!.lines.map((l) => l.unitPrice as number);
		};
		yard.call('petra', 'catalog.change-items', {
			filter: { ids: [value<string>(app, "select id from items where code = 'X-1'")] },
			change: { what: 'rule', rule: { by: 'fixed', price: 90_000 } }
		});
		const all = price(yard.customer('Anybody', 'person', '', '', ''));
		const theirs = price(customerId);
		expect(theirs).toEqual([
			mulDiv(mulDiv(all[0]!, 9000, 10_000), 1, 100) * 100,
			all[1],
			mulDiv(mulDiv(all[2]!, 9500, 10_000), 1, 100) * 100
		]);
		expect(() => yard.call('imogen', 'rate-groups.save', { name: 'Free', percents: { labor: 0 }, onFixed: false })).toThrow('above 0');
	});
});

describe('what was charged', () => {
	it('is last, lowest and median of the accepted quotes, after discount', () => {
		const item = value<string>(app, "select id from items where code = 'U-1'");
		for (const p of ['30', '10', '20', '50']) {
			const estimateId = yard.estimate(yard.job(`P${p}`, yard.customer(`P${p}`, 'person', '', '', ''), '', [0, 0]));
			const scope = yard.scope(estimateId, 'S', [], []);
			const { lineId } = yard.call('bastian', 'estimates.add-line', { scopeId: scope, itemId: item, quantity: 40_000 });
			yard.call('bastian', 'estimates.change-line', { lineId, field: 'price', value: p });
			yard.call('bastian', 'estimates.set-whole', { estimateId, what: 'discount', value: '10%' });
			yard.accept(yard.issue(estimateId, ''), 'P');
		}
		const { history, sold } = itemDetail(app, item)!;
		expect(history).toEqual({ times: 4, last: 450_000, lowest: 90_000, median: 225_000 });
		expect(sold.every((s) => s.quantity === 40_000)).toBe(true);
	});
});
