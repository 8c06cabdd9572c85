import { writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import type { Browser, ElementHandle, Page } from 'puppeteer-core';
import sharp from 'sharp';
import { afterAll, afterEach, beforeAll, describe, expect, it } from 'vitest';
import { formatCents, moneyIn } from '$lib/core/money';
import { bodyText, fill, hydrated, launch, open, PHONE, press, reads, signIn, visitor } from './chrome';
import { base, clock, dataDir } from './company';
import { add, cell, cellText, save, shown } from './bench-steps';
import { reader, until } from './db';
import { byMouse } from './drag';

let browser: Browser;
let estimator: Page;
let office: Page;
let jobPath = '';
let quoteLink = '';
const db = reader(dataDir);

beforeAll(async () => {
	browser = await launch();
	estimator = await visitor(browser);
	await signIn(estimator, base, 'bastian');
	office = await visitor(browser);
	await signIn(office, base, 'petra');
});
afterEach(async (ctx) => {
	// What the people saw when something went wrong.
	if (ctx.task.result?.state !== 'fail') return;
	await estimator.screenshot({ path: join(tmpdir(), 'ny-fail-estimator.png') as `${string}.png` });
	await office.screenshot({ path: join(tmpdir(), 'ny-fail-office.png') as `${string}.png` });
});
afterAll(async () => {
	clock('2027-04-14T09:20');
	await browser.close();
	db.close();
});

const jobId = () => jobPath.split('/').at(-1) ?? '';
describe('the whole line, from a request to the last payment', () => {
	it('1. a request from the public page becomes a job in one step, the likely customer shown first', async () => {
		const visitorPage = await visitor(browser, PHONE);
		await open(visitorPage, `${base}/public`);
		await fill(visitorPage, 'input[name=name]', 'Orla M. Penhallow');
		await fill(visitorPage, 'input[name=mail]', 'orla@penhallow.example');
		await fill(visitorPage, 'input[name=address]', '9 Bell Yard, Osselmere');
		await fill(visitorPage, 'textarea[name=wanted]', 'A new roof on the cottage, and gutters if you can.');
		await new Promise((r) => setTimeout(r, 2100));
		await press(visitorPage, 'Send the request');
		await reads(visitorPage, 'Your request is with us');
		await open(office, `${base}/win/leads`);
		await reads(office, 'same mail');
		const lead = db.value<string>("select id from leads where name = 'Orla M. Penhallow'");
		await press(office, 'Yes, open a job for Orla Penhallow', `[id="${lead}"]`);
		await office.waitForFunction(() => location.pathname.startsWith('/jobs/'));
		jobPath = new URL(office.url()).pathname;
		await reads(office, 'A new roof on the cottage');
		const job = db.row<{ customer: string; address: string; wanted: string; meaning: string }>(
			'select c.name customer, s.address, j.wanted, t.meaning from jobs j join customers c on c.id = j.customer_id join sites s on s.id = j.site_id join stages t on t.id = j.stage_id where j.id = ?',
			jobId()
		);
		expect(job).toEqual({
			customer: 'Orla Penhallow',
			address: '9 Bell Yard, Osselmere',
			wanted: 'A new roof on the cottage, and gutters if you can.',
			meaning: 'bidding'
		});
		expect(db.value("select count(*) from customers where mail = 'orla@penhallow.example'")).toBe(1);
	});

	it('2. an estimate from typed dimensions: assembly, items, copy, option, set aside, override, undo', async () => {
		await open(estimator, `${base}${jobPath}`);
		await press(estimator, 'Start the estimate');
		await estimator.waitForFunction(() => location.pathname.endsWith('/estimate'));
		await add(estimator, 'Main roof', 'new scope');
		await press(estimator, 'Add a shape');
		await fill(estimator, 'input[name=length]', "48'");
		await fill(estimator, 'input[name=run]', '14\' 0"');
		await fill(estimator, 'input[name=pitch]', 'steep');
		await press(estimator, 'Save', 'dialog[open]');
		await reads(estimator, '“steep” is not a number');
		expect(await estimator.$eval('input[name=length]', (e) => (e as HTMLInputElement).value)).toBe("48'");
		await fill(estimator, 'input[name=pitch]', '8');
		await fill(estimator, 'input[name=times]', '2');
		await reads(estimator, 'area 807.64 sq ft');
		await save(estimator);
		await reads(estimator, 'area 1,615.3 sq ft');
		await add(estimator, 're-roof', 'assembly');
		await reads(estimator, 'Tear-off, one layer');
		// 1,615.28 sq ft ÷ 100 × 3 × 1.1 = 53.3 → 54 bundles
		expect(await cellText(estimator, 'Shingle, laminated', 'quantity')).toBe('54');
		await reads(estimator, '1 line still to decide');
		const price = await shown(estimator, 'price');

		// Type over a quantity with the keyboard, as in a spreadsheet: the computed one stays beside it.
		const quantity = await cell(estimator, 'Shingle, laminated', 'quantity');
		await quantity.focus();
		await estimator.keyboard.type('60');
		await estimator.keyboard.press('Enter');
		await estimator.waitForFunction(() => document.body.innerText.includes('54 60'));
		expect(
			JSON.parse(
				await until(
					() =>
						db.value<string>(
							"select override from lines where name = 'Shingle, laminated' and scope_id in (select id from scopes where name = 'Main roof' and estimate_id in (select id from estimates where job_id = ?))",
							jobId()
						),
					'the override'
				)
			)
		).toEqual({ quantity: 600_000, computedThen: 540_000, basisThen: expect.any(Number) });
		await press(estimator, 'Undo');
		await estimator.waitForFunction((p: string) => document.querySelector('[data-testid=price]')?.textContent === p, {}, price);

		// The placeholder is filled in by giving it its name.
		const name = await cell(estimator, 'Shingle, laminated', 'name');
		await name.focus();
		await estimator.keyboard.press('Enter');
		await estimator.keyboard.press('End');
		await estimator.keyboard.type(', harbor brown');
		await estimator.keyboard.press('Enter');
		await reads(estimator, 'Every line decided');

		// Copy, rename, change one dimension: everything follows.
		await press(estimator, 'Copy');
		await fill(estimator, 'input[name=scope-name]', 'Porch roof');
		await save(estimator, 'Copy');
		await estimator.waitForSelector('section[aria-label="Porch roof"]');
		await press(estimator, 'roof face 1', 'section[aria-label="Porch roof"]');
		await fill(estimator, 'input[name=length]', '12 ft');
		await fill(estimator, 'input[name=times]', '1');
		await save(estimator);
		await reads(estimator, 'area 201.9 sq ft');
		expect(
			db.value(
				'select count(*) from lines l join scopes s on s.id = l.scope_id join estimates e on e.id = s.estimate_id where e.job_id = ?',
				jobId()
			)
		).toBe(24);

		// Gutters as an option: offered, and outside the total.
		const before = await shown(estimator, 'price');
		await add(estimator, 'Gutters', 'new scope');
		await press(estimator, 'Add a shape', 'section[aria-label=Gutters]');
		await estimator.select('select[name=kind]', 'run');
		await fill(estimator, 'input[name=length]', '96');
		await fill(estimator, 'input[name=spacing]', '8');
		await save(estimator);
		await reads(estimator, 'posts 13');
		await press(estimator, 'Add a shape', 'section[aria-label=Gutters]');
		await estimator.select('select[name=kind]', 'count');
		await fill(estimator, 'input[name=count]', '4');
		await save(estimator);
		await reads(estimator, 'count 4');
		await add(estimator, 'seamless gutter', 'assembly');
		await reads(estimator, 'Hang gutter');
		await press(estimator, 'Make an option', 'section[aria-label=Gutters]');
		await reads(estimator, 'Options offered');
		await estimator.waitForFunction((p: string) => document.querySelector('[data-testid=price]')?.textContent === p, {}, before);

		// A catalog item, labor and a free line; a line set aside and put back.
		await add(estimator, 'pipe boot', 'TS-PIP-BOO');
		await reads(estimator, 'Pipe boot');
		await add(estimator, 'gutter crew', 'labor');
		await add(estimator, 'Haul away the old shed', 'free line');
		const line = await cell(estimator, 'Pipe boot', 'name');
		// Delete clears a cell; a name cannot be empty, and is said to be needed.
		await line.focus();
		await estimator.keyboard.press('Delete');
		await reads(estimator, 'This is needed.');
		await estimator.keyboard.press('Escape');
		const aside = async () => {
			await (await cell(estimator, 'Pipe boot', 'name')).focus();
			await estimator.keyboard.down('Alt');
			await estimator.keyboard.press('Delete');
			await estimator.keyboard.up('Alt');
		};
		await aside();
		await until(() => db.value("select count(*) from lines where name = 'Pipe boot' and set_aside = 1"), 'set aside');
		await estimator.waitForSelector('tr.out');
		await aside();
		await until(() => db.value("select count(*) from lines where name = 'Pipe boot' and set_aside = 0"), 'put back');

		// Every number has its how.
		await press(estimator, 'how?: how the price came about');
		await reads(estimator, 'sum of the lines that count');
		await press(estimator, 'Close', 'dialog[open]');
	});

	it('4. issues revision 1: frozen, numbered, in the outbox with a link, as PDF with letterhead', async () => {
		await press(estimator, 'Issue quote');
		await press(estimator, 'Freeze and send', 'dialog[open]');
		await estimator.waitForFunction(() => !location.pathname.endsWith('/estimate'));
		await reads(estimator, 'not opened yet');
		const revision = db.row<{ id: string; revision: number; total: number; state: string }>(
			'select r.* from revisions r join quotes q on q.id = r.quote_id where q.job_id = ?',
			jobId()
		);
		expect(revision).toMatchObject({ revision: 1, state: 'open' });
		await until(() => db.value("select count(*) from outbox where about = ? and state = 'sent'", `job:${jobId()}`), 'mail sent');
		await open(office, `${base}/company/outbox`);
		quoteLink = await office.$eval('a[href*="/q/"]', (a) => (a as HTMLAnchorElement).href);
		expect(quoteLink).toMatch(/\/q\/[\w-]{43}$/);
		expect(
			db.value('select count(*) from links where token_hash = ? or nonce = ?', quoteLink.split('/q/')[1], quoteLink.split('/q/')[1])
		).toBe(0);
		const pdf = await fetch(`${quoteLink}/pdf`);
		expect(pdf.headers.get('content-type')).toBe('application/pdf');
		expect(pdf.headers.get('x-robots-tag')).toContain('noindex');
		expect(
			Buffer.from(await pdf.arrayBuffer())
				.subarray(0, 5)
				.toString()
		).toBe('%PDF-');
	});

	it('5. and 6. the customer chooses an option on the phone, sees the total move, accepts; the job is won with budget and contract', async () => {
		const customer = await visitor(browser, PHONE);
		await open(customer, quoteLink);
		const before = await shown(customer, 'total');
		await customer.click('input[name=option]');
		await customer.waitForFunction(
			(t: string) => (document.querySelector('[data-testid=total]') as HTMLElement).innerText !== t,
			{},
			before
		);
		const total = await shown(customer, 'total');
		await press(customer, 'Accept and sign', '.act');
		await fill(customer, 'input[name=name]', 'Orla Penhallow');
		await press(customer, 'Accept the quote');
		await reads(customer, 'tick that you agree');
		expect(await customer.$eval('input[name=name]', (e) => (e as HTMLInputElement).value)).toBe('Orla Penhallow');
		await customer.click('input[name=agreed]');
		// A double click is one acceptance.
		await customer.$eval('form[action="?/accept"] button.btn-primary', (b) => {
			(b as HTMLButtonElement).click();
			(b as HTMLButtonElement).click();
		});
		await reads(customer, 'Thank you, Orla Penhallow.');
		const answer = db.row<{ answer: string; total: number; n: number }>(
			'select a.answer, a.total, count(*) n from answers a join revisions r on r.id = a.revision_id join quotes q on q.id = r.quote_id where q.job_id = ?',
			jobId()
		);
		expect(answer).toMatchObject({ answer: 'accepted', n: 1 });
		expect(moneyIn('USD')(answer.total)).toBe(total);
		const job = db.row<{ number: number; contract_net: number; contract_tax: number }>('select * from jobs where id = ?', jobId());
		expect(job.number).toBeGreaterThan(1000);
		expect(job.contract_net + job.contract_tax).toBe(answer.total);
		expect(db.value('select sum(amount) from contract_lines where job_id = ?', jobId())).toBe(job.contract_net);
		expect(db.value('select sum(hours) from budget_rows where job_id = ?', jobId())).toBeGreaterThan(0);
		await open(office, `${base}${jobPath}`);
		await reads(office, 'once');
		await reads(office, 'Accepted by Orla Penhallow');
		await customer.browserContext().close();
	});

	it('7. the office drags the phase onto a person, is told of time off before saving, and plans another', async () => {
		await open(office, `${base}/plan?weeks=2`);
		const phase =
			(await office.$$eval('button.phase', (all) => all.map((b) => (b as HTMLElement).innerText))).find((t) =>
				t.startsWith('9 Bell Yard')
			) ?? '';
		const waits = await office.waitForFunction(() =>
			[...document.querySelectorAll<HTMLElement>('button.phase')].find((b) => b.innerText.startsWith('9 Bell Yard'))
		);
		await byMouse(office, waits as ElementHandle, { person: 'june', day: '2027-04-14' });
		await reads(office, 'Time off from 2027-04-14');
		await office.waitForFunction(() => document.querySelectorAll('dialog[open] fieldset input[type=checkbox]').length > 12);
		const tick = (name: string) =>
			office.evaluate((n: string) => {
				const label = [...document.querySelectorAll('dialog[open] fieldset label')].find((l) => l.textContent?.trim() === n);
				label?.querySelector('input')?.click();
			}, name);
		await tick('June Maddox');
		await tick('Hattie Brandt');
		await office.$eval('input[name=to]', (e) => {
			(e as HTMLInputElement).value = '2027-04-16';
			e.dispatchEvent(new Event('input', { bubbles: true }));
		});
		await office.waitForFunction(() => !document.querySelector('dialog[open] .against'));
		await press(office, 'Plan', 'dialog[open] footer');
		await until(() => db.value("select count(*) from shifts where person_id = 'hattie' and job_id = ?", jobId()) === 3, 'three shifts');
		expect(phase).not.toBe('');
		// Stretch by adding a day, then move the whole to a colleague.
		const BAR = '[data-shift][aria-label*="9 Bell Yard, Re-roof"][aria-label*=", Hattie Brandt,"]';
		await office.waitForSelector(BAR);
		await office.$eval(BAR, (e) => (e as HTMLElement).click());
		await office.waitForSelector('[aria-label^="Shift:"] select[name=panel-person]');
		await office.select('select[name=panel-person]', 'pavel');
		await until(() => db.value("select count(*) from shifts where person_id = 'pavel' and job_id = ?", jobId()) === 3, 'moved');
	});

	it('8. the crew clocks on and off, uses material, takes a picture; the office sees it without reloading', async () => {
		await open(office, `${base}${jobPath}`);
		const crew = await visitor(browser, PHONE);
		await signIn(crew, base, 'pavel');
		await open(crew, `${base}/field`);
		await reads(crew, '9 Bell Yard');
		expect(await bodyText(crew)).not.toMatch(/60\.26|38\.83/);
		await press(crew, 'Clock on');
		await reads(crew, 'On the clock since 09:20');
		await office.waitForFunction(() => document.body.innerText.includes('Pavel Orme since 09:20'));
		clock('2027-04-14T12:05');
		await open(crew, `${base}/field/jobs/${jobId()}`);
		await press(crew, 'Starter strip');
		await fill(crew, 'input[name=quantity]', '-1');
		await press(crew, 'Add', 'section[aria-labelledby=used]');
		await reads(crew, 'more than 0');
		await fill(crew, 'input[name=quantity]', '2');
		await press(crew, 'Add', 'section[aria-labelledby=used]');
		await until(() => db.value("select count(*) from cost_entries where kind = 'material' and job_id = ?", jobId()), 'material');
		// A program that only calls itself a picture is refused; a real one is kept, re-encoded.
		const [bad, good] = [join(tmpdir(), 'ny-bad.png'), join(tmpdir(), 'ny-good.png')];
		writeFileSync(bad, Buffer.from('MZ\x90\0this program cannot be run'));
		await sharp({ create: { width: 64, height: 48, channels: 3, background: '#1c7266' } })
			.png()
			.toFile(good);
		const input = (await crew.$('input[name=picture]')) as ElementHandle<HTMLInputElement>;
		await fill(crew, 'textarea[name=note]', 'Deck is sound on the north side.');
		await input.uploadFile(bad);
		await press(crew, 'Send');
		await reads(crew, 'not a picture');
		expect(await crew.$eval('textarea[name=note]', (e) => (e as HTMLTextAreaElement).value)).toContain('Deck is sound');
		await input.uploadFile(good);
		await press(crew, 'Send');
		await office.waitForFunction(
			() => document.body.innerText.includes('Deck is sound on the north side.') && document.querySelector('img[src*="/api/files/"]')
		);
		expect(db.value('select type from files')).toBe('image/jpeg');
		await press(crew, 'Clock off');
		await until(() => db.value("select count(*) from cost_entries where kind = 'labor' and job_id = ?", jobId()), 'labor cost');
		await crew.browserContext().close();
	});

	it('9. costs: labor at loaded cost, material at catalog cost, what is billed apart stands out', async () => {
		const labor = db.row<{ quantity: number; cost: number; charge: number; state: string }>(
			"select * from cost_entries where kind = 'labor' and job_id = ?",
			jobId()
		);
		const sheet = db.row<{ loaded_cost: number; price: number }>("select * from labor_sheets where id = 'upper'");
		expect(labor).toMatchObject({
			quantity: 27_500,
			cost: Math.round((165 * sheet.loaded_cost) / 6000),
			charge: Math.round((165 * sheet.price) / 6000),
			state: 'absorbed'
		});
		expect(db.value("select cost from cost_entries where kind = 'material' and job_id = ?", jobId())).toBe(7680);
		await open(office, `${base}${jobPath}/costs`);
		await press(office, 'Bill apart', 'table[aria-label="Cost entries"]');
		await office.waitForSelector('[data-testid=not-billed]');
		expect(db.value("select count(*) from cost_entries where state = 'to bill' and job_id = ?", jobId())).toBe(1);
	});

	it('10. deposit, rest and extras are billed, paid by card and by check, never too much, and end at zero', async () => {
		const contract = db.value('select contract_net + contract_tax from jobs where id = ?', jobId());
		await open(office, `${base}${jobPath}/bill`);
		await fill(office, 'input[name=deposit]', '400%');
		await press(office, 'Draft the deposit');
		await reads(office, 'A deposit can be at most');
		await fill(office, 'input[name=deposit]', '30%');
		await press(office, 'Draft the deposit');
		await office.waitForFunction(() => location.pathname.startsWith('/bill/invoices/'));
		await issue();
		const link = await office.$eval('a[href*="/i/"]', (a) => (a as HTMLAnchorElement).href);
		const deposit = await shown(office, 'open');

		const customer = await visitor(browser, PHONE);
		await open(customer, link);
		const payWith = async (number: string, amount?: string) => {
			if (amount) await fill(customer, 'input[name=amount]', amount);
			await fill(customer, 'input[name=number]', number);
			await fill(customer, 'input[name=expiry]', '09/29');
			await fill(customer, 'input[name=code]', '123');
			await customer.$eval('form[action="?/pay"] button.btn-primary', (b) => {
				(b as HTMLButtonElement).click();
				(b as HTMLButtonElement).click();
			});
		};
		await payWith('4000 0000 0000 0002');
		await reads(customer, 'The card was declined');
		expect(db.value('select count(*) from payments where job_id = ?', jobId())).toBe(0);
		// Part by a card that times out and is paid later; the rest by one that answers twice.
		await payWith('4000 0000 0000 0003', '500.00');
		await reads(customer, 'do not pay again');
		await until(() => db.value("select count(*) from payments where job_id = ? and method = 'card'", jobId()) === 1, 'late answer');
		await reads(customer, 'Left to pay');
		await open(customer, link);
		await payWith('4000 0000 0000 0004');
		await reads(customer, 'This invoice is paid');
		expect(db.value("select count(*) from payments where job_id = ? and method = 'card'", jobId())).toBe(2);
		expect(formatCents(db.value('select sum(amount) from payments where job_id = ?', jobId()))).toBe(deposit);

		// The whole, then once more: nothing is left.
		await open(office, `${base}${jobPath}/bill`);
		await press(office, 'Draft the invoice', 'form:has(input[name=whole])');
		await office.waitForFunction(() => location.pathname.startsWith('/bill/invoices/'));
		await issue();
		await press(office, 'Take money');
		await fill(office, 'input[name=amount]', '100');
		await press(office, 'Record it');
		await reads(office, 'part paid');
		await press(office, 'Take money');
		const rest = await office.$eval('input[name=amount]', (e) => (e as HTMLInputElement).value);
		await fill(office, 'input[name=amount]', (Number(rest) + 25).toFixed(2));
		await press(office, 'Record it');
		await office.waitForSelector('[data-testid=credit]');
		expect(await shown(office, 'credit')).toBe('25.00');
		expect(db.value('select sum(total) from invoices where job_id = ?', jobId())).toBeGreaterThanOrEqual(contract - 1);
		expect(db.value('select sum(total) from invoices where job_id = ?', jobId())).toBeLessThanOrEqual(contract + 1);
		const overbilled = db.value(
			'select count(*) from contract_lines c where c.job_id = ? and c.amount <> (select coalesce(sum(l.amount), 0) from invoice_lines l join invoices i on i.id = l.invoice_id where l.contract_line_id = c.id and i.voided_at is null)',
			jobId()
		);
		expect(overbilled).toBe(0);

		// Time and materials up to today: the credit settles part of it.
		await open(office, `${base}${jobPath}/bill`);
		await press(office, 'Draft', '[aria-label="Time and materials"]');
		await office.waitForFunction(() => location.pathname.startsWith('/bill/invoices/'));
		await issue();
		await reads(office, 'part paid');
		expect(db.value("select count(*) from cost_entries where job_id = ? and state = 'to bill'", jobId())).toBe(0);
		await press(office, 'Take money');
		await press(office, 'Record it');
		await office.waitForFunction(() => (document.querySelector('[data-testid=open]') as HTMLElement).innerText === '0.00');
		expect(
			db.value(
				'select sum(i.total) - (select sum(amount) from payments p where p.job_id = i.job_id) from invoices i where i.job_id = ?',
				jobId()
			)
		).toBe(0);
		await customer.browserContext().close();

		async function issue() {
			await hydrated(office);
			await press(office, 'Issue');
			await press(office, 'Issue and send', 'dialog[open]');
			await reads(office, 'Void');
		}
	});

	it('11. Today shows what runs and what to decide, by money, each with its action', async () => {
		await open(office, `${base}/today`);
		const cards = await office.$$eval('section[aria-labelledby=decide] li', (all) =>
			all.map((l) => ({
				amount: (l.querySelector('.amount') as HTMLElement).innerText,
				words: (l as HTMLElement).innerText,
				links: l.querySelectorAll('a').length
			}))
		);
		const amounts = cards.filter((c) => c.amount !== '—').map((c) => Number(c.amount.replaceAll(',', '')));
		expect(amounts.length).toBeGreaterThan(2);
		expect(amounts).toEqual([...amounts].sort((a, b) => b - a));
		expect(cards.every((c) => c.links === 1)).toBe(true);
		expect(cards.map((c) => c.words).join('\n')).toMatch(/40 days late[\s\S]*booked twice/);
	});
});
