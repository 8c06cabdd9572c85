import { readFileSync } from 'node:fs';
import { beforeAll, describe, expect, it } from 'vitest';
import { decodeText, guessMapping, readCsv } from '$lib/core/formats';
import type { App } from '$lib/server/app';
import { catalogPage, itemDetail, searchItems, supplierMapping } from '$lib/server/catalog/queries';
import type { Yard } from '../../src/demo/yard';
import { freshYard, value } from './yard';

let yard: Yard;
let app: App;
beforeAll(async () => {
	({ yard, app } = await freshYard());
});
interface Done {
	importId: string;
	added: number;
	changed: number;
	unchanged: number;
	rejected: number;
}
const bring = (text: string, more: Record<string, unknown> = {}) =>
	yard.call<Done>('petra', 'catalog.import', {
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
			cost: '3',
			ruleBy: 'inherit',
			ruleValue: '',
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
		yard.call<{ id: string }>('petra', 'catalog.save-item', {
			code: 'RULE-1',
			name: 'Rule item',
			kind: 'material',
			unit: 'each',
			cost: '10',
			ruleBy: 'inherit',
			ruleValue: '',
			taxCodeId: null,
			categoryId: null,
			wording: '',
			...more
		});
	const price = (code: string) => catalogPage(app, code).find((i) => i.code === code)?.price;
	it('prices by the item’s own rule, else the category’s, else the company’s', () => {
		save({});
		const inherited = price('RULE-1');
		expect(inherited).toBeGreaterThan(100_000);
		const itemId = value<string>(app, "select id from items where code = 'RULE-1'");
		save({ itemId, ruleBy: 'markup', ruleValue: '50%' });
		expect(price('RULE-1')).toBe(150_000);
		save({ itemId, ruleBy: 'fixed', ruleValue: '17.25' });
		expect(price('RULE-1')).toBe(172_500);
		save({ itemId, ruleBy: 'margin', ruleValue: '20%' });
		const margin = price('RULE-1')!;
		// A margin is on break-even, which carries the overhead of its kind.
		expect(margin).toBeGreaterThanOrEqual(125_000);
	});
	it.each([
		[{ code: 'X-1', cost: '1' }, 'this code already'],
		[{ cost: '-1' }, 'negative'],
		[{ cost: 'ten' }, ''],
		[{ ruleBy: 'margin', ruleValue: '100%' }, 'below 100'],
		[{ ruleBy: 'markup', ruleValue: '-100%' }, 'above −100'],
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
