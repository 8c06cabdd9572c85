import { writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import type { Browser, ElementHandle, Page } from 'puppeteer-core';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { bodyText, DESK, fill, launch, open, PHONE, press, reads, signIn, visitor } from './chrome';
import { base, dataDir } from './company';
import { seriousOn } from './axe';
import { offer } from './bench-steps';
import { reader, until } from './db';

const db = reader(dataDir);
let browser: Browser;
const people: Record<string, Page> = {};
const as = async (who: string): Promise<Page> => {
	people[who] ??= await visitor(browser);
	const page = people[who];
	if (page.url() === 'about:blank') await signIn(page, base, who);
	return page;
};
const id = (sql: string) => db.value<string>(sql);

beforeAll(async () => {
	browser = await launch();
});
afterAll(async () => {
	await browser.close();
	db.close();
});

describe('3. a price list', () => {
	const list = (price: string) =>
		[
			'Marle Insulation Depot,,',
			'Spring list,,',
			',,',
			'Ref,Product,Net price',
			'MI-BLW-CEL,Blown cellulose,$18.90',
			`MI-NEW-1,"Net, bird",${price}`,
			',,',
			'Accessories,,',
			'MI-BAD,No price,ask',
			`MI-HAT-COV,Hatch cover,"$1,058.00"`
		].join('\n');
	async function preview(page: Page, text: string | Buffer, name = 'list.csv'): Promise<void> {
		const file = join(tmpdir(), name);
		writeFileSync(file, text);
		await open(page, `${base}/price/import`);
		await page.select('select[name=supplier]', 'marle');
		await ((await page.$('input[name=file]')) as ElementHandle<HTMLInputElement>).uploadFile(file);
		await press(page, 'Look at it');
	}
	it('is seen before it is applied, and says new, changed, unchanged and rejected; again it changes nothing', async () => {
		const page = await as('petra');
		const items = db.value('select count(*) from items');
		await preview(page, list('4.20'));
		await reads(page, '1 new · 1 changed · 1 unchanged · 2 rejected');
		await press(page, 'Rejected 2');
		await reads(page, 'The price is not a number: “ask”.');
		expect(await page.$eval('select[name=headerRow]', (e) => (e as HTMLSelectElement).value)).toBe('3');
		expect(db.value('select count(*) from items')).toBe(items);
		await press(page, 'Apply 2 changes');
		await reads(page, '1 added, 1 changed, 1 unchanged, 2 rejected.');
		expect(db.value("select cost from items where code = 'MI-HAT-COV'")).toBe(10_580_000);
		await preview(page, list('4.20'));
		await reads(page, '0 new · 0 changed · 3 unchanged · 2 rejected');
		expect(await page.$$eval('button', (all) => all.find((b) => b.innerText === 'Apply 0 changes')?.disabled)).toBe(true);
		await press(page, 'Take back');
		await reads(page, 'are as they were');
		expect(db.value("select cost from items where code = 'MI-HAT-COV'")).toBe(580_000);
	});
	it('of another kind, or with a million columns, is refused in place', async () => {
		const page = await as('petra');
		await preview(page, Buffer.from([0x4d, 0x5a, 0, 0, 1, 2]), 'program.csv');
		await reads(page, 'This is not a text file');
		await preview(page, `a${','.repeat(400)}\nb`, 'wide.csv');
		await reads(page, 'more than 200 columns');
	});
});

describe('refusals', () => {
	it('a wrong password is refused in words, and the mail stays typed', async () => {
		const page = await visitor(browser);
		await open(page, `${base}/sign-in`);
		await fill(page, 'input[name=mail]', 'petra@pellgrave.example');
		await fill(page, 'input[name=password]', 'wrong');
		await press(page, 'Sign in');
		await reads(page, 'do not belong together');
		expect(await page.$eval('input[name=mail]', (e) => (e as HTMLInputElement).value)).toBe('petra@pellgrave.example');
	});
	it('a crew member sees no prices, no desk, no money', async () => {
		const page = await as('ines');
		expect(new URL(page.url()).pathname).toBe('/field');
		for (const path of [
			'/today',
			'/bill/invoices',
			'/price/rates',
			`/jobs/${id("select id from jobs where name like 'St. Brannoc%'")}/estimate`,
			'/company/people'
		])
			expect((await page.goto(base + path))?.status()).toBe(403);
		const job = id("select id from jobs where name like 'St. Brannoc%'");
		const text = await (await page.goto(`${base}/field/jobs/${job}/__data.json`))?.text();
		expect(text).not.toMatch(/unitCost|unitPrice|contractNet|loadedCost|"cost"/);
	});
	it('a dead link says what to do, and a page of another site can change nothing', async () => {
		const page = await visitor(browser, PHONE);
		expect((await page.goto(`${base}/q/${'x'.repeat(43)}`))?.status()).toBe(404);
		expect(await bodyText(page)).toContain('call us');
		const forged = await fetch(`${base}/api/commands/leads.enter`, {
			method: 'POST',
			headers: { 'content-type': 'application/json', origin: 'https://elsewhere.example' },
			body: '{}'
		});
		expect(forged.status).toBe(403);
		const form = await fetch(`${base}/public`, {
			method: 'POST',
			headers: { origin: 'https://elsewhere.example', 'content-type': 'application/x-www-form-urlencoded' },
			body: 'name=X'
		});
		expect(form.status).toBe(403);
	});
	it('a signed-out session while typing loses nothing', async () => {
		const page = await visitor(browser);
		await signIn(page, base, 'petra');
		await open(page, `${base}/win/leads`);
		await press(page, 'Type in a request');
		await fill(page, 'dialog[open] input', 'Somebody on the phone');
		await page.browserContext().deleteCookie(...(await page.browserContext().cookies()));
		await press(page, 'Put in the inbox');
		await reads(page, 'You were signed out');
		expect(await page.$eval('dialog[open] input', (e) => (e as HTMLInputElement).value)).toBe('Somebody on the phone');
		expect(db.value("select count(*) from leads where name = 'Somebody on the phone'")).toBe(0);
	});
	it('a quote can be read, computed and accepted without JavaScript', async () => {
		const office = await as('petra');
		await open(office, `${base}/win/track`);
		await open(office, `${base}/jobs/${await offer(office, 'Without a script')}`);
		const link = await office.$eval('a[href*="/q/"]', (a) => (a as HTMLAnchorElement).href);
		const page = await visitor(browser, PHONE);
		await page.setJavaScriptEnabled(false);
		await page.goto(link);
		const before = await page.$eval('[data-testid=total]', (e) => e.textContent);
		// A tick that would count only after another press is not offered: the link counts at once, and back.
		expect(await page.$eval('input[name=option]', (e) => (e as HTMLElement).checkVisibility())).toBe(false);
		const toggle = () => Promise.all([page.waitForNavigation(), page.click('noscript a.plain-choice')]);
		await toggle();
		const with_ = await page.$eval('[data-testid=total]', (e) => e.textContent);
		expect(with_).not.toBe(before);
		await toggle();
		expect(await page.$eval('[data-testid=total]', (e) => e.textContent)).toBe(before);
		await toggle();
		expect(await page.$eval('[data-testid=total]', (e) => e.textContent)).toBe(with_);
		await page.click('#sign summary');
		await page.type('#sign input[name=name]', 'Sola Plain');
		// The bar with the total lies over the foot of the page.
		await page.$eval('input[name=agreed]', (e) => e.scrollIntoView({ block: 'center' }));
		await page.click('input[name=agreed]');
		await page.$eval('form[action="?/accept"] button.btn-primary', (e) => e.scrollIntoView({ block: 'center' }));
		await Promise.all([page.waitForNavigation(), page.click('form[action="?/accept"] button.btn-primary')]);
		expect(await page.$eval('[role=status]', (e) => e.textContent)).toContain('Thank you, Sola Plain');
		await until(() => db.value("select count(*) from answers where name = 'Sola Plain' and answer = 'accepted'") === 1, 'accepted');
		expect(JSON.parse(id("select chosen from answers where name = 'Sola Plain'"))).toHaveLength(1);
	});
	it('finds any record from everywhere with the keyboard', async () => {
		const page = await as('petra');
		await open(page, `${base}/today`);
		await page.keyboard.down('Control');
		await page.keyboard.press('k');
		await page.keyboard.up('Control');
		await page.waitForSelector('dialog[open] input:focus');
		await page.keyboard.type('fennick');
		await page.waitForFunction(() => {
			const list = document.querySelector('#found[aria-busy=false]');
			return list?.querySelector('li')?.textContent?.includes('Fennick Property Care');
		});
		await page.keyboard.press('Enter');
		await page.waitForFunction(() => location.pathname !== '/today');
		await reads(page, 'Fennick');
	});
	it('takes what was typed, not what was found for half of it, when Enter comes before the answer', async () => {
		const page = await visitor(browser);
		await signIn(page, base, 'petra');
		await open(page, `${base}/today`);
		let answer = () => {};
		await page.setRequestInterception(true);
		page.on('request', (r) => {
			if (r.url().includes('/api/ask/find.anything') && r.postData()?.includes('fennick')) answer = () => void r.continue();
			else void r.continue();
		});
		await page.keyboard.down('Control');
		await page.keyboard.press('k');
		await page.keyboard.up('Control');
		await page.waitForSelector('dialog[open] input:focus');
		await page.keyboard.type('fe');
		await page.waitForFunction(() => document.querySelectorAll('#found[aria-busy=false] li').length > 1);
		await page.keyboard.type('nnick');
		await page.waitForSelector('#found[aria-busy=true]');
		await page.keyboard.press('Enter');
		expect(await page.evaluate(() => location.pathname)).toBe('/today');
		answer();
		await page.waitForFunction(() => location.pathname !== '/today');
		await reads(page, 'Fennick');
		await page.close();
	});
	it('garbage at every endpoint is no 500 and changes nothing', async () => {
		const page = await as('imogen');
		const cookie = (await page.browserContext().cookies()).map((c) => `${c.name}=${c.value}`).join('; ');
		const counts = () =>
			JSON.stringify(
				['jobs', 'leads', 'customers', 'lines', 'invoices', 'payments', 'shifts', 'items'].map((t) => db.value(`select count(*) from ${t}`))
			);
		const before = counts();
		const bodies = [
			'',
			'{',
			'null',
			'[]',
			'{"input":null}',
			'{"input":{"jobId":{"$ne":1}}}',
			'{"input":"x"}',
			`{"input":{"name":"${'x'.repeat(100_000)}"}}`,
			JSON.stringify({ text: '\0"*' }),
			JSON.stringify({ text: '\'"--' }),
			JSON.stringify({ scopeId: '__proto__', assemblyId: 'x', answered: { constructor: 'y' } }),
			'{"input":{},"key":5}'
		];
		const paths = [
			'/api/commands/nothing',
			'/api/commands/jobs.open',
			'/api/commands/estimates.add-line',
			'/api/commands/invoices.issue',
			'/api/ask/nothing',
			'/api/ask/plan.check-add',
			'/api/ask/find.anything',
			'/api/ask/estimates.lacking',
			'/api/import-preview',
			'/api/pictures'
		];
		const broken: string[] = [];
		const note = (path: string, r: Response) => {
			if (r.status >= 500) broken.push(`${path}: ${r.status}`);
		};
		for (const path of paths)
			for (const body of bodies)
				note(
					`${path} ${body.slice(0, 20)}`,
					await fetch(base + path, { method: 'POST', headers: { 'content-type': 'application/json', cookie }, body })
				);
		for (const path of [
			'/api/files/../../etc',
			'/api/pdf/quote/x',
			'/api/pdf/invoice/%20',
			'/plan?from=never&weeks=99',
			'/jobs/%00',
			'/win/quotes?state=%27',
			'/q/%2e%2e',
			'/i/x/pdf',
			'/bill/invoices/x'
		])
			note(path, await fetch(base + path, { headers: { cookie }, redirect: 'manual' }));
		expect(broken).toEqual([]);
		expect(counts()).toBe(before);
	});
	it('scripts come only from us', async () => {
		const policy = (await fetch(`${base}/public`)).headers.get('content-security-policy') ?? '';
		const scripts = policy.split(';').find((p) => p.trim().startsWith('script-src')) ?? '';
		expect(scripts).toContain("'self'");
		expect(scripts).not.toMatch(/unsafe-inline|unsafe-eval/);
	});
});

describe('axe finds nothing serious', () => {
	const job = () => id("select id from jobs where name like 'St. Brannoc%'");
	type View = [name: string, who: string, path: () => string, size: typeof DESK | typeof PHONE];
	const views: View[] = [
		[
			'item',
			'bastian',
			() => `/price/catalog/${id('select item_id from item_sales group by item_id order by count(*) desc limit 1')}`,
			DESK
		],
		['price check', 'imogen', () => '/price/check', DESK],
		['rates', 'imogen', () => '/price/rates', DESK],
		['flat-rate', 'imogen', () => `/price/flat-rate/${id("select id from flat_catalogs where key = 'rainwater-service'")}`, DESK],
		['flat-rate service', 'imogen', () => `/price/flat-rate/service/${id('select id from flat_services limit 1')}`, DESK],
		['edition', 'imogen', () => `/price/flat-rate/edition/${id('select id from flat_editions limit 1')}`, DESK],
		['branches and tax', 'imogen', () => '/company/tax', DESK],
		['assemblies', 'bastian', () => '/price/assemblies', DESK],
		['budget', 'imogen', () => '/price/budget', DESK],
		['rate sheet', 'imogen', () => '/price/rates/steep', DESK],
		['Today', 'petra', () => '/today', DESK],
		['leads', 'petra', () => '/win/leads', DESK],
		['track', 'petra', () => '/win/track', DESK],
		['track as a table', 'petra', () => '/win/track?as=table', DESK],
		['customers', 'petra', () => '/win/customers', DESK],
		['sales report', 'imogen', () => '/know/sales', DESK],
		['stages and fields', 'imogen', () => '/company/sales', DESK],
		['documents and page', 'imogen', () => '/company/documents', DESK],
		['quotes', 'petra', () => '/win/quotes', DESK],
		['job', 'petra', () => `/jobs/${job()}`, DESK],
		['estimate', 'petra', () => `/jobs/${id("select id from jobs where name like 'Penhallow%'")}/estimate`, DESK],
		...['photos', 'review', 'revisions', 'lists', 'risk'].map((sub): View => [
			`estimate, ${sub}`,
			'bastian',
			() => `/jobs/${id("select id from jobs where name like 'Penhallow%'")}/estimate/${sub}`,
			DESK
		]),
		['costs', 'petra', () => `/jobs/${job()}/costs`, DESK],
		['billing', 'petra', () => `/jobs/${job()}/bill`, DESK],
		['plan', 'petra', () => '/plan', DESK],
		['invoices', 'petra', () => '/bill/invoices', DESK],
		['invoice', 'petra', () => `/bill/invoices/${id('select id from invoices limit 1')}`, DESK],
		['catalog', 'petra', () => '/price/catalog', DESK],
		['assembly', 'petra', () => '/price/assemblies/reroof-shingle', DESK],
		['price list', 'petra', () => '/price/import', DESK],
		['rates', 'imogen', () => '/price/rates/steep', DESK],
		['reports', 'imogen', () => '/know', DESK],
		['people', 'imogen', () => '/company/people', DESK],
		['roles', 'imogen', () => '/company/roles', DESK],
		['company', 'imogen', () => '/company/details', DESK],
		['customer', 'petra', () => `/win/customers/${id("select id from customers where name like 'Orla%'")}`, DESK],
		['outbox', 'petra', () => '/company/outbox', DESK],
		['my day', 'ines', () => '/field', PHONE],
		['field job', 'ines', () => `/field/jobs/${job()}`, PHONE],
		['hours', 'ines', () => '/field/hours', PHONE],
		['request form', '', () => '/public', PHONE]
	];
	it.each(views)('%s', async (_, who, path, size) => {
		const page = who ? await as(who) : await visitor(browser, size);
		await page.setViewport(size);
		await open(page, base + path());
		expect(await seriousOn(page)).toEqual([]);
	});
});
