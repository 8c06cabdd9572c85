import { mkdtempSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { Worker } from 'node:worker_threads';
import { buildSync } from 'esbuild';
import { cents, percent, quantity, rate, unitPrice } from '../../src/lib/core/money';
import { checkPrices, packParts, type CheckedEntry } from '../../src/lib/core/pricing';
import { fresh, raw } from './database';
import { csv, mapping } from './lists';
import { grew, median, note, time } from './measure';

/** The book of n assemblies with twelve parts each. */
const book = (n: number): CheckedEntry[] =>
	Array.from({ length: n }, (_, i) => ({
		id: String(i),
		discount: cents(0),
		parts: Array.from({ length: 12 }, (_, k) => ({
			quantity: quantity(10_000 * (1 + ((i + k) % 90))),
			unitPrice: unitPrice(100 * (90 + ((i * 7 + k * 13) % 900))),
			settled: null,
			unitCost: unitPrice(100 * (70 + ((i * 5 + k * 11) % 700))),
			hoursPerUnit: quantity(k % 4 === 0 ? 10_000 : 0),
			overheadPerHour: unitPrice(142_000),
			overheadPercent: rate(45_000)
		}))
	}));

/** The book on its way into a thread of its own and held against a margin there; the median of some runs. */
async function inWorker(entries: CheckedEntry[]): Promise<number> {
	const text = JSON.stringify(entries.map((e) => ({ id: e.id, parts: packParts(e.parts) })));
	// As one file of plain JavaScript, as the page's worker is built.
	const outfile = join(mkdtempSync(join(tmpdir(), 'ny-thread-')), 'thread.cjs');
	buildSync({ entryPoints: ['tests/bench/price-check-thread.ts'], bundle: true, platform: 'node', format: 'cjs', outfile });
	const worker = new Worker(outfile);
	const times: number[] = [];
	for (let i = 0; i < 7; i++) {
		const start = performance.now();
		worker.postMessage(text);
		await new Promise((done) => worker.once('message', done));
		if (i > 1) times.push(performance.now() - start);
	}
	await worker.terminate();
	return median(times);
}

export async function pricingBench(): Promise<void> {
	const large = book(5_000);
	const small = book(500);
	const own = time(() => checkPrices(large, percent(1000)), 9);
	note('price check in a worker, from the text of the book', '5,000 assemblies, 60,000 parts', await inWorker(large), 'ms allowed', 300, 1);
	grew(
		'price check',
		time(() => checkPrices(small, percent(1000)), 9),
		own
	);

	const { app, yard } = await fresh();
	const bring = (text: string) =>
		yard.call('petra', 'catalog.import', { supplierId: 'tarn', fileName: 'bench.csv', text, mapping, categoryId: null, taxCodeId: null });
	bring(csv(100_000));
	const sqlite = app.db.sqlite;
	const diff: number[] = [];
	for (let i = 1; i <= 3; i++) {
		const text = csv(50_000, 1 + i);
		const start = performance.now();
		bring(text);
		diff.push(performance.now() - start);
	}
	note('import with diff', '50,000 rows against 100,000', median(diff), 'raw inserts of as many rows', await raw(50_000), 4);

	const ids = (sqlite.prepare("select id from items where code like 'B-%' limit 20000").all() as { id: string }[]).map((r) => r.id);
	sqlite.prepare('update items set tags = \'["many"]\' where id in (select value from json_each(?))').run(JSON.stringify(ids));
	const plain: number[] = [];
	const bulk: number[] = [];
	for (let i = 0; i < 5; i++) {
		let start = performance.now();
		sqlite.transaction(() =>
			sqlite
				.prepare('update items set cost = cost + 1, version = version + 1 where id in (select value from json_each(?))')
				.run(JSON.stringify(ids))
		)();
		plain.push(performance.now() - start);
		start = performance.now();
		yard.call('petra', 'catalog.change-items', { filter: { tag: 'many' }, change: { what: 'cost', percent: 100 } });
		bulk.push(performance.now() - start);
	}
	note('change of many items', '20,000 items of 100,000', median(bulk), 'raw UPDATE of the same', median(plain), 4);
	editionBench(yard);
	sqlite.close();
}

/** An edition of n services, each with six materials. */
const edition = (n: number, number: number): string =>
	JSON.stringify({
		format: 'flat-rate edition',
		formatVersion: 1,
		publisher: 'Bench',
		catalog: { key: `c${n}`, name: `Catalog of ${n}`, trade: '' },
		edition: number,
		published: '2027-04-01',
		categories: [{ key: 'all', name: 'All' }],
		services: Array.from({ length: n }, (_, i) => ({
			key: `s${i}`,
			category: 'all',
			title: `Service ${i}`,
			wording: 'What is done, in two sentences or so. Taken away afterwards.',
			hours: `${1 + (i % 8)}.25`,
			materials: Array.from({ length: 6 }, (_m, k) => ({
				name: `Material ${k}`,
				quantity: `${1 + ((i + k) % 5)}`,
				unit: 'each',
				cost: `${1 + ((i * 7 + k + number) % 90)}.${number % 2 ? '50' : '25'}`
			}))
		}))
	});

function editionBench(yard: Awaited<ReturnType<typeof fresh>>['yard']): void {
	let number = 0;
	const take = (n: number): number => {
		number += 1;
		const { editionId } = yard.call('imogen', 'flat-rate.receive-edition', {
			text: edition(n, number),
			fileName: 'bench'
		});
		const start = performance.now();
		yard.call('imogen', 'flat-rate.take-edition', { editionId });
		return performance.now() - start;
	};
	const three = (n: number): number => median([take(n), take(n), take(n), take(n)].slice(1));
	const small = three(500);
	const large = three(5000);
	note('taking an edition', '5,000 services, all changed', large, 'ms allowed', 2000, 1);
	grew('taking an edition', small, large);
}
