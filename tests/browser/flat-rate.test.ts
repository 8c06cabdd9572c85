import { writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import type { Browser, ElementHandle, Page } from 'puppeteer-core';
import { afterAll, afterEach, beforeAll, describe, expect, it } from 'vitest';
import { formatCents } from '$lib/core/money';
import { bodyText, fill, launch, open, press, reads, signIn, visitor } from './chrome';
import { base, dataDir } from './company';
import { reader, until } from './db';

const db = reader(dataDir);
let browser: Browser;
let estimator: Page;
let owner: Page;
beforeAll(async () => {
	browser = await launch();
	estimator = await visitor(browser);
	await signIn(estimator, base, 'bastian');
	owner = await visitor(browser);
	await signIn(owner, base, 'imogen');
});
afterAll(async () => {
	await browser.close();
	db.close();
});
afterEach(async (ctx) => {
	if (ctx.task.result?.state === 'fail') await estimator.screenshot({ path: join(tmpdir(), 'ny-fail-estimator.png') as `${string}.png` });
});
const catalog = () => db.value<string>("select id from flat_catalogs where key = 'low-slope-repair'");
const bakery = () => db.value<string>("select id from jobs where name = 'Bakery, low roof at the back'");
/** The price of a service, as the table of its catalog shows it. */
const tablePrice = (page: Page, title: string) =>
	page.evaluate(
		(t: string) =>
			[...document.querySelectorAll('tbody tr')].find((r) => r.textContent?.includes(t))?.querySelector<HTMLElement>('.how')?.innerText ??
			'',
		title
	);

describe('flat-rate services', () => {
	it('follow a change of the catalog’s terms at once, and explain their price', async () => {
		await open(owner, `${base}/price/flat-rate/${db.value<string>("select id from flat_catalogs where key = 'rainwater-service'")}`);
		const before = await tablePrice(owner, 'Reseal a joint');
		await press(owner, 'Change terms');
		await fill(owner, 'dialog[open] input[name=hourly]', '95');
		await press(owner, 'Save', 'dialog[open]');
		await owner.waitForFunction(() => !document.querySelector('dialog[open]'));
		// 0.5 tube of 7.40 is 3.70, with 45 % 5.37 (rounded once); half an hour at 95 is 47.50; 52.87, up to a whole dollar.
		await owner.waitForFunction(() => document.body.innerText.includes('53.00'));
		expect(await tablePrice(owner, 'Reseal a joint')).toBe('53.00');
		expect(before).not.toBe('53.00');
		await press(owner, '53.00');
		await reads(owner, '0.5 h × 95.00');
		await press(owner, 'Materials', 'dialog[open]');
		await reads(owner, '0.5 tube × 7.40');
		await press(owner, 'Close', 'dialog[open]');
	});
	it('refuse a wrong markup beside its field and lose nothing typed', async () => {
		await press(owner, 'Change terms');
		await fill(owner, 'dialog[open] input[name=markup]', 'plenty');
		await press(owner, 'Save', 'dialog[open]');
		await reads(owner, 'The markup is not a number: “plenty”.');
		expect(await owner.$eval('dialog[open] input[name=markup]', (e) => (e as HTMLInputElement).value)).toBe('plenty');
		await press(owner, 'Cancel', 'dialog[open]');
	});
	it('are found and added by the estimator as one line, the hours changed for this job alone', async () => {
		await open(estimator, `${base}/jobs/${bakery()}/estimate`);
		await fill(estimator, '#adder', 'pitch pocket');
		const found = await estimator.waitForFunction(() =>
			[...document.querySelectorAll<HTMLElement>('#adder-list [role=option]')].find((o) => o.innerText.includes('Pitch pocket: refill'))
		);
		await (found.asElement() as ElementHandle<HTMLElement>).evaluate((e) => e.click());
		const line = await until(
			() => db.row<{ id: string; unit_price: number; hours_per_unit: number }>("select * from lines where name = 'Pitch pocket: refill'"),
			'the service on the estimate'
		);
		expect(line.hours_per_unit).toBe(7500);
		const cell = await estimator.waitForFunction(() => {
			const row = [...document.querySelectorAll('tbody tr')].find((r) => r.textContent?.includes('Pitch pocket: refill'));
			return row?.querySelector<HTMLElement>('[data-column=hours]');
		});
		await (cell.asElement() as ElementHandle<HTMLElement>).focus();
		await estimator.keyboard.type('1.25');
		await estimator.keyboard.press('Enter');
		await until(() => db.value('select hours_per_unit from lines where id = ?', line.id) === 12_500, 'the changed hours');
		expect(db.value<number>('select unit_price from lines where id = ?', line.id)).toBeGreaterThan(line.unit_price);
		expect(db.value<number>("select hours from flat_services where title = 'Pitch pocket: refill'")).toBe(7500);
	});
});

describe('edition 13', () => {
	it('is looked at, taken, and leaves ours and the open estimate alone until it is brought up to date', async () => {
		const estimate = db.value<string>('select id from estimates where job_id = ?', bakery());
		const lap = () =>
			db.value<number>(
				"select sum(unit_price) from lines l join scopes s on s.id = l.scope_id where s.estimate_id = ? and l.flat ->> 'serviceId' = (select id from flat_services where title like 'Reseam an open lap%')",
				estimate
			);
		const before = lap();
		await open(estimator, `${base}/price/flat-rate/${catalog()}`);
		await press(estimator, 'See what it changes');
		await reads(estimator, '1 new 7 changed 1 withdrawn 1 kept as ours, left alone');
		await reads(estimator, 'Bakery, low roof at the back');
		const said = await bodyText(estimator);
		expect(said).toContain('Add a scupper');
		expect(said).toMatch(/Reseam an open lap, up to 10 ft\s+materials\s+1\.5\s+[\d.]+ → [\d.]+\s+145\.00\s→\s150\.00/);
		await press(estimator, 'Take edition 13');
		await estimator.waitForFunction(() => !location.pathname.includes('/edition/'));
		await reads(estimator, 'edition 13 of Larkmoor Trade Pages');
		await reads(estimator, 'Add a scupper');
		expect(await tablePrice(estimator, 'Reseam an open lap')).toBe('150.00');
		expect(db.value<number>("select hours from flat_services where title like 'Patch a puncture%'")).toBe(12_500);
		expect(db.value<number>("select withdrawn from flat_services where title like 'Move a loose lightning%'")).toBe(1);
		expect(lap()).toBe(before);
		// The price check brings the open estimate up to date.
		await open(estimator, `${base}/price/check?q=${encodeURIComponent('Bakery, low roof')}`);
		await estimator.waitForSelector('tbody input[type=checkbox]');
		await estimator.evaluate((id: string) => document.querySelector<HTMLElement>(`tbody input[value="${id}"]`)?.click(), estimate);
		await press(estimator, 'Reprice 1');
		await reads(estimator, 'to today’s costs and prices');
		await press(estimator, 'Do it', 'dialog[open]');
		await until(() => lap() === 1_500_000, 'the estimate at the new price');
		expect(formatCents(lap() / 100)).toBe('150.00');
	});
	it('can be asked of the publisher for the other catalogs, and a wrong file is refused in place', async () => {
		await open(owner, `${base}/price/flat-rate/${catalog()}`);
		await press(owner, 'Ask the publisher');
		await reads(owner, '2 came in.');
		await reads(owner, 'Edition 13 of Rainwater service is waiting');
		const path = join(tmpdir(), `ny-edition-${process.pid}.json`);
		writeFileSync(path, '{"format":"something else"}');
		await ((await owner.$('input[type=file][accept*=json]')) as ElementHandle<HTMLInputElement>).uploadFile(path);
		await reads(owner, 'This is not an edition we can take');
		expect(db.value("select count(*) from flat_editions where state = 'waiting'")).toBe(2);
	});
	it('service kept as ours says what going back would throw away', async () => {
		const id = db.value<string>("select id from flat_services where title like 'Patch a puncture%'");
		await open(estimator, `${base}/price/flat-rate/service/${id}`);
		await reads(estimator, 'ours differs in wording, hours');
		await press(estimator, 'Follow the editions again');
		await reads(estimator, 'This cannot be undone.');
		await press(estimator, 'Throw ours away', 'dialog[open]');
		await until(() => db.value('select ours from flat_services where id = ?', id) === 0, 'following again');
		await reads(estimator, 'Follows the editions');
		expect(db.value<number>('select hours from flat_services where id = ?', id)).toBe(10_000);
	});
});

describe('tax', () => {
	it('gets a rate from a day on, and a branch its own code', async () => {
		await open(owner, `${base}/company/tax`);
		await press(owner, 'New tax');
		await fill(owner, 'dialog[open] input[name=tax-name]', 'Harbor district');
		await fill(owner, 'dialog[open] input[name=tax-rate]', '0.5%');
		await press(owner, 'Save', 'dialog[open]');
		await reads(owner, 'Harbor district');
		await press(owner, 'New code');
		await fill(owner, 'dialog[open] input[name=code-name]', 'Materials at the harbor');
		await owner.evaluate(() => document.querySelectorAll<HTMLElement>('dialog[open] input[type=checkbox]').forEach((e) => e.click()));
		await press(owner, 'Save', 'dialog[open]');
		await reads(owner, 'Materials at the harbor');
		await press(owner, 'Change', 'section[aria-label=Branches]');
		await owner.select(
			'dialog[open] select[name=branch-tax]',
			db.value<string>("select id from tax_codes where name = 'Materials at the harbor'")
		);
		await press(owner, 'Save', 'dialog[open]');
		await until(
			() =>
				db.value("select count(*) from branches where tax_code_id = (select id from tax_codes where name = 'Materials at the harbor')") ===
				1,
			'the branch’s code'
		);
		expect(db.value<string>("select rates from tax_components where name = 'Harbor district'")).toContain('5000');
	});
});
