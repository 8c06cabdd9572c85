import { writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import type { Browser, ElementHandle, Page } from 'puppeteer-core';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { formatCents, parseCents } from '$lib/core/money';
import { seriousOn } from './axe';
import { run, save, shown } from './bench-steps';
import { bodyText, fill, launch, open, press, reads, signIn, visitor } from './chrome';
import { base, dataDir } from './company';
import { reader, until } from './db';
import { readPdf } from '../server/pdf-reader';

const db = reader(dataDir);
let browser: Browser;
const people: Record<string, Page> = {};
async function as(who: string): Promise<Page> {
	const known = people[who];
	if (known) return known;
	const page = await visitor(browser);
	await signIn(page, base, who);
	people[who] = page;
	return page;
}
/** Two jobs of their own, sold alike: one is billed by invoices, the other by pay applications. */
let jobId = '';
let builderJob = '';
const one = <T = number>(sql: string, ...args: unknown[]) => db.value<T>(sql, ...args);

/** Sells a roof: estimate, quote, accepted on paper. @returns the job */
async function sell(name: string, customer: string): Promise<string> {
	const page = await as('bastian');
	const job = await run(page, 'jobs.open', {
		...{ name, customerId: null, customerName: customer, address: `3 Weir Road, ${name}`, kindOfWork: 'Re-roof', source: '', wanted: '' }
	});
	const { estimateId } = await run(page, 'estimates.start', { jobId: job['jobId'] });
	const { scopeId } = await run(page, 'estimates.add-scope', { estimateId, name: 'Main roof', option: false });
	await run(page, 'estimates.put-shape', { scopeId, kind: 'roof face', typed: { length: '40', run: '14', pitch: '8' }, times: 1 });
	await run(page, 'estimates.put-assembly', { scopeId, assemblyId: 'reroof-shingle' });
	for (const l of db.all<{ id: string; name: string }>("select id, name from lines where scope_id = ? and placeholder <> ''", scopeId)) {
		await run(page, 'estimates.change-line', { lineId: l.id, field: 'placeholder', value: '' });
		await run(page, 'estimates.change-line', { lineId: l.id, field: 'name', value: `${l.name}, slate gray` });
	}
	const { revisionId } = await run(page, 'quotes.issue', { estimateId, to: '', subject: '', text: 'Here: {link}', despite: true });
	await run(page, 'quotes.accept-by-hand', { revisionId, name: customer });
	return job['jobId'] ?? '';
}
const bytes = async (page: Page, path: string): Promise<Uint8Array> =>
	new Uint8Array(await page.evaluate(async (p: string) => [...new Uint8Array(await (await fetch(p)).arrayBuffer())], path));
const textOf = async (page: Page, path: string) => (await readPdf(await bytes(page, path))).text;
const at = (page: Page, start: string) => page.waitForFunction((s: string) => location.pathname.startsWith(s), {}, start);
const idIn = (page: Page) => new URL(page.url()).pathname.split('/').at(-1) ?? '';
/** Sets a field as its own control does: a day, a choice, a cell that is left. */
const put = (page: Page, selector: string, value: string) =>
	page.$eval(
		selector,
		(e, v) => {
			const input = e as HTMLInputElement;
			input.value = v;
			input.dispatchEvent(new Event('input', { bubbles: true }));
			input.dispatchEvent(new Event('change', { bubbles: true }));
		},
		value
	);

beforeAll(async () => {
	browser = await launch();
	jobId = await sell('Weir Road 3', 'Odo Weir');
	builderJob = await sell('Quay hall', 'Harbor Builders');
});
afterAll(async () => {
	await browser.close();
	db.close();
});

describe('a job, from its first order to closed', () => {
	it('its materials are ordered, each from its supplier; the order goes out with its PDF', async () => {
		const page = await as('petra');
		await open(page, `${base}/jobs/${jobId}/materials`);
		expect(await seriousOn(page)).toEqual([]);
		await page.click('input[aria-label="All that are not ordered"]');
		await press(page, 'Order');
		await reads(page, 'Put on the order to');
		const orderId = one<string>(
			"select o.id from orders o join order_lines l on l.order_id = o.id join order_needs n on n.line_id = l.id where n.job_id = ? and o.firm_id = 'tarn'",
			jobId
		);
		await open(page, `${base}/work/orders/${orderId}`);
		await put(page, 'input[name=wanted]', '2027-04-20');
		await press(page, 'Keep');
		await until(() => one<string>('select wanted from orders where id = ?', orderId) === '2027-04-20', 'the day it is wanted');
		await press(page, 'Send');
		expect(await seriousOn(page)).toEqual([]);
		await save(page, 'Send');
		await until(() => one<string>('select state from orders where id = ?', orderId) === 'sent', 'the order');
		const number = one('select number from orders where id = ?', orderId);
		const paper = await textOf(page, `/api/pdf/order/${orderId}`);
		expect(paper).toContain(`Order ${number}`);
		expect(paper).not.toContain('Odo Weir');
		const committed = one('select sum(amount) from order_lines where order_id = ?', orderId);
		await reads(page, formatCents(committed));
		expect(await shown(page, 'committed')).toBe(formatCents(committed));
	});

	it('what came is taken in; the supplier’s bill is entered as it stands, and costs the job once', async () => {
		const page = await as('petra');
		const orderId = one<string>(
			"select o.id from orders o join order_lines l on l.order_id = o.id join order_needs n on n.line_id = l.id where n.job_id = ? and o.state = 'sent' and o.firm_id = 'tarn'",
			jobId
		);
		await open(page, `${base}/work/orders/${orderId}`);
		await press(page, 'Take a delivery');
		expect(await seriousOn(page)).toEqual([]);
		await fill(page, 'dialog[open] input[name=note]', 'TS 20500');
		await save(page, 'Take it in');
		await until(() => one('select count(*) from order_lines where order_id = ? and delivered < bought', orderId) === 0, 'the delivery');

		const books = await as('lowell');
		await open(books, `${base}/work/supplier-bills/new?firm=tarn`);
		expect(await seriousOn(books)).toEqual([]);
		const net = one('select sum(amount) from order_lines where order_id = ?', orderId);
		await fill(books, 'input[name=number]', 'TS-20500');
		await fill(books, 'input[name=freight]', '38.00');
		await fill(books, 'input[name=total]', '1');
		await press(books, 'Enter it');
		await reads(books, 'more than the total');
		expect(one("select count(*) from supplier_bills where number = 'TS-20500'")).toBe(0);
		await fill(books, 'input[name=total]', ((net + 3800) / 100).toFixed(2));
		await press(books, 'Enter it');
		await books.waitForFunction(() => /\/work\/supplier-bills\/(?!new)/.test(location.pathname));
		// What others need of the same items is on the same order: each job bears its part, and all of them the whole.
		const costs =
			'select sum(c.cost) from cost_entries c join supplier_bill_shares s on s.cost_entry_id = c.id join supplier_bill_lines l on l.id = s.line_id where l.bill_id = ?';
		expect(one(costs, idIn(books))).toBe(net + 3800);
		expect(one("select sum(cost) from cost_entries where job_id = ? and kind = 'material'", jobId)).toBeGreaterThan(0);
		expect(await seriousOn(books)).toEqual([]);
		await press(books, 'Paid today');
		await reads(books, 'paid Apr 14, 2027');
	});

	it('hours and what is still to come are said; the forecast and the profit are one figure everywhere', async () => {
		const page = await as('petra');
		await run(await as('marco'), 'time.add', { jobId, day: '2027-04-12', from: '11:00', to: '15:30', breakMinutes: 30, note: '' });
		await open(page, `${base}/jobs/${jobId}/costs`);
		expect(await seriousOn(page)).toEqual([]);
		await press(page, 'By phase and kind');
		const cell = 'input[aria-label^="To come:"]';
		await page.waitForSelector(cell);
		await put(page, cell, 'much');
		await page.waitForSelector('[role=alert]');
		const before = await shown(page, 'profit');
		await put(page, cell, '1,234.56');
		await until(() => one('select amount from remainders where job_id = ?', jobId) === 123_456, 'the remainder');
		await page.waitForFunction((was) => document.querySelector<HTMLElement>('[data-testid=profit]')?.innerText !== was, {}, before);
		const profit = await shown(page, 'profit');
		await open(page, `${base}/jobs/${jobId}`);
		expect((await bodyText(page)).replace(/\s+/g, ' ')).toContain(`Profit expected ${profit}`);
		const owner = await as('imogen');
		await open(owner, `${base}/know?stage=under+way&q=Weir`);
		await reads(owner, profit);
		expect(await seriousOn(owner)).toEqual([]);
	});

	it('three bills, in percent, in dollars by line and the exact rest, are the contract', async () => {
		const page = await as('petra');
		const issue = async () => {
			await at(page, '/bill/invoices/');
			await press(page, 'Issue');
			await save(page, 'Issue and send');
			await reads(page, 'issued');
		};
		await open(page, `${base}/jobs/${jobId}/bill`);
		expect(await seriousOn(page)).toEqual([]);
		await fill(page, 'input[name=whole]', '30%');
		await press(page, 'Draft the invoice');
		await issue();
		const line = one<string>('select text from contract_lines where job_id = ? order by amount desc', jobId);
		await open(page, `${base}/jobs/${jobId}/bill`);
		await page.select('select[aria-label="Billed in"]', 'dollars');
		const cell = `input[aria-label="Dollars now of ${line}"]`;
		await fill(page, cell, '9999999');
		await press(page, 'Draft these lines');
		await reads(page, 'can be billed');
		expect(await page.$eval(cell, (e) => (e as HTMLInputElement).value)).toBe('9999999');
		await fill(page, cell, '250');
		await press(page, 'Draft these lines');
		await issue();
		await open(page, `${base}/jobs/${jobId}/bill`);
		await press(page, 'Draft the invoice');
		await issue();
		const job = db.row<{ net: number; tax: number }>('select contract_net net, contract_tax tax from jobs where id = ?', jobId);
		expect(db.row('select sum(net) net, sum(tax) tax from invoice_parts where job_id = ?', jobId)).toEqual(job);
		const last = idIn(page);
		const xml = new TextDecoder().decode(await bytes(page, `/api/ubl/${last}`));
		expect(xml).toContain(
			`<cbc:PayableAmount currencyID="USD">${(one('select total from invoices where id = ?', last) / 100).toFixed(2)}<`
		);
	});

	it('a line is credited; the bank’s file pays the rest; a payment that comes back opens it again', async () => {
		const page = await as('lowell');
		const [first, , last] = db.all<{ id: string; number: number; open: number }>(
			'select id, number, total - paid open from invoices where job_id = ? order by number',
			jobId
		);
		await open(page, `${base}/bill/invoices/${last!.id}`);
		await press(page, 'Credit lines of it');
		expect(await seriousOn(page)).toEqual([]);
		const cell = 'dialog[open] input[aria-label^="Credit of"]';
		await fill(page, cell, '10.00');
		await fill(page, 'dialog[open] input[name=why]', 'Scratched gutter');
		await save(page, 'Credit them');
		await reads(page, 'Scratched gutter');
		const credit = db.row<{ total: number; net: number }>('select total, net from credit_notes where invoice_id = ?', last!.id);
		expect(credit.net).toBe(1000);
		expect(one('select total - paid from invoices where id = ?', last!.id)).toBe(last!.open - credit.total);

		const file = join(tmpdir(), 'ny-bank.csv');
		writeFileSync(file, `Date,Description,Amount\n2027-04-13,WIRE ODO WEIR INV ${first!.number},${(first!.open / 100).toFixed(2)}\n`);
		await open(page, `${base}/bill/bank`);
		expect(await seriousOn(page)).toEqual([]);
		const upload = async () => ((await page.$('input[name=bank-file]')) as ElementHandle<HTMLInputElement>).uploadFile(file);
		await upload();
		await reads(page, '1 new lines, 0 known already');
		await upload();
		await reads(page, '0 new lines, 1 known already');
		await press(page, `Take WIRE ODO WEIR INV ${first!.number}`);
		await until(() => one('select total - paid from invoices where id = ?', first!.id) === 0, 'the payment');
		expect(
			one("select count(*) from payments where customer_id = (select customer_id from jobs where id = ?) and method = 'transfer'", jobId)
		).toBe(1);

		await open(page, `${base}/bill/invoices/${first!.id}`);
		await press(page, 'It came back');
		await fill(page, 'dialog[open] input[name=why]', 'account closed');
		await save(page, 'It came back');
		await until(() => one('select total - paid from invoices where id = ?', first!.id) === first!.open, 'open again');
		await run(page, 'payments.record', {
			invoiceId: first!.id,
			amount: parseCents((first!.open / 100).toFixed(2)),
			method: 'check',
			reference: '',
			day: '2027-04-14'
		});
	});

	it('is handed to the bookkeeping, each event once, and closed', async () => {
		const page = await as('lowell');
		await open(page, `${base}/bill/books`);
		expect(await seriousOn(page)).toEqual([]);
		await press(page, 'Hand it over');
		await reads(page, 'take the file below');
		const exportId = one<string>('select id from journal_exports order by at desc, rowid desc');
		const csv = new TextDecoder().decode(await bytes(page, `/api/journal/${exportId}`));
		const number = one('select min(number) from invoices where job_id = ?', jobId);
		expect(csv.match(new RegExp(`Invoice ${number}, Odo Weir`, 'g'))!.length).toBeGreaterThan(1);
		await press(page, 'Hand it over');
		await reads(page, 'Everything was handed over already');
		expect(one('select count(*) - count(distinct event) from journal_entries')).toBe(0);
		await run(await as('petra'), 'jobs.move', { jobId, stageId: 'finished' });
		await run(await as('petra'), 'jobs.move', { jobId, stageId: 'closed' });
		expect(one("select count(*) from jobs j join stages s on s.id = j.stage_id where j.id = ? and s.meaning = 'closed'", jobId)).toBe(1);
	});
});

describe('a job for a general contractor', () => {
	/** Fills in an application at a percent of every line, sends it, and has it certified. */
	async function apply(percent: string, periodEnd: string, release: 'hold' | 'all'): Promise<void> {
		const page = await as('petra');
		await open(page, `${base}/jobs/${builderJob}/bill`);
		await put(page, 'input[name=period-end]', periodEnd);
		await press(page, 'Begin application');
		await at(page, '/bill/applications/');
		await page.waitForSelector('select[aria-label="Work is typed as"]');
		const id = idIn(page);
		if (percent === '30') expect(await seriousOn(page)).toEqual([]);
		await page.select('select[aria-label="Work is typed as"]', 'percent');
		const cells = await page.$$eval('input[aria-label^="Work of"]', (all) => all.length);
		for (let n = 0; n < cells; n++)
			await page.$$eval(
				'input[aria-label^="Work of"]',
				(all, i, v) => {
					const input = all[i as number] as HTMLInputElement;
					input.value = v as string;
					input.dispatchEvent(new Event('change', { bubbles: true }));
				},
				n,
				percent
			);
		await page.select('select[name=release]', release);
		const due = await shown(page, 'due');
		await press(page, 'Send');
		await save(page, 'Send');
		await reads(page, 'sent');
		const paper = await textOf(page, `/api/pdf/application/${id}`);
		for (const words of ['Schedule of values', 'Due now', due, 'Balance to finish']) expect(paper).toContain(words);
		await press(page, 'Certified');
		await save(page, 'Make its invoice');
		await page.waitForSelector('a[href^="/bill/invoices/"]');
		expect(formatCents(one('select i.net from pay_applications a join invoices i on i.id = a.invoice_id where a.id = ?', id))).toBe(due);
	}
	it('is billed by three applications with retainage, released with the last; in sum the contract', async () => {
		await apply('30', '2027-04-30', 'hold');
		expect(one('select sum(retained) from invoice_parts where job_id = ?', builderJob)).toBeGreaterThan(0);
		await apply('65', '2027-05-31', 'hold');
		await apply('100', '2027-06-30', 'all');
		const job = db.row('select contract_net net, contract_tax tax, 0 held from jobs where id = ?', builderJob);
		expect(db.row('select sum(net) net, sum(tax) tax, sum(retained) held from invoice_parts where job_id = ?', builderJob)).toEqual(job);
		const page = await as('petra');
		await open(page, `${base}/bill/applications`);
		expect(await seriousOn(page)).toEqual([]);
		await reads(page, 'Harbor Builders');
	});
});

describe('a billing day', () => {
	it('makes one invoice for all the visits of a customer, sends it, and says what it left', async () => {
		const page = await as('petra');
		await open(page, `${base}/bill/ready?q=Fennick`);
		expect(await seriousOn(page)).toEqual([]);
		await page.select('select[name=by]', 'customer');
		await page.select('select[name=grouping]', 'one');
		await page.click('thead input[type=checkbox]');
		const waiting = one(
			"select count(distinct c.job_id) from cost_entries c join jobs j on j.id = c.job_id join customers k on k.id = j.customer_id where k.name like 'Fennick%' and c.state = 'to bill'"
		);
		await press(page, 'Issue and send');
		await reads(page, '1 invoice,');
		const made = db.row<{ id: string; parts: number; total: number; net: number; tax: number }>(
			"select i.id, i.total, count(p.id) parts, sum(p.net) net, sum(p.tax) tax from invoices i join customers k on k.id = i.customer_id join invoice_parts p on p.invoice_id = i.id where k.name like 'Fennick%' group by i.id"
		);
		expect(made).toMatchObject({ parts: waiting, total: made.net + made.tax });
		expect(one('select count(*) from outbox o join links l on l.id = o.link_id where l.subject_id = ?', made.id)).toBe(1);
		await open(page, `${base}/bill/ready?q=Fennick`);
		await reads(page, 'Everything is billed.');
	});
});

describe('money that is late', () => {
	it('is called for: what was said, a plan in parts, a statement; each view and dialog can be read by everybody', async () => {
		const page = await as('petra');
		await open(page, `${base}/bill/collect`);
		expect(await seriousOn(page)).toEqual([]);
		await press(page, 'Note a call with Tidd & Marlow Bakery');
		expect(await seriousOn(page)).toEqual([]);
		await fill(page, 'dialog[open] textarea[name=said]', 'Comes by on Friday');
		await put(page, 'dialog[open] input[name=promise]', '2027-04-16');
		await save(page);
		await reads(page, 'promised for Apr 16');
		const invoice = db.row<{ id: string; number: number; open: number }>(
			"select i.id, i.number, i.total - i.paid open from invoices i join customers c on c.id = i.customer_id where c.name like 'Tidd%' and i.total > i.paid and i.due < '2027-04-14'"
		);
		await press(page, `In parts of ${invoice.number}`);
		await fill(page, 'dialog[open] input[name=parts]', '1');
		await press(page, 'Agreed', 'dialog[open]');
		await page.waitForSelector('dialog[open] .problem');
		await fill(page, 'dialog[open] input[name=parts]', '4');
		await save(page, 'Agreed');
		await until(
			() =>
				one('select sum(p.amount) from instalments p join instalment_plans l on l.id = p.plan_id where l.invoice_id = ?', invoice.id) ===
				invoice.open,
			'the plan'
		);
		await press(page, 'Statement for Tidd & Marlow Bakery');
		const link = await page.$eval('dialog[open] a[href*="/api/pdf/statement/"]', (a) => (a as HTMLAnchorElement).getAttribute('href')!);
		expect(await textOf(page, link)).toContain('Statement of account');
		await save(page, 'Send');
		await until(() => one("select count(*) from outbox where subject like 'Statement of account%'") === 1, 'the statement');
	});
	it('is seen ahead, by age and by week', async () => {
		const page = await as('imogen');
		for (const path of ['/know/hours', '/know/aging', '/know/cash', '/bill/repeats', '/work/orders', '/work/supplier-bills']) {
			await open(page, `${base}${path}`);
			expect([path, await seriousOn(page)]).toEqual([path, []]);
		}
		await open(page, `${base}/know/cash`);
		await page.waitForSelector('[role=img] svg');
		const owed = one('select sum(total - paid) from invoices where issued_at is not null and voided_at is null and total > paid');
		await reads(page, `${formatCents(owed)} owed to us`);
	});
});
