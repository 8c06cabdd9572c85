import type { Browser, Page } from 'puppeteer-core';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { seriousOn } from './axe';
import { run, save } from './bench-steps';
import { launch, open, PHONE, press, reads, signIn, visitor } from './chrome';
import { base, dataDir } from './company';
import { reader, until } from './db';

const db = reader(dataDir);
let browser: Browser;
let office: Page;
let jobId = '';
/** A Tuesday on which nobody is planned but by these tests. */
const DAY = '2027-09-21';
beforeAll(async () => {
	browser = await launch();
	office = await visitor(browser);
	await signIn(office, base, 'petra');
	const made = await run(office, 'jobs.open', {
		...{ name: 'Weir Road 9, gutters', customerId: null, customerName: 'Nils Weir', address: '9 Weir Road, Osselmere' },
		...{ kindOfWork: 'Repair', source: '', wanted: '' }
	});
	jobId = made['jobId']!;
	await run(office, 'jobs.win', { jobId });
});
afterAll(async () => {
	await browser.close();
	db.close();
});

const planned = async (personId: string | null, start: number | null, end: number | null) => {
	const shift = { jobId, phase: 'Gutters', personIds: [personId], from: DAY, to: DAY, start, end, note: '', despite: true };
	const { shiftIds } = await run<{ shiftIds: string[] }>(office, 'plan.add', shift);
	return shiftIds[0]!;
};
const at = (id: string) =>
	db.row<{ person: string | null; start: number | null; stop: number | null } | undefined>(
		'select person_id person, from_minute start, to_minute stop from shifts where id = ?',
		id
	);
const bar = (id: string) => `[data-shift="${id}"]`;
const boxOf = async (selector: string) => (await (await office.waitForSelector(selector))!.boundingBox())!;
/** How many pixels an hour is wide. */
const hourWide = () => office.$eval('.hours', (e) => e.clientWidth / e.children.length);
/** Takes something at a place of it, and lets it go elsewhere. */
async function drag(from: { x: number; y: number }, to: { x: number; y: number }): Promise<void> {
	await office.mouse.move(from.x, from.y);
	await office.mouse.down();
	await office.mouse.move((from.x + to.x) / 2, (from.y + to.y) / 2, { steps: 4 });
	await office.mouse.move(to.x, to.y, { steps: 4 });
	await office.mouse.up();
}

describe('the day by the hour', () => {
	it('moves a shift along the day and to somebody else, and undoes it', async () => {
		const id = await planned('marco', 480, 600);
		await open(office, `${base}/plan/day?day=${DAY}`);
		const box = await boxOf(bar(id));
		const wide = await hourWide();
		const from = { x: box.x + 20, y: box.y + box.height / 2 };
		await drag(from, { x: from.x + wide * 2, y: from.y });
		await until(() => at(id)?.start === 600, 'two hours later');
		expect(at(id)).toEqual({ person: 'marco', start: 600, stop: 720 });
		const hattie = await boxOf('[data-row="hattie"]');
		const now = await boxOf(bar(id));
		await drag({ x: now.x + 20, y: now.y + 10 }, { x: now.x + 20, y: hattie.y + 12 });
		await until(() => at(id)?.person === 'hattie', 'hers');
		expect(at(id)).toEqual({ person: 'hattie', start: 600, stop: 720 });
		await press(office, 'Undo');
		await until(() => at(id)?.person === 'marco', 'his again');
		expect(await seriousOn(office)).toEqual([]);
	});
	it('pulls an end, and asks before somebody is booked twice', async () => {
		const id = await planned('noor', 480, 600);
		await planned('noor', 660, 720);
		await open(office, `${base}/plan/day?day=${DAY}`);
		const box = await boxOf(bar(id));
		const wide = await hourWide();
		const end = { x: box.x + box.width - 4, y: box.y + box.height / 2 };
		await drag(end, { x: end.x + wide / 2, y: end.y });
		await until(() => at(id)?.stop === 630, 'half an hour longer');
		const longer = await boxOf(bar(id));
		const again = { x: longer.x + longer.width - 4, y: longer.y + 10 };
		await drag(again, { x: again.x + wide * 1.5, y: again.y });
		await reads(office, 'Booked twice');
		expect(at(id)?.stop).toBe(630);
		expect(await seriousOn(office)).toEqual([]);
		await save(office, 'Do it all the same');
		await until(() => at(id)?.stop === 720, 'meant');
	});
	it('draws hours for somebody, who is planned in them', async () => {
		await open(office, `${base}/plan/day?day=${DAY}`);
		const row = await boxOf('[data-row="teodor"]');
		const wide = await hourWide();
		const first = await office.$eval('.hours', (e) => Number((e.firstElementChild?.textContent ?? '').split(':')[0]));
		const x = (hour: number) => row.x + (hour - first) * wide;
		await drag({ x: x(9) + 1, y: row.y + 18 }, { x: x(12) + 1, y: row.y + 18 });
		await office.waitForSelector('dialog[open] [name=to]');
		await office.select('dialog[open] [name=job]', jobId);
		expect(await seriousOn(office)).toEqual([]);
		await save(office, 'Plan');
		const theirs = () =>
			db.row<{ start: number; stop: number } | undefined>(
				"select from_minute start, to_minute stop from shifts where job_id = ? and person_id = 'teodor'",
				jobId
			);
		await until(() => theirs() !== undefined, 'planned');
		expect(theirs()).toEqual({ start: 540, stop: 720 });
	});
	it('is worked by keys: later, longer, to the next person, off the plan', async () => {
		const id = await planned('callum', 780, 840);
		await open(office, `${base}/plan/day?day=${DAY}`);
		await office.waitForSelector(bar(id));
		await office.focus(bar(id));
		await office.keyboard.down('Alt');
		await office.keyboard.press('ArrowRight');
		await until(() => at(id)?.start === 795, 'a quarter later');
		await office.waitForFunction((s) => document.activeElement?.matches(s), {}, bar(id));
		await office.keyboard.down('Shift');
		await office.keyboard.press('ArrowRight');
		await office.keyboard.up('Shift');
		await until(() => at(id)?.stop === 870, 'a quarter longer');
		await office.waitForFunction((s) => document.activeElement?.matches(s), {}, bar(id));
		await office.keyboard.press('ArrowUp');
		await office.keyboard.up('Alt');
		await until(() => at(id)?.person !== 'callum', 'somebody else’s');
		await office.waitForFunction((s) => document.activeElement?.matches(s), {}, bar(id));
		expect(at(id)).toMatchObject({ start: 795, stop: 870 });
		await office.keyboard.press('Delete');
		await until(() => at(id) === undefined, 'off');
		await office.keyboard.down('Control');
		await office.keyboard.press('z');
		await office.keyboard.up('Control');
		await until(() => at(id) !== undefined, 'back');
	});
	it('counts each press of a key, however quickly one follows the other, and takes them back one by one', async () => {
		const id = await planned('callum', 600, 660);
		await open(office, `${base}/plan/day?day=${DAY}`);
		await office.waitForSelector(bar(id));
		await office.focus(bar(id));
		await office.keyboard.down('Alt');
		for (let n = 0; n < 4; n++) await office.keyboard.press('ArrowRight');
		await office.keyboard.press('ArrowUp');
		await office.keyboard.up('Alt');
		await until(() => at(id)?.person !== 'callum', 'somebody else’s');
		expect(at(id)).toMatchObject({ start: 660, stop: 720 });
		await office.waitForFunction((s) => document.activeElement?.matches(s), {}, bar(id));
		await office.keyboard.down('Control');
		for (let n = 0; n < 5; n++) await office.keyboard.press('z');
		await office.keyboard.up('Control');
		await until(() => at(id)?.start === 600, 'as it was');
		expect(at(id)).toMatchObject({ person: 'callum', start: 600, stop: 660 });
	});
	it('opens a shift beside it', async () => {
		const id = await planned('june', null, null);
		await open(office, `${base}/plan/day?day=${DAY}`);
		await office.waitForSelector(bar(id));
		await office.click(bar(id));
		await reads(office, '9 Weir Road');
		expect(await seriousOn(office)).toEqual([]);
	});
});

describe('phases on the plan by job', () => {
	it('are dragged and made longer; what comes of it is shown, and saved when it is meant', async () => {
		await planned(null, null, null);
		const phaseId = db.value<string>("select id from phases where job_id = ? and name = 'Gutters'", jobId);
		const days = () => db.row<{ first: string; last: string }>('select from_day first, to_day last from phases where id = ?', phaseId);
		await run(office, 'jobs.change-phase', { phaseId, name: 'Gutters', from: '2027-09-21', to: '2027-09-22' });
		await open(office, `${base}/plan?from=2027-09-20&weeks=1&by=job&job=${jobId}`);
		const box = await boxOf(`[data-phase="${phaseId}"]`);
		const day = box.width / 2;
		await drag({ x: box.x + 12, y: box.y + 8 }, { x: box.x + 12 + day, y: box.y + 8 });
		await office.waitForSelector('dialog[open] [name=phase-from]');
		const typed = () => office.$$eval('dialog[open] [type=date]', (all) => all.map((e) => (e as HTMLInputElement).value));
		expect(await typed()).toEqual(['2027-09-22', '2027-09-23']);
		expect(days()).toEqual({ first: '2027-09-21', last: '2027-09-22' });
		expect(await seriousOn(office)).toEqual([]);
		await save(office);
		await until(() => days().first === '2027-09-22', 'moved');
		const moved = await boxOf(`[data-phase="${phaseId}"]`);
		const end = { x: moved.x + moved.width - 4, y: moved.y + 8 };
		await drag(end, { x: end.x + day, y: end.y });
		await office.waitForSelector('dialog[open] [name=phase-from]');
		expect(await typed()).toEqual(['2027-09-22', '2027-09-24']);
		await press(office, 'Cancel', 'dialog[open]');
		// By keys the same.
		await office.focus(`[data-phase="${phaseId}"]`);
		await office.keyboard.down('Alt');
		await office.keyboard.press('ArrowLeft');
		await office.keyboard.up('Alt');
		await office.waitForSelector('dialog[open] [name=phase-from]');
		expect(await typed()).toEqual(['2027-09-21', '2027-09-22']);
		await press(office, 'Cancel', 'dialog[open]');
	});
});

describe('how the board was looked at', () => {
	it('is what it opens with, on another device too', async () => {
		await open(office, `${base}/plan?from=2027-09-20&weeks=4&by=job`);
		await until(() => db.value<string>("select plan_view from people where id = 'petra'").includes('weeks=4'), 'kept');
		const elsewhere = await visitor(browser);
		await signIn(elsewhere, base, 'petra');
		await open(elsewhere, `${base}/plan`);
		await elsewhere.waitForFunction(() => location.search.includes('by=job') && location.search.includes('weeks=4'));
		await elsewhere.browserContext().close();
		await open(office, `${base}/plan?weeks=2`);
		await until(() => db.value<string>("select plan_view from people where id = 'petra'") === 'weeks=2', 'kept anew');
	});
	it('prints a sheet for each crew as a PDF', async () => {
		await open(office, `${base}/plan/sheet?from=2027-09-20`);
		const href = await office.$eval('a[href^="/api/pdf/plan-sheet"]', (a) => (a as HTMLAnchorElement).href);
		const start = await office.evaluate(async (h) => {
			const r = await fetch(h);
			return [r.status, (await r.text()).slice(0, 5)] as const;
		}, href);
		expect(start).toEqual([200, '%PDF-']);
		expect(await seriousOn(office)).toEqual([]);
	});
});

describe('a customer with the link in a message', () => {
	it('sees when we come on a phone, stops the messages and wants them again', async () => {
		const own = await visitor(browser);
		await signIn(own, base, 'imogen');
		const customerId = db.value<string>('select customer_id from jobs where id = ?', jobId);
		await open(own, `${base}/win/customers/${customerId}`);
		await own.waitForSelector('#visit-messages');
		expect(await own.$eval('#visit-messages', (e) => (e as HTMLInputElement).checked)).toBe(true);
		expect(await seriousOn(own)).toEqual([]);
		await own.click('#visit-messages');
		await until(() => db.value('select no_visit_messages from customers where id = ?', customerId) === 1, 'stopped in the office');
		await own.click('#visit-messages');
		await until(() => db.value('select no_visit_messages from customers where id = ?', customerId) === 0, 'and again');
		await own.browserContext().close();
		const phone = await visitor(browser, PHONE);
		await open(phone, `${base}/v/${'x'.repeat(43)}`);
		await reads(phone, 'This link does not work');
		await phone.browserContext().close();
	});
});
