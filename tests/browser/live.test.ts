import type { Browser, HTTPRequest, Page } from 'puppeteer-core';
import { afterAll, afterEach, beforeAll, beforeEach, describe, expect, it } from 'vitest';
import { cell, cellText, run } from './bench-steps';
import { hydrated, launch, open, signIn, visitor } from './chrome';
import { base, dataDir } from './company';
import { reader, until } from './db';

const db = reader(dataDir);
let browser: Browser;
let mine: Page;
let theirs: Page;
let jobId = '';
let estimateId = '';
const extra: Page[] = [];
beforeAll(async () => {
	browser = await launch();
	mine = await visitor(browser);
	await signIn(mine, base, 'bastian');
	theirs = await visitor(browser);
	await signIn(theirs, base, 'imogen');
});
afterAll(async () => {
	await browser.close();
	db.close();
});
afterEach(async () => {
	for (const page of extra.splice(0)) await page.close();
});

/** An estimate of many lines, opened by both. */
beforeEach(async () => {
	const name = `Long list ${performance.now()}`;
	({ jobId } = await run(mine, 'jobs.open', {
		...{ name, customerId: null, customerName: `${name} owner`, address: '8 Long Lane', kindOfWork: 'Repair', source: '', wanted: '' }
	}));
	({ estimateId } = await run<{ estimateId: string }>(mine, 'estimates.start', { jobId }));
	const { scopeId } = await run<{ scopeId: string }>(mine, 'estimates.add-scope', { estimateId, name: 'All of it' });
	const text = Array.from({ length: 400 }, (_, i) => `Line ${i}\t${1 + (i % 7)}\teach\t10.25\t20.50`).join('\n');
	await run(mine, 'estimates.paste-block', {
		scopeId,
		text,
		columns: ['name', 'quantity', 'unit', 'cost', 'price'],
		headed: false
	});
});
const bench = () => `${base}/jobs/${jobId}/estimate`;
const lineCalled = (name: string) =>
	db.value<string>('select l.id from lines l join scopes s on s.id = l.scope_id where s.estimate_id = ? and l.name = ?', estimateId, name);
const priceOf = (name: string) => db.value<number>('select unit_price from lines where id = ?', lineCalled(name));

/** What a page asks for from now on, with the bytes each way. */
function traffic(page: Page): { path: string; up: number; down: number }[] {
	const all: { path: string; up: number; down: number }[] = [];
	page.on('requestfinished', (r: HTTPRequest) => {
		const { pathname } = new URL(r.url());
		if (!/^\/api\/(commands|page)|__data\.json$/.test(pathname)) return;
		const entry = { path: pathname, up: r.postData()?.length ?? 0, down: Infinity };
		all.push(entry);
		void r
			.response()
			?.buffer()
			.then((b) => (entry.down = b.length));
	});
	return all;
}
/** Streams that were asked for. */
function streams(page: Page): string[] {
	const all: string[] = [];
	page.on('request', (r) => {
		if (new URL(r.url()).pathname === '/api/live') all.push(r.url());
	});
	return all;
}
async function tab(of: Page, url: string, before: (page: Page) => void = () => undefined): Promise<Page> {
	const page = await of.browserContext().newPage();
	extra.push(page);
	page.setDefaultTimeout(30_000);
	// As somebody looks at it, whichever window lies above.
	await (await page.createCDPSession()).send('Emulation.setFocusEmulationEnabled', { enabled: true });
	before(page);
	await open(page, url);
	return page;
}
/** As if somebody turned to another window, or came back. */
const look = (page: Page, how: 'hidden' | 'visible') =>
	page.evaluate((state: string) => {
		Object.defineProperty(document, 'visibilityState', { value: state, configurable: true });
		document.dispatchEvent(new Event('visibilitychange'));
	}, how);
const priceReads = (page: Page, line: string, price: string) =>
	page.waitForFunction(
		(l: string, p: string) =>
			[...document.querySelectorAll('tbody tr')].some(
				(r) =>
					r.querySelector<HTMLElement>('[data-column=name]')?.innerText.trim() === l &&
					r.querySelector<HTMLElement>('[data-column=price]')?.innerText.trim() === p
			),
		{},
		line,
		price
	);

describe('an estimate that two have open', () => {
	it('sends one small request for an edit, and shows what came of it from the answer', async () => {
		await open(mine, bench());
		await cell(mine, 'Line 3', 'price');
		const asked = traffic(mine);
		await (await cell(mine, 'Line 3', 'price')).focus();
		await mine.keyboard.type('31.75');
		await mine.keyboard.press('Enter');
		await until(() => priceOf('Line 3') === 317_500, 'the new price');
		await mine.waitForFunction(() => document.querySelector<HTMLButtonElement>('button[title*="31.75"]')?.disabled === false);
		await until(() => asked.length > 0 && asked.every((a) => a.down < Infinity), 'the answer');
		expect(asked.map((a) => a.path)).toEqual(['/api/commands/estimates.change-line']);
		expect(asked[0]!.up).toBeLessThan(2000);
		expect(asked[0]!.down).toBeLessThan(3000);
		// What another says meanwhile of the same page is heard, and my own echo is not asked for.
		await run(theirs, 'estimates.change-line', { lineId: lineCalled('Line 4'), field: 'price', value: '44.44' });
		await priceReads(mine, 'Line 4', '44.44');
		expect(asked.map((a) => a.path)).toEqual(['/api/commands/estimates.change-line', '/api/page']);
		await until(() => asked.every((a) => a.down < Infinity), 'the answer');
		expect(asked[1]!.up + asked[1]!.down).toBeLessThan(5000);
	});

	it('brings the other’s edit while I am typing, and what I have half typed stays', async () => {
		await open(mine, bench());
		await open(theirs, bench());
		await (await cell(mine, 'Line 1', 'price')).focus();
		await mine.keyboard.type('12.3');
		await (await cell(theirs, 'Line 2', 'price')).focus();
		await theirs.keyboard.type('77.70');
		await theirs.keyboard.press('Enter');
		await priceReads(mine, 'Line 2', '77.70');
		await mine.keyboard.type('4');
		await mine.keyboard.press('Enter');
		await until(() => priceOf('Line 1') === 123_400, 'what I typed');
		expect(priceOf('Line 2')).toBe(777_000);
		expect(await cellText(mine, 'Line 1', 'price')).toBe('12.34');
		await priceReads(theirs, 'Line 1', '12.34');
	});

	it('goes to the page of before and back with what is so now', async () => {
		await open(mine, `${base}/jobs/${jobId}`);
		await mine.click(`a[href="/jobs/${jobId}/estimate"]`);
		await cell(mine, 'Line 5', 'price');
		await run(theirs, 'estimates.change-line', { lineId: lineCalled('Line 5'), field: 'price', value: '55.55' });
		await priceReads(mine, 'Line 5', '55.55');
		await mine.goBack();
		await mine.waitForFunction(() => !location.pathname.endsWith('/estimate'));
		await run(theirs, 'estimates.change-line', { lineId: lineCalled('Line 5'), field: 'price', value: '66.66' });
		await mine.goForward();
		await priceReads(mine, 'Line 5', '66.66');
	});
});

describe('the tabs of a browser', () => {
	it('hear through one stream; when the tab that has it goes, another takes over where it left off', async () => {
		const all: string[][] = [];
		const tabs: Page[] = [];
		// The page from the tests before has a stream of its own until it is left.
		await mine.goto(`${base}/healthz`);
		for (let i = 0; i < 3; i++) tabs.push(await tab(mine, bench(), (p) => all.push(streams(p))));
		await until(() => all.flat().length > 0, 'a stream');
		await run(theirs, 'estimates.change-line', { lineId: lineCalled('Line 6'), field: 'price', value: '61.00' });
		for (const t of tabs) await priceReads(t, 'Line 6', '61.00');
		expect(all.map((s) => s.length)).toEqual([1, 0, 0]);
		await tabs[0]!.close();
		extra.splice(extra.indexOf(tabs[0]!), 1);
		await run(theirs, 'estimates.change-line', { lineId: lineCalled('Line 6'), field: 'price', value: '62.00' });
		for (const t of tabs.slice(1)) await priceReads(t, 'Line 6', '62.00');
		expect(all.slice(1).flat().length).toBe(1);
		expect(all.slice(1).flat()[0]).toMatch(/since=\d+$/);
	});

	it('ask for nothing while nobody looks at them, and are right when somebody does', async () => {
		const page = await tab(mine, bench());
		const asked = traffic(page);
		await look(page, 'hidden');
		const other = await tab(mine, bench());
		await run(theirs, 'estimates.change-line', { lineId: lineCalled('Line 7'), field: 'price', value: '71.00' });
		await priceReads(other, 'Line 7', '71.00');
		expect(asked).toEqual([]);
		await look(page, 'visible');
		await priceReads(page, 'Line 7', '71.00');
		expect(asked.map((a) => a.path)).toEqual(['/api/page']);
	});

	it('are right again after the device slept, although no stream told them', async () => {
		const page = await tab(mine, bench());
		await look(page, 'hidden');
		// A device that sleeps hears nothing, and its clock is a day further when it wakes.
		const client = await page.createCDPSession();
		await client.send('Network.enable');
		await client.send('Network.setBlockedURLs', { urls: ['*/api/live*'] });
		await page.evaluate(() => {
			const now = Date.now.bind(Date);
			Date.now = () => now() + 86_400_000;
		});
		await run(theirs, 'estimates.change-line', { lineId: lineCalled('Line 8'), field: 'price', value: '81.00' });
		await look(page, 'visible');
		await priceReads(page, 'Line 8', '81.00');
	});

	it('of the board ask for nothing because somebody clocks on', async () => {
		const planner = await visitor(browser);
		await signIn(planner, base, 'petra');
		const page = await tab(planner, `${base}/plan`);
		const asked = traffic(page);
		const crew = await visitor(browser);
		await signIn(crew, base, 'ravi');
		const { id } = db.row<{ id: string }>(
			"select id from jobs where number is not null and stage_id in (select id from stages where meaning = 'under way') limit 1"
		);
		await run(crew, 'time.clock-on', { jobId: id });
		await until(() => db.value("select count(*) from time_entries where person_id = 'ravi' and ended_at is null") === 1, 'the clock');
		// Something that does concern the board comes after it, and is the first thing it asks for.
		await run(planner, 'firms.save', {
			...{ firmId: null, name: 'Heard After', supplies: false, subcontracts: true, trade: 'Crane', mail: '', phone: '', note: '' }
		});
		await until(() => asked.length > 0, 'the board asks');
		expect(asked.map((a) => a.path)).toEqual(['/api/page']);
		await run(crew, 'time.clock-off', { note: '', breakMinutes: 0 });
		await crew.browserContext().close();
	});
});

describe('what a page may ask again', () => {
	it('is what its reader may see: not a page without the right, not the difference of somebody else’s', async () => {
		await open(mine, bench());
		await hydrated(mine);
		const again = (page: Page, route: string, tag: string, id = jobId) =>
			page.evaluate(
				async (body: string) => {
					const r = await fetch('/api/page', { method: 'POST', headers: { 'content-type': 'application/json' }, body });
					return { status: r.status, text: await r.text() };
				},
				JSON.stringify({ route, params: { id }, search: '', tag })
			);
		const whole = await again(mine, '/(desk)/jobs/[id]/estimate', '');
		expect(whole.status).toBe(200);
		const { result } = JSON.parse(whole.text) as { result: { tag: string; value?: unknown } };
		expect(result.value).toBeDefined();
		expect(JSON.parse((await again(mine, '/(desk)/jobs/[id]/estimate', result.tag)).text)).toMatchObject({ result: { from: result.tag } });
		const owner = await again(theirs, '/(desk)/jobs/[id]/estimate', result.tag);
		expect(JSON.parse(owner.text)).toHaveProperty('result.value');
		const crew = await visitor(browser);
		await signIn(crew, base, 'ravi');
		expect((await again(crew, '/(desk)/jobs/[id]/estimate', result.tag)).status).toBe(403);
		expect((await again(crew, '/(desk)/company/people', '')).status).toBe(403);
		expect((await again(mine, '/(desk)/nowhere', '')).status).toBe(404);
		expect((await again(mine, '/(desk)/jobs/[id]/estimate', '', 'never')).status).toBe(404);
		expect((await again(mine, '/api/live', '')).status).toBe(404);
		expect((await again(mine, '__proto__', '')).status).toBe(404);
		expect((await again(mine, '/(desk)/jobs/[id]/estimate', 'x'.repeat(5000))).status).toBe(400);
		await crew.browserContext().close();
	});
});
