import { mkdtempSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import type { Page } from 'puppeteer-core';
import { buildDemo } from '../../src/demo/build';
import { DemoClock, Yard } from '../../src/demo/yard';
import { sortRows, type Column } from '../../src/lib/ui/tables/view';
import { readSettings } from '../../src/lib/server/settings';
import { launch, signIn, visitor } from '../browser/chrome';
import { serve } from '../../scripts/lib.mjs';
import { csv, mapping, rowName } from './lists';
import { median, note, time } from './measure';

const SITES = 5000;
const ROWS = 20_000;

interface Row {
	name: string;
	cost: number;
}
const columns: Column<Row>[] = [
	{ key: 'name', label: 'Name', value: (r) => r.name },
	{ key: 'cost', label: 'Cost', value: (r) => r.cost, num: true }
];
const words = new Intl.Collator('en', { numeric: true, sensitivity: 'base' });
/** How the flat table of before sorted: by one column, its value asked for at each comparing. */
const plainSort = (rows: readonly Row[], value: (r: Row) => string | number) =>
	[...rows].sort((a, b) => {
		const [x, y] = [value(a), value(b)];
		return typeof x === 'number' && typeof y === 'number' ? x - y : words.compare(String(x), String(y));
	});

function sorting(): void {
	const rows = Array.from({ length: ROWS }, (_, i) => ({ name: `${rowName(i * 7)} ${i % 991}`, cost: (i * 7919) % 100_003 }));
	for (const key of ['name', 'cost'] as const) {
		const before = time(() => plainSort(rows, (r) => r[key]), 7);
		const now = time(() => sortRows(rows, columns, [{ key, down: false }]), 7);
		note(`table: sort by ${key}`, `${ROWS.toLocaleString('en-US')} rows`, now, 'the flat sort of before', before, 1.2);
	}
}

const WATCH = `
	window.seen = { first: 0, longest: 0 };
	new PerformanceObserver((l) => { for (const e of l.getEntries()) seen.longest = Math.max(seen.longest, e.duration); }).observe({ type: 'longtask', buffered: true });
`;
const ready = (page: Page) => page.waitForFunction(() => document.documentElement.dataset.ready === 'yes');

/** A company with five thousand sites of a season service and twenty thousand items more in its catalog. */
async function grown(data: string, base: string): Promise<void> {
	const app = await buildDemo(readSettings({ NICKEL_DATA: data, NICKEL_ORIGIN: base }));
	const yard = new Yard(app, new DemoClock(app.clock.now()));
	const customerId = app.db.sqlite
		.prepare('select s.customer_id from sites s join agreements a on a.site_id = s.id')
		.pluck()
		.get() as string;
	const serviceId = app.db.sqlite.prepare('select service_id from agreements').pluck().get() as string;
	const there = app.db.sqlite.prepare('select count(*) from agreements').pluck().get() as number;
	for (let n = there; n < SITES; n++) {
		const { siteId } = yard.call('petra', 'customers.save-site', {
			...{ customerId, siteId: null, address: `${n} Bench Street`, access: '', version: 0 },
			...{ lat: -47 + ((n * 37) % 1000) / 8000, lng: -131 + ((n * 61) % 1000) / 8000 }
		});
		yard.call('petra', 'rounds.add-agreement', { serviceId, siteId, year: 2027, visits: 14, hours: 630_000, price: 300_000, note: '' });
	}
	yard.call('petra', 'catalog.import', {
		...{ supplierId: 'tarn', fileName: 'bench.csv', text: csv(ROWS), mapping, categoryId: null, taxCodeId: null }
	});
	app.db.sqlite.close();
}

async function mapOf(page: Page, base: string): Promise<void> {
	const first: number[] = [];
	const longest: number[] = [];
	await page.evaluateOnNewDocument(
		`${WATCH} (function look() { if (Number(document.querySelector('[data-sites]')?.dataset.sites) >= ${SITES}) seen.first = performance.now(); else requestAnimationFrame(look); })();`
	);
	for (let n = 0; n < 5; n++) {
		await page.goto(`${base}/plan/rounds`, { waitUntil: 'load' });
		await page.waitForFunction('seen.first > 0');
		const seen = (await page.evaluate('({ ...seen, ready: performance.getEntriesByType("navigation")[0].domContentLoadedEventEnd })')) as {
			first: number;
			longest: number;
			ready: number;
		};
		// From the page that is there to the points that are painted: what the page's own data takes is measured by its own row.
		first.push(seen.first - seen.ready);
		longest.push(seen.longest);
	}
	note('map: painted after the page is there', `${SITES.toLocaleString('en-US')} sites`, median(first), '500 ms', 500, 1);
	note('map: longest task while it opens', `${SITES.toLocaleString('en-US')} sites`, median(longest), '500 ms', 500, 1);
	await lassoOf(page, base);
}

/** Drawing around all of them with the pointer, on a browser four times slower: while it is led, and when it is let go and they are picked. */
async function lassoOf(page: Page, base: string): Promise<void> {
	await page.goto(`${base}/plan/rounds`, { waitUntil: 'load' });
	await page.waitForFunction('seen.first > 0');
	await page.evaluate("[...document.querySelectorAll('button')].find((b) => b.innerText === 'Draw around').click()");
	const box = await (await page.$('.map'))?.boundingBox();
	if (!box) throw new Error('There is no map.');
	await page.emulateCPUThrottling(4);
	await page.evaluate('new Promise((r) => setTimeout(r, 1500))');
	await page.evaluate('seen.longest = 0');
	const at = (n: number): [number, number] => [
		box.x + box.width * (0.5 + 0.42 * Math.cos((n / 60) * 2 * Math.PI)),
		box.y + box.height * (0.5 + 0.42 * Math.sin((n / 60) * 2 * Math.PI))
	];
	await page.mouse.move(...at(0));
	await page.mouse.down();
	for (let n = 1; n < 60; n++) await page.mouse.move(...at(n));
	await page.evaluate('new Promise((r) => requestAnimationFrame(() => requestAnimationFrame(r)))');
	const size = `${SITES.toLocaleString('en-US')} sites`;
	note('map: longest task while drawing around, 4 × slower', size, (await page.evaluate('seen.longest')) as number, '50 ms', 50, 1);
	await page.evaluate('seen.longest = 0');
	await page.mouse.up();
	await page.waitForFunction(() => document.body.innerText.includes('sites picked'), { timeout: 60_000 });
	await page.evaluate('new Promise((r) => setTimeout(r, 500))');
	note('map: longest task when it is let go, 4 × slower', size, (await page.evaluate('seen.longest')) as number, '500 ms', 500, 1);
	await page.emulateCPUThrottling(1);
}

async function tableOf(page: Page, base: string): Promise<void> {
	await page.evaluateOnNewDocument(WATCH);
	await page.goto(`${base}/price/catalog?sort=name`, { waitUntil: 'load' });
	await ready(page);
	await page.waitForFunction(
		`Number(document.querySelector('.tools [aria-live]').innerText.replace(/[^0-9]/g, '')) > ${ROWS} && !document.querySelector('.tools [aria-live]').innerText.includes('of')`,
		{
			timeout: 120_000
		}
	);
	const clicks: number[] = [];
	for (let n = 0; n < 6; n++) {
		clicks.push(
			(await page.evaluate(`new Promise((done) => {
				const row = () => document.querySelector('tbody tr[data-row="0"]').innerText;
				const [start, before] = [performance.now(), row()];
				document.querySelector('th[data-column=${n % 2 ? 'name' : 'cost'}] .both > button').click();
				(function look() { if (row() !== before || performance.now() - start > 5000) done(performance.now() - start); else requestAnimationFrame(look); })();
			})`)) as number
		);
	}
	note('table: a press on a heading until it is drawn', `${ROWS.toLocaleString('en-US')} rows`, median(clicks), '500 ms', 500, 1);
	await page.emulateCPUThrottling(4);
	// What was slow before the list is rolled, is not of rolling it.
	await page.evaluate('new Promise((r) => setTimeout(r, 1500))');
	await page.evaluate('seen.longest = 0');
	await page.evaluate(`(async () => {
		const list = document.querySelector('.scroller');
		for (let y = 0; y < 12_000; y += 240) { list.scrollTop = y; await new Promise((r) => requestAnimationFrame(() => requestAnimationFrame(r))); }
	})()`);
	note(
		'table: longest task while scrolling, 4 × slower',
		`${ROWS.toLocaleString('en-US')} rows`,
		(await page.evaluate('seen.longest')) as number,
		'50 ms',
		50,
		1
	);
	await page.emulateCPUThrottling(1);
}

/** The map at five thousand sites and the table at twenty thousand rows, in the page. */
export async function bigListsBench(): Promise<void> {
	sorting();
	const data = mkdtempSync(join(tmpdir(), 'ny-big-'));
	const port = 5900 + Math.floor(Math.random() * 1000);
	const base = `http://127.0.0.1:${port}`;
	process.env.NICKEL_NOW = '2027-04-14T09:20';
	await grown(data, base);
	const server = await serve(port, { NICKEL_DATA: data, NICKEL_NOW: '2027-04-14T09:20', NICKEL_LOG: 'silent' });
	const browser = await launch();
	for (const measure of [mapOf, tableOf]) {
		const page = await visitor(browser);
		await signIn(page, base, 'petra');
		await measure(page, base);
	}
	await browser.close();
	server.kill('SIGTERM');
}
