import type { Browser, HTTPRequest, Page } from 'puppeteer-core';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { seriousOn } from './axe';
import { run } from './bench-steps';
import { fill, launch, open, press, reads, signIn, visitor } from './chrome';
import { base, dataDir } from './company';
import { reader, until } from './db';

const db = reader(dataDir);
let browser: Browser;
let page: Page;
beforeAll(async () => {
	browser = await launch();
	page = await visitor(browser);
	await signIn(page, base, 'petra');
});
afterAll(async () => {
	await browser.close();
	db.close();
});

/** Holds the answer to a command back until it is let go, or loses it after the server has done what was asked. */
async function hold(name: string, what: 'late' | 'lost'): Promise<{ asked: () => boolean; letGo: () => Promise<void> }> {
	let held: HTTPRequest | null = null;
	let once = false;
	const handle = (request: HTTPRequest) => {
		if (once || !request.url().endsWith(`/api/commands/${name}`)) return void request.continue();
		once = true;
		held = request;
		if (what === 'lost')
			void fetch(request.url(), {
				method: 'POST',
				headers: { ...request.headers(), origin: base, cookie },
				body: request.postData() ?? ''
			}).then(() => request.abort());
	};
	const cookie = (await page.browserContext().cookies()).map((c) => `${c.name}=${c.value}`).join('; ');
	await page.setRequestInterception(true);
	page.on('request', handle);
	return {
		asked: () => held !== null,
		letGo: async () => {
			if (what === 'late') await held?.continue();
			// No more is taken up first: what is asked in between goes on by itself when nothing is held back any more.
			page.off('request', handle);
			await page.setRequestInterception(false);
		}
	};
}

describe('an answer', () => {
	it('that comes late closes no dialog that was opened meanwhile, and loses nothing typed into it', async () => {
		const { orderId } = await run(page, 'buying.begin-order', { firmId: 'tarn' });
		const jobId = db.value<string>('select id from jobs where won_at is not null limit 1');
		await run(page, 'buying.add-line', {
			...{
				orderId,
				jobId,
				itemId: null,
				kind: 'material',
				name: 'Sealant',
				unit: 'ea',
				quantity: 40_000,
				price: 61_000,
				pack: null,
				packUnit: ''
			}
		});
		await open(page, `${base}/work/orders/${orderId}`);
		const late = await hold('buying.change-order', 'late');
		await fill(page, 'input[name=deliver-to]', 'the yard, gate 2');
		await press(page, 'Keep');
		await until(late.asked, 'the command');
		await press(page, 'Send');
		await fill(page, 'dialog[open] input[name=to]', 'orders@tarn.example');
		await late.letGo();
		await until(() => db.value<string>('select deliver_to from orders where id = ?', orderId) === 'the yard, gate 2', 'what was kept');
		await press(page, 'Send', 'dialog[open]');
		await page.waitForFunction(() => !document.querySelector('dialog[open]'));
		await until(() => db.value<string>('select state from orders where id = ?', orderId) === 'sent', 'the order');
		expect(db.value<string>('select "to" from outbox where about = \'order:\' || ?', orderId)).toBe('orders@tarn.example');
	});

	it('that is lost is asked for again with the same click: money is not taken twice', async () => {
		const invoice = db.row<{ id: string; total: number; paid: number }>(
			'select id, total, paid from invoices where issued_at is not null and voided_at is null and paid = 0 and total > 10000 limit 1'
		);
		await open(page, `${base}/bill/invoices/${invoice.id}`);
		await press(page, 'Take money');
		await fill(page, 'dialog[open] input[name=amount]', '50.00');
		const lost = await hold('payments.record', 'lost');
		await press(page, 'Record it', 'dialog[open]');
		await reads(page, 'cannot be reached');
		await lost.letGo();
		expect(db.value('select paid from invoices where id = ?', invoice.id)).toBe(5000);
		await press(page, 'Record it', 'dialog[open]');
		await page.waitForFunction(() => !document.querySelector('dialog[open]'));
		expect(db.value('select paid from invoices where id = ?', invoice.id)).toBe(5000);
		expect(db.value('select count(*) from allocations where invoice_id = ?', invoice.id)).toBe(1);
	});
});

describe('a click right after a save', () => {
	it('is not called off by the page’s own refresh', async () => {
		const jobId = db.value<string>("select j.id from jobs j join stages s on s.id = j.stage_id where s.meaning = 'bidding' limit 1");
		await open(page, `${base}/jobs/${jobId}`);
		// The answer to the save comes while the page that was clicked is still on its way.
		await page.evaluate(() => {
			const plain = window.fetch;
			const frame = () => new Promise((go) => requestAnimationFrame(go));
			let underWay: () => void = () => undefined;
			const goes = new Promise<void>((go) => (underWay = go));
			let answered: () => void = () => undefined;
			const answer = new Promise<void>((go) => (answered = go));
			window.fetch = async (...how) => {
				const path = new URL(how[0] instanceof Request ? how[0].url : String(how[0]), location.href).pathname;
				const got = await plain(...how);
				if (path.startsWith('/api/commands/')) {
					[...document.querySelectorAll<HTMLAnchorElement>('a')].find((l) => l.pathname.startsWith('/win'))?.click();
					await goes;
					answered();
				} else if (path.startsWith('/win')) {
					underWay();
					await answer;
					await frame();
					await frame();
				}
				return got;
			};
		});
		await press(page, 'Save the details');
		await page.waitForFunction(() => location.pathname.startsWith('/win'));
	});
});

describe('what is typed', () => {
	const leaving = () => page.$eval('dialog[open]', (d) => (d as HTMLElement).innerText).catch(() => '');
	const click = (path: string) => page.$$eval('nav a', (all, p) => all.find((a) => (a as HTMLAnchorElement).pathname === p)?.click(), path);
	const customer = () => db.row<{ id: string; notes: string }>('select id, notes from customers order by name limit 1');
	it('is asked about before its page is left: stay keeps it, leave loses it, saved it is not asked about', async () => {
		const { id, notes } = customer();
		await open(page, `${base}/win/customers/${id}`);
		await click('/win/track');
		await page.waitForFunction(() => location.pathname === '/win/track');
		await page.goBack();
		await page.waitForFunction((p: string) => location.pathname === p, {}, `/win/customers/${id}`);
		await page.waitForSelector('textarea');
		await fill(page, 'main form textarea', 'Rings twice');
		await click('/win/track');
		await page.waitForSelector('dialog[open]');
		expect(await leaving()).toContain('not saved');
		expect(await seriousOn(page)).toEqual([]);
		await press(page, 'Stay here', 'dialog[open]');
		expect(await page.$eval('main form textarea', (t) => t.value)).toBe('Rings twice');
		await click('/win/track');
		await press(page, 'Leave without saving', 'dialog[open]');
		await page.waitForFunction(() => location.pathname === '/win/track');
		expect(db.value<string>('select notes from customers where id = ?', id)).toBe(notes);
		await open(page, `${base}/win/customers/${id}`);
		await fill(page, 'main form textarea', 'Rings once');
		// Ctrl+Enter saves where the cursor is.
		await page.keyboard.down('Control');
		await page.keyboard.press('Enter');
		await page.keyboard.up('Control');
		await until(() => db.value<string>('select notes from customers where id = ?', id) === 'Rings once', 'the note');
		await click('/win/track');
		await page.waitForFunction(() => location.pathname === '/win/track');
	});
	it('in a dialog is not lost by one press of Escape', async () => {
		await open(page, `${base}/win/track`);
		await press(page, 'New job');
		await page.waitForSelector('dialog[open] input');
		await page.keyboard.press('Escape');
		await page.waitForFunction(() => !document.querySelector('dialog[open]'));
		await press(page, 'New job');
		await fill(page, 'dialog[open] input', 'Half a job');
		await page.keyboard.press('Escape');
		await reads(page, 'What you typed is not saved.');
		expect(await seriousOn(page)).toEqual([]);
		expect(await page.$eval('dialog[open] input', (i) => i.value)).toBe('Half a job');
		await press(page, 'Throw it away', 'dialog[open]');
		await page.waitForFunction(() => !document.querySelector('dialog[open]'));
		await press(page, 'New job');
		await page.waitForSelector('dialog[open] input');
		await page.keyboard.press('Escape');
		await page.waitForFunction(() => !document.querySelector('dialog[open]'));
	});
	it('and refused has the cursor in the field at fault', async () => {
		const jobId = db.value<string>("select j.id from jobs j join stages s on s.id = j.stage_id where s.meaning = 'bidding' limit 1");
		await open(page, `${base}/jobs/${jobId}`);
		await fill(page, 'form[aria-label=Details] input[name=expected]', 'a lot');
		await press(page, 'Save the details');
		await page.waitForSelector('form[aria-label=Details] .problem');
		await page.waitForFunction(() => (document.activeElement as HTMLInputElement).name === 'expected');
	});
});
