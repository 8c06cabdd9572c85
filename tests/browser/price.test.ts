import { csv } from '../bench/lists';
import { writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join, resolve } from 'node:path';
import type { Browser, ElementHandle, Page } from 'puppeteer-core';
import { afterAll, afterEach, beforeAll, describe, expect, it } from 'vitest';
import { fill, launch, open, press, reads, signIn, visitor } from './chrome';
import { base, dataDir } from './company';
import { reader, until } from './db';

const db = reader(dataDir);
let browser: Browser;
let owner: Page;
let estimator: Page;
beforeAll(async () => {
	browser = await launch();
	owner = await visitor(browser);
	await signIn(owner, base, 'imogen');
	estimator = await visitor(browser);
	await signIn(estimator, base, 'bastian');
});
afterAll(async () => {
	await browser.close();
	db.close();
});
afterEach(async (ctx) => {
	if (ctx.task.result?.state !== 'fail') return;
	await owner.screenshot({ path: join(tmpdir(), 'ny-fail-owner.png') as `${string}.png` });
	await estimator.screenshot({ path: join(tmpdir(), 'ny-fail-estimator.png') as `${string}.png` });
});
const field = (label: string) => `[aria-label="${label}"]`;
const shown = (page: Page, id: string) => page.$eval(`[data-testid="${id}"]`, (e) => (e as HTMLElement).innerText.trim());
const shows = (page: Page, id: string, text: string) =>
	page.waitForFunction(
		(i: string, t: string) => document.querySelector<HTMLElement>(`[data-testid="${i}"]`)?.innerText.trim() === t,
		{},
		id,
		text
	);

describe('the owner', () => {
	it('builds the budget of a year from nothing and sees the three ways to the figures of the worked example', async () => {
		await open(owner, `${base}/price/budget?year=2031`);
		// It begins from the year before; what is not wanted is taken off.
		for (;;) {
			const x = await owner.$('button[aria-label^="Remove "]');
			if (!x) break;
			await x.evaluate((b) => (b as HTMLElement).click());
		}
		await press(owner, 'Add a line', 'section:has(table[aria-label="Overhead"])');
		await fill(owner, field('Overhead 1'), 'All overhead');
		await fill(owner, field('All overhead, this year'), '386,000');
		await press(owner, 'Add a line', 'section:has(table[aria-label="Expected sales"])');
		await fill(owner, field('Expected sales 1'), 'Everything');
		await fill(owner, field('Everything, this year'), '2,500,000');
		await fill(owner, field('Materials, this year'), '980,000');
		await fill(owner, field('Subcontract, this year'), '180,000');
		await fill(owner, field('Containers and lifts, this year'), '100,000');
		await fill(owner, field('Permits and disposal, this year'), '0');
		await press(owner, 'Add a crew');
		await fill(owner, field('Crew 1'), 'All crews');
		await fill(owner, field('People of All crews'), '8');
		await fill(owner, field('Paid hours of All crews'), '1,880');
		await fill(owner, field('Non-billable of All crews'), '15%');
		await fill(owner, field('Loaded cost of All crews'), '48.4981');
		await owner.click('input[name=method][value=hours]');
		await shows(owner, 'per-hour', '30.194');
		await owner.click('input[name=method][value=dollars]');
		await shows(owner, 'per-dollar', '20.53 %');
		await owner.click('input[name=method][value=split]');
		await fill(owner, field('Share on hours'), '70%');
		await shows(owner, 'per-hour', '21.1358');
		expect(await shown(owner, 'per-dollar')).toBe('9.19 %');
		await press(owner, 'Save');
		await reads(owner, 'The budget of 2031 is saved.');
		const saved = JSON.parse(db.value<string>('select budget from budgets where year = 2031')) as {
			overhead: { amount: number }[];
			method: string;
		};
		expect([saved.overhead[0]?.amount, saved.method]).toEqual([38_600_000, 'split']);
		// What if the year is short of hours: shown at once, nothing saved.
		await owner.$eval('input[type=range][aria-label="What if: Hours sold"]', (e) => {
			(e as HTMLInputElement).value = '8000';
			e.dispatchEvent(new Event('input', { bubbles: true }));
		});
		await shows(owner, 'per-hour', '26.4197');
		expect(JSON.parse(db.value<string>('select budget from budgets where year = 2031'))).toEqual(saved);
	});
	it('is told what is wrong with a budget where it is wrong, and loses nothing typed', async () => {
		await fill(owner, field('All overhead, this year'), 'a lot');
		await reads(owner, 'All overhead');
		expect(await owner.$eval(field('All overhead, this year'), (e) => (e as HTMLInputElement).value)).toBe('a lot');
		expect(await owner.$eval('[role=alert]', (e) => (e as HTMLElement).innerText)).toContain('All overhead');
	});
	it('turns a rate sheet from margin to price, and is warned below break-even', async () => {
		await open(owner, `${base}/price/rates/steep`);
		expect([await shown(owner, 'loaded-cost'), await shown(owner, 'break-even'), await shown(owner, 'rate-price')]).toEqual([
			'38.832',
			'53.032',
			'60.26'
		]);
		await owner.select('select[name=by]', 'price');
		expect(await owner.$eval('input[name=target]', (e) => (e as HTMLInputElement).value)).toBe('60.26');
		await fill(owner, 'input[name=target]', '58.00');
		await shows(owner, 'rate-margin', '8.57 %');
		await fill(owner, 'input[name=target]', '50.00');
		await shows(owner, 'rate-margin', '−6.06 %');
		await reads(owner, 'Every hour sold at this price loses 3.032');
		await owner.select('select[name=by]', 'margin');
		await fill(owner, 'input[name=target]', '100%');
		await reads(owner, 'A margin must be below 100 %.');
		await fill(owner, 'input[name=target]', '12%');
		await press(owner, 'Build it from parts of the day');
		await reads(owner, 'of');
		await shows(owner, 'loaded-cost', '38.832');
		await fill(owner, 'input[name=from]', '06012027');
		await press(owner, 'Save as a new version');
		await until(() => db.value("select count(*) from labor_rates where sheet_id = 'steep' and from_day = '2027-06-01'"), 'new version');
		await reads(owner, 'What was priced before keeps its own');
		expect(db.value("select price from labor_rates where sheet_id = 'steep' and from_day = '2024-01-01'")).toBe(602_600);
	});
	it('builds a machine to the worked example and cannot count it twice', async () => {
		await open(owner, `${base}/price/rates`);
		await press(owner, 'New machine');
		const type = (name: string, text: string) => fill(owner, `dialog[open] input[name=${name}]`, text);
		await type('machine', 'Crane truck');
		for (const [name, text] of [
			['purchase', '62,000'],
			['resale', '14,000'],
			['lifeHours', '6,000'],
			['fixedPerYear', '4,200'],
			['hoursPerYear', '900'],
			['fuelPerHour', '9.50'],
			['upkeepPerHour', '3.25']
		] as const)
			await type(name, text);
		await shows(owner, 'hourly', '25.4167');
		await press(owner, 'Save', 'dialog[open]');
		await until(() => db.value("select count(*) from items where code = 'EQ-CRANE-TRUCK' and cost = 2033333"), 'catalog item');
		await press(owner, 'New machine');
		await type('machine', 'crane-truck');
		await type('purchase', '1');
		await type('lifeHours', '1');
		await type('hoursPerYear', '1');
		await press(owner, 'Save', 'dialog[open]');
		await reads(owner, 'One machine has one sheet.');
	});
});

describe('a rate group', () => {
	it('is made by the owner, given to a customer, and prices what is estimated from then on', async () => {
		await open(owner, `${base}/price/rates`);
		await press(owner, 'Add a rate group');
		await fill(owner, 'dialog[open] input[name=group]', 'Neighbors');
		await fill(owner, 'dialog[open] input[name=percent-labor]', '0');
		await press(owner, 'Save', 'dialog[open]');
		await reads(owner, 'must be above 0');
		await fill(owner, 'dialog[open] input[name=percent-labor]', '90%');
		await press(owner, 'Save', 'dialog[open]');
		const group = await until(() => db.value<string>("select id from rate_groups where name = 'Neighbors'"), 'rate group');
		const customer = db.value<string>("select id from customers where name = 'Juno Ashgrove'");
		await open(estimator, `${base}/win/customers/${customer}`);
		await estimator.select('select[name=rate-group]', group);
		await until(() => db.value('select count(*) from customers where rate_group_id = ?', group), 'group of the customer');
		const job = db.value<string>('select id from jobs where customer_id = ?', customer);
		await open(estimator, `${base}/jobs/${job}/estimate`);
		await fill(estimator, '#adder', 'gutter crew');
		await estimator.waitForSelector('[role=option]');
		await estimator.keyboard.press('Enter');
		const price = await until(
			() =>
				db.value<number>(
					"select unit_price from lines where sheet_id = 'gutter' and scope_id in (select id from scopes where estimate_id in (select id from estimates where job_id = ?))",
					job
				),
			'line at the price of the group'
		);
		expect(price).toBe(Math.round((db.value<number>("select price from labor_rates where sheet_id = 'gutter'") * 0.9) / 100) * 100);
	});
});

describe('the estimator', () => {
	async function preview(supplier: string, file: string): Promise<void> {
		await open(estimator, `${base}/price/import`);
		await estimator.select('select[name=supplier]', supplier);
		await ((await estimator.$('input[name=file]')) as ElementHandle<HTMLInputElement>).uploadFile(file);
		await press(estimator, 'Look at it');
		await estimator.waitForSelector('[data-testid=counts]');
	}
	it.each([
		['tarn', 'tarn-and-slate-april.csv', '0 new · 0 changed · 15 unchanged · 1 rejected'],
		['copperline', 'copperline.csv', '0 new · 0 changed · 11 unchanged · 0 rejected'],
		['marle', 'marle-insulation.xlsx', '0 new · 0 changed · 7 unchanged · 4 rejected']
	])('reads the list of %s with its quirks, and finds all of it known', async (supplier, file, counts) => {
		await preview(supplier, resolve('src/demo/files', file));
		expect(await shown(estimator, 'counts')).toContain(counts);
	});
	it('brings in a list of thousands, sees how far it is, goes on with something else, and stops it', async () => {
		const file = join(tmpdir(), 'tarn-long.csv');
		writeFileSync(file, csv(6000));
		const added = () => db.value<number>("select count(*) from items where code like 'B-%' and set_aside = 0");
		await preview('tarn', file);
		await press(estimator, 'Apply 6000 changes');
		await reads(estimator, 'goes on by itself');
		await reads(estimator, 'of 6,000');
		await open(estimator, `${base}/price/catalog`);
		await until(() => Number(added() === 6000), 'all of the list');
		await open(estimator, `${base}/price/import`);
		await press(estimator, 'Take back');
		await until(() => Number(added() === 0), 'none of the list');
		await reads(estimator, 'taken back');
		expect(db.value('select count(*) from catalog_work')).toBe(0);
	});
	it('takes a dearer list but for one row, sees which estimates it touches, and takes it back', async () => {
		const file = join(tmpdir(), 'tarn-may.csv');
		writeFileSync(file, 'Code,Name,Unit,Cost\nTS-SHL-LAM,"Shingle, laminated",bundle,61.00\nTS-UND-F30,"Felt, 30 lb",roll,31.00\n');
		const cost = (code: string) => db.value<number>(`select cost from items where code = '${code}'`);
		const before = [cost('TS-SHL-LAM'), cost('TS-UND-F30')];
		await preview('tarn', file);
		expect(await estimator.$eval('[data-testid=effects]', (e) => (e as HTMLElement).innerText)).toMatch(/open estimate/);
		await estimator.click('[aria-label="Take TS-UND-F30"]');
		await press(estimator, 'Apply 1 changes');
		await reads(estimator, '0 added, 1 changed');
		expect([cost('TS-SHL-LAM'), cost('TS-UND-F30')]).toEqual([610_000, before[1]]);
		await press(estimator, 'Take back');
		await reads(estimator, '1 items are as they were');
		expect([cost('TS-SHL-LAM'), cost('TS-UND-F30')]).toEqual(before);
	});
	it('raises the cost of what is picked, sees it before and can take it back', async () => {
		await open(estimator, `${base}/price/catalog?q=gutter`);
		await estimator.waitForSelector('input[aria-label="Pick all shown"]');
		await estimator.click('input[aria-label="Pick all shown"]');
		const before = db.value<number>("select sum(cost) from items where name like '%gutter%'");
		await press(estimator, 'Change');
		await fill(estimator, 'dialog[open] input[name=percent]', '+4%');
		await reads(estimator, 'cost +4 %');
		await press(estimator, 'Change', 'dialog[open]');
		await reads(estimator, 'items changed: cost +4 %');
		expect(db.value<number>("select sum(cost) from items where name like '%gutter%'")).toBeGreaterThan(before);
		await press(estimator, 'Take back');
		await reads(estimator, 'items are as they were');
		expect(db.value("select sum(cost) from items where name like '%gutter%'")).toBe(before);
	});
	it('may see rates but not change them, and cannot open the budget’s doors by hand', async () => {
		await open(estimator, `${base}/price/budget`);
		expect(await estimator.$$eval('header button', (all) => all.some((b) => b.innerText === 'Save'))).toBe(false);
		const r = await estimator.evaluate(async () => {
			const x = await fetch('/api/commands/budget.take-overhead', {
				method: 'POST',
				headers: { 'content-type': 'application/json' },
				body: JSON.stringify({ input: { year: 2027, from: '2027-05-01' } })
			});
			return x.status;
		});
		expect(r).toBe(403);
	});
});
