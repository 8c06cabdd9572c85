import type { Browser, Page } from 'puppeteer-core';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { seriousOn } from './axe';
import { run, save } from './bench-steps';
import { fill, launch, open, press, reads, signIn, visitor } from './chrome';
import { base, dataDir } from './company';
import { reader, until } from './db';

const db = reader(dataDir);
let browser: Browser;
let page: Page;
let serviceId = '';
const ids: string[] = [];
beforeAll(async () => {
	browser = await launch();
	page = await visitor(browser);
	await signIn(page, base, 'petra');
	const made = await run(page, 'rounds.save-service', {
		...{ serviceId: null, name: 'Moss and leaves', wording: 'Sweep and treat', from: '04-01', to: '10-31', visits: 15, hours: 450_000 },
		...{ price: 150_000, setUp: 10, cadence: { by: 'weeks', every: 2 } }
	});
	serviceId = made['serviceId']!;
	const job = await run(page, 'jobs.open', {
		...{ name: 'Moss', customerId: null, customerName: 'Mill Lane Estates', address: '', kindOfWork: '', source: '', wanted: '' }
	});
	const customerId = db.value<string>('select customer_id from jobs where id = ?', job['jobId']);
	for (let n = 0; n < 4; n++) {
		const { siteId } = await run(page, 'customers.save-site', {
			...{ customerId, siteId: null, address: `${n + 1} Mill Lane`, access: '', district: 'Mill Side' },
			// Two in the west, two in the east.
			...{ lat: -47 + (n % 2) / 400, lng: -131 + (n < 2 ? 0 : 0.02) }
		});
		const sold = { serviceId, siteId, year: 2027, visits: 15, hours: 450_000, price: 150_000, note: '' };
		ids.push((await run(page, 'rounds.add-agreement', sold))['agreementId']!);
	}
});
afterAll(async () => {
	await browser.close();
	db.close();
});
const ROUNDS = () => `${base}/plan/rounds?service=${serviceId}`;
const mapped = () => page.waitForFunction(() => document.querySelector<HTMLElement>('.map')?.dataset['sites'] === '4');
const of = (sql: string) => db.all<Record<string, unknown>>(`${sql} where service_id = ?`, serviceId);
const typed = (selector: string) => page.$eval(selector, (e) => (e as HTMLInputElement).value);
const undo = () => page.waitForSelector('[data-sonner-toast] [data-button]').then((b) => b?.evaluate((e) => (e as HTMLElement).click()));

describe('sites of a season', () => {
	it('are drawn around by keys, corner by corner, and picked', async () => {
		await open(page, ROUNDS());
		await mapped();
		await page.focus('button[aria-pressed=false]');
		await press(page, 'Draw around');
		await reads(page, 'by keys: arrows move the cross');
		expect(await seriousOn(page)).toEqual([]);
		await page.waitForFunction(() => document.activeElement?.classList.contains('map'));
		const go = async (key: 'ArrowLeft' | 'ArrowRight' | 'ArrowUp' | 'ArrowDown', times: number) => {
			for (let n = 0; n < times; n++) await page.keyboard.press(key);
		};
		// From the middle around the whole west: the ground does not move meanwhile.
		await go('ArrowUp', 10);
		await page.keyboard.press('Enter');
		await go('ArrowLeft', 40);
		await page.keyboard.press('Enter');
		await go('ArrowDown', 40);
		await page.keyboard.press('Enter');
		await reads(page, '3 corners');
		await page.keyboard.press('Backspace');
		await reads(page, '2 corners');
		await page.keyboard.press('Enter');
		await go('ArrowRight', 18);
		await page.keyboard.press('Enter');
		await reads(page, '4 corners, 2 sites inside');
		await page.keyboard.press('Enter');
		await reads(page, '2 sites picked');
		expect(await page.$$eval('tbody input[type=checkbox]:checked', (all) => all.length)).toBe(2);
		// Escape ends it and picks nothing.
		await press(page, 'Draw around');
		await page.waitForFunction(() => document.activeElement?.classList.contains('map'));
		await page.keyboard.press('Escape');
		await page.waitForFunction(() => !document.querySelector('.map')?.classList.contains('drawing'));
		await reads(page, '2 sites picked');
		// Neither does a press with the pointer that goes nowhere; one that goes around them all picks them.
		await press(page, 'Draw around');
		await page.waitForSelector('.map.drawing');
		const box = (await (await page.$('.map'))!.boundingBox())!;
		const at = (x: number, y: number) => [box.x + box.width * x, box.y + box.height * y] as const;
		await page.mouse.click(...at(0.5, 0.5));
		await page.waitForFunction(() => !document.querySelector('.map')?.classList.contains('drawing'));
		await reads(page, '2 sites picked');
		await press(page, 'Draw around');
		await page.waitForSelector('.map.drawing');
		await page.mouse.move(...at(0.02, 0.02));
		await page.mouse.down();
		for (const [x, y] of [
			[0.98, 0.02],
			[0.98, 0.98],
			[0.02, 0.98]
		] as const)
			await page.mouse.move(...at(x, y), { steps: 8 });
		await page.mouse.up();
		await reads(page, '4 sites picked');
	});

	it('are put right in one table, for all and for one, and taken back', async () => {
		await open(page, ROUNDS());
		await press(page, 'All 4');
		await page.select('[name=crew]', 'copper');
		await press(page, 'Sites in a table …');
		await page.waitForSelector('dialog.wide[open]');
		expect(await seriousOn(page)).toEqual([]);
		await fill(page, '[aria-label="Hours of all"]', '60');
		expect(await typed('[aria-label="Hours of 3 Mill Lane"]')).toBe('60');
		await fill(page, '[aria-label="Price of 2 Mill Lane"]', '18x');
		await press(page, 'Save', 'dialog[open]');
		await reads(page, '2 Mill Lane: ');
		expect(await page.$eval('[aria-label="Price of 2 Mill Lane"]', (e) => e.getAttribute('aria-invalid'))).toBe('true');
		expect(of('select hours from agreements').map((a) => a['hours'])).toEqual([450_000, 450_000, 450_000, 450_000]);
		await fill(page, '[aria-label="Price of 2 Mill Lane"]', '1800');
		await fill(page, '[aria-label="Block of 1 Mill Lane"]', '0:45');
		await save(page);
		await reads(page, '4 agreements put right.');
		expect(of('select hours, price from agreements').map((a) => `${a['hours']} ${a['price']}`)).toEqual([
			...['600000 150000', '600000 180000', '600000 150000', '600000 150000']
		]);
		await undo();
		await until(() => of('select hours from agreements').every((a) => a['hours'] === 450_000), 'taken back');
		expect(of('select price from agreements').map((a) => a['price'])).toEqual([150_000, 150_000, 150_000, 150_000]);
	});

	it('are planned for nobody yet, stand so on the board, and are given to a crew', async () => {
		await open(page, ROUNDS());
		await press(page, 'All 4');
		await page.select('[name=crew]', 'nobody');
		await page.select('[name=weekday]', '4');
		await reads(page, 'one person');
		await press(page, 'Plan the season');
		await reads(page, '60 visits planned');
		const visits = () =>
			db.all<{ crew: string | null; minutes: number; day: string }>(
				'select v.crew_id crew, v.minutes, v.day from visits v join agreements a on a.id = v.agreement_id where a.service_id = ? order by day',
				serviceId
			);
		expect(visits().map((v) => v.crew)).toEqual(Array<null>(60).fill(null));
		const alone = visits()[0]!.minutes;
		const day = visits()[0]!.day;
		await open(page, `${base}/plan?from=${day}&weeks=1`);
		await reads(page, 'Rounds to give');
		expect(await page.$$eval('a.round', (all) => all.map((a) => a.getAttribute('aria-label') ?? ''))).toContainEqual(
			expect.stringMatching(/^4 stops, .*round of/)
		);
		expect(await seriousOn(page)).toEqual([]);
		await open(page, `${base}/today`);
		await reads(page, 'Moss and leaves: nobody has 4 visits of the next week');
		await open(page, `${ROUNDS()}&crew=nobody`);
		await press(page, 'All 4');
		await page.select('[name=crew]', 'copper');
		await reads(page, '4 of these have visits planned from today on.');
		await press(page, 'Give them to Copper');
		await reads(page, '60 visits given to Copper.');
		expect(new Set(visits().map((v) => v.crew))).toEqual(new Set(['copper']));
		expect(visits()[0]!.minutes).toBeLessThan(alone);
		await undo();
		await until(() => visits().every((v) => v.crew === null && v.minutes === alone), 'nobody’s again');
	});
});

describe('hours in which one gets in', () => {
	it('are typed on the agreement, and stand on the day of its round beside when the crew is there', async () => {
		await open(page, ROUNDS());
		await press(page, 'Change 1 Mill Lane');
		await page.waitForSelector('dialog[open] [name=openFrom]');
		const time = (name: string, value: string) =>
			page.$eval(
				`dialog[open] [name=${name}]`,
				(e, v) => {
					(e as HTMLInputElement).value = v;
					e.dispatchEvent(new Event('input', { bubbles: true }));
				},
				value
			);
		await time('openFrom', '13:00');
		await time('openTo', '12:00');
		await press(page, 'Save', 'dialog[open]');
		await reads(page, 'It shuts before it opens.');
		await time('openTo', '15:00');
		await save(page);
		const id = db.value<string>("select a.id from agreements a join sites s on s.id = a.site_id where s.address = '1 Mill Lane'");
		expect(db.row('select open_from f, open_to t from agreements where id = ?', id)).toEqual({ f: 780, t: 900 });
		const day = db.value<string>('select min(day) from visits where agreement_id = ?', id);
		await open(page, `${base}/plan/day?day=${day}`);
		await reads(page, 'gets in 13:00–15:00');
		await reads(page, 'about 13:00');
		expect(await seriousOn(page)).toEqual([]);
	});
});

describe('agreements for another year', () => {
	it('are offered as quotes, and stand on offer until they are answered', async () => {
		await open(page, ROUNDS());
		await press(page, 'All 4');
		await press(page, 'Renew …');
		await page.waitForSelector('dialog[open] [name=renew-how]');
		await page.select('[name=renew-how]', 'issue');
		await reads(page, 'becomes');
		expect(await seriousOn(page)).toEqual([]);
		// Below what the company lets go out without somebody's word it is refused, and nothing is offered.
		await press(page, 'Offer them', 'dialog[open]');
		await page.waitForSelector('dialog[open] [role=alert]');
		expect(db.value('select count(*) from season_offers')).toBe(0);
		await page.select('[name=renew-way]', 'margin');
		await fill(page, '[name=renew-by]', '40');
		await reads(page, 'None is below break-even.');
		await press(page, 'Offer them', 'dialog[open]');
		await reads(page, '4 agreements offered as quotes, 0 of them sent.');
		const offers = db.all<{ price: number; net: number }>(
			'select o.price, r.net from season_offers o join quotes q on q.job_id = o.job_id join revisions r on r.quote_id = q.id'
		);
		expect(offers).toHaveLength(4);
		for (const o of offers) expect(o.net).toBe(o.price);
		await reads(page, 'On offer for 2028');
		await page.click('details summary h2');
		expect(await page.$$eval('[aria-label="On offer"] li', (all) => all.map((li) => (li as HTMLElement).innerText.split('\n')[0]))).toEqual(
			[1, 2, 3, 4].map((n) => expect.stringContaining(`${n} Mill Lane`))
		);
		// Once more for the same year is refused, and nothing is offered twice.
		await press(page, 'All 4');
		await press(page, 'Renew …');
		await page.select('[name=renew-how]', 'issue');
		await press(page, 'Offer them', 'dialog[open]');
		await reads(page, 'has been offered 2028 already');
		expect(db.value('select count(*) from season_offers')).toBe(4);
	});
});

describe('what else is planned', () => {
	it('a day is moved in a draft, and the plan stays as it is', async () => {
		await run(page, 'plan.begin-draft', { name: 'If it rains' });
		const draftId = db.value<string>("select id from draft_plans where name = 'If it rains'");
		const day = db.value<string>("select min(day) from shifts where day > '2027-04-14' and person_id is not null and firm_id is null");
		const before = db.all('select * from shifts order by id');
		await open(page, `${base}/plan?from=${day}&weeks=2&draft=${draftId}`);
		await press(page, 'More');
		await press(page, 'Move a day …');
		await page.waitForSelector('dialog[open] [name=outdoor]');
		await page.click('dialog[open] [name=outdoor]');
		await page.$eval(
			'dialog[open] [name=day]',
			(e, v) => {
				(e as HTMLInputElement).value = v;
				e.dispatchEvent(new Event('input', { bubbles: true }));
			},
			day
		);
		await page.waitForSelector('dialog[open] [aria-label="What moves"]');
		expect(await seriousOn(page)).toEqual([]);
		await save(page, 'Move it');
		await reads(page, 'moved in the draft.');
		const moved = db.value<number>('select count(*) from draft_changes where draft_id = ?', draftId);
		expect(moved).toBeGreaterThan(0);
		expect(db.all('select * from shifts order by id')).toEqual(before);
	});

	it('a repeat job says how many days before its customer is reminded, at most as many as it is made ahead', async () => {
		await open(page, `${base}/plan/repeats`);
		await press(page, 'Change');
		await page.waitForSelector('dialog[open] [name=remind]');
		const ahead = Number(await typed('dialog[open] [name=ahead]'));
		await fill(page, 'dialog[open] [name=remind]', String(ahead + 1));
		await press(page, 'Save', 'dialog[open]');
		await reads(page, 'at most as many days before as it is made ahead');
		await fill(page, 'dialog[open] [name=remind]', '2');
		await save(page);
		await until(() => db.value('select count(*) from repeat_rules where remind_days = 2') === 1, 'the rule');
		await reads(page, 'reminded 2 days before');
	});
});
