import fc from 'fast-check';
import { beforeAll, describe, expect, it } from 'vitest';
import { guessMapping, readCsv, strangeUnits, guessDecimal, writeCsv, readPriceList } from '$lib/core/formats';
import { unitPrice } from '$lib/core/money';
import type { App } from '$lib/server/app';
import { toTheEnd } from '$lib/core/lists';
import { previewingImport } from '$lib/server/catalog/commands';
import { exportItems } from '$lib/server/catalog/queries';
import { readSpreadsheet } from '$lib/server/catalog/read-sheet';
import { writeSpreadsheet } from '$lib/server/catalog/write-sheet';
import type { Yard } from '../../src/demo/yard';
import { freshYard, value } from './yard';

let yard: Yard;
let app: App;
beforeAll(async () => {
	({ yard, app } = await freshYard());
});

/** Names as suppliers write them: quotes, commas, inches, umlauts, signs at the front. */
const name = fc.stringMatching(/^[A-Za-zÄÖß0-9][A-Za-zÄÖß0-9 ,;"'/.x-]{0,30}[A-Za-z0-9"]$/);
const rows = fc.uniqueArray(
	fc.record({
		code: fc.stringMatching(/^[A-Z]{2}-[A-Z0-9]{2,8}$/),
		name,
		unit: fc.constantFrom('each', 'box', 'ft', 'sq ft'),
		cost: fc.integer({ min: 0, max: 1e9 })
	}),
	{ selector: (r) => r.code.toLowerCase(), minLength: 1, maxLength: 25 }
);
let run = 0;

describe('what the catalog exports', () => {
	it('is the same when it is imported again, as CSV and as a spreadsheet, whatever stands in it', async () => {
		await fc.assert(
			fc.asyncProperty(rows, async (items) => {
				run += 1;
				const supplierId = `round-${run}`;
				app.db.sqlite.prepare('insert into suppliers (id, name) values (?, ?)').run(supplierId, `Round ${run}`);
				const text = writeCsv([
					['Code', 'Name', 'Unit', 'Cost'],
					...items.map((i) => [`${run}-${i.code}`, i.name, i.unit, (i.cost / 10_000).toFixed(4)])
				]);
				const mapping = guessMapping(readCsv(text));
				const done = yard.call('petra', 'catalog.import', {
					...{ supplierId, fileName: 'round.csv', text, mapping, categoryId: null, taxCodeId: null }
				});
				expect(done).toMatchObject({ added: items.length, rejected: 0 });
				const out = exportItems(app, { supplierId });
				const again = (t: string) => toTheEnd(previewingImport(app.db.orm, readCsv(t), guessMapping(readCsv(t)), supplierId));
				const asCsv = again(writeCsv([out.head, ...out.rows.map((r) => r.map(String))]));
				const asSheet = again(writeCsv(await readSpreadsheet(await writeSpreadsheet('Items', out.head, out.rows)), false));
				for (const p of [asCsv, asSheet])
					expect([p.unchanged.length, p.fresh, p.changed, p.missing, p.rejected]).toEqual([items.length, [], [], [], []]);
			}),
			{ numRuns: 12 }
		);
	});
	it('of one item that is set aside says nothing of the others', () => {
		const before = exportItems(app, {}).rows.length;
		const id = value<string>(app, "select id from items where code = 'CL-CPR-SHT'");
		yard.call('petra', 'catalog.change-items', { filter: { ids: [id] }, change: { what: 'aside', setAside: true } });
		expect(exportItems(app, {}).rows.length).toBe(before - 1);
		expect(exportItems(app, { setAside: true }).rows.map((r) => r[0])).toContain('CL-CPR-SHT');
	});
});

describe('a list as it comes', () => {
	it('is read the same whichever mark stands before the cents', () => {
		fc.assert(
			fc.property(fc.array(fc.integer({ min: 1, max: 99_999_999 }), { minLength: 3, maxLength: 30 }), (prices) => {
				const write = (n: number, decimal: '.' | ',') => {
					const [whole = '', cents = ''] = (n / 100).toFixed(2).split('.');
					const thousands = decimal === '.' ? ',' : '.';
					return `${whole.replace(/\B(?=(\d{3})+$)/g, thousands)}${decimal}${cents}`;
				};
				for (const decimal of ['.', ','] as const) {
					const cells = [['Code', 'Name', 'Price'], ...prices.map((p, i) => [`C-${i}`, `Thing ${i}`, write(p, decimal)])];
					const m = guessMapping(cells);
					expect(guessDecimal(cells.slice(1), m.cost)).toBe(decimal);
					const read = readPriceList(cells, { ...m, decimal });
					expect(read.rejected).toEqual([]);
					expect(read.prices.map((p) => p.cost)).toEqual(prices.map((p) => p * 100));
				}
			})
		);
	});
	it('names units that nobody here uses, the most frequent first', () => {
		const row = (unit: string) => ({ row: 1, code: 'c', name: 'n', unit, cost: unitPrice(1) });
		expect(strangeUnits([row('BX'), row('bx'), row('Each'), row('EA'), row('BX'), row('')], ['each'])).toEqual([
			{ unit: 'BX', rows: 2 },
			{ unit: 'bx', rows: 1 },
			{ unit: 'EA', rows: 1 }
		]);
	});
});
