import { tmpdir } from 'node:os';
import { join } from 'node:path';
import type { Browser, Page } from 'puppeteer-core';
import { afterAll, afterEach, beforeAll, describe, expect, it } from 'vitest';
import * as bench from './bench-steps';
import { fill, launch, open, press, reads, signIn, visitor } from './chrome';
import { base, dataDir } from './company';
import { reader, until } from './db';

const db = reader(dataDir);
let browser: Browser;
let page: Page;
beforeAll(async () => {
	browser = await launch();
	page = await visitor(browser);
	await signIn(page, base, 'bastian');
});
afterAll(async () => {
	await browser.close();
	db.close();
});

afterEach(async (ctx) => {
	if (ctx.task.result?.state === 'fail') await page.screenshot({ path: join(tmpdir(), 'ny-fail-everyday.png') as `${string}.png` });
});

/** What the estimator's hands do: a press, a field that is filled, a choice, something added, a cell that is typed. */
let actions = 0;
const act = {
	press: (words: string, within?: string) => (actions++, press(page, words, within)),
	fill: (selector: string, text: string) => (actions++, fill(page, selector, text)),
	choose: (selector: string, value: string) => (actions++, page.select(selector, value)),
	add: (text: string, kind: string) => (actions++, bench.add(page, text, kind)),
	save: (words?: string) => (actions++, bench.save(page, words)),
	type: async (line: string, column: string, text: string) => {
		actions++;
		await (await bench.cell(page, line, column)).focus();
		await page.keyboard.type(text);
		await page.keyboard.press('Enter');
	}
};
/** A bid of a new customer, opened on its empty estimate. */
async function bid(name: string, kind: string): Promise<string> {
	await open(page, `${base}/win/track`);
	const jobId = await page.evaluate(
		async ([jobName, kindOfWork]) => {
			const send = async (command: string, input: unknown) =>
				(await (
					await fetch(`/api/commands/${command}`, {
						method: 'POST',
						headers: { 'content-type': 'application/json' },
						body: JSON.stringify({ input, key: crypto.randomUUID() })
					})
				).json()) as { result: { jobId: string } };
			return (
				await send('jobs.open', {
					name: jobName,
					customerName: `${jobName} owner`,
					customerId: null,
					address: '7 Bell Yard',
					kindOfWork,
					source: '',
					wanted: ''
				})
			).result.jobId;
		},
		[name, kind]
	);
	await open(page, `${base}/jobs/${jobId}`);
	await press(page, 'Start the estimate');
	await page.waitForSelector('#adder');
	return db.value<string>('select id from estimates where job_id = ?', jobId);
}
/** Takes the starter set of a trade, as somebody does who has none of it yet. */
async function starter(trade: string): Promise<void> {
	await open(page, `${base}/price/assemblies`);
	await press(page, 'Starter set');
	const free = await page.$(`dialog[open] input[value=${trade}]:not(:disabled)`);
	// Taken by a test before this one.
	if (!free) return;
	await free.click();
	await press(page, 'Take it', 'dialog[open]');
	await reads(page, `${trade}: `);
}
const linesOf = (estimateId: string) =>
	db.value('select count(*) from lines l join scopes s on s.id = l.scope_id where s.estimate_id = ?', estimateId);
const quantityShown = async (line: string) => bench.cellText(page, line, 'quantity');

describe('from nothing to a price', () => {
	it('an everyday re-roof takes at most thirty-six actions: two faces, porch, gutters as an option, margin, sent', async () => {
		const estimateId = await bid('Everyday re-roof', 'Re-roof');
		actions = 0;
		await act.add('Main roof', 'new scope');
		await act.press('Add a shape');
		await act.fill('input[name=length]', "48'");
		await act.fill('input[name=run]', "14'");
		await act.fill('input[name=pitch]', '8');
		await act.fill('input[name=times]', '2');
		await act.save();
		await act.add('re-roof', 'assembly');
		await reads(page, 'still to decide');
		await act.type('Shingle, laminated', 'name', 'Shingle, laminated, harbor brown');
		await act.press('Copy', 'section[aria-label="Main roof"]');
		await act.fill('input[name=scope-name]', 'Porch roof');
		await act.fill('input[name=size-1]', "12'");
		await act.fill('input[name=times-1]', '1');
		await act.save('Copy');
		await reads(page, 'area 201.9 sq ft');
		await act.add('Gutters', 'new scope');
		await act.press('Add a shape', 'section[aria-label=Gutters]');
		await act.choose('select[name=kind]', 'run');
		await act.fill('input[name=length]', '96');
		await act.fill('input[name=spacing]', '8');
		await act.save();
		// The assembly asks for the one measure the run does not give: the number of downpipes.
		await act.add('seamless gutter', 'assembly');
		await page.waitForSelector('dialog[open] input[name=count]');
		await act.fill('dialog[open] input[name=count]', '4');
		await act.save('Put it on');
		await reads(page, 'Hang gutter');
		await act.press('Make an option', 'section[aria-label=Gutters]');
		await reads(page, 'Options offered');
		await act.press('Set margin');
		await act.fill('input[name=whole]', '18%');
		await act.save();
		await page.waitForFunction(() => document.body.innerText.includes('· 18.0 %'));
		await reads(page, 'Every line decided');
		await act.press('Issue quote');
		await act.fill('dialog[open] input[name=to]', 'everyday@customer.example');
		await act.press('Freeze and send', 'dialog[open]');
		await until(
			() => db.value('select count(*) from revisions r join quotes q on q.id = r.quote_id where q.estimate_id = ?', estimateId),
			'the quote'
		);
		expect(actions).toBeLessThanOrEqual(36);
		// What went out is what stood there: the margin is that of the whole, to the cent of its lines.
		expect(linesOf(estimateId)).toBeGreaterThan(20);
		expect(db.value('select count(*) from shapes where figure like \'%"measure":"count"%\'')).toBeGreaterThan(0);
	});

	it('three rooms and an optional office, from the lead to what was sent, take at most thirty actions', async () => {
		await starter('Insulation');
		const { id: leadId } = await bench.run<{ id: string }>(page, 'leads.enter', {
			...{ name: 'Rosalind Thorne', mail: 'rosalind@thorne.example', phone: '', address: '31 Bell Yard', via: 'phone' },
			wanted: 'Insulate three rooms upstairs, perhaps the office'
		});
		await open(page, `${base}/win/leads`);
		actions = 0;
		await act.press('Open a job', `[id="${leadId}"]`);
		await page.waitForFunction(() => location.pathname.startsWith('/jobs/'));
		await act.press('Start the estimate');
		await page.waitForSelector('#adder');
		const estimateId = db.value<string>(
			"select e.id from estimates e join jobs j on j.id = e.job_id where j.wanted like 'Insulate three rooms%'"
		);
		// The size is typed with the name; the next rooms are copies with their own.
		await act.fill('#adder', 'North room 20x15x4');
		await reads(page, 'new scope, a room of 20 × 15 × 4');
		actions++;
		await page.keyboard.press('Enter');
		await page.waitForSelector('section[aria-label="North room"]');
		await act.add('Attic, blown cellulose to R-49', 'assembly');
		await reads(page, 'floor 300.0 sq ft');
		for (const [room, size, option] of [
			['South room', '30x15', false],
			['Landing', '10 x 8', false],
			['Office', `12' 6" x 10`, true]
		] as const) {
			await act.press('Copy', 'section[aria-label="North room"]');
			await act.fill('dialog[open] input[name=scope-name]', room);
			await act.fill('dialog[open] input[name=size-1]', size);
			if (option) await (actions++, page.click('dialog[open] input[name=copy-option]'));
			await act.save('Copy');
			await page.waitForSelector(`section[aria-label="${room}"]`);
		}
		await act.press('Set margin');
		await act.fill('input[name=whole]', '22%');
		await act.save();
		await page.waitForFunction(() => document.body.innerText.includes('· 22.0 %'));
		await act.press('Issue quote');
		await act.press('Freeze and send', 'dialog[open]');
		await until(
			() => db.value('select count(*) from revisions r join quotes q on q.id = r.quote_id where q.estimate_id = ?', estimateId),
			'the quote'
		);
		expect(actions).toBeLessThanOrEqual(30);
		expect(
			db.all('select name, option from scopes where estimate_id = ? order by position', estimateId).map((s) => Object.values(s))
		).toEqual([
			['North room', 0],
			['South room', 0],
			['Landing', 0],
			['Office', 1]
		]);
		expect(
			db.all('select figure from shapes s join scopes c on c.id = s.scope_id where c.estimate_id = ? order by c.position', estimateId)
		).toHaveLength(4);
	});

	it('an attic is insulated room by room: bags and hours follow each floor, boxes are closed by what is common', async () => {
		await starter('Insulation');
		const estimateId = await bid('Attic of three rooms', 'Insulation');
		for (const [room, length, width] of [
			['North room', '20', '15'],
			['South room', '30', '15'],
			['Landing', '10', '8']
		] as const) {
			await act.add(room, 'new scope');
			await act.press('Add a shape', `section[aria-label="${room}"]`);
			await act.choose('select[name=kind]', 'room');
			await act.fill('input[name=length]', length);
			await act.fill('input[name=width]', width);
			await act.fill('input[name=height]', '4');
			await act.save();
			await reads(page, `floor ${Number(length) * Number(width)}.0 sq ft`);
			await act.add('Attic, blown cellulose to R-49', 'assembly');
			await until(() => db.value('select count(*) from recipes r join scopes s on s.id = r.scope_id where s.name = ?', room), room);
		}
		// 300 sq ft ÷ 18.6 × 1.03 = 16.6 → 17 bags; 450 → 24.9 → 25; 80 → 4.43 → 5: up per room, since each is blown on its own.
		await page.waitForFunction(() => document.querySelectorAll('section.scope').length === 3);
		const bags = await page.$$eval('tbody tr', (rows) =>
			rows
				.filter((r) => /^Blown cellulose/.test(r.querySelector('[data-column=name]')?.textContent?.trim() ?? ''))
				.map((r) => (r.querySelector('[data-column=quantity]') as HTMLElement).innerText.trim())
		);
		expect(bags).toEqual(['17', '25', '5']);
		await reads(page, 'Per sq ft of floor');
		expect(linesOf(estimateId)).toBeGreaterThanOrEqual(21);
	});

	it('a deck, and a fence with gates: posts and bays follow the gates, mixed positions are refused', async () => {
		await starter('Decks');
		await starter('Fencing');
		const estimateId = await bid('Deck and fence', 'Decks');
		await act.add('Deck', 'new scope');
		await act.press('Add a shape');
		await act.choose('select[name=kind]', 'slab');
		await act.fill('input[name=length]', '16');
		await act.fill('input[name=width]', '12');
		await act.save();
		await reads(page, 'area 192.0 sq ft');
		await act.add('Deck frame', 'assembly');
		await page.waitForSelector('dialog[open] input[name=length]');
		await act.fill('dialog[open] input[name=length]', 'along the house');
		await act.press('Put it on', 'dialog[open]');
		await page.waitForSelector('dialog[open] .problem');
		await act.fill('dialog[open] input[name=length]', '16');
		await act.save('Put it on');
		// 16 ft ÷ 10 × 1.05 = 1.68 → 2 lengths of flashing.
		await reads(page, 'Ledger flashing');
		expect(await quantityShown('Ledger flashing')).toBe('2');
		await act.add('Fence', 'new scope');
		await act.press('Add a shape', 'section[aria-label=Fence]');
		await act.choose('select[name=kind]', 'run');
		await act.fill('input[name=length]', '100');
		await act.fill('input[name=height]', '6');
		await act.fill('input[name=spacing]', '8');
		await act.fill('input[name=gates]', '4, 4 at 60');
		await act.press('Save', 'dialog[open]');
		await reads(page, 'Give every gate a position, or none.');
		await act.fill('input[name=gates]', '4 at 20, 4 at 60');
		await act.save();
		// Stretches of 20, 36 and 36 ft: 3 + 5 + 5 bays, 16 posts.
		await reads(page, 'posts 16');
		await act.add('Cedar panel fence', 'assembly');
		await reads(page, 'Hang gate');
		expect(await quantityShown('Set posts')).toBe('12');
		const panels = db.value<string>(
			"select l.source from lines l join scopes s on s.id = l.scope_id where s.estimate_id = ? and l.name like '%panel%' and l.kind = 'material'",
			estimateId
		);
		expect(JSON.parse(panels)).toMatchObject({ by: 'measure', measures: ['bays'] });
	});

	it('what is typed without a connection is kept, said so, counts at once, and is sent when it is back', async () => {
		const price = await bench.shown(page, 'price');
		const id = db.value<string>("select id from lines where name = 'Deck beam, treated, 2 x 8, 12 ft' order by rowid desc");
		const was = db.value<string>('select override from lines where id = ?', id);
		await page.setOfflineMode(true);
		await act.type('Deck beam, treated, 2 x 8', 'quantity', '40');
		await reads(page, 'No connection. What you typed on 1 line is kept on this device');
		await page.waitForFunction((p: string) => document.querySelector<HTMLElement>('[data-testid=price]')?.innerText !== p, {}, price);
		const then = await bench.shown(page, 'price');
		expect(db.value<string>('select override from lines where id = ?', id)).toBe(was);
		await page.setOfflineMode(false);
		await until(() => db.value<string>('select override from lines where id = ?', id)?.includes('400000'), 'the kept quantity');
		await page.waitForFunction(() => !document.body.innerText.includes('No connection'));
		expect(await bench.shown(page, 'price')).toBe(then);
	});

	it('takes the same cell again and again as fast as somebody types, and never says that somebody else was there', async () => {
		const id = db.value<string>("select id from lines where name = 'Deck beam, treated, 2 x 8, 12 ft' order by rowid desc");
		// Frames that come later than the next key, as on a busy machine: the focus does not wander from what is typed.
		await page.evaluate(() => {
			const soon = window.requestAnimationFrame.bind(window);
			let late = 0;
			window.requestAnimationFrame = (f) => window.setTimeout(() => soon(f), (late += 17) % 120);
		});
		for (let n = 41; n <= 52; n++) await act.type('Deck beam, treated, 2 x 8', 'quantity', String(n));
		await until(() => db.value<string>('select override from lines where id = ?', id)?.includes('520000'), 'the last quantity');
		const set = db.all<{ text: string }>(
			"select json_extract(params, '$.value') text from history where code = 'estimates.change-line' and params like '%Deck beam%' order by id desc limit 12"
		);
		const said = set.map((h) => Number(h.text.split(' ').at(-1))).reverse();
		expect(said, said.join()).toEqual(Array.from({ length: 12 }, (_, n) => 41 + n));
		await page.waitForFunction(() => document.querySelector('tr.unsaved') === null);
		expect(await page.evaluate(() => document.body.innerText)).not.toContain('Somebody else changed');
		expect(await quantityShown('Deck beam, treated, 2 x 8')).toContain('52');
	});

	it('leaves what cannot be read said, with what was typed, and the grid free for the next cell', async () => {
		await act.type('Deck beam, treated, 2 x 8', 'price', 'cheap');
		await page.waitForSelector('input.cell');
		await act.type('Beam hanger', 'price', '4.25');
		await until(() => db.value("select count(*) from lines where name like 'Beam hanger%' and unit_price = 42500"), 'the next cell');
		await reads(page, 'You typed “cheap”.');
	});

	it('says who else has the estimate open', async () => {
		const other = await visitor(browser);
		await signIn(other, base, 'petra');
		await open(other, page.url());
		await reads(other, 'Also in this estimate: Bastian Reyle');
		await other.close();
	});
});

describe('what the company knows of its own', () => {
	it('is a measure it named, offered where shapes are typed and where parts go by measures', async () => {
		const owner = await visitor(browser);
		await signIn(owner, base, 'imogen');
		await open(owner, `${base}/company/details`);
		await fill(owner, 'input[name=own-measure]', 'ridge');
		await press(owner, 'Add the measure');
		await until(() => db.value<string>("select settings ->> '$.measures' from company")?.includes('ridge (length)'), 'the measure');
		await fill(owner, 'input[name=own-measure]', 'Ridge');
		await press(owner, 'Add the measure');
		await reads(owner, 'There is a measure of this name already.');
		await press(owner, 'Take off ridge');
		await until(() => db.value<string>("select settings ->> '$.measures' from company") === '[]', 'none again');
		await fill(owner, 'input[name=own-measure]', 'wall flashing');
		await press(owner, 'Add the measure');
		await reads(owner, 'Take off');
		await owner.close();
		await bid('Own measure', 'Repair');
		await act.add('Chimney', 'new scope');
		await act.press('Add a shape');
		await act.choose('select[name=kind]', 'typed');
		await act.choose('select[name=measure]', 'wall flashing (length)');
		await act.fill('input[name=value]', '3.048 m');
		await act.save();
		await reads(page, 'wall flashing 10.0 ft');
	});
	it('is what an item brings along: refused by its code, then there as a line that follows', async () => {
		const item = (code: string) => db.value<string>('select id from items where code = ?', code);
		await open(page, `${base}/price/catalog/${item('TS-PIP-BOO')}`);
		await press(page, 'More: picture');
		const field = 'details textarea';
		await fill(page, field, 'NO-SUCH × 2');
		await press(page, 'Save');
		await reads(page, 'There is no item with the code “NO-SUCH”.');
		expect(await page.$eval(field, (e) => (e as HTMLTextAreaElement).value)).toBe('NO-SUCH × 2');
		await fill(page, field, 'TS-DEC-716 × 0.5');
		await press(page, 'Save');
		await reads(page, 'Saved.');
		const estimateId = await bid('Brought along', 'Repair');
		await act.add('Vents', 'new scope');
		await act.add('pipe boot', 'TS-PIP-BOO');
		await until(() => linesOf(estimateId) === 2, 'both lines');
		await act.type('Pipe boot', 'quantity', '5');
		// Half a sheet for each of five: 2.5, up to whole sheets.
		await page.waitForFunction(() => [...document.querySelectorAll('[data-column=quantity]')].some((e) => e.textContent?.trim() === '3'));
	});
	it('is an acceptance on paper, with the options that were ticked there', async () => {
		await open(page, `${base}/win/track`);
		const jobId = await bench.offer(page, 'Signed on paper');
		await open(page, `${base}/jobs/${jobId}`);
		await press(page, 'Accepted on paper');
		await page.waitForSelector('dialog[open] fieldset input');
		await page.click('dialog[open] fieldset input');
		await press(page, 'It is accepted', 'dialog[open]');
		const record = await until(
			() =>
				db.value<string>(
					'select a.record from answers a join revisions r on r.id = a.revision_id join quotes q on q.id = r.quote_id where q.job_id = ?',
					jobId
				),
			'the acceptance'
		);
		expect(JSON.parse(record)).toMatchObject({ chosen: [{ name: 'Extra' }], agent: 'by hand, Bastian Reyle' });
		expect(JSON.parse(record).net).toBe(14_000);
	});
});
