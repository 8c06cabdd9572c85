import { tmpdir } from 'node:os';
import { join } from 'node:path';
import type { Browser, Page } from 'puppeteer-core';
import { afterAll, afterEach, beforeAll, describe, expect, it } from 'vitest';
import { seriousOn } from './axe';
import * as bench from './bench-steps';
import { fill, launch, open, press, reads, signIn, visitor } from './chrome';
import { base, dataDir } from './company';
import { reader, until } from './db';

const db = reader(dataDir);
let browser: Browser;
let owner: Page;
let page: Page;
beforeAll(async () => {
	browser = await launch();
	owner = await visitor(browser);
	await signIn(owner, base, 'imogen');
	page = await visitor(browser);
	await signIn(page, base, 'bastian');
});
afterAll(async () => {
	await browser.close();
	db.close();
});
afterEach(async (ctx) => {
	if (ctx.task.result?.state !== 'fail') return;
	await page.screenshot({ path: join(tmpdir(), 'ny-fail-prices.png') as `${string}.png` });
	await owner.screenshot({ path: join(tmpdir(), 'ny-fail-owner.png') as `${string}.png` });
});
const item = (code: string) => db.value<string>('select id from items where code = ?', code);
const cost = (code: string) => db.value<number>('select cost from items where code = ?', code);
const closed = (p: Page) => p.waitForFunction(() => document.querySelector('dialog[open]') === null);
/** A bid of 10 lengths of drip edge and 2 of its elbows, opened on its estimate; prices as the catalog says. */
async function bid(name: string): Promise<{ jobId: string; estimateId: string }> {
	await open(page, `${base}/win/track`);
	const { jobId = '' } = await bench.run(page, 'jobs.open', {
		...{ name, customerId: null, customerName: `${name} owner`, address: '7 Bell Yard', kindOfWork: 'Repair', source: '', wanted: '' }
	});
	const { estimateId = '' } = await bench.run(page, 'estimates.start', { jobId });
	const { scopeId = '' } = await bench.run(page, 'estimates.add-scope', { estimateId, name: 'Edges' });
	await bench.run(page, 'estimates.add-line', { scopeId, itemId: item('CL-DRP-10'), quantity: 100_000 });
	await bench.run(page, 'estimates.add-line', { scopeId, itemId: item('CL-ELB-23'), quantity: 20_000 });
	await open(page, `${base}/jobs/${jobId}/estimate`);
	await reads(page, 'Drip edge');
	return { jobId, estimateId };
}
const line = (estimateId: string, name: string) =>
	db.row<{ id: string; unit_price: number; phase: string; wording: string; hidden: number; tax_code_id: string | null; option: number }>(
		'select l.* from lines l join scopes s on s.id = l.scope_id where s.estimate_id = ? and l.name like ?',
		estimateId,
		`${name}%`
	);
/** Opens all about a line from its menu. */
async function about(name: string): Promise<void> {
	await press(page, `More for ${name}`);
	await press(page, 'All about it');
	await page.waitForSelector('dialog[open] textarea[name=line-wording]');
}

describe('an item that several suppliers have', () => {
	it('is given another supplier, is bought there by one click, and back', async () => {
		await open(owner, `${base}/price/catalog/${item('CL-HNG-HID')}`);
		await press(owner, 'Another supplier has it');
		await owner.select('select[name=reference-supplier]', 'tarn');
		await fill(owner, 'input[name=reference-code]', 'TS-SHL-LAM');
		await fill(owner, 'input[name=reference-cost]', '1.02');
		await press(owner, 'Save', 'dialog[open]');
		await reads(owner, 'This supplier calls Shingle, laminated so already.');
		await fill(owner, 'input[name=reference-code]', 'TS-HNG-07');
		await press(owner, 'Save', 'dialog[open]');
		await closed(owner);
		const before = cost('CL-HNG-HID');
		await press(owner, 'Buy here', 'section[aria-label=Suppliers]');
		await until(() => cost('CL-HNG-HID') === 10_200, 'the other supplier’s cost');
		await owner.waitForFunction(() => document.querySelector('section[aria-label=Suppliers]')?.textContent?.includes('CL-HNG-HID'));
		await press(owner, 'Buy here', 'section[aria-label=Suppliers]');
		await until(() => cost('CL-HNG-HID') === before, 'the way back');
		// Found under the code of whoever has it.
		await open(owner, `${base}/price/catalog?q=TS-HNG-07`);
		await reads(owner, 'Hidden hanger');
	});
});

describe('all about a line', () => {
	it('is changed in one step: words, phase, tax, how it is offered; and Undo takes it back whole', async () => {
		const { estimateId } = await bid('Line in whole');
		await about('Drip edge, 10 ft');
		await fill(page, 'textarea[name=line-wording]', 'New edges of metal');
		await fill(page, 'input[name=line-phase]', 'Edges');
		await page.select('select[name=line-tax]', '');
		await page.select('select[name=line-offer]', 'hidden');
		await bench.save(page);
		await until(() => line(estimateId, 'Drip edge').wording === 'New edges of metal', 'the wording');
		expect(line(estimateId, 'Drip edge')).toMatchObject({ phase: 'Edges', hidden: 1, tax_code_id: null });
		await reads(page, 'hidden');
		await press(page, 'Undo');
		await until(() => line(estimateId, 'Drip edge').wording === '', 'undone');
		expect(line(estimateId, 'Drip edge')).toMatchObject({ phase: '', hidden: 0, tax_code_id: 'materials' });
	});
	it('says what was paid before, takes such a price, and gives one to the catalog only when asked', async () => {
		const { estimateId } = await bid('Paid before');
		const usual = line(estimateId, 'Elbow').unit_price;
		await about('Elbow, 2 x 3');
		const price = await page.waitForSelector('dialog[open] table[aria-label="What was paid for it"] button');
		const said = await price!.evaluate((b) => (b as HTMLElement).innerText);
		await price!.evaluate((b) => (b as HTMLElement).click());
		expect(await page.$eval('select[name=line-rule]', (e) => (e as HTMLSelectElement).value)).toBe('fixed');
		expect(await page.$eval('input[name=line-value]', (e) => (e as HTMLInputElement).value)).toBe(said);
		await fill(page, 'input[name=line-value]', 'cheap');
		await press(page, 'Save', 'dialog[open]');
		await page.waitForSelector('dialog[open] .problem');
		await fill(page, 'input[name=line-value]', '8.88');
		await reads(page, '8.88 a each: margin');
		await bench.save(page);
		await until(() => line(estimateId, 'Elbow').unit_price === 88_800, 'the typed price');
		expect(db.value<string>('select rule from items where code = ?', 'CL-ELB-23')).toContain('inherit');
		await about('Elbow, 2 x 3');
		await press(page, 'Make 8.88 its price in the catalog', 'dialog[open]');
		await reads(page, 'The catalog sells it at 8.88 from now on.');
		expect(JSON.parse(db.value<string>('select rule from items where code = ?', 'CL-ELB-23'))).toEqual({ by: 'fixed', price: 88_800 });
		await page.select('select[name=line-rule]', 'inherit');
		await bench.save(page);
		await until(() => line(estimateId, 'Elbow').unit_price === 88_800, 'the catalog’s price');
		expect(usual).not.toBe(88_800);
	});
	it('shows tax and offer as columns, typed like the others', async () => {
		const { estimateId } = await bid('Columns');
		await page.evaluate(() =>
			[...document.querySelectorAll<HTMLLabelElement>('.finder label')].find((l) => l.innerText.includes('tax and how'))?.click()
		);
		const cell = await bench.cell(page, 'Elbow', 'offer');
		expect(await cell.evaluate((e) => e.innerText.trim())).toBe('shown');
		await cell.focus();
		await page.keyboard.press('Enter');
		await page.waitForSelector('select.cell');
		await page.select('select.cell', 'option');
		await page.keyboard.press('Enter');
		await until(() => line(estimateId, 'Elbow').option === 1, 'an option');
		const tax = await bench.cell(page, 'Drip edge', 'tax');
		await tax.focus();
		await page.keyboard.press('Enter');
		await page.waitForSelector('select.cell');
		await page.select('select.cell', '');
		await page.keyboard.press('Enter');
		await until(() => line(estimateId, 'Drip edge').tax_code_id === null, 'not taxed');
		await page.evaluate(() => localStorage.removeItem('nickel-estimate-columns'));
	});
});

describe('prices that moved', () => {
	it('are brought up to date from the estimate, each change seen first', async () => {
		const { estimateId } = await bid('Older costs');
		expect(await page.evaluate(() => document.body.innerText.includes('priced by older costs'))).toBe(false);
		const before = line(estimateId, 'Drip edge').unit_price;
		await open(owner, `${base}/price/catalog`);
		const { changeId } = await bench.run(owner, 'catalog.change-items', {
			filter: { ids: [item('CL-DRP-10')] },
			change: { what: 'cost', percent: 1_000 }
		});
		await open(page, page.url());
		await reads(page, '1 line is priced by older costs');
		await press(page, 'Bring up to date');
		await page.waitForSelector('dialog[open] table[aria-label="What changes"]');
		expect(await page.$eval('dialog[open] table', (t) => (t as HTMLElement).innerText)).toContain('Drip edge');
		await bench.save(page, 'Do it');
		await until(() => line(estimateId, 'Drip edge').unit_price > before, 'the new price');
		await page.waitForFunction(() => !document.body.innerText.includes('priced by older costs'));
		await bench.run(owner, 'catalog.undo-change', { changeId });
	});
	it('the whole is set by the price of its size, with every line that moves', async () => {
		const { estimateId } = await bid('By size');
		const scopeId = db.value<string>('select id from scopes where estimate_id = ?', estimateId);
		await bench.run(page, 'estimates.put-shape', { scopeId, kind: 'typed', typed: { measure: 'area', value: '400' } });
		await open(page, page.url());
		await press(page, 'Set total');
		await page.select('select[name=way]', 'per size');
		await fill(page, 'input[name=whole]', '75');
		await reads(page, '→ 300.00');
		await press(page, 'What moves', 'dialog[open]');
		expect(await page.$eval('dialog[open] .moves', (t) => (t as HTMLElement).innerText)).toContain('Drip edge');
		await bench.save(page);
		await page.waitForFunction(() => document.querySelector<HTMLElement>('[data-testid=price]')?.innerText === '300.00');
		await press(page, 'Set margin');
		await page.select('select[name=way]', 'markup');
		await fill(page, 'input[name=whole]', '-100%');
		await reads(page, 'A markup must be above −100 %.');
		await page.keyboard.press('Escape');
	});
});

describe('the price check', () => {
	it('holds the book against any margin that is typed, explains what is short, and reprices a choice', async () => {
		await open(owner, `${base}/price/check?kind=assembly`);
		await owner.waitForSelector('input[name=margin-wanted]');
		const first = () => owner.$eval('tbody tr', (r) => (r as HTMLElement).innerText);
		const wait = (words: string) =>
			owner.waitForFunction((w: string) => document.querySelector<HTMLElement>('tbody tr')?.innerText.includes(w), {}, words);
		await wait('good');
		await fill(owner, 'input[name=margin-wanted]', '25%');
		await wait('below target');
		const short = (await first()).trim().split(/\s/).at(-1) ?? '';
		await fill(owner, 'input[name=margin-wanted]', '125%');
		await reads(owner, 'A margin lies between 0 and below 100 %.');
		await fill(owner, 'input[name=margin-wanted]', '25%');
		await wait(short);
		await owner.$eval('tbody button.how', (b) => (b as HTMLElement).click());
		await owner.waitForSelector('dialog[open] .tree');
		const tree = await owner.$eval('dialog[open]', (d) => (d as HTMLElement).innerText);
		expect(tree).toContain(short);
		expect(tree).toMatch(/Price wanted[\s\S]*÷ \(1 − 25 %\)/);
		await owner.keyboard.press('Escape');
		await closed(owner);
		await owner.click('tbody input[type=checkbox]');
		await press(owner, 'Reprice 1');
		await reads(owner, 'items are priced by the margin from now on');
		expect(await seriousOn(owner)).toEqual([]);
		const rules = () => db.value<string>('select group_concat(rule) from (select rule from items order by id)');
		const before = rules();
		await press(owner, 'Do it', 'dialog[open]');
		await reads(owner, 'repriced.');
		expect(rules()).not.toBe(before);
		const changeId = db.value<string>('select id from catalog_changes order by at desc, rowid desc limit 1');
		await bench.run(owner, 'catalog.undo-change', { changeId });
		expect(rules()).toBe(before);
	});
	it('keeps another margin when the owner says so, and not for anybody else', async () => {
		await open(page, `${base}/price/check`);
		await fill(page, 'input[name=margin-wanted]', '12%');
		expect(await page.evaluate(() => document.body.innerText.includes('Keep it'))).toBe(false);
		await open(owner, `${base}/price/check`);
		await fill(owner, 'input[name=margin-wanted]', '12%');
		await press(owner, 'Keep it');
		await until(() => db.value<number>("select settings ->> '$.targetMargin' from company") === 1200, 'the margin');
		await bench.run(owner, 'company.target-margin', { margin: 1_000 });
	});
});

describe('a quote on its way', () => {
	it('goes out with another letter and a file of the customer, who finds it on the page', async () => {
		const { jobId } = await bid('With a file');
		const customerId = db.value<string>('select customer_id from jobs where id = ?', jobId);
		await page.evaluate(async (subject: string) => {
			const form = new FormData();
			form.set('subject', subject);
			form.set('file', new File(['room,area\nattic,400\n'], 'areas.csv'));
			await fetch('/api/attachments', { method: 'POST', body: form });
		}, `customer:${customerId}`);
		await open(page, `${base}/jobs/${jobId}/estimate`);
		await press(page, 'Issue quote');
		await fill(page, 'input[name=to]', 'file@customer.example');
		await page.select('select[name=letter-template]', 'builder');
		expect(await page.$eval('input[name=subject]', (e) => (e as HTMLInputElement).value)).toBe('Bid {number}: {title}');
		await press(page, 'Files that go with it', 'dialog[open]');
		await page.click(
			`dialog[open] input[value="${db.value<string>('select id from attachments where subject = ?', `customer:${customerId}`)}"]`
		);
		await press(page, 'Freeze and send', 'dialog[open]');
		await page.waitForFunction(() => !location.pathname.endsWith('/estimate'));
		await until(
			() => db.value("select count(*) from outbox where \"to\" = 'file@customer.example' and subject like 'Bid %: %'"),
			'the letter'
		);
		const link = await page.$eval('a[href*="/q/"]', (a) => (a as HTMLAnchorElement).href);
		const customer = await visitor(browser);
		await open(customer, link);
		await reads(customer, 'areas.csv');
		const got = await customer.evaluate(async () => {
			const r = await fetch(document.querySelector<HTMLAnchorElement>('a[href*="/sheet/"]')!.href);
			return [r.status, r.headers.get('content-type'), r.headers.get('content-disposition')?.split(';')[0], await r.text()];
		});
		expect(got).toEqual([200, 'text/plain', 'attachment', 'room,area\nattic,400\n']);
		await customer.close();
	});
	it('begins with the estimate at once when a request is opened so', async () => {
		await bench.run(page, 'leads.enter', {
			...{ name: 'Straight on', mail: 'straight@customer.example', phone: '', address: '70 Weir Street', wanted: 'A gutter', via: 'phone' }
		});
		await open(page, `${base}/win/leads`);
		await page.evaluate(() =>
			[...document.querySelectorAll<HTMLLabelElement>('label')].find((l) => l.innerText.includes('begins its estimate'))?.click()
		);
		const id = db.value<string>("select id from leads where name = 'Straight on'");
		await page.evaluate((leadId: string) => {
			const all = [...document.querySelectorAll<HTMLElement>(`[id="${leadId}"] button`)];
			all.find((b) => b.innerText.startsWith('Open a job'))?.click();
		}, id);
		await page.waitForSelector('#adder');
		expect(new URL(page.url()).pathname).toMatch(/\/jobs\/.+\/estimate$/);
		expect(db.value<string>('select state from leads where id = ?', id)).toBe('handled');
		await page.evaluate(() => localStorage.removeItem('nickel-lead-estimate'));
	});
});
