import { mkdtempSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { computeEstimate, simulate, USUAL_SPREADS } from '../../src/lib/core/estimate';
import { setUp } from '../../src/demo/set-up';
import { DemoClock, Yard } from '../../src/demo/yard';
import { instantOf } from '../../src/lib/core/time';
import { openApp } from '../../src/lib/server/app';
import { loadEstimate } from '../../src/lib/server/estimates/load';
import { readSettings } from '../../src/lib/server/settings';
import { launch, open, signIn, visitor } from '../browser/chrome';
import type { Page } from 'puppeteer-core';
import { serve } from '../../scripts/lib.mjs';
import { median, note, time } from './measure';

/** The estimator's bench in a browser whose processor is slowed four times: opening, and one edit to the screen. */
export async function benchPageBench(): Promise<void> {
	const data = mkdtempSync(join(tmpdir(), 'ny-bench-page-'));
	const app = openApp(readSettings({ NICKEL_DATA: data }), new DemoClock(instantOf('2027-04-14', '09:20', 'America/New_York')));
	app.db.sqlite.pragma('synchronous = OFF');
	const yard = new Yard(app, app.clock as DemoClock);
	await setUp(yard);
	const customer = yard.customer('Bench', 'person', '', '', '1 Quay');
	const make = (scopes: number) => {
		const jobId = yard.job(`Bench ${scopes}`, customer, '1 Quay', [-47, -131]);
		const estimateId = yard.estimate(jobId);
		for (let s = 0; s < scopes; s++) {
			const scopeId = yard.scope(estimateId, `Scope ${s}`, [['roof face', { length: String(30 + s), run: '14', pitch: '8' }]], []);
			const rows = Array.from({ length: 100 }, (_, i) => `Line ${s} ${i}\t${1 + (i % 7)}\teach\t${10 + i}.25\t${20 + i}.50`).join('\n');
			yard.call('bastian', 'estimates.paste-block', {
				scopeId,
				text: rows,
				columns: ['name', 'quantity', 'unit', 'cost', 'price'],
				headed: false
			});
		}
		return { jobId, estimateId };
	};
	const large = make(20);
	const small = make(2);
	const estimate = loadEstimate(app.db.orm, large.estimateId);
	if (!estimate) throw new Error('The estimate is not there.');
	const core = time(() => computeEstimate(estimate), 15);
	note(
		'simulation',
		'10,000 draws over 2,000 lines',
		time(() => simulate(estimate, { draws: 10_000, seed: 1, spreads: USUAL_SPREADS }), 3),
		'ms allowed',
		1000,
		1
	);
	app.db.sqlite.close();
	const port = 4800 + Math.floor(Math.random() * 1000);
	const server = await serve(port, { NICKEL_DATA: data, NICKEL_NOW: '2027-04-14T09:20', NICKEL_LOG: 'silent' });
	const base = `http://127.0.0.1:${port}`;
	const browser = await launch();
	const page = await visitor(browser);
	await signIn(page, base, 'bastian');
	const opening = async (jobId: string): Promise<number> => {
		const all: number[] = [];
		for (let i = 0; i < 4; i++) {
			const start = performance.now();
			await open(page, `${base}/jobs/${jobId}/estimate`);
			if (i > 0) all.push(performance.now() - start);
		}
		return median(all);
	};
	const client = await page.createCDPSession();
	await client.send('Emulation.setCPUThrottlingRate', { rate: 4 });
	const openSmall = await opening(small.jobId);
	const openLarge = await opening(large.jobId);
	note('opening an estimate, 4 × slower processor', '2,000 lines', openLarge, 'one of 200 lines', openSmall, 3);
	// From the key that ends the typing to the new total on the screen.
	const edits: number[] = [];
	const sent = traffic(page);
	for (let i = 0; i < 50; i++) {
		await page.evaluate(() => document.querySelector<HTMLElement>('[data-cell="3-5"]')?.focus());
		const before = await page.$eval('[data-testid=price]', (e) => (e as HTMLElement).innerText);
		await page.keyboard.type(String(31 + i * 3));
		await page.evaluate(() => {
			const price = document.querySelector('[data-testid=price]');
			const w = window as unknown as { pressed: number; shownAt: Promise<number> };
			window.addEventListener('keydown', () => (w.pressed = performance.now()), { capture: true, once: true });
			w.shownAt = new Promise((done) => {
				if (price)
					new MutationObserver(() => requestAnimationFrame(() => done(performance.now()))).observe(price, {
						characterData: true,
						subtree: true,
						childList: true
					});
			});
		});
		await page.keyboard.press('Tab');
		await page.waitForFunction((p: string) => document.querySelector<HTMLElement>('[data-testid=price]')?.innerText !== p, {}, before);
		edits.push(
			await page.evaluate(
				async () => (await (window as unknown as { shownAt: Promise<number> }).shownAt) - (window as unknown as { pressed: number }).pressed
			)
		);
	}
	const slowed = core * 4;
	const edit = median(edits.filter((e) => e > 0));
	note('one edit to the screen, 4 × slower processor', '2,000 lines', edit, 'ms allowed', 50, 1);
	note('one edit to the screen to the core’s own time, slowed alike', '2,000 lines', edit, 'ms of the core', slowed, 20);
	await client.send('Network.enable');
	await page.waitForFunction(() => document.querySelector('.kept') === null);
	note('requests of fifty edits', '2,000 lines', sent.length, 'allowed', 50, 1);
	note('bytes of one edit, up and down', '2,000 lines', median(sent.slice(0, 50).map((t) => t.up + t.down)), 'bytes allowed', 5000, 1);
	await client.send('Emulation.setCPUThrottlingRate', { rate: 1 });
	const other = await visitor(browser);
	await signIn(other, base, 'imogen');
	note(
		'another one’s edit on my screen after it was saved',
		'2,000 lines',
		await othersEdit(page, other, large.estimateId),
		'ms allowed',
		150,
		1
	);
	await browser.close();
	server.kill('SIGTERM');
}

/** What goes over the line for the steps on a page, with its bytes. */
function traffic(page: Page): { up: number; down: number }[] {
	const all: { up: number; down: number }[] = [];
	page.on('requestfinished', (r) => {
		if (!/\/api\/(commands|page)|__data\.json/.test(r.url())) return;
		const entry = { up: r.postData()?.length ?? 0, down: 0 };
		all.push(entry);
		void r
			.response()
			?.buffer()
			// The last ones may come when the browser is closed.
			.then((b) => (entry.down = b.length))
			.catch(() => undefined);
	});
	return all;
}

/** Median of twenty: from the answer that it is saved, in another browser, to the new total on this screen. */
async function othersEdit(page: Page, other: Page, estimateId: string): Promise<number> {
	const lineId = await page.evaluate(
		async (route: { params: object }) => {
			const r = await fetch('/api/page', {
				method: 'POST',
				headers: { 'content-type': 'application/json' },
				body: JSON.stringify({ route: '/(desk)/jobs/[id]/estimate', search: '', tag: '', ...route })
			});
			const { result } = (await r.json()) as { result: { value: { bench: { estimate: { scopes: { lines: { id: string }[] }[] } } } } };
			return result.value.bench.estimate.scopes[0]?.lines[40]?.id ?? '';
		},
		{ params: { id: new URL(page.url()).pathname.split('/')[2] ?? estimateId } }
	);
	const all: number[] = [];
	for (let i = 0; i < 50; i++) {
		await page.evaluate(() => {
			const price = document.querySelector('[data-testid=price]');
			(window as unknown as { changedAt: Promise<number> }).changedAt = new Promise((done) => {
				if (price)
					new MutationObserver(() => requestAnimationFrame(() => done(performance.timeOrigin + performance.now()))).observe(price, {
						characterData: true,
						subtree: true,
						childList: true
					});
			});
		});
		const saved = await other.evaluate(
			async (id: string, value: string) => {
				await fetch('/api/commands/estimates.change-line', {
					method: 'POST',
					headers: { 'content-type': 'application/json' },
					body: JSON.stringify({ input: { lineId: id, field: 'price', value }, key: crypto.randomUUID() })
				});
				return performance.timeOrigin + performance.now();
			},
			lineId,
			String(50 + i)
		);
		const shown = await page.evaluate(() => (window as unknown as { changedAt: Promise<number> }).changedAt);
		all.push(shown - saved);
	}
	return median(all);
}
