import { tmpdir } from 'node:os';
import { join } from 'node:path';
import type { Browser, Page } from 'puppeteer-core';
import { afterAll, afterEach, beforeAll, describe, expect, it } from 'vitest';
import { readPdf } from '../server/pdf-reader';
import { seriousOn } from './axe';
import { bodyText, fill, launch, open, PHONE, press, reads, signIn, visitor } from './chrome';
import { base, dataDir } from './company';
import { reader, until } from './db';

const db = reader(dataDir);
let browser: Browser;
let office: Page;
let phone: Page;
let link = '';
beforeAll(async () => {
	browser = await launch();
	office = await visitor(browser);
	await signIn(office, base, 'bastian');
	phone = await visitor(browser, PHONE);
});
afterAll(async () => {
	await browser.close();
	db.close();
});
afterEach(async (ctx) => {
	if (ctx.task.result?.state === 'fail') await phone.screenshot({ path: join(tmpdir(), 'ny-fail-phone.png') as `${string}.png` });
});
const harborJob = () => db.value<string>("select id from jobs where name like 'Harbor Row%'");
const revision = () =>
	db.value<string>(
		'select r.id from revisions r join quotes q on q.id = r.quote_id where q.job_id = ? order by r.issued_at desc',
		harborJob()
	);

describe('a quote on the customer’s phone', () => {
	it('shows questions with their answers, and takes one without JavaScript', async () => {
		await open(office, `${base}/jobs/${harborJob()}`);
		link = await office.$$eval('a', (all) => all.find((a) => a.innerText.trim() === 'Customer’s page')?.href ?? '');
		await phone.setJavaScriptEnabled(false);
		await phone.goto(new URL(link).pathname.replace(/^/, base), { waitUntil: 'load' });
		const text = await bodyText(phone);
		expect(text).toContain('Do the guards hold when the lindens shed in June?');
		expect(text).toContain('Bastian Reyle: Yes: the mesh is finer than the seeds');
		expect(text).toContain('for how long, from what kind of device');
		await phone.click('#questions summary');
		await phone.type('textarea[name=asked]', 'And <b>who</b> cleans up?');
		await phone.type('#questions input[name=asker]', 'Mira Solheim');
		await Promise.all([phone.waitForNavigation(), phone.click('#questions button')]);
		expect(await bodyText(phone)).toContain('And <b>who</b> cleans up?');
		expect(db.value("select count(*) from quote_questions where asked = 'And <b>who</b> cleans up?'")).toBe(1);
	});

	it('is answered from the job page, and the customer gets the answer by mail', async () => {
		await open(office, `${base}/jobs/${harborJob()}`);
		await reads(office, 'And <b>who</b> cleans up?');
		const id = db.value<string>("select id from quote_questions where asked like 'And <b>who%'");
		const input = (await office.$$('.question form input')).at(-1)!;
		await input.type('We do, with a magnet for the nails.');
		await office.keyboard.press('Enter');
		await until(() => db.value("select count(*) from quote_questions where id = ? and answer like 'We do%'", id), 'the answer');
		expect(db.value(`select count(*) from outbox where text like '%We do, with a magnet%' and "to" = 'mira@harborrow.example'`)).toBe(1);
		await phone.reload({ waitUntil: 'load' });
		expect(await bodyText(phone)).toContain('We do, with a magnet for the nails.');
	});

	it('stands first under “Call now” on Today, with the reasons', async () => {
		await open(office, `${base}/today`);
		await reads(office, 'Call now');
		const first = await office.$eval('.calls li', (e) => (e as HTMLElement).innerText.replace(/\s+/g, ' '));
		expect(first).toContain('Harbor Row Homeowners');
		expect(first).toContain('asked a question');
	});

	it('tells which options were tried, and for how long, when the page is left', async () => {
		await phone.setJavaScriptEnabled(true);
		await open(phone, new URL(link).pathname.replace(/^/, base));
		const before = db.value('select sum(json_array_length(tried)) from views where subject_id = ?', revision());
		await phone.click('input[name=option]');
		await phone.waitForFunction(() => location.search.includes('pick'));
		await phone.evaluate(() => {
			Object.defineProperty(document, 'visibilityState', { value: 'hidden', configurable: true });
			document.dispatchEvent(new Event('visibilitychange'));
		});
		await until(
			() => db.value('select sum(json_array_length(tried)) from views where subject_id = ?', revision()) > before,
			'the tried option'
		);
	});

	it('has nothing that axe finds serious, with everything open', async () => {
		await open(phone, new URL(link).pathname.replace(/^/, base));
		await phone.evaluate(() => {
			for (const d of document.querySelectorAll('details')) d.open = true;
		});
		expect(await seriousOn(phone)).toEqual([]);
	});

	it('is accepted with the option; the record of acceptance is there as a PDF, for both', async () => {
		await open(phone, new URL(link).pathname.replace(/^/, base));
		await phone.click('input[name=option]');
		await phone.waitForFunction(() => location.search.includes('pick'));
		const total = await phone.$eval('[data-testid=total]', (e) => (e as HTMLElement).innerText);
		await press(phone, 'Accept and sign');
		await fill(phone, '#sign input[name=name]', 'Mira Solheim');
		await phone.click('#sign input[name=agreed]');
		await press(phone, 'Accept the quote');
		await reads(phone, 'Thank you, Mira Solheim.');
		const path = await phone.$eval('a[href$="/record"]', (a) => new URL((a as HTMLAnchorElement).href).pathname);
		const bytes = async (page: Page, url: string) =>
			Uint8Array.from(await page.evaluate(async (u: string) => [...new Uint8Array(await (await fetch(u)).arrayBuffer())], url));
		const record = await readPdf(await bytes(phone, path));
		for (const words of ['Record of acceptance', 'Mira Solheim', 'Gutter guards', total, 'who']) expect(record.text).toContain(words);
		const ours = await readPdf(await bytes(office, `/api/pdf/acceptance/${revision()}`));
		expect(ours.text).toBe(record.text);
		expect(db.value('select length(record_hash) from answers where revision_id = ?', revision())).toBe(64);
	});
});

describe('the inbox', () => {
	it('takes a mail file and shows what was read out of it; a bounce makes no request', async () => {
		await open(office, `${base}/win/leads`);
		const post = (text: string) =>
			office.evaluate(async (body: string) => (await fetch('/api/lead-mail', { method: 'POST', body })).status, text);
		const mail = (id: string, extra = '') =>
			`From: Wilma Trask <wilma@trask.example>\r\nSubject: Gutter came down\r\nMessage-ID: <${id}>\r\n${extra}Content-Type: text/plain\r\n\r\nAt 9 Ropewalk Lane, Osselmere.\r\n(555) 010-6161\r\n`;
		expect(await post(mail('m1'))).toBe(200);
		expect(await post(mail('m2', 'Auto-Submitted: auto-replied\r\n'))).toBe(422);
		await open(office, `${base}/win/leads`);
		await reads(office, 'Wilma Trask');
		await reads(office, '9 Ropewalk Lane, Osselmere · wilma@trask.example · (555) 010-6161');
		expect(db.value("select count(*) from leads where mail = 'wilma@trask.example'")).toBe(1);
	});
	it('makes one customer of two, and two again', async () => {
		const [a, b] = ['Twin Roofs', 'Twin Roofs Ltd'];
		await open(office, `${base}/win/track`);
		for (const name of [a, b])
			await office.evaluate(
				(customer: string) =>
					fetch('/api/commands/customers.save', {
						method: 'POST',
						headers: { 'content-type': 'application/json' },
						body: JSON.stringify({
							input: {
								customerId: null,
								name: customer,
								kind: 'organization',
								mail: 'one@twin.example',
								phone: '',
								address: '',
								notes: ''
							},
							key: customer
						})
					}),
				name
			);
		const keep = db.value<string>('select id from customers where name = ?', a);
		await open(office, `${base}/win/customers/${keep}`);
		await reads(office, '; score 100)');
		await press(office, 'Merge it into this one');
		await until(() => db.value("select count(*) from customers where mail = 'one@twin.example'") === 1, 'one customer');
		await press(office, 'Make two of them again');
		await until(() => db.value("select count(*) from customers where mail = 'one@twin.example'") === 2, 'two customers');
	});
});
