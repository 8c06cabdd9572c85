import type { Browser, Page } from 'puppeteer-core';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { formatCents } from '$lib/core/money';
import { seriousOn } from './axe';
import { run } from './bench-steps';
import { launch, open, press, signIn, visitor } from './chrome';
import { base, dataDir } from './company';
import { reader, until } from './db';

const db = reader(dataDir);
let browser: Browser;
let office: Page;
beforeAll(async () => {
	browser = await launch();
	office = await visitor(browser);
	await signIn(office, base, 'petra');
});
afterAll(async () => {
	await browser.close();
	db.close();
});

const table = (of: string) => `[aria-label="${of}, table"]`;
/** Opens the menu of a heading and presses what says these words. */
async function fromHead(column: string, words: string): Promise<void> {
	const opener = await office.waitForSelector(`th[data-column="${column}"] .more`);
	await opener!.focus();
	await office.keyboard.press('Enter');
	await office.waitForSelector('[role=menu]');
	await press(office, words, '[role=menu]');
	await office.waitForSelector('[role=menu]', { hidden: true });
}
/** What stands in the column of all rows that are drawn. */
const cells = (column: number) =>
	office.$$eval('tbody tr[data-row]:not(.group)', (rows, n) => rows.map((r) => (r.children[n] as HTMLElement).innerText.trim()), column);
const sums = () => office.$$eval('tfoot .num', (all) => all.map((c) => (c as HTMLElement).innerText.trim()).filter(Boolean));
const groups = () =>
	office.$$eval('tr.group', (all) => all.map((g) => (g as HTMLElement).innerText.replace(/\s+/g, ' ').replace(/^▸ ?/, '').trim()));
const layout = (list: string) => {
	const text = db.value<string | undefined>("select layout from list_layouts where person_id = 'petra' and list = ?", list);
	return text === undefined ? null : (JSON.parse(text) as { widths: Record<string, number>; pinned: string[]; start: { group: string } });
};
/** Money as a number, to add what is read on the screen. */
const money = (text: string) => Math.round(Number(text.replaceAll(',', '').replace('−', '-')) * 100);

describe('a list', () => {
	it('is grouped, folded and summed: groups and foot add up to what the books say, nested groups count nothing twice', async () => {
		await open(office, `${base}/bill/invoices?which=all&group=customer,state`);
		await office.waitForSelector('tr.group');
		const total = db.value('select sum(total) from invoices');
		expect((await sums())[0]).toBe(formatCents(total));
		await press(office, 'Fold all');
		await office.waitForFunction(() => document.querySelectorAll('tbody tr[data-row]:not(.group)').length === 0);
		const customers = db.value('select count(distinct customer_id) from invoices');
		// All groups of a short list are drawn at once.
		await office.setViewport({ width: 1280, height: 32 * (customers + 30) });
		await office.waitForFunction((n) => document.querySelectorAll('tr.group').length === n, {}, customers);
		const amounts = await office.$$eval('tr.group', (all) => all.map((g) => (g.querySelector('.num') as HTMLElement).innerText.trim()));
		expect(amounts.map(money).reduce((a, b) => a + b, 0)).toBe(total);
		expect(await seriousOn(office)).toEqual([]);
		await office.setViewport({ width: 1280, height: 800 });
	});
	it('is folded by keys, and sorted by several columns with Shift', async () => {
		await open(office, `${base}/work/jobs?group=stage`);
		await office.waitForSelector('tr.group');
		const before = await groups();
		// Stages stand in the order of the work, not of the alphabet.
		const order = db.all<{ name: string }>('select name from stages order by position').map((s) => s.name);
		const named = before.map((g) => order.findIndex((s) => g.startsWith(s)));
		expect(named).toEqual([...named].sort((a, b) => a - b));
		await office.focus('tr.group');
		await office.keyboard.press('ArrowLeft');
		await office.waitForSelector('tr.group[data-open=false]');
		await office.keyboard.press('ArrowRight');
		await office.waitForFunction(() => document.querySelector<HTMLElement>('tr.group')?.dataset.open === 'true');
		await open(office, `${base}/work/jobs`);
		const press2 = async (column: string, shift: boolean) => {
			if (shift) await office.keyboard.down('Shift');
			await office.click(`th[data-column="${column}"] .both > button`);
			if (shift) await office.keyboard.up('Shift');
		};
		await press2('customer', false);
		await office.waitForFunction(() => location.search.includes('sort=customer'));
		await press2('contract', true);
		await press2('contract', true);
		await office.waitForFunction(() => location.search.includes('sort=customer%2C-contract'));
		const [names, amounts] = [await cells(2), (await cells(4)).map((t) => (/\d/.test(t) ? money(t) : -1))];
		expect(names.length).toBeGreaterThan(10);
		for (let i = 1; i < names.length; i++) if (names[i] === names[i - 1]) expect(amounts[i - 1]).toBeGreaterThanOrEqual(amounts[i]!);
		expect(await office.$$eval('th sup', (all) => all.map((s) => s.textContent))).toEqual(['1', '2']);
	});
	it('keeps at the left what it is told to, and each person’s widths and start, until told otherwise', async () => {
		await open(office, `${base}/win/quotes`);
		await fromHead('job', 'Keep at the left up to here');
		await until(() => layout('quotes')?.pinned.join() === 'quote,job', 'pinned');
		const edge = await office.waitForSelector('th[data-column=customer] .edge');
		const box = (await edge!.boundingBox())!;
		const wide = await office.$eval('th[data-column=customer]', (e) => (e as HTMLElement).offsetWidth);
		await office.mouse.move(box.x + 3, box.y + 6);
		await office.mouse.down();
		await office.mouse.move(box.x + 83, box.y + 6, { steps: 6 });
		await office.mouse.up();
		await until(() => layout('quotes')?.widths.customer === wide + 80, 'the pulled width');
		await fromHead('customer', 'Narrower');
		await until(() => layout('quotes')?.widths.customer === wide + 40, 'narrower by keys');
		await press(office, 'Columns, groups');
		await office.waitForSelector('[role=menu]');
		expect(await seriousOn(office)).toEqual([]);
		await office.keyboard.press('Escape');
		await office.waitForSelector('[role=menu]', { hidden: true });
		await fromHead('state', 'Group by this');
		await office.waitForSelector('tr.group');
		await press(office, 'Columns, groups');
		await press(office, 'Start with this from now on', '[role=menu]');
		await until(() => layout('quotes')?.start.group === 'state', 'the start');
		await open(office, `${base}/win/quotes`);
		await office.waitForSelector('tr.group');
		expect(await office.$eval('th[data-column=customer]', (e) => (e as HTMLElement).offsetWidth)).toBe(wide + 40);
		// What stays is seen however far one scrolls aside.
		await office.setViewport({ width: 700, height: 700 });
		await office.$eval(table('quotes'), (e) => (e.scrollLeft = 400));
		const [frame, stays] = await Promise.all([
			office.$eval(table('quotes'), (e) => e.getBoundingClientRect().left),
			office.$eval('th[data-column=quote]', (e) => e.getBoundingClientRect().left)
		]);
		expect(Math.abs(stays - frame)).toBeLessThan(3);
		await office.setViewport({ width: 1280, height: 800 });
		// Somebody else has the list as it comes.
		const owner = await visitor(browser);
		await signIn(owner, base, 'imogen');
		await open(owner, `${base}/win/quotes`);
		await owner.waitForSelector('tbody tr[data-row]');
		expect(await owner.$$('tr.group')).toHaveLength(0);
		await press(office, 'Columns, groups');
		await press(office, 'As the list comes', '[role=menu]');
		await until(() => layout('quotes') === null, 'as it comes');
		await office.waitForFunction(() => document.querySelectorAll('tr.group').length === 0);
	});
	it('brings the rest of a long list when one nears its end or sorts it, each row once', async () => {
		await open(office, `${base}/price/catalog`);
		const had = db.value('select count(*) from items where set_aside = 0');
		const rows = Array.from({ length: Math.max(0, 700 - had) }, (_, n) => `LONG-${1000 + n},Long list clip ${n},each,${1 + n / 100}`);
		if (rows.length)
			await run(office, 'catalog.import', {
				...{
					supplierId: 'tarn',
					fileName: 'long.csv',
					text: `Code,Name,Unit,Price\n${rows.join('\n')}\n`,
					categoryId: null,
					taxCodeId: null
				},
				mapping: { headerRow: 0, code: 0, name: 1, unit: 2, cost: 3 }
			});
		const all = db.value('select count(*) from items where set_aside = 0');
		expect(all).toBeGreaterThan(500);
		await open(office, `${base}/price/catalog`);
		const count = () => office.$eval('.tools [aria-live]', (e) => (e as HTMLElement).innerText.trim());
		expect(await count()).toBe(`500 of ${all}`);
		await office.$eval(table('catalog'), (e) => (e.scrollTop = e.scrollHeight));
		await office.waitForFunction(
			(n) => (document.querySelector('.tools [aria-live]') as HTMLElement).innerText.trim() === n,
			{},
			String(all)
		);
		await open(office, `${base}/price/catalog?sort=-cost`);
		await office.waitForFunction(
			(n) => (document.querySelector('.tools [aria-live]') as HTMLElement).innerText.trim() === n,
			{},
			String(all)
		);
		const dearest = db.value<string>('select code from items where set_aside = 0 order by cost desc limit 1');
		await office.waitForFunction(
			(code) => (document.querySelector('tbody tr[data-row="0"]') as HTMLElement).innerText.trim().startsWith(code),
			{},
			dearest
		);
	});
});

describe('the list of jobs', () => {
	it('shows what needs a look, and changes those that are picked in one step', async () => {
		await open(office, `${base}/work/jobs`);
		await press(office, 'Nothing planned', '.tools');
		await office.waitForFunction(() => location.search.includes('look=unplanned'));
		const listed = await office.$$eval('tbody tr[data-row] a', (all) =>
			all.map((a) => (a as HTMLAnchorElement).pathname.split('/')[2] ?? '')
		);
		expect(listed.length).toBeGreaterThan(0);
		for (const id of listed) expect(db.value("select count(*) from shifts where job_id = ? and day >= '2027-04-14'", id)).toBe(0);
		await office.click('[aria-label="Pick all shown"]');
		await office.waitForSelector('[aria-label="In charge of those picked"]');
		expect(await seriousOn(office)).toEqual([]);
		await office.select('[aria-label="In charge of those picked"]', 'ansel');
		const of = () => db.value(`select count(*) from jobs where person_id = 'ansel' and id in (${listed.map(() => '?').join()})`, ...listed);
		await until(() => of() === listed.length, 'all of them are in charge of one');
		await office.waitForSelector('[aria-label="In charge of those picked"]', { hidden: true });
	});
});

describe('the menu of a line', () => {
	it('is opened, walked and closed by keys, and gives the focus back to the grid', async () => {
		const { jobId } = await run<{ jobId: string }>(office, 'jobs.open', {
			...{ name: 'Menu house', customerId: null, customerName: 'Menu people', address: '', kindOfWork: 'Repair', source: '', wanted: '' }
		});
		const { estimateId } = await run<{ estimateId: string }>(office, 'estimates.start', { jobId });
		const { scopeId } = await run(office, 'estimates.add-scope', { estimateId, name: 'Ridge' });
		await run(office, 'estimates.add-line', { scopeId, name: 'Ridge caps', price: 120_000, cost: 60_000, quantity: 100_000 });
		await open(office, `${base}/jobs/${jobId}/estimate`);
		const cell = await office.waitForSelector('[data-cell="0-0"]');
		await cell!.focus();
		await office.keyboard.press('ContextMenu');
		await office.waitForSelector('[role=menu]');
		expect(await seriousOn(office)).toEqual([]);
		await office.keyboard.press('Escape');
		await office.waitForSelector('[role=menu]', { hidden: true });
		await office.waitForFunction(() => document.activeElement?.getAttribute('data-cell') === '0-0');
		await office.keyboard.down('Shift');
		await office.keyboard.press('F10');
		await office.keyboard.up('Shift');
		await office.waitForSelector('[role=menu]');
		// Typing ahead finds the entry.
		await office.keyboard.type('lo');
		await office.waitForFunction(() => document.activeElement?.textContent?.startsWith('Lock'));
		await office.keyboard.press('Enter');
		await until(() => db.value("select locked from lines where name = 'Ridge caps' and scope_id = ?", scopeId) === 1, 'locked');
		await office.waitForFunction(() => document.activeElement?.getAttribute('data-cell') === '0-0');
	});
});
