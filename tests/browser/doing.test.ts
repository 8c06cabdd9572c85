import type { Browser, Page } from 'puppeteer-core';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { seriousOn } from './axe';
import { bodyText, fill, launch, open, PHONE, press, reads, signIn, visitor } from './chrome';
import { base, dataDir } from './company';
import { draw } from './draw';
import { run, save } from './bench-steps';
import { reader, until } from './db';

const db = reader(dataDir);
let browser: Browser;
const people: Record<string, Page> = {};
/** Somebody at their desk or on their phone, signed in once. */
async function as(who: string, size: typeof PHONE | undefined = undefined): Promise<Page> {
	const known = people[who];
	if (known) return known;
	const page = await visitor(browser, size);
	await signIn(page, base, who);
	people[who] = page;
	return page;
}
const phone = (who: string) => as(who, PHONE);
/** A job of its own, won on a word, that the tests of this file walk through. */
let jobId = '';
beforeAll(async () => {
	browser = await launch();
	const page = await as('petra');
	const made = await run(page, 'jobs.open', {
		...{ name: 'Ropewalk 9, flashing', customerId: null, customerName: 'Bea Ropewalk', address: '9 Ropewalk, Osselmere' },
		...{ kindOfWork: 'Repair', source: '', wanted: '' }
	});
	jobId = made['jobId']!;
	await run(page, 'jobs.win', { jobId });
});
afterAll(async () => {
	await browser.close();
	db.close();
});

const tick = (page: Page, words: string) =>
	page.evaluate((w: string) => {
		const label = [...document.querySelectorAll('label')].find((l) => l.textContent?.includes(w));
		label?.querySelector('input')?.click();
	}, words);

describe('a job, from won to handed over', () => {
	const job = () => jobId;

	it('the office writes the work list: people, day, steps', async () => {
		const page = await as('petra');
		await open(page, `${base}/jobs/${job()}/work`);
		await fill(page, '[name=task]', 'Replace the step flashing');
		await press(page, 'Add', '[aria-label="Work list"]');
		await reads(page, 'Replace the step flashing');
		await press(page, 'Change Replace the step flashing');
		await page.waitForSelector('dialog[open]');
		await fill(page, 'dialog[open] [name=text]', 'Replace the step flashing');
		await tick(page, 'Noor Etienne');
		await press(page, 'Add a step', 'dialog[open]');
		await fill(page, '[aria-label="Step 1"]', 'Lift the shingles');
		await press(page, 'Add a step', 'dialog[open]');
		await fill(page, '[aria-label="Step 2"]', 'Seal and nail');
		expect(await seriousOn(page)).toEqual([]);
		await save(page);
		await until(
			() => db.value('select count(*) from task_steps s join tasks t on t.id = s.task_id where t.job_id = ?', job()) === 2,
			'two steps'
		);
		expect(db.value('select count(*) from task_people p join tasks t on t.id = p.task_id where t.job_id = ?', job())).toBe(1);
		expect(await seriousOn(page)).toEqual([]);
	});
	it('the crew ticks it off on the phone, and the office sees it', async () => {
		const noor = await phone('noor');
		await open(noor, `${base}/field/jobs/${job()}`);
		await tick(noor, 'Lift the shingles');
		await until(
			() =>
				db.value(
					"select count(*) from task_steps s join tasks t on t.id = s.task_id where t.job_id = ? and s.done_by = 'Noor Etienne'",
					job()
				) === 1,
			'a step is ticked'
		);
		await open(noor, `${base}/field/jobs/${job()}`);
		await tick(noor, 'Replace the step flashing');
		await until(
			() => db.value<string>("select done_by from tasks where job_id = ? and text like 'Replace%'", job()) === 'Noor Etienne',
			'the task is done'
		);
		// What is done folds away, and is found again.
		const office = await as('petra');
		await press(office, 'Show 1 done');
		await reads(office, 'done by Noor Etienne');
	});
	it('a form is filled in, refused where something is open, signed by both, approved, and read as a certificate', async () => {
		const noor = await phone('noor');
		await open(noor, `${base}/field/jobs/${job()}`);
		await press(noor, 'Roof inspection', '[aria-labelledby=papers]');
		await noor.waitForFunction(() => location.pathname.startsWith('/field/form/'));
		await noor.waitForSelector('[name=moisture]');
		for (const [name, value] of [
			['covering', 'good'],
			['ridge', 'good'],
			['flashing', 'worn'],
			['ventilation', 'good'],
			['gutters', 'good'],
			['tested', 'dry']
		] as const)
			await noor.select(`[name=${name}]`, value);
		await fill(noor, '[name=fall]', '0.25');
		await fill(noor, '[name=moisture]', '24');
		await reads(noor, 'outside its limits');
		await draw(noor, 0);
		await fill(noor, '[name=customerName]', 'Bea Tidd');
		await draw(noor, 1);
		await press(noor, 'Sign');
		await reads(noor, 'Moisture of the deck: say what was found.');
		await fill(noor, '[name=remarks]', 'Wet at the valley');
		expect(await seriousOn(noor)).toEqual([]);
		await press(noor, 'Sign');
		await reads(noor, 'The office looks at it next.');
		const petra = await as('petra');
		await open(petra, `${base}/jobs/${job()}/work`);
		await press(petra, 'Approve', '[aria-label="Site forms and handover reports"]');
		await until(() => db.value('select count(*) from site_forms where job_id = ? and number is not null', job()) === 1, 'a certificate');
		const id = db.value<string>('select id from site_forms where job_id = ?', job());
		const type = await petra.evaluate(async (path: string) => {
			const r = await fetch(path);
			return `${r.status} ${r.headers.get('content-type')} ${(await r.arrayBuffer()).byteLength > 5000}`;
		}, `/api/pdf/certificate/${id}`);
		expect(type).toBe('200 application/pdf true');
		expect(db.value('select count(*) from issued_files where subject = ?', `certificate:${id}`)).toBe(1);
	});
	it('something more is sold: price first, signed, invoiced, paid by card on the phone', async () => {
		const noor = await phone('noor');
		await open(noor, `${base}/field/jobs/${job()}/sell`);
		await press(noor, 'Show the price');
		await reads(noor, 'Choose a service or an item first.');
		await fill(noor, '[name=find]', 'reseal');
		await press(noor, 'Reseal');
		await fill(noor, '[name=hours-0]', '2');
		await press(noor, 'Show the price');
		await noor.waitForSelector('[data-test=total]');
		await draw(noor);
		expect(await seriousOn(noor)).toEqual([]);
		await press(noor, 'Sign and order');
		await reads(noor, 'Please tick that you agree to the terms.');
		await tick(noor, 'I agree to the terms');
		await press(noor, 'Sign and order');
		await reads(noor, 'Ordered. Thank you!');
		const before = db.value('select count(*) from payments');
		await fill(noor, '[name=number]', '4000 0000 0000 0001');
		await fill(noor, '[name=expiry]', '09/29');
		await fill(noor, '[name=code]', '123');
		await press(noor, 'Pay by card');
		await reads(noor, 'Paid. Thank you!');
		await until(() => db.value('select count(*) from payments') === before + 1, 'it is paid');
		expect(db.value("select total - paid from invoices where title = 'Sold on site' and job_id = ?", job())).toBe(0);
	});
	it('is handed over on the phone: only what is shown is in the report', async () => {
		const noor = await phone('noor');
		await open(noor, `${base}/field/jobs/${job()}/handover`);
		await press(noor, 'Signed: hand over');
		await reads(noor, 'Please sign in the box.');
		await draw(noor);
		await press(noor, 'Signed: hand over');
		await reads(noor, 'Report 1 is signed.');
		const content = db.value<string>('select content from handovers where job_id = ?', job());
		expect(content).toContain('Replace the step flashing');
		expect(content).not.toContain('minutes');
		expect(await seriousOn(noor)).toEqual([]);
	});
	it('hours of the week are looked at and approved, and stand from then on', async () => {
		const lowell = await as('lowell');
		await open(lowell, `${base}/work/hours?week=2027-04-05`);
		await reads(lowell, 'to approve');
		expect(await seriousOn(lowell)).toEqual([]);
		await press(lowell, 'Approve Hattie Brandt');
		await until(() => db.value("select count(*) from approved_weeks where person_id = 'hattie' and week = '2027-04-05'") === 1, 'approved');
		const file = await lowell.evaluate(async () => (await fetch('/api/payroll?week=2027-04-05')).text());
		expect(file).toContain('Hattie Brandt');
		expect(file).not.toContain('Suki Abara');
	});
});

describe('a season', () => {
	const unplanned = () =>
		db.value(
			"select count(*) from agreements a join season_services s on s.id = a.service_id where s.name = 'Gutter care' and a.state = 'open' and not exists (select 1 from visits v where v.agreement_id = a.id)"
		);

	it('is planned at once for the sites that are picked; the difference is said before, and it is taken back whole', async () => {
		const page = await as('petra');
		await open(page, `${base}/plan/rounds`);
		expect(unplanned()).toBe(7);
		await page.select('[aria-label="Planned or not"]', 'unplanned');
		await page.click('[aria-label="Pick all shown"]');
		await reads(page, '7 sites picked');
		await page.select('[name=crew]', 'gutter');
		await page.select('[name=weekday]', '3');
		await page.waitForSelector('[data-test=planned]');
		await reads(page, '7 owed, 241.88 that was promised, 7 of them because the start is late.');
		expect(await seriousOn(page)).toEqual([]);
		await press(page, 'Plan it all the same');
		await reads(page, 'Say why it is planned although it is not what was sold.');
		await fill(page, '[name=reason]', 'They pay for the visits only');
		await press(page, 'Plan it all the same');
		await reads(page, 'visits planned. Take it back below');
		expect(unplanned()).toBe(0);
		await press(page, 'Take it back', '[aria-label="What was planned"]');
		await reads(page, 'visits taken off.');
		expect(unplanned()).toBe(7);
	});
	it('its sites are picked by drawing around them', async () => {
		const page = await as('petra');
		await open(page, `${base}/plan/rounds`);
		await page.waitForFunction(() => document.querySelector<HTMLElement>('.map')?.dataset.sites === '46');
		await press(page, 'Draw around');
		await page.waitForSelector('.map.drawing');
		const box = (await (await page.$('.map'))!.boundingBox())!;
		const corner = (x: number, y: number) => [box.x + box.width * x, box.y + box.height * y] as const;
		await page.mouse.move(...corner(0.02, 0.3));
		await page.mouse.down();
		for (const at of [corner(0.02, 0.98), corner(0.98, 0.98), corner(0.98, 0.02), corner(0.02, 0.02)])
			await page.mouse.move(...at, { steps: 6 });
		await page.mouse.up();
		await reads(page, '46 sites picked');
	});
	it('a visit of today is done on the phone, once, and charges its share', async () => {
		const page = await as('petra');
		await open(page, `${base}/plan/rounds`);
		await page.select('[aria-label="Planned or not"]', 'unplanned');
		await page.click('[aria-label="Pick all shown"]');
		await page.select('[name=crew]', 'gutter');
		await page.select('[name=weekday]', '3');
		await page.waitForSelector('[name=reason]');
		await fill(page, '[name=reason]', 'They pay for the visits only');
		await press(page, 'Plan it all the same');
		await reads(page, 'visits planned.');
		const hattie = await phone('hattie');
		await open(hattie, `${base}/field`);
		await reads(hattie, '0 of 7 done');
		expect(await seriousOn(hattie)).toEqual([]);
		const before = db.value("select count(*) from cost_entries where source like 'visit:%'");
		await hattie.evaluate(() => document.querySelector<HTMLButtonElement>('[aria-label=Round] button.btn-primary')?.click());
		await reads(hattie, '1 of 7 done');
		// It is shown as done before the server has it.
		await until(() => db.value("select count(*) from cost_entries where source like 'visit:%'") > before, 'the charge');
		expect(db.value("select count(*) from cost_entries where source like 'visit:%'")).toBe(before + 1);
	});
	it('the day shows the round, and one stop moves to another day', async () => {
		const page = await as('petra');
		await open(page, `${base}/plan/day?day=2027-04-14`);
		await reads(page, '1 of 7 done');
		expect(await seriousOn(page)).toEqual([]);
		const onFriday = () => db.value<number>("select count(*) from visits where day = '2027-04-16'");
		const before = onFriday();
		await press(page, 'Move …');
		await page.waitForSelector('dialog[open] [name=day]');
		await page.$eval('dialog[open] [name=day]', (e) => {
			const input = e as HTMLInputElement;
			input.value = '2027-04-16';
			input.dispatchEvent(new Event('input', { bubbles: true }));
		});
		await save(page, 'Move');
		await until(() => onFriday() === before + 1, 'moved');
	});
});

describe('planning', () => {
	it('a subcontractor is asked by mail and answers by the link, without an account', async () => {
		const page = await as('petra');
		await open(page, `${base}/plan/subcontractors`);
		await press(page, 'Ask … Wexcombe Scaffold');
		await page.waitForSelector('dialog[open]');
		await press(page, 'Ask by mail');
		await reads(page, 'Choose the job.');
		await page.select('dialog[open] [name=job]', jobId);
		await save(page, 'Ask by mail');
		await open(page, `${base}/company/outbox`);
		const link = /http[^\s"'<>\\]*\/s\/[\w-]{43}/.exec(await page.content())?.[0];
		const firm = await visitor(browser, PHONE);
		await open(firm, String(link));
		await reads(firm, 'Can you come?');
		expect(await seriousOn(firm)).toEqual([]);
		await press(firm, 'No, we cannot');
		await reads(firm, 'Please say why, or when you could.');
		await press(firm, 'No, but on that day');
		await reads(firm, 'Which day could you come?');
		await fill(firm, '[name=why]', 'Next week');
		await firm.$eval('[name=otherDay]', (e) => ((e as HTMLInputElement).value = '2027-05-10'));
		await press(firm, 'No, but on that day');
		await reads(firm, 'We look for another way.');
		await open(page, `${base}/today`);
		await reads(page, 'Wexcombe Scaffold cannot come');
		await reads(page, 'could from Monday, May 10');
		// The days wait for somebody again; the day they named is asked for with one press.
		expect(db.value('select count(*) from shifts where job_id = ? and person_id is null and firm_id is null', jobId)).toBeGreaterThan(0);
		await open(page, `${base}/plan/subcontractors`);
		await press(page, 'Ask for May 10, 2027');
		await until(() => db.value("select count(*) from firm_asks where state = 'asked' and from_day = '2027-05-10'") === 1, 'asked anew');
	});
	it('month and board know it all, and a customer is told when we come', async () => {
		const page = await as('petra');
		await open(page, `${base}/plan/month`);
		await reads(page, 'April 2027');
		expect(await seriousOn(page)).toEqual([]);
		await open(page, `${base}/jobs/${db.value<string>("select id from jobs where name like 'St. Brannoc%' and number is not null")}`);
		await press(page, 'Tell the customer …');
		await page.waitForFunction(() =>
			(document.querySelector('dialog[open] [name=text]') as HTMLTextAreaElement | null)?.value.includes('we come to you')
		);
		await save(page, 'Send');
		await until(() => db.value("select count(*) from history where code = 'plan.tell-customer'") === 1, 'told');
	});
	it('a repeat job is made by its rule, and made once', async () => {
		const page = await as('petra');
		await open(page, `${base}/plan/repeats`);
		await press(page, 'New repeat job');
		await page.waitForSelector('dialog[open]');
		await page.select('dialog[open] [name=job]', jobId);
		await fill(page, 'dialog[open] [name=name]', 'Flashing, looked at');
		await page.select('dialog[open] [name=crew], dialog[open] [name=crewId]', 'gutter');
		await reads(page, 'Next: Apr 14, 2027');
		expect(await seriousOn(page)).toEqual([]);
		await save(page);
		await until(() => db.value("select count(*) from jobs where name like 'Flashing, looked at, %'") === 3, 'three jobs are made');
		expect(await bodyText(page)).toContain('every week on Wednesday');
	});
});
