import { tmpdir } from 'node:os';
import { join } from 'node:path';
import type { Browser, ElementHandle, Page } from 'puppeteer-core';
import sharp from 'sharp';
import { afterAll, afterEach, beforeAll, describe, expect, it } from 'vitest';
import { bodyText, fill, launch, open, press, reads, signIn, visitor } from './chrome';
import { base, dataDir } from './company';
import { add as addTo } from './bench-steps';
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
	if (ctx.task.result?.state !== 'fail') return;
	await estimator.screenshot({ path: join(tmpdir(), 'ny-fail-estimator.png') as `${string}.png` });
	await owner.screenshot({ path: join(tmpdir(), 'ny-fail-owner.png') as `${string}.png` });
});
const jobCalled = (name: string) => db.value<string>('select id from jobs where name like ?', `${name}%`);
const estimateOf = (jobId: string) => db.value<string>('select id from estimates where job_id = ? and change_number is null', jobId);
const price = (page: Page) => page.$eval('[data-testid=price]', (e) => (e as HTMLElement).innerText);
/** Opens a new estimate on a bid that has none. */
async function fresh(name: string): Promise<{ jobId: string; estimateId: string }> {
	const jobId = jobCalled(name);
	await open(estimator, `${base}/jobs/${jobId}`);
	await press(estimator, 'Start the estimate');
	await estimator.waitForSelector('#adder');
	return { jobId, estimateId: estimateOf(jobId) };
}
const add = (text: string, kind: string) => addTo(estimator, text, kind);
/** Pastes a block as a spreadsheet would, with the focus in the first cell of a scope. */
const paste = (text: string) =>
	estimator.evaluate((t: string) => {
		const cell = document.querySelector<HTMLElement>('[data-cell="0-0"]')!;
		cell.focus();
		const data = new DataTransfer();
		data.setData('text/plain', t);
		cell.dispatchEvent(new ClipboardEvent('paste', { clipboardData: data, bubbles: true, cancelable: true }));
	}, text);
const lineNames = (estimateId: string) =>
	db
		.all<{ name: string }>(
			'select l.name from lines l join scopes s on s.id = l.scope_id where s.estimate_id = ? order by s.position, l.position',
			estimateId
		)
		.map((l) => l.name);

describe('the estimator’s bench', () => {
	let jobId = '';
	let estimateId = '';
	it('takes a block from a spreadsheet, says what it cannot read, and adds the rest in one step', async () => {
		({ jobId, estimateId } = await fresh('Fennick, gutter care'));
		await add('Deck and fence', 'new scope');
		await estimator.waitForSelector('[data-cell="0-0"]');
		await paste(
			'Item\tQty\tUnit\tCost\tPrice\nDeck board, cedar\t64\tlength\t31.00\t42.50\nPost base\t12\teach\t18.90\t26.00\nWords\tmany\t\t\t\n'
		);
		await reads(estimator, 'Add 2 lines');
		await reads(estimator, '1 row cannot be read');
		await press(estimator, 'Add 2 lines', 'dialog[open]');
		await until(() => lineNames(estimateId).length === 2, 'the pasted lines');
		expect(lineNames(estimateId)).toEqual(['Deck board, cedar', 'Post base']);
		await estimator.waitForFunction(() => document.querySelector<HTMLElement>('[data-testid=price]')?.innerText === '3,032.00');
	});
	it('changes many lines at once, and takes that back with one Undo', async () => {
		const before = await price(estimator);
		await estimator.evaluate(() => document.querySelector<HTMLElement>('th.pick input')?.click());
		await reads(estimator, '2 picked');
		await fill(estimator, '[role=toolbar] input', '50%');
		await estimator.keyboard.press('Enter');
		await until(() => db.value<number>("select unit_price from lines where name = 'Post base'") > 300_000, 'the new margin');
		await press(estimator, 'Undo');
		await until(() => db.value<number>("select unit_price from lines where name = 'Post base'") === 260_000, 'the old price');
		await estimator.waitForFunction((p: string) => document.querySelector<HTMLElement>('[data-testid=price]')?.innerText === p, {}, before);
	});
	it('copies what is picked as a block that pastes back', async () => {
		const block = await estimator.evaluate(() => {
			const data = new DataTransfer();
			document
				.querySelector('[role=toolbar]')
				?.dispatchEvent(new ClipboardEvent('copy', { clipboardData: data, bubbles: true, cancelable: true }));
			return data.getData('text/plain');
		});
		expect(block).toBe(
			'Name\tQuantity\tUnit\tCost\tPrice\tTotal\nDeck board, cedar\t64\tlength\t31.00\t42.50\t2720.00\nPost base\t12\teach\t18.90\t26.00\t312.00'
		);
		await press(estimator, 'Pick nothing');
	});
	it('offers a choice of one, says what is missing, and counts what is preset', async () => {
		const was = Number((await price(estimator)).replace(/,/g, ''));
		for (const [name, cost] of [
			['Plain rail', '100'],
			['Cable rail', '400']
		] as const) {
			await add(name, 'new scope');
			await until(() => db.value('select count(*) from scopes where name = ?', name) === 1, name);
			await add(`${name}, set`, 'free line');
			const id = await until(() => db.value<string>('select id from lines where name = ?', `${name}, set`), 'its line');
			await estimator.waitForFunction((n: string) => document.body.innerText.includes(n), {}, `${name}, set`);
			const cell = await estimator.waitForFunction(
				(n: string) =>
					[...document.querySelectorAll('tbody tr')]
						.find((r) => r.textContent?.includes(n))
						?.querySelector<HTMLElement>('[data-column=price]'),
				{},
				`${name}, set`
			);
			await (cell.asElement() as ElementHandle<HTMLElement>).focus();
			await estimator.keyboard.type(cost);
			await estimator.keyboard.press('Enter');
			await until(() => db.value<number>('select unit_price from lines where id = ?', id) === Number(cost) * 10_000, 'its price');
		}
		await press(estimator, 'Choose one of');
		await fill(estimator, 'dialog[open] input[name=group]', 'Railing');
		await estimator.click('dialog[open] input[aria-label="Offer Plain rail"]');
		await estimator.click('dialog[open] input[aria-label="Offer Cable rail"]');
		await press(estimator, 'Make the group', 'dialog[open]');
		await reads(estimator, 'Say which counts until the customer chooses.');
		await estimator.click('dialog[open] input[aria-label="Cable rail counts until the customer chooses"]');
		await press(estimator, 'Make the group', 'dialog[open]');
		await until(() => db.value("select count(*) from option_groups where name = 'Railing'") === 1, 'the group');
		const now = (was + 400).toLocaleString('en-US', { minimumFractionDigits: 2 });
		await estimator.waitForFunction((p: string) => document.querySelector<HTMLElement>('[data-testid=price]')?.innerText === p, {}, now);
	});
	it('shows what has to be had, and computes the risk beside the page', async () => {
		await open(estimator, `${base}/jobs/${jobId}/estimate/lists`);
		await reads(estimator, 'Deck board, cedar');
		const sheet = await estimator.evaluate(async (id: string) => {
			const r = await fetch(`/api/material-list/${id}`);
			return [r.status, (await r.arrayBuffer()).byteLength > 1000];
		}, estimateId);
		expect(sheet).toEqual([200, true]);
		await open(estimator, `${base}/jobs/${jobId}/estimate/risk`);
		await estimator.waitForSelector('[data-testid=chance]');
		expect(await estimator.$eval('[data-testid=chance]', (e) => (e as HTMLElement).innerText)).toMatch(/^\d+(\.\d)? %$/);
	});
	it('puts a line onto a picture as a pin, writes on it, and keeps it with and without', async () => {
		await open(estimator, `${base}/jobs/${jobId}/estimate/photos`);
		const path = join(tmpdir(), `ny-site-${process.pid}.jpg`);
		await sharp({ create: { width: 1200, height: 800, channels: 3, background: '#9a9' } })
			.jpeg()
			.toFile(path);
		await ((await estimator.$('input[type=file][multiple]')) as ElementHandle<HTMLInputElement>).uploadFile(path);
		await estimator.waitForSelector('.surface');
		await press(estimator, 'Pin', '[role=toolbar]');
		const box = (await (await estimator.$('.surface'))!.boundingBox())!;
		await estimator.mouse.click(box.x + box.width / 2, box.y + box.height / 2);
		await fill(estimator, 'dialog[open] #pin', 'post base');
		await press(estimator, 'Post base', 'dialog[open]');
		const marks = () =>
			JSON.parse(db.value<string>('select marks from job_photos where job_id = ?', jobId) ?? '[]') as { kind: string; x: number }[];
		await until(() => marks().length === 1, 'the pin');
		expect(marks()[0]?.x).toBeCloseTo(0.5, 1);
		await press(estimator, 'Arrow', '[role=toolbar]');
		await estimator.mouse.move(box.x + 40, box.y + 40);
		await estimator.mouse.down();
		await estimator.mouse.move(box.x + 200, box.y + 160, { steps: 4 });
		await estimator.mouse.up();
		await until(() => marks().length === 2, 'the arrow');
		await press(estimator, 'Undo', '[role=toolbar]');
		await until(() => marks().length === 1, 'the arrow taken back');
		// By keys: a pin from the catalog, priced by it, and taken off again.
		await press(estimator, 'Pin', '[role=toolbar]');
		await estimator.focus('.surface');
		for (const key of ['ArrowRight', 'ArrowDown', 'Enter'] as const) await estimator.keyboard.press(key);
		await fill(estimator, 'dialog[open] #pin', 'drip edge');
		const item = db.row<{ id: string; name: string }>("select id, name from items where name like '%drip edge%' and set_aside = 0 limit 1");
		await press(estimator, item.name, 'dialog[open]');
		await until(() => marks().length === 2, 'the pin by keys');
		expect(marks()[1]?.x).toBeCloseTo(0.51, 5);
		expect(db.value('select unit_price > 0 from lines where item_id = ? order by rowid desc limit 1', item.id)).toBe(1);
		await estimator.waitForFunction(() => document.activeElement?.matches('.surface'));
		await estimator.keyboard.press('Delete');
		await until(() => marks().length === 1, 'taken off by keys');
		await press(estimator, 'Known length', '[role=toolbar]');
		await estimator.mouse.move(box.x + 40, box.y + 40);
		await estimator.mouse.down();
		await estimator.mouse.move(box.x + 240, box.y + 40, { steps: 3 });
		await estimator.mouse.up();
		await fill(estimator, 'dialog[open] input[name=mark-text]', 'long');
		await press(estimator, 'Put it on', 'dialog[open]');
		await reads(estimator, '“long” is not a length');
		await fill(estimator, 'dialog[open] input[name=mark-text]', '10 ft');
		await press(estimator, 'Put it on', 'dialog[open]');
		await until(() => db.value<string | null>('select scale from job_photos where job_id = ?', jobId), 'the known length');
		await reads(estimator, "Known length: 10'");
	});
	it('is held back by a rule until the owner has signed it off, and goes out then', async () => {
		const spindle = jobCalled('Spindle Lane 3');
		// Whoever changed it since has overtaken what was asked for: then it is asked for again.
		await open(estimator, `${base}/jobs/${spindle}/estimate/review`);
		if ((await bodyText(estimator)).includes('Ask for the sign-off')) await press(estimator, 'Ask for the sign-off');
		await open(estimator, `${base}/jobs/${spindle}/estimate`);
		await reads(estimator, 'Waiting for the sign-off');
		await press(estimator, 'Issue quote');
		await press(estimator, 'Freeze and send', 'dialog[open]');
		await reads(estimator, 'It needs a sign-off before it goes out: margin 2.0 % is below 5 %.');
		await press(estimator, 'Cancel', 'dialog[open]');
		await open(owner, `${base}/today`);
		await reads(owner, 'Spindle Lane 3, porch roof: sign-off asked for');
		await open(owner, `${base}/jobs/${spindle}/estimate/review`);
		await press(owner, 'Send it back');
		await reads(owner, 'Say what should change');
		await press(owner, 'Sign it off');
		await reads(owner, 'Signed off by Imogen Tarrant as it stands');
		await reads(estimator, 'Signed off by Imogen Tarrant');
		await press(estimator, 'Issue quote');
		await press(estimator, 'Freeze and send', 'dialog[open]');
		await until(
			() => db.value('select count(*) from revisions r join quotes q on q.id = r.quote_id where q.job_id = ?', spindle) === 1,
			'the issued revision'
		);
	});
	it('compares what went out with the draft, and goes back to it', async () => {
		const spindle = jobCalled('Spindle Lane 3');
		const line = db.row<{ id: string; name: string }>(
			"select l.id, l.name from lines l join scopes s on s.id = l.scope_id where s.estimate_id = ? and l.unit = 'h' limit 1",
			estimateOf(spindle)
		);
		await open(estimator, `${base}/jobs/${spindle}/estimate`);
		const cell = await estimator.waitForFunction(
			(n: string) =>
				[...document.querySelectorAll('tbody tr')]
					.find((r) => r.textContent?.includes(n))
					?.querySelector<HTMLElement>('[data-column=price]'),
			{},
			line.name
		);
		await (cell.asElement() as ElementHandle<HTMLElement>).focus();
		await estimator.keyboard.type('99');
		await estimator.keyboard.press('Enter');
		await until(() => db.value<number>('select unit_price from lines where id = ?', line.id) === 990_000, 'the changed price');
		await open(estimator, `${base}/jobs/${spindle}/estimate/revisions`);
		await reads(estimator, '→ 99.00');
		await press(estimator, 'Back to it as a draft');
		await press(estimator, 'Go back', 'dialog[open]');
		await until(() => db.value<number>('select unit_price from lines where id = ?', line.id) !== 990_000, 'the earlier price');
	});
	it('traces a roof on a picture, corner by corner, with its edges and pitch, as a shape of a scope', async () => {
		const jobId = jobCalled('Penhallow');
		await open(estimator, `${base}/jobs/${jobId}/estimate/photos`);
		await press(estimator, 'Trace a shape');
		const surface = (await estimator.$('.surface'))!;
		await surface.evaluate((e) => e.scrollIntoView({ block: 'start' }));
		const box = (await surface.boundingBox())!;
		// An eave below, a ridge above it: the second corner snaps level with the first, and the ridge leans as a hand draws it.
		for (const [x, y] of [
			[0.15, 0.6],
			[0.85, 0.603],
			[0.7, 0.3],
			[0.3, 0.315]
		] as const)
			await estimator.mouse.click(box.x + box.width * x, box.y + box.height * y);
		await press(estimator, 'Close the shape');
		await reads(estimator, 'An outline of 4 corners');
		await estimator.click('dialog[open] input[type=checkbox]');
		for (const [edge, kind] of [
			[1, 'eave'],
			[2, 'hip'],
			[3, 'ridge'],
			[4, 'hip']
		] as const)
			await estimator.select(`dialog[open] select[aria-label="Edge ${edge}"]`, kind);
		await fill(estimator, 'dialog[open] input[name=trace-pitch]', '49');
		await press(estimator, 'Put it on', 'dialog[open]');
		await reads(estimator, 'The pitch must be between 0 and 48 in 12.');
		await fill(estimator, 'dialog[open] input[name=trace-pitch]', '8');
		await press(estimator, 'Put it on', 'dialog[open]');
		await reads(estimator, 'The shape is on the scope.');
		const figure = JSON.parse(
			db.value<string>("select figure from shapes where figure like '%roof polygon%' order by rowid desc limit 1")
		) as { points: { x: number; y: number }[]; edges: string[]; pitch: number };
		expect(figure.edges).toEqual(['eave', 'hip', 'ridge', 'hip']);
		expect([figure.pitch, figure.points[0]?.y === figure.points[1]?.y]).toEqual([8, true]);
	});
	it('begins a change order on a won job, which goes out and waits', async () => {
		const school = jobCalled('St. Brannoc School, east face');
		await open(estimator, `${base}/jobs/${school}`);
		await reads(estimator, 'Rotten deck above the hall');
		await press(estimator, 'New change order');
		await fill(estimator, 'dialog[open] input[name=change-title]', 'Snow guards over the doors');
		await press(estimator, 'Begin', 'dialog[open]');
		await reads(estimator, 'Change order 2: Snow guards over the doors');
		await add('Doors', 'new scope');
		await until(() => db.value("select count(*) from scopes where name = 'Doors'") === 1, 'its scope');
		await add('Snow guards, set', 'free line');
		await until(() => db.value("select count(*) from lines where name = 'Snow guards, set'") === 1, 'its line');
		expect(db.value<number>('select change_number from estimates where title = ?', 'Snow guards over the doors')).toBe(2);
	});
});

describe('a crew member or bookkeeper', () => {
	it('sees nothing of what lies below an estimate', async () => {
		const bookkeeper = await visitor(browser);
		await signIn(bookkeeper, base, 'lowell');
		const jobId = jobCalled('Penhallow');
		const statuses = await bookkeeper.evaluate(
			async (paths: string[]) => Promise.all(paths.map(async (p) => (await fetch(p)).status)),
			['review', 'revisions', 'lists', 'risk', 'photos'].map((p) => `/jobs/${jobId}/estimate/${p}`)
		);
		expect(statuses).toEqual([403, 403, 403, 403, 403]);
		await bookkeeper.close();
	});
});
