import { mkdtempSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { randomUUID } from 'node:crypto';
import { openApp, type App } from '../../src/lib/server/app';
import { searchItems } from '../../src/lib/server/catalog/queries';
import { readSpreadsheet } from '../../src/lib/server/catalog/read-sheet';
import { writeSpreadsheet } from '../../src/lib/server/catalog/write-sheet';
import { ftsQuery } from '../../src/lib/server/db/fts';
import { readSettings } from '../../src/lib/server/settings';
import { setUp } from '../../src/demo/set-up';
import { DemoClock, Yard } from '../../src/demo/yard';
import { csv, mapping, rowName } from './lists';
import { grew, median, note, time } from './measure';

export async function fresh(): Promise<{ app: App; yard: Yard }> {
	const clock = new DemoClock(Date.now());
	const app = openApp(readSettings({ NICKEL_DATA: mkdtempSync(join(tmpdir(), 'ny-bench-')) }), clock);
	const yard = new Yard(app, clock);
	await setUp(yard);
	return { app, yard };
}

async function importing(n: number): Promise<number> {
	const text = csv(n);
	const times: number[] = [];
	for (let i = 0; i < 3; i++) {
		const { app, yard } = await fresh();
		const start = performance.now();
		yard.call('petra', 'catalog.import', { supplierId: 'tarn', fileName: 'bench.csv', text, mapping, categoryId: null, taxCodeId: null });
		times.push(performance.now() - start);
		app.db.sqlite.close();
	}
	return median(times);
}

/** The same rows into the same tables by hand-written inserts, in one transaction. */
export async function raw(n: number): Promise<number> {
	const rows = Array.from(
		{ length: n },
		(_, i) => [randomUUID(), `B-${i}`, rowName(i), 'material', 'each', 10_000 * (2 + (i % 500)), '{"by":"inherit"}', 'tarn'] as const
	);
	const times: number[] = [];
	for (let i = 0; i < 3; i++) {
		const { app } = await fresh();
		const item = app.db.sqlite.prepare(
			'insert into items (id, code, name, kind, unit, cost, rule, supplier_id) values (?, ?, ?, ?, ?, ?, ?, ?)'
		);
		const cost = app.db.sqlite.prepare('insert into item_costs (item_id, at, after) values (?, 0, ?)');
		const start = performance.now();
		app.db.sqlite.transaction(() => {
			for (const r of rows) {
				item.run(...r);
				cost.run(r[0], r[5]);
			}
		})();
		times.push(performance.now() - start);
		app.db.sqlite.close();
	}
	return median(times);
}

/** A spreadsheet of n rows, from its bytes to rows of text, beside the server's own thread. */
async function reading(n: number): Promise<number> {
	const rows = Array.from({ length: n }, (_, i) => [`B-${i}`, rowName(i), 'each', 2.25 + (i % 500)]);
	const bytes = await writeSpreadsheet('List', ['Code', 'Name', 'Unit', 'Cost'], rows);
	const times: number[] = [];
	for (let i = 0; i < 3; i++) {
		const start = performance.now();
		await readSpreadsheet(bytes);
		times.push(performance.now() - start);
	}
	return median(times);
}

export async function databaseBench(): Promise<void> {
	const sheet = await reading(50_000);
	note('reading a spreadsheet', '50,000 rows', sheet, 'ms wanted', 5000, 1);
	grew('reading a spreadsheet', await reading(5_000), sheet);
	const [small, large] = [await importing(5_000), await importing(50_000)];
	note('import of price rows', '50,000 rows', large, 'raw inserts of the same rows', await raw(50_000), 3);
	grew('import of price rows', small, large);
	const search = async (n: number): Promise<[number, number]> => {
		const { app, yard } = await fresh();
		yard.call('petra', 'catalog.import', {
			supplierId: 'tarn',
			fileName: 'bench.csv',
			text: csv(n),
			mapping,
			categoryId: null,
			taxCodeId: null
		});
		const texts = ['shi', 'shingle gr', 'memb', 'B-4999', 'gutter 12', 'vent bl', 'cop'];
		const query = app.db.sqlite.prepare('select i.* from items_fts f join items i on i.rowid = f.rowid where items_fts match ? limit 50');
		const own = time(() => texts.forEach((t) => searchItems(app, t, 50)), 15);
		const reference = time(() => texts.forEach((t) => query.all(ftsQuery(t))), 15);
		app.db.sqlite.close();
		return [own / texts.length, reference / texts.length];
	};
	const [few] = await search(10_000);
	const [own, reference] = await search(100_000);
	note('search as you type', '100,000 items', own, 'raw full-text query', reference, 3);
	grew('search as you type', few, own);
}
