import { mkdtempSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import type { Browser, ElementHandle, Page } from 'puppeteer-core';
import { afterAll, afterEach, beforeAll, describe, expect, it } from 'vitest';
import { offer, run, save } from './bench-steps';
import { bodyText, fill, launch, open, PHONE, press, reads, signIn, visitor } from './chrome';
import { base, dataDir } from './company';
import { reader, until } from './db';

const db = reader(dataDir);
const dir = mkdtempSync(join(tmpdir(), 'ny-files-'));
let browser: Browser;
let page: Page;
let owner: Page;
beforeAll(async () => {
	browser = await launch();
	page = await visitor(browser);
	await signIn(page, base, 'bastian');
	owner = await visitor(browser);
	await signIn(owner, base, 'imogen');
});
afterAll(async () => {
	await browser.close();
	db.close();
});
afterEach(async (ctx) => {
	if (ctx.task.result?.state !== 'fail') return;
	await page.screenshot({ path: join(tmpdir(), 'ny-fail-sales.png') as `${string}.png` });
	await owner.screenshot({ path: join(tmpdir(), 'ny-fail-owner.png') as `${string}.png` });
});
const file = (name: string, text: string): string => {
	const path = join(dir, name);
	writeFileSync(path, text);
	return path;
};
const give = async (p: Page, selector: string, path: string) => {
	const input = (await p.waitForSelector(selector)) as ElementHandle<HTMLInputElement>;
	await input.uploadFile(path);
};
const card = (name: string) => `a.card[href="/jobs/${db.value<string>('select id from jobs where name = ?', name)}"]`;
const stageOf = (name: string) => db.value<string>('select s.name from jobs j join stages s on s.id = j.stage_id where j.name = ?', name);

describe('the winning track', () => {
	it('takes jobs typed one after the other, and forgets neither kind nor source', async () => {
		await open(page, `${base}/win/track`);
		await press(page, 'New job');
		const field = (label: string) => `dialog[open] label:has(> .name) input${label}`;
		const type = async (n: number, text: string) => {
			const inputs = await page.$$('dialog[open] input');
			await inputs[n]!.click({ count: 3 });
			await inputs[n]!.type(text);
		};
		expect(field('')).toContain('dialog');
		await type(0, 'Weir Street 5, gutters');
		await type(1, 'Runa Quay');
		await type(3, 'Gutters');
		await type(4, 'Referral');
		await press(page, 'Open and type the next', 'dialog[open]');
		await reads(page, 'Weir Street 5, gutters is open.');
		await type(0, 'Weir Street 7, gutters');
		await type(1, 'Abel Quay');
		await press(page, 'Open the job', 'dialog[open]');
		await page.waitForFunction(() => location.pathname.startsWith('/jobs/'));
		expect(db.all("select kind_of_work k, source s from jobs where name like 'Weir Street%'")).toEqual([
			{ k: 'Gutters', s: 'Referral' },
			{ k: 'Gutters', s: 'Referral' }
		]);
	});
	it('says on the job what comes next and by when; the card and the forecast follow', async () => {
		await reads(page, 'Next step');
		await fill(page, 'input[name=next-step]', 'Measure on Friday');
		await page.$eval('input[name=next-day]', (e) => {
			(e as HTMLInputElement).value = '2027-04-16';
			e.dispatchEvent(new Event('input', { bubbles: true }));
		});
		await fill(page, 'input[name=expected]', '8,000');
		await fill(page, 'input[name=chance]', 'surely');
		await press(page, 'Save the details');
		await reads(page, 'The chance');
		expect(db.value("select next_step from jobs where name = 'Weir Street 7, gutters'")).toBe('');
		await fill(page, 'input[name=chance]', '50');
		await press(page, 'Save the details');
		await until(
			() => db.value("select next_step from jobs where name = 'Weir Street 7, gutters'") === ('Measure on Friday' as never),
			'the next step'
		);
		expect(db.row("select chance, expected, next_day from jobs where name = 'Weir Street 7, gutters'")).toEqual({
			chance: 5000,
			expected: 800_000,
			next_day: '2027-04-16'
		});
		await open(page, `${base}/win/track`);
		const text = await page.$eval(card('Weir Street 7, gutters'), (e) => (e as HTMLElement).innerText);
		expect(text).toContain('Measure on Friday, Apr 16');
		expect(text).toContain('50 %');
		expect(await page.$eval('section[aria-label=Forecast]', (e) => (e as HTMLElement).innerText)).toContain('Likely to be won');
	});
	it('moves a card by keyboard, and asks why when it is lost', async () => {
		await page.focus(card('Weir Street 5, gutters'));
		await page.keyboard.down('Alt');
		await page.keyboard.press('ArrowRight');
		await page.keyboard.up('Alt');
		await until(() => stageOf('Weir Street 5, gutters') === 'Measuring', 'the next stage');
		await open(page, `${base}/jobs/${db.value("select id from jobs where name = 'Weir Street 5, gutters'")}`);
		await open(page, `${base}/win/track`);
		for (const stage of ['Quoted', 'Talking']) {
			await page.focus(card('Weir Street 5, gutters'));
			await page.keyboard.down('Alt');
			await page.keyboard.press('ArrowRight');
			await page.keyboard.up('Alt');
			await until(() => stageOf('Weir Street 5, gutters') === stage, stage);
			await page.waitForFunction(
				(s: string, c: string) => document.querySelector(`section[aria-label="${s}"] ${c}`),
				{},
				stage,
				card('Weir Street 5, gutters')
			);
		}
		await page.focus(card('Weir Street 5, gutters'));
		await page.keyboard.down('Alt');
		await page.keyboard.press('ArrowRight');
		await page.keyboard.up('Alt');
		await page.waitForSelector('dialog[open]');
		await press(page, 'Too late', 'dialog[open]');
		await press(page, 'Mark as lost', 'dialog[open]');
		await until(
			() => db.value("select lost_reason from jobs where name = 'Weir Street 5, gutters'") === ('Too late' as never),
			'the reason'
		);
	});
	it('is narrowed in the address, shown as a table, and kept as a view for everybody', async () => {
		await page.select('select[aria-label="Kind of work"]', 'Gutters');
		await page.waitForFunction(() => location.search.includes('kind=Gutters'));
		await press(page, 'Table');
		await page.waitForFunction(() => location.search.includes('as=table'));
		await reads(page, 'Harbor Row, gutters of 24 houses');
		expect(await bodyText(page)).not.toContain('Penhallow house');
		await page.type('input[aria-label=Filter]', 'weir 7');
		await page.waitForFunction(() => location.search.includes('q=weir'));
		await page.waitForFunction(() => !document.body.innerText.includes('Harbor Row, gutters'));
		await press(page, 'Keep this view');
		await fill(page, 'input[name=view-name]', 'Weir Street');
		await page.click('dialog[open] input[type=checkbox]');
		await save(page, 'Keep');
		await until(() => db.value("select query from saved_views where name = 'Weir Street' and person_id is null"), 'the view');
		await open(owner, `${base}/win/track`);
		await press(owner, 'Weir Street');
		await owner.waitForFunction(() => location.search.includes('as=table'));
		await reads(owner, 'Weir Street 7, gutters');
		expect(await bodyText(owner)).not.toContain('Harbor Row, gutters');
	});
	it('is what the sales report counts', async () => {
		await open(owner, `${base}/know/sales?by=reason`);
		await reads(owner, 'Too late');
		await press(owner, 'Source');
		await reads(owner, 'Referral');
		const won = db.value("select count(*) from jobs where won_at is not null and asked_at >= unixepoch('2026-04-14') * 1000");
		const row = await owner.$eval('tfoot', (e) => (e as HTMLElement).innerText.split(/\s+/));
		expect(Number(row[2])).toBe(won);
	});
});

describe('a customer', () => {
	it('has contacts with what they are for, sites on the map, own fields and files', async () => {
		const id = db.value<string>("select id from customers where name = 'Orla Penhallow'");
		await open(page, `${base}/win/customers/${id}`);
		await press(page, 'Add a contact');
		await fill(page, 'input[name=contact-name]', 'Jory Penhallow');
		await fill(page, 'input[name=contact-role]', 'pays');
		await page.click('dialog[open] label:has(input[type=checkbox])');
		await press(page, 'Save', 'dialog[open]');
		await reads(page, 'Quotes and invoices go out by mail');
		await fill(page, 'input[name=contact-mail]', 'jory@penhallow.example');
		await save(page);
		await reads(page, 'gets quotes');
		expect(db.row('select name, role, mail, gets_quotes from contacts where customer_id = ?', id)).toEqual({
			...{ name: 'Jory Penhallow', role: 'pays', mail: 'jory@penhallow.example', gets_quotes: 1 }
		});
		await press(page, 'Add a site');
		await fill(page, 'input[name=site-address]', 'Boat shed, Quay Street');
		const map = await page.waitForSelector('dialog[open] .leaflet-container');
		await map!.click({ offset: { x: 200, y: 90 } });
		await reads(page, 'it stands where the pin is');
		await save(page);
		const site = await until(
			() => db.row<{ lat: number; lng: number } | undefined>("select lat, lng from sites where address like 'Boat shed%'"),
			'the site'
		);
		expect(Math.abs(site.lat + 47)).toBeLessThan(0.5);
		await page.select('select:has(> option[value=transfer])', 'transfer');
		await until(() => db.value<string>('select own from customers where id = ?', id)?.includes('transfer'), 'the own field');
		await give(page, 'input[aria-label=File]', file('plan.txt', 'north is up'));
		await reads(page, 'plan.txt');
		await give(page, 'input[aria-label=File]', file('page.html', '<html><script>alert(1)</script></html>'));
		await reads(page, 'This file is none of them.');
		expect(db.value('select count(*) from attachments where subject = ?', `customer:${id}`)).toBe(1);
	});
	it('comes out of a file of address cards, looked at first, and can be taken back', async () => {
		await open(page, `${base}/win/customers`);
		const before = db.value('select count(*) from customers');
		await press(page, 'Take from a file');
		const person = (name: string, mail: string) => `BEGIN:VCARD\r\nVERSION:4.0\r\nFN:${name}\r\nEMAIL:${mail}\r\nEND:VCARD\r\n`;
		await give(
			page,
			'input[aria-label="File of customers"]',
			file(
				'cards.vcf',
				person('Isolde Wray', 'isolde@wray.example') + person('Orla P.', 'orla@penhallow.example') + person('Wrong', 'no mail')
			)
		);
		await reads(page, '1 new, 1 known already, 1 cannot be taken.');
		await reads(page, 'fills in Orla Penhallow');
		expect(db.value('select count(*) from customers')).toBe(before);
		await press(page, 'Take 2', 'dialog[open]');
		await until(() => db.value("select count(*) from customers where name = 'Isolde Wray'"), 'the customer');
		await press(page, 'Take it back');
		await reads(page, '1 taken away again');
		expect(db.value('select count(*) from customers')).toBe(before);
		await give(page, 'input[aria-label="File of customers"]', file('not.vcf', 'BEGIN:VCARD but no more'));
	});
});

describe('a request', () => {
	it('is answered by mail from our wording, and taken from a table', async () => {
		await open(page, `${base}/win/leads`);
		await press(page, 'Answer by mail');
		await fill(page, 'textarea[name=answer-text]', 'Dear {name}, we come on {day}.');
		await press(page, 'Send', 'dialog[open]');
		await reads(page, 'There is nothing to put in for “{day}”.');
		await fill(page, 'textarea[name=answer-text]', 'Dear {name}, we come on Friday. {me}');
		await press(page, 'Send', 'dialog[open]');
		await reads(page, 'is on its way');
		const letter = db.row<{ to: string; text: string }>('select "to", text from outbox order by rowid desc limit 1');
		expect(letter.text).toMatch(/^Dear [^{]+, we come on Friday\. Bastian Reyle$/);
		await give(
			page,
			'input[accept=".csv,text/csv"]',
			file('fair.csv', 'Name,Phone,Message\nAstrid Fair,555 010 7788,Gutters leak\n,555 010 1,x\nNobody,,no way to answer')
		);
		await reads(page, '1 taken, 2 not: row 3, It has no name. row 4, It has neither a mail address nor a phone number.');
		expect(db.value("select wanted from leads where name = 'Astrid Fair'")).toBe('Gutters leak');
	});
});

describe('what the company sets', () => {
	it('is a stage, a field of its own, and a text with bold words in it', async () => {
		await open(owner, `${base}/company/sales`);
		await press(owner, 'Add a stage', 'section[aria-label="Stages of the winning track"]');
		await fill(owner, 'section[aria-label="Stages of the winning track"] tr:last-child input', 'Waiting for the bank');
		await press(owner, 'Save the stages', 'section[aria-label="Stages of the winning track"]');
		await until(() => db.value("select count(*) from stages where name = 'Waiting for the bank'"), 'the stage');
		await press(owner, 'Add a field');
		const rows = 'section[aria-label="Own fields"] tbody tr:last-child';
		await fill(owner, `${rows} td:nth-child(2) input`, 'Financing');
		await owner.select(`${rows} td:nth-child(3) select`, 'choice');
		await fill(owner, `${rows} td:nth-child(4) input`, 'bank');
		await press(owner, 'Save the fields');
		await reads(owner, 'needs at least two choices');
		await fill(owner, `${rows} td:nth-child(4) input`, 'bank, own money');
		await press(owner, 'Save the fields');
		await until(() => db.value<string>('select settings from company').includes('own money'), 'the field');
		await open(page, `${base}/win/track`);
		await page.select('select[aria-label=Financing]', 'bank');
		await reads(page, 'Waiting for the bank');

		await open(owner, `${base}/company/documents`);
		await press(owner, 'Add a text');
		const boxes = await owner.$$('[role=textbox]');
		await fill(owner, `input[aria-label="Name of text ${boxes.length}"]`, 'Our promise');
		await boxes.at(-1)!.click();
		await owner.keyboard.type('We come back ');
		await owner.keyboard.down('Control');
		await owner.keyboard.press('b');
		await owner.keyboard.up('Control');
		await owner.keyboard.type('when it leaks');
		await press(owner, 'Save the texts');
		const settings = await until(() => {
			const s = db.value<string>('select settings from company');
			return s.includes('when it leaks') ? s : undefined;
		}, 'the text');
		const text = (JSON.parse(settings) as { textBlocks: { name: string; text: unknown }[] }).textBlocks.find(
			(b) => b.name === 'Our promise'
		);
		expect(text?.text).toEqual([{ type: 'paragraph', runs: [{ text: 'We come back ' }, { text: 'when it leaks', bold: true }] }]);
		await fill(owner, 'textarea[name=does]', 'Skylights');
		await press(owner, 'Save the page');
		await until(() => db.value<string>('select settings from company').includes('Skylights'), 'the page');
		const visitorPage = await visitor(browser, PHONE);
		await open(visitorPage, `${base}/public`);
		expect(await bodyText(visitorPage)).toContain('Skylights');
		await visitorPage.$$eval('img', (all) => all.forEach((i) => ((i as HTMLImageElement).loading = 'eager')));
		await visitorPage.waitForFunction(() => [...document.images].every((i) => i.complete));
		expect(await visitorPage.$$eval('img', (all) => all.filter((i) => (i as HTMLImageElement).naturalWidth === 0).length)).toBe(0);
		expect((await fetch(`${base}/public/picture/${db.value<string>('select file_id from job_photos limit 1')}`)).status).toBe(404);
		await visitorPage.close();
	});
});

describe('a quote that two must sign', () => {
	it('is signed by one with a script, by the other without; then it is won, planned, and its deposit paid by card', async () => {
		await run(owner, 'company.billing-plans', { plans: [{ kindOfWork: '', stagesFrom: 1_500_000, depositAtOnce: true }] });
		const jobId = await offer(page, 'Two signers');
		await run(page, 'quotes.issue', {
			...{
				estimateId: db.value<string>('select id from estimates where job_id = ?', jobId),
				to: 'two@signers.example',
				subject: '',
				text: '{link}'
			},
			signers: ['Mira Solheim', 'Ewan Quist']
		});
		await open(page, `${base}/jobs/${jobId}`);
		const link = await page.$$eval('a', (all) => all.find((a) => a.innerText.trim() === 'Customer’s page')?.href ?? '');
		const url = base + new URL(link).pathname;
		const first = await visitor(browser, PHONE);
		await open(first, url);
		await press(first, 'Accept and sign', '.act');
		await first.select('select[name=name]', 'Mira Solheim');
		await first.click('input[name=agreed]');
		await press(first, 'Accept the quote', '#sign');
		await reads(first, 'Mira Solheim: signed');
		expect(db.value('select number from jobs where id = ?', jobId)).toBeNull();
		const second = await visitor(browser, PHONE);
		await second.setJavaScriptEnabled(false);
		await second.goto(url, { waitUntil: 'load' });
		expect(await bodyText(second)).toContain('The options are settled by the first signature.');
		await second.click('#sign summary');
		expect(await second.$$eval('select[name=name] option', (all) => all.map((o) => o.textContent))).toEqual(['', 'Ewan Quist']);
		await second.select('select[name=name]', 'Ewan Quist');
		await second.click('input[name=agreed]');
		await Promise.all([second.waitForNavigation(), second.click('#sign button')]);
		expect(await bodyText(second)).toContain('Thank you, Mira Solheim, Ewan Quist.');
		expect(db.value('select number from jobs where id = ?', jobId)).not.toBeNull();
		await open(first, url);
		await press(first, 'Pay the deposit of');
		await first.waitForFunction(() => location.pathname.startsWith('/i/'));
		await reads(first, 'Invoice');
		await open(owner, `${base}/jobs/${jobId}/bill`);
		await reads(owner, 'Billing plan');
		expect(
			await owner.$$eval('section[aria-label="Billing plan"] tr', (all) =>
				all.map((r) => (r as HTMLElement).innerText.split('\n')[0]?.split('\t')[0])
			)
		).toEqual(['Deposit', 'Rest']);
		await open(page, `${base}/jobs/${jobId}`);
		await press(page, 'Add', '[aria-label="Work list"]');
		await fill(page, 'input[name=task]', 'Ask about parking');
		await page.keyboard.press('Enter');
		await reads(page, 'Ask about parking');
		await page.click('[aria-label="Work list"] input[type=checkbox]');
		await until(() => db.value('select count(*) from tasks where job_id = ? and done_at is not null', jobId), 'the tick');
		await give(page, 'input[accept="application/pdf,image/*"]', file('signed.pdf', '%PDF-1.4 scanned'));
		await reads(page, 'signed.pdf');
		await first.close();
		await second.close();
		await run(owner, 'company.billing-plans', { plans: [{ kindOfWork: '', stagesFrom: 1_500_000, depositAtOnce: false }] });
	});
});
