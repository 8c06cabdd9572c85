import type { Browser, HTTPRequest, Page } from 'puppeteer-core';
import { afterAll, beforeAll, describe, expect, inject, it } from 'vitest';
import { run } from './bench-steps';
import { fill, launch, open, press, reads, signIn, visitor } from './chrome';
import { reader, until } from './db';

const base = inject('base');
const db = reader(inject('dataDir'));
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
			await page.setRequestInterception(false);
			page.off('request', handle);
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
