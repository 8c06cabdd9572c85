import { mkdtempSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import type { Browser, ElementHandle, Page } from 'puppeteer-core';
import sharp from 'sharp';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { seriousOn } from './axe';
import { run, save } from './bench-steps';
import { fill, launch, open, PHONE, press, reads, signIn, visitor } from './chrome';
import { base, dataDir } from './company';
import { reader, until } from './db';
import { byMouse } from './drag';

const db = reader(dataDir);
const folder = mkdtempSync(join(tmpdir(), 'ny-job-'));
let browser: Browser;
let office: Page;
let estimator: Page;
let crew: Page;
beforeAll(async () => {
	browser = await launch();
	[office, estimator, crew] = await Promise.all([visitor(browser), visitor(browser), visitor(browser, PHONE)]);
	await signIn(office, base, 'petra');
	await signIn(estimator, base, 'bastian');
	await signIn(crew, base, 'noor');
});
afterAll(async () => {
	await browser.close();
	db.close();
});

/** A job of its own that is won on a word. */
async function won(name: string): Promise<string> {
	const { jobId } = await run<{ jobId: string }>(office, 'jobs.open', {
		...{
			name,
			customerId: null,
			customerName: `${name} people`,
			address: `${name}, Osselmere`,
			kindOfWork: 'Repair',
			source: '',
			wanted: ''
		}
	});
	await run(office, 'jobs.win', { jobId });
	return jobId;
}
const tasksOf = (jobId: string) =>
	db.all<{ text: string }>('select text from tasks where job_id = ? order by position', jobId).map((t) => t.text);
async function give(page: Page, selector: string, ...paths: string[]): Promise<void> {
	const input = (await page.waitForSelector(selector)) as ElementHandle<HTMLInputElement>;
	await input.uploadFile(...paths);
}

describe('the office sets a won job up', () => {
	it('in at most twelve actions, with nothing typed that is known already', async () => {
		const jobId = await won('Set Up Row 2');
		await open(office, `${base}/jobs/${jobId}`);
		await reads(office, 'Put people on it');
		let actions = 0;
		const act = async (what: Promise<unknown>) => {
			actions += 1;
			await what;
		};
		await act(press(office, 'Say it once'));
		await act(fill(office, '[name=brief]', 'Dog in the yard: ring first.'));
		expect(await seriousOn(office)).toEqual([]);
		await act(save(office));
		await act(office.click('[name=outdoor]'));
		await act(office.click('[name=hours-on-task]'));
		await act(
			office.$eval('[name=first-day]', (e) => {
				(e as HTMLInputElement).value = '2027-05-03';
				e.dispatchEvent(new Event('input', { bubbles: true }));
			})
		);
		await act(press(office, 'Save how it is worked'));
		await until(() => db.value('select hours_on_task from jobs where id = ?', jobId), 'set up');
		await act(press(office, 'Add somebody met on site'));
		await act(fill(office, '[name=contact-name]', 'Ada Quill'));
		await act(fill(office, '[name=contact-role]', 'has the key'));
		await act(save(office));
		expect(actions).toBeLessThanOrEqual(12);
		expect(db.row('select crew_brief, outdoor, first_day from jobs where id = ?', jobId)).toEqual({
			crew_brief: 'Dog in the yard: ring first.',
			outdoor: 1,
			first_day: '2027-05-03'
		});
		await reads(office, 'Ada Quill');
		expect(await seriousOn(office)).toEqual([]);
		// The crew reads it first, and cannot clock on without saying what for.
		await open(crew, `${base}/field/jobs/${jobId}`);
		await reads(crew, 'Dog in the yard: ring first.');
		await reads(crew, 'Hours on this job go to a task');
		expect(await seriousOn(crew)).toEqual([]);
	});
	it('folds what it does not need, and finds it folded again; the digits go from section to section', async () => {
		const jobId = await won('Folded Row 2');
		await open(office, `${base}/jobs/${jobId}`);
		const isOpen = (title: string) =>
			office.$$eval(
				'details[data-section]',
				(all, t) => (all.find((d) => (d as HTMLElement).innerText.startsWith(t)) as HTMLDetailsElement | undefined)?.open,
				title
			);
		await press(office, 'History');
		await office.waitForFunction(() => localStorage.getItem('fold:history') === 'folded');
		await open(office, `${base}/jobs/${jobId}`);
		expect(await isOpen('History')).toBe(false);
		await office.keyboard.press('1');
		await office.waitForFunction(() => document.activeElement?.textContent?.startsWith('Money and hours'));
		await office.evaluate(() => localStorage.clear());
	});
});

describe('the work list', () => {
	it('is worked by keys: added, moved, ticked; several at once by the bar', async () => {
		const jobId = await won('Key List 4');
		for (const t of db.all<{ id: string }>('select id from tasks where job_id = ?', jobId))
			await run(office, 'work.remove-task', { taskId: t.id });
		await open(office, `${base}/jobs/${jobId}/work`);
		for (const text of ['Strip', 'Dry in', 'Sweep']) {
			await fill(office, 'textarea[name=task]', text);
			await office.keyboard.press('Enter');
			await until(() => tasksOf(jobId).includes(text), text);
			await reads(office, text);
		}
		const handle = async (text: string) => {
			const id = db.value<string>('select id from tasks where job_id = ? and text = ?', jobId, text);
			await office.waitForSelector(`#task-${id}`);
			return `#task-${id}`;
		};
		await office.focus(await handle('Sweep'));
		await office.keyboard.down('Alt');
		await office.keyboard.press('ArrowUp');
		await office.keyboard.up('Alt');
		await until(() => tasksOf(jobId).join() === 'Strip,Sweep,Dry in', 'moved by keys');
		await byMouse(office, await handle('Dry in'), `[data-place="task ${(await handle('Strip')).slice(6)}"]`, { x: 0.3, y: 0.5 });
		await until(() => tasksOf(jobId).join() === 'Dry in,Strip,Sweep', 'dragged');
		await office.focus(await handle('Strip'));
		await office.keyboard.press('Space');
		await office.focus(await handle('Sweep'));
		await office.keyboard.press('Enter');
		await reads(office, '2 picked');
		expect(await seriousOn(office)).toEqual([]);
		await press(office, 'Done', '[aria-label="Picked tasks"]');
		await until(() => db.value('select count(*) from tasks where job_id = ? and done_at is not null', jobId) === 2, 'both done');
		await press(office, 'Show 2 done');
		await reads(office, 'done by Petra');
	});
});

describe('hours', () => {
	it('go on counting on the open page while a clock runs, without a reload', async () => {
		const jobId = await won('Counting 6');
		const { taskIds } = await run<{ taskIds: string[] }>(office, 'work.add-tasks', { jobId, phase: 'Repair', texts: ['Mend'] });
		await run(crew, 'time.clock-on', { jobId, taskId: taskIds[0] });
		await open(office, `${base}/jobs/${jobId}`);
		const used = () => office.$eval('[data-hours-used]', (e) => (e as HTMLElement).innerText);
		await office.waitForFunction(() => /^0:0\d:\d\d$/.test(document.querySelector('[data-hours-used]')?.textContent ?? ''));
		const first = await used();
		await office.waitForFunction((t: string) => document.querySelector('[data-hours-used]')?.textContent !== t, {}, first);
		await reads(office, 'Mend');
		await run(crew, 'time.clock-off', { note: '', breakMinutes: 0 });
	});
});

describe('time that was forgotten', () => {
	it('says its task on the phone where the job wants one, and the office gives it another', async () => {
		const jobId = await won('Aforgotten Row 7');
		const { taskIds } = await run<{ taskIds: string[] }>(office, 'work.add-tasks', { jobId, phase: '', texts: ['Strip it', 'Sweep it'] });
		await run(office, 'jobs.change', { jobId, hoursOnTask: true });
		await open(crew, `${base}/field/hours`);
		await press(crew, 'Add time I forgot');
		await crew.select('form select', jobId);
		await crew.waitForFunction(() => document.body.innerText.includes('Strip it'));
		await fill(crew, 'form input[type=date]', '');
		await crew.$eval('form input[type=date]', (e) => {
			(e as HTMLInputElement).value = '2027-02-02';
			e.dispatchEvent(new Event('input', { bubbles: true }));
		});
		await press(crew, 'Add', 'form');
		await reads(crew, 'choose which');
		await crew.select('select[name=task]', taskIds[0] ?? '');
		await press(crew, 'Add', 'form');
		await until(() => db.value<string>('select task_id from time_entries where job_id = ?', jobId) === taskIds[0], 'on its task');
		await open(office, `${base}/jobs/${jobId}/costs`);
		await press(office, 'Put right');
		await office.waitForSelector('dialog[open] select[name=task]');
		await office.select('dialog[open] select[name=task]', taskIds[1] ?? '');
		await fill(office, 'dialog[open] input[name=reason]', 'was swept');
		expect(await seriousOn(office)).toEqual([]);
		await save(office);
		await until(() => db.value<string>('select task_id from time_entries where job_id = ?', jobId) === taskIds[1], 'on another');
	});
});

describe('a change order', () => {
	it('goes from a picture of the field to the contract', async () => {
		const jobId = await won('Rotten Row 8');
		const picture = join(folder, 'rot.png');
		writeFileSync(
			picture,
			await sharp({ create: { width: 60, height: 40, channels: 3, background: '#664' } })
				.png()
				.toBuffer()
		);
		await open(crew, `${base}/field/jobs/${jobId}`);
		await crew.click('input[name=kind][value=found]');
		await crew.click('input[name=begun]');
		await fill(crew, 'textarea[name=note]', 'Rotten fascia behind the gutter');
		await give(crew, 'input[name=picture]', picture);
		await press(crew, 'Send');
		await until(() => db.value('select count(*) from findings where job_id = ? and file_id is not null and begun = 1', jobId), 'found');
		await open(estimator, `${base}/today`);
		await reads(estimator, 'Rotten Row 8: Rotten fascia behind the gutter');
		await open(estimator, `${base}/jobs/${jobId}`);
		await reads(estimator, 'Something was found on site and not priced.');
		await reads(estimator, 'went on with it before it was agreed');
		expect(await seriousOn(estimator)).toEqual([]);
		await press(estimator, 'Price it', 'details[id=found]');
		await estimator.waitForFunction(() => location.search === '?change=1');
		const estimateId = db.value<string>('select id from estimates where job_id = ? and change_number = 1', jobId);
		const { scopeId } = await run<{ scopeId: string }>(estimator, 'estimates.add-scope', { estimateId, name: 'New fascia' });
		await run(estimator, 'estimates.add-line', { scopeId, name: 'Fascia', price: 5_000_000, cost: 2_000_000, quantity: 10_000 });
		const sent = await run<{ revisionId: string }>(estimator, 'quotes.issue', {
			estimateId,
			to: 'c@customer.example',
			subject: '',
			text: '{link}'
		});
		await open(estimator, `${base}/jobs/${jobId}`);
		await reads(estimator, 'change order 1');
		await run(office, 'quotes.accept-by-hand', { revisionId: sent.revisionId, name: 'C. Customer', chosen: [] });
		await until(() => db.value('select contract_net from jobs where id = ?', jobId) === 50_000, 'the contract follows');
		await open(office, `${base}/jobs/${jobId}`);
		await reads(office, '500.00');
		await reads(office, 'Contract now');
	});
});

describe('talk, permits, punch list, files, the daily log', () => {
	it('who is named finds it on Today until it is read', async () => {
		const jobId = await won('Talk Row 10');
		await open(office, `${base}/jobs/${jobId}`);
		await press(office, 'Talk');
		await office.waitForSelector('textarea[name=comment]', { visible: true });
		await office.type('textarea[name=comment]', 'Vents? @Bas');
		await press(office, 'Bastian Reyle', '[aria-label="Who is meant"]');
		await press(office, 'Say it');
		await until(
			() => db.value('select count(*) from job_mentions m join job_comments c on c.id = m.comment_id where c.job_id = ?', jobId),
			'named'
		);
		await open(estimator, `${base}/today`);
		await reads(estimator, 'Petra Vinter on Talk Row 10');
		await open(estimator, `${base}/jobs/${jobId}#talk`);
		await press(estimator, 'I have read it');
		await until(
			() =>
				db.value(
					'select count(*) from job_mentions m join job_comments c on c.id = m.comment_id where c.job_id = ? and read_at > 0',
					jobId
				),
			'read'
		);
	});
	it('the customer is written to, and what they answer stands among what is said', async () => {
		const jobId = await won('Answer Row 3');
		const { number } = db.all<{ number: number }>('select number from jobs where id = ?', jobId)[0]!;
		await run(office, 'jobs.save-contact', {
			...{ jobId, contactId: null, name: 'Ada Row', role: 'keys', phone: '', mail: 'ada@row.example' }
		});
		// What a link leads to is open, however it was left.
		await open(office, `${base}/jobs/${jobId}#talk`);
		await press(office, 'Write to the customer …');
		await fill(office, '[name=letter-to]', 'ada@row.example');
		await press(office, 'Send', 'dialog[open]');
		await reads(office, 'Write something.');
		await fill(office, '[name=letter-text]', 'Is Friday good?');
		expect(await seriousOn(office)).toEqual([]);
		await press(office, 'Send', 'dialog[open]');
		await until(
			() => db.value("select count(*) from outbox where text = 'Is Friday good?' and about = ?", `job:${jobId}`) === 1,
			'it goes out'
		);
		const taken = await office.evaluate(async (subject: string) => {
			const mail = `From: Ada Row <ada@row.example>\r\nTo: office@ours.example\r\nSubject: ${subject}\r\nMessage-ID: <ada-1@row.example>\r\n\r\nFriday is good.\r\n`;
			return (await fetch('/api/lead-mail', { method: 'POST', body: mail })).status;
		}, `Re: job ${number}`);
		expect(taken).toBe(200);
		await reads(office, 'Friday is good.');
		await office.click('[name=talk-shown][value=talk]');
		await office.waitForFunction(() => !document.body.innerText.includes('Friday is good.'));
		await office.click('[name=talk-shown][value=mail]');
		await reads(office, 'Friday is good.');
		await press(office, 'I have read it');
		await until(() => db.value('select count(*) from job_mails where job_id = ? and read_at is null', jobId) === 0, 'it is read');
	});
	it('a permit that is not there is what is next; the punch list is added to on the phone and ticked in the office', async () => {
		const jobId = await won('Permit Row 12');
		await open(office, `${base}/jobs/${jobId}/work`);
		await press(office, 'Add a permit or an inspection');
		await fill(office, '[name=permit-name]', 'Street closure');
		expect(await seriousOn(office)).toEqual([]);
		await save(office);
		await open(office, `${base}/jobs/${jobId}`);
		await reads(office, 'The work waits for: Street closure.');
		await open(crew, `${base}/field/jobs/${jobId}`);
		await reads(crew, 'Waits for: Street closure');
		await crew.click('input[name=kind][value=punch]');
		await fill(crew, 'textarea[name=note]', 'Gutter bracket loose');
		await fill(crew, 'input[name=place]', 'back');
		await press(crew, 'Send');
		await until(() => db.value('select count(*) from punch_items where job_id = ?', jobId), 'added');
		await open(office, `${base}/jobs/${jobId}/work`);
		await office.click('[aria-label="Punch list"] input[type=checkbox]');
		await until(() => db.value('select done_at from punch_items where job_id = ?', jobId), 'put right');
	});
	it('several files are kept at once, one of a wrong kind is named, and a newer version takes the place of the old', async () => {
		const jobId = await won('File Row 14');
		const file = (name: string, content: string | Buffer) => {
			writeFileSync(join(folder, name), content);
			return join(folder, name);
		};
		await open(office, `${base}/jobs/${jobId}/files`);
		await give(office, 'input[name=files]', file('a.txt', 'plan a'), file('b.pdf', Buffer.from([0, 1, 2, 3])), file('c.txt', 'plan c'));
		await reads(office, '1 not kept:');
		await reads(office, 'b.pdf:');
		await until(() => db.value('select count(*) from job_files where job_id = ?', jobId) === 2, 'two kept');
		const id = db.value<string>("select id from job_files where job_id = ? and name = 'a.txt'", jobId);
		await press(office, 'Change a.txt');
		await office.select('[name=file-seen]', 'crew');
		expect(await seriousOn(office)).toEqual([]);
		await save(office);
		await until(() => db.value<string>('select seen_by from job_files where id = ?', id) === 'crew', 'the crew sees it');
		const [shown, hidden] = ['a.txt', 'c.txt'].map((name) =>
			db.value<string>(
				'select a.id from attachments a join job_files f on f.id = a.job_file_id where f.job_id = ? and f.name = ?',
				jobId,
				name
			)
		);
		await open(crew, `${base}/field/jobs/${jobId}`);
		await reads(crew, 'a.txt');
		const status = (attachment = '') =>
			crew.evaluate(async (u: string) => (await fetch(u)).status, `${base}/api/attachments/${attachment}`);
		expect([await status(shown), await status(hidden)]).toEqual([200, 403]);
	});
	it('the lead completes the day on the phone; the office reads it', async () => {
		const jobId = await won('Log Row 16');
		await open(crew, `${base}/field/jobs/${jobId}/log`);
		await fill(crew, '[name=done]', 'North side flashed');
		await press(crew, 'Save the log');
		await until(() => db.value('select count(*) from daily_logs where job_id = ?', jobId), 'the log');
		expect(await seriousOn(crew)).toEqual([]);
		await open(office, `${base}/jobs/${jobId}/log`);
		expect(await office.$eval('[name=done]', (e) => (e as HTMLTextAreaElement).value)).toBe('North side flashed');
		expect(await seriousOn(office)).toEqual([]);
	});
});

describe('the list of jobs', () => {
	it('stands by stage and on the map as well, narrowed the same way', async () => {
		const jobId = await won('Narrow Row 18');
		await run(office, 'jobs.change', { jobId, personId: 'imogen' });
		await open(office, `${base}/work/jobs?as=stages&q=Narrow+Row`);
		await reads(office, 'Narrow Row 18');
		expect(await seriousOn(office)).toEqual([]);
		await office.select('[aria-label="In charge"]', 'petra');
		await office.waitForFunction(() => !document.body.innerText.includes('Narrow Row 18'));
		await office.select('[aria-label="In charge"]', 'imogen');
		await reads(office, 'Narrow Row 18');
		await press(office, 'Map', '[aria-label="Seen as"]');
		await reads(office, '1 without a place on the map');
	});
});
