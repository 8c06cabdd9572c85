import type { Browser, Page } from 'puppeteer-core';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { seriousOn } from './axe';
import { run, save } from './bench-steps';
import { fill, launch, open, PHONE, press, reads, signIn, visitor } from './chrome';
import { base, dataDir } from './company';
import { reader, until } from './db';
import { byMouse, dayOnBoard } from './drag';

const db = reader(dataDir);
let browser: Browser;
let office: Page;
let jobId = '';
/** Weeks of autumn in which nobody is planned but by these tests. */
const BOARD = `${base}/plan?from=2027-10-04&weeks=2`;
beforeAll(async () => {
	browser = await launch();
	office = await visitor(browser);
	await signIn(office, base, 'petra');
	const made = await run(office, 'jobs.open', {
		...{ name: 'Chandler 5, slates', customerId: null, customerName: 'Ada Chandler', address: '5 Chandler Row, Osselmere' },
		...{ kindOfWork: 'Repair', source: '', wanted: '' }
	});
	jobId = made['jobId']!;
	await run(office, 'jobs.win', { jobId });
});
afterAll(async () => {
	await browser.close();
	db.close();
});

const plan = async (personIds: (string | null)[], from: string, to: string, phase = 'Slates') => {
	const day = { start: null, end: null, note: '', despite: true };
	return (await run<{ shiftIds: string[] }>(office, 'plan.add', { jobId, phase, personIds, from, to, ...day })).shiftIds;
};
const where = (id: string) =>
	db.row<{ person: string | null; day: string } | undefined>('select person_id person, day from shifts where id = ?', id);
const on = (person: string, day: string) =>
	db.value<number>('select count(*) from shifts where job_id = ? and person_id = ? and day = ?', jobId, person, day);
/** A day is chosen, not typed: how it is typed depends on the browser's country. */
const choose = async (page: Page, selector: string, day: string, event = 'input') => {
	await page.waitForSelector(selector);
	await page.$eval(
		selector,
		(e, d, name) => {
			(e as HTMLInputElement).value = d;
			e.dispatchEvent(new Event(name, { bubbles: true }));
		},
		day,
		event
	);
};
const bar = (id: string) => `[data-shift="${id}"]`;
const menu = async (words: string) => {
	await press(office, 'More');
	await office.waitForSelector('[role=menuitem]');
	await press(office, words, '[role=menu]');
	await office.waitForSelector('dialog[open]');
};

describe('the board by mouse', () => {
	it('draws a stretch on empty days and plans several people on it', async () => {
		await open(office, BOARD);
		const at = (day: string) => dayOnBoard(office, { person: 'teodor', day });
		const [a, b] = [await at('2027-10-05'), await at('2027-10-07')];
		await office.mouse.move(a.x, a.y);
		await office.mouse.down();
		await office.mouse.move((a.x + b.x) / 2, b.y, { steps: 4 });
		await office.mouse.move(b.x, b.y, { steps: 4 });
		await office.mouse.up();
		await office.waitForSelector('dialog[open] [name=to]');
		expect(await office.$eval('dialog[open] [name=to]', (e) => (e as HTMLInputElement).value)).toBe('2027-10-07');
		await office.select('dialog[open] [name=job]', jobId);
		await office.evaluate(() => {
			const label = [...document.querySelectorAll('dialog[open] fieldset label')].find((l) => l.textContent?.trim() === 'Ravi Sorley');
			label?.querySelector('input')?.click();
		});
		expect(await seriousOn(office)).toEqual([]);
		await save(office, 'Plan');
		await until(() => on('teodor', '2027-10-06') === 1 && on('ravi', '2027-10-07') === 1, 'both are planned');
		expect(db.value('select count(*) from shifts where job_id = ?', jobId)).toBe(6);
		// Undone in one go, and done again.
		await office.keyboard.down('Control');
		await office.keyboard.press('z');
		await until(() => db.value('select count(*) from shifts where job_id = ?', jobId) === 0, 'taken back');
		await office.keyboard.press('y');
		await office.keyboard.up('Control');
		await until(() => db.value('select count(*) from shifts where job_id = ?', jobId) === 6, 'done again');
	});
	it('copies with a key held, and moves all that are picked together', async () => {
		const [one = ''] = await plan(['hattie'], '2027-10-05', '2027-10-05');
		const [two = ''] = await plan(['noor'], '2027-10-06', '2027-10-06');
		await open(office, BOARD);
		await office.waitForSelector(bar(one));
		await office.keyboard.down('Control');
		await byMouse(office, bar(one), { person: 'hattie', day: '2027-10-12' });
		await office.keyboard.up('Control');
		await until(() => on('hattie', '2027-10-12') === 1, 'copied');
		expect(where(one)?.day).toBe('2027-10-05');
		for (const id of [one, two]) {
			await office.focus(bar(id));
			await office.keyboard.press('Space');
		}
		await reads(office, '2 picked');
		await byMouse(office, bar(one), { person: 'hattie', day: '2027-10-06' });
		await until(() => where(one)?.day === '2027-10-06' && where(two)?.day === '2027-10-07', 'both a day later');
		expect([where(one)?.person, where(two)?.person]).toEqual(['hattie', 'noor']);
		expect(await seriousOn(office)).toEqual([]);
	});
	it('asks before it books somebody twice, and does it when it is meant', async () => {
		const [id = ''] = await plan(['june'], '2027-10-11', '2027-10-11');
		await plan(['ines'], '2027-10-12', '2027-10-12');
		await open(office, BOARD);
		await byMouse(office, bar(id), { person: 'ines', day: '2027-10-12' });
		await reads(office, 'Booked twice on 2027-10-12');
		expect(where(id)?.person).toBe('june');
		expect(await seriousOn(office)).toEqual([]);
		await save(office, 'Do it all the same');
		await until(() => where(id)?.person === 'ines', 'moved all the same');
	});
});

describe('the board by keys', () => {
	it('makes shorter, copies, takes off and brings back', async () => {
		const ids = await plan(['callum'], '2027-10-04', '2027-10-06');
		await open(office, BOARD);
		await office.waitForSelector(bar(ids[0] ?? ''));
		await office.focus(bar(ids[0] ?? ''));
		await office.keyboard.down('Alt');
		await office.keyboard.down('Shift');
		await office.keyboard.press('ArrowLeft');
		await office.keyboard.up('Shift');
		await office.keyboard.up('Alt');
		await until(() => on('callum', '2027-10-06') === 0 && on('callum', '2027-10-05') === 1, 'a day shorter');
		await office.waitForFunction((s) => document.activeElement?.matches(`[data-shift="${s}"][data-last="1"]`), {}, ids[0] ?? '');
		await office.keyboard.press('Delete');
		await until(() => on('callum', '2027-10-04') === 0, 'off');
		await office.keyboard.down('Control');
		await office.keyboard.press('z');
		await office.keyboard.up('Control');
		await until(() => on('callum', '2027-10-04') === 1, 'back');
		// The same shifts, not new ones: a calendar outside knows them.
		expect(where(ids[0] ?? '')?.day).toBe('2027-10-04');
	});
});

describe('beside the board', () => {
	it('a day is left out and put back, a note is written, and all that follow are taken off', async () => {
		const ids = await plan(['suki'], '2027-10-05', '2027-10-07', 'Ridge');
		await plan(['suki'], '2027-10-12', '2027-10-12', 'Ridge');
		await open(office, BOARD);
		await office.waitForSelector(bar(ids[0] ?? ''));
		await office.click(bar(ids[0] ?? ''));
		await reads(office, '5 Chandler Row');
		expect(await seriousOn(office)).toEqual([]);
		const thursday = (pressed: boolean) =>
			office.waitForFunction(
				(p: string) =>
					[...document.querySelectorAll('[aria-label="Days"] button')].some(
						(d) => d.textContent === '7 Thu' && d.getAttribute('aria-pressed') === p
					),
				{},
				String(pressed)
			);
		await press(office, '7 Thu', '[aria-label="Days"]');
		await thursday(false);
		await until(() => on('suki', '2027-10-07') === 0, 'left out');
		await press(office, '7 Thu', '[aria-label="Days"]');
		await thursday(true);
		await until(() => on('suki', '2027-10-07') === 1, 'back');
		// What the company keeps of its jobs is seen and said here too.
		await choose(office, 'aside select:has(option[value="No parking"])', 'No parking', 'change');
		await until(() => db.value<string>("select json_extract(own, '$.watch') from jobs where id = ?", jobId) === 'No parking', 'labelled');
		await fill(office, '[name=panel-note]', 'Take the long ladder');
		await press(office, 'Save', '[aria-label^="Shift:"]');
		await until(() => db.value("select count(*) from shifts where note = 'Take the long ladder'") === 3, 'the note');
		await press(office, 'Take off all 4', '[aria-label^="Shift:"]');
		await until(() => db.value("select count(*) from shifts where job_id = ? and person_id = 'suki'", jobId) === 0, 'all that follow');
	});
});

describe('a draft plan', () => {
	it('is worked on like the plan, looked at beside it, taken in part and whole, and taken back', async () => {
		const ids = await plan(['suki', 'noor'], '2027-11-15', '2027-11-15');
		const [mine = '', other = ''] = ids;
		await open(office, `${base}/plan/drafts`);
		expect(await seriousOn(office)).toEqual([]);
		await press(office, 'New draft');
		await fill(office, '[name=draft-name]', 'A day later');
		await save(office, 'Begin');
		await reads(office, 'Draft “A day later”');
		const draftId = db.value<string>("select id from draft_plans where name = 'A day later'");
		await open(office, `${base}/plan?draft=${draftId}&from=2027-11-15&weeks=1`);
		await office.waitForSelector(bar(mine));
		await office.focus(bar(mine));
		await office.keyboard.down('Alt');
		await office.keyboard.press('ArrowRight');
		await office.keyboard.press('ArrowRight');
		await office.keyboard.up('Alt');
		await until(
			() => db.value<string>("select json_extract(place, '$.day') from draft_changes where shift_id = ?", mine) === '2027-11-17',
			'tried'
		);
		expect(where(mine)?.day).toBe('2027-11-15');
		await office.waitForSelector(`${bar(mine)}.tried`);
		// Taken back and done again within the draft.
		await office.keyboard.down('Control');
		await office.keyboard.press('z');
		await office.keyboard.press('y');
		await office.keyboard.up('Control');
		await until(
			() => db.value<string>("select json_extract(place, '$.day') from draft_changes where shift_id = ?", mine) === '2027-11-17',
			'again'
		);
		await office.focus(bar(other));
		await office.keyboard.press('Delete');
		await until(() => db.value<number>('select count(*) from draft_changes where draft_id = ?', draftId) === 2, 'off in the draft');
		expect(where(other)?.day).toBe('2027-11-15');
		// What was done is said at the edge of the page: axe looks when it stands there.
		await reads(office, 'off the plan.');
		expect(await seriousOn(office)).toEqual([]);

		await press(office, 'Beside the plan, and take');
		await reads(office, 'Jobs that end on another day');
		await reads(office, 'Ada Chandler');
		expect(await seriousOn(office)).toEqual([]);
		// Somebody else moves one of them on the plan itself.
		const place = { jobId, phase: 'Slates', personId: 'noor', day: '2027-11-16', from: null, to: null, note: '' };
		await run(office, 'plan.arrange', { changes: [{ id: other, version: 1, to: place }], despite: true });
		await reads(office, 'Changed on the plan since');
		await press(office, 'Take 1');
		await until(() => where(mine)?.day === '2027-11-17', 'taken');
		await press(office, 'Keep the draft’s', '[aria-label="Changed on the plan since"]');
		await reads(office, 'Take it');
		await press(office, 'Take it');
		await until(() => where(other) === undefined, 'all taken');
		await until(() => db.value<string>('select state from draft_plans where id = ?', draftId) === 'taken', 'closed');
		await office.waitForFunction(() => location.pathname === '/plan');
		await press(office, 'Undo', '[data-sonner-toast]');
		await until(() => where(other)?.day === '2027-11-16', 'back on the plan');
	});
	it('is renamed, dropped, and taken up again', async () => {
		const { draftId } = await run<{ draftId: string }>(office, 'plan.begin-draft', { name: 'Not this way' });
		const state = () => db.value<string>('select state from draft_plans where id = ?', draftId);
		await open(office, `${base}/plan/drafts`);
		await press(office, 'Drop Not this way');
		await until(() => state() === 'dropped', 'dropped');
		await open(office, `${base}/plan?draft=${draftId}`);
		await reads(office, 'This draft was taken or dropped');
		await open(office, `${base}/plan/drafts`);
		await press(office, 'Take up again Not this way');
		await until(() => state() === 'open', 'open');
		await press(office, 'Rename Not this way');
		await fill(office, '[name=draft-name]', 'Perhaps this way');
		await save(office, 'Save');
		await reads(office, 'Perhaps this way');
	});
});

describe('finding and moving', () => {
	it('finds a slot beside the page, says its figures, and places it with one press', async () => {
		await open(office, BOARD);
		await menu('Find a slot');
		await office.select('[name=slot-job]', jobId);
		await fill(office, '[name=slot-hours]', '12');
		await choose(office, '[name=slot-from]', '2027-11-02');
		await choose(office, '[name=slot-to]', '2027-11-12');
		await fill(office, '[name=slot-skills]', 'crane, no such skill');
		await press(office, 'Look', 'dialog[open]');
		await reads(office, 'No crew has 1 person with crane, no such skill.');
		await fill(office, '[name=slot-skills]', '');
		await press(office, 'Look', 'dialog[open]');
		await office.waitForSelector('[aria-label="Slots"] button');
		expect(await seriousOn(office)).toEqual([]);
		const before = db.value<number>("select count(*) from shifts where day >= '2027-11-01'");
		await press(office, 'Plan', '[aria-label="Slots"]');
		await until(() => db.value<number>("select count(*) from shifts where day >= '2027-11-01'") > before, 'placed');
		expect(db.value("select min(day) from shifts where job_id = ? and day >= '2027-11-01'", jobId)).toBe('2027-11-02');
	});
	it('moves what rain keeps from being done, and takes it back whole', async () => {
		const [id = ''] = await plan(['marco'], '2027-11-16', '2027-11-16', 'Rain');
		const phaseId = db.value<string>("select id from phases where job_id = ? and name = 'Rain'", jobId);
		await run(office, 'jobs.change-phase', { phaseId, name: 'Rain', from: '2027-11-16', to: '2027-11-16', outdoor: true });
		await open(office, `${base}/plan?from=2027-11-15&weeks=1`);
		await menu('Move a day');
		await choose(office, 'dialog[open] [name=day]', '2027-11-16');
		await reads(office, '16 Tue → 17 Wed');
		await reads(office, 'To tell: Ada Chandler.');
		expect(await seriousOn(office)).toEqual([]);
		await save(office, 'Move it');
		await until(() => where(id)?.day === '2027-11-17', 'moved');
		await press(office, 'Undo');
		await until(() => where(id)?.day === '2027-11-16', 'taken back');
		expect(db.value('select to_day from phases where id = ?', phaseId)).toBe('2027-11-16');
	});
	it('shows the plan by job, and lays a phase with what it pushes shown first', async () => {
		await plan([null], '2027-11-18', '2027-11-18', 'After');
		const [first, after] = ['Rain', 'After'].map((n) => db.value<string>('select id from phases where job_id = ? and name = ?', jobId, n));
		await run(office, 'jobs.change-phase', { phaseId: after, name: 'After', from: '2027-11-17', to: '2027-11-18' });
		await run(office, 'jobs.link-phases', { beforeId: first, afterId: after, pause: 0 });
		await open(office, `${base}/plan?from=2027-11-15&weeks=2&by=job&job=${jobId}`);
		await reads(office, 'Chandler 5, slates');
		expect(await seriousOn(office)).toEqual([]);
		await press(office, 'Rain', '[aria-label="The plan by job"]');
		await office.waitForSelector('dialog[open] [name=phase-to]');
		await choose(office, '[name=phase-to]', '2027-11-17');
		await reads(office, 'After: Nov 17, 2027 – Nov 18, 2027 becomes Nov 18, 2027 – Nov 19, 2027');
		expect(await seriousOn(office)).toEqual([]);
		await save(office);
		await until(() => db.value<string>('select from_day from phases where id = ?', after) === '2027-11-18', 'pushed');
	});
});

describe('people', () => {
	it('are told what changed, see it on their phone, and ask for time off there', async () => {
		await plan(['callum'], '2027-10-20', '2027-10-21');
		await open(office, `${base}/plan/tell`);
		await reads(office, 'New: October 20, 2027 – October 21, 2027, whole day: Chandler 5, slates, Slates');
		expect(await seriousOn(office)).toEqual([]);
		await press(office, 'Tell all');
		await reads(office, 'Everybody knows their plan');
		const callum = await visitor(browser, PHONE);
		await signIn(callum, base, 'callum');
		await open(callum, `${base}/field`);
		await reads(callum, 'October 20, 2027');
		expect(await seriousOn(callum)).toEqual([]);
		while (await callum.$('[aria-label="Your plan changed"]')) {
			const left = db.value<number>("select count(*) from plan_notices where person_id = 'callum' and seen_at is null");
			await press(callum, 'I have seen it');
			await until(
				() => db.value<number>("select count(*) from plan_notices where person_id = 'callum' and seen_at is null") < left,
				'seen'
			);
			await open(callum, `${base}/field`);
		}
		await open(callum, `${base}/field/hours`);
		await press(callum, 'Ask for time off');
		await choose(callum, '[name=off-from]', '2027-12-02');
		await choose(callum, '[name=off-to]', '2027-12-01');
		await press(callum, 'Ask', '[aria-label="Time off"]');
		await reads(callum, 'The last day is before the first.');
		await choose(callum, '[name=off-to]', '2027-12-03');
		expect(await seriousOn(callum)).toEqual([]);
		await press(callum, 'Ask', '[aria-label="Time off"]');
		await reads(callum, 'asked for');
		await open(office, `${base}/today`);
		await reads(office, 'Callum Wray asks for 2 days off');
		await open(office, `${base}/plan/time-off`);
		await press(office, 'Grant Callum Wray');
		await until(
			() => db.value<string>("select state from time_off where person_id = 'callum' and from_day = '2027-12-02'") === 'granted',
			'granted'
		);
		expect(await seriousOn(office)).toEqual([]);
		await open(callum, `${base}/field/hours`);
		await reads(callum, 'granted');
		await callum.browserContext().close();
	});
	it('have weeks, papers and calendars of their own', async () => {
		await open(office, `${base}/plan/people`);
		await press(office, 'Change Dita Moss');
		await office.waitForSelector('dialog[open] [name=ownWeek]');
		await office.click('dialog[open] [name=ownWeek]');
		await fill(office, '[aria-label="Monday, to"]', '5:00');
		await office.$eval('[aria-label="Monday, to"]', (e) => e.dispatchEvent(new Event('change', { bubbles: true })));
		expect(await seriousOn(office)).toEqual([]);
		await press(office, 'Save', 'dialog[open] footer');
		await reads(office, 'Monday: the end must be after the start');
		await fill(office, '[aria-label="Monday, to"]', '12:00');
		await office.$eval('[aria-label="Monday, to"]', (e) => e.dispatchEvent(new Event('change', { bubbles: true })));
		await save(office);
		await until(() => db.value<string>("select hours from people where id = 'dita'").includes('"to":720'), 'her own week');
		await press(office, 'add a paper of Dita Moss');
		await fill(office, 'dialog[open] [name=name]', 'Torch work');
		await choose(office, 'dialog[open] [name=validUntil]', '2027-04-01');
		await save(office);
		await reads(office, '▲ Torch work until Apr 1, 2027');
		await open(office, `${base}/plan/calendars`);
		await press(office, 'Add a calendar');
		await office.waitForSelector('dialog[open] [name=address]');
		await fill(office, 'dialog[open] [name=name]', 'Own');
		await press(office, 'Add', 'dialog[open] footer');
		await reads(office, 'Give an address, or choose a file.');
		await press(office, 'Cancel', 'dialog[open]');
		expect(await seriousOn(office)).toEqual([]);
	});
	it('with days free are offered what waits and fits', async () => {
		await open(office, `${base}/plan/people`);
		await press(office, '40 h free: work for Pavel Orme, week of 26 Mon');
		await reads(office, 'Work for Pavel Orme');
		expect(await seriousOn(office)).toEqual([]);
		const before = db.value<number>("select count(*) from shifts where person_id = 'pavel'");
		await press(office, 'Plan', '[aria-label="What waits and fits"]');
		await until(() => db.value<number>("select count(*) from shifts where person_id = 'pavel'") > before, 'planned');
		// On the days that were free, and no others.
		expect(db.value("select count(*) from shifts where person_id = 'pavel' and day between '2027-04-26' and '2027-04-30'")).toBeGreaterThan(
			0
		);
	});
	it('work when the company works: its week and holidays', async () => {
		const owner = await visitor(browser);
		await signIn(owner, base, 'imogen');
		await open(owner, `${base}/company/week`);
		await press(owner, 'Take them');
		await reads(owner, 'Juneteenth');
		expect(await seriousOn(owner)).toEqual([]);
		await press(owner, 'Save');
		await until(() => db.value<string>('select holidays from company').includes('Juneteenth'), 'taken');
		await owner.browserContext().close();
	});
});
