import type { Browser, Page } from 'puppeteer-core';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { seriousOn } from './axe';
import { run } from './bench-steps';
import { launch, open, press, reads, signIn, visitor } from './chrome';
import { base, dataDir } from './company';
import { reader, until } from './db';
import { byMouse, byTouch } from './drag';

const db = reader(dataDir);
const TABLET = { width: 1180, height: 820, isMobile: true, hasTouch: true };
let browser: Browser;
let estimator: Page;
let office: Page;
let tablet: Page;
beforeAll(async () => {
	browser = await launch();
	[estimator, office, tablet] = await Promise.all([visitor(browser), visitor(browser), visitor(browser, TABLET)]);
	await signIn(estimator, base, 'bastian');
	await signIn(office, base, 'petra');
	await signIn(tablet, base, 'petra');
});
afterAll(async () => {
	await browser.close();
	db.close();
});

const bid = (name: string) =>
	run<{ jobId: string }>(estimator, 'jobs.open', {
		...{ name, customerId: null, customerName: `${name} people`, address: '', kindOfWork: 'Repair', source: '', wanted: '' }
	});
const stage = (name: string) => db.value<string>('select id from stages where name = ?', name);
const stageOf = (jobId: string) => db.value<string>('select s.name from jobs j join stages s on s.id = j.stage_id where j.id = ?', jobId);

/** Two scopes; three lines in the first. */
async function estimate(name: string) {
	const { jobId } = await bid(name);
	const { estimateId } = await run<{ estimateId: string }>(estimator, 'estimates.start', { jobId });
	const roof = (await run(estimator, 'estimates.add-scope', { estimateId, name: 'Roof' })).scopeId ?? '';
	const walls = (await run(estimator, 'estimates.add-scope', { estimateId, name: 'Walls' })).scopeId ?? '';
	for (const line of ['Caps', 'Felt', 'Nails'])
		await run(estimator, 'estimates.add-line', { scopeId: roof, name: line, price: 10_000, cost: 5_000, quantity: 10_000 });
	await open(estimator, `${base}/jobs/${jobId}/estimate`);
	const lines = (scopeId: string) =>
		db.all<{ name: string }>('select name from lines where scope_id = ? order by position', scopeId).map((l) => l.name);
	const handle = async (line: string) => {
		const id = db.value<string>('select id from lines where scope_id in (?, ?) and name = ?', roof, walls, line);
		return { row: `[data-place="line ${id}"]`, pick: `[data-place="line ${id}"] td.pick` };
	};
	return { estimateId, roof, walls, lines, handle };
}

describe('a card of the winning track', () => {
	it('is dragged to another stage, and taken back', async () => {
		const { jobId } = await bid('Mouse Lane 4');
		const before = stageOf(jobId);
		await open(estimator, `${base}/win/track?q=Mouse+Lane`);
		const said = await byMouse(estimator, `[data-card="${jobId}"]`, `[data-place="${stage('Measuring')}"]`, { x: 0.5, y: 0.8 });
		expect(said).toBe('Mouse Lane 4 → Measuring');
		await until(() => stageOf(jobId) === 'Measuring', 'moved');
		await reads(estimator, 'Mouse Lane 4: Measuring.');
		expect(await seriousOn(estimator)).toEqual([]);
		await press(estimator, 'Undo');
		await until(() => stageOf(jobId) === before, 'taken back');
		expect(new URL(estimator.url()).pathname).toBe('/win/track');
	});
	it('is moved by keys, and by a finger', async () => {
		const { jobId } = await bid('Finger Lane 4');
		const stages = db.all<{ id: string; name: string }>('select id, name from stages order by position').map((s) => s.name);
		const first = stageOf(jobId);
		const next = stages[stages.indexOf(first) + 1] ?? '';
		await open(estimator, `${base}/win/track?q=Finger+Lane`);
		await estimator.focus(`[data-card="${jobId}"]`);
		await estimator.keyboard.down('Alt');
		await estimator.keyboard.press('ArrowRight');
		await estimator.keyboard.up('Alt');
		await until(() => stageOf(jobId) === next, 'moved by keys');
		await open(tablet, `${base}/win/track?q=Finger+Lane`);
		await byTouch(tablet, `[data-card="${jobId}"]`, `[data-place="${stage(first)}"]`, { x: 0.5, y: 0.8 });
		await until(() => stageOf(jobId) === first, 'moved by finger');
	});
});

describe('lines and scopes of an estimate', () => {
	it('lines are dragged before another and into another scope, a scope before another', async () => {
		const { roof, walls, lines, handle, estimateId } = await estimate('Drag Row 8');
		await byMouse(estimator, (await handle('Nails')).pick, (await handle('Caps')).row, { x: 0.3, y: 0.5 });
		await until(() => lines(roof).join() === 'Nails,Caps,Felt', 'before the first');
		await byMouse(estimator, (await handle('Caps')).pick, `[data-place="scope ${walls}"] h2`);
		await until(() => lines(walls).join() === 'Caps', 'into the other scope');
		await byMouse(estimator, `[data-place="scope ${walls}"] header`, `[data-place="scope ${roof}"] header`);
		const scopes = () =>
			db.all<{ name: string }>('select name from scopes where estimate_id = ? order by position', estimateId).map((s) => s.name);
		await until(() => scopes().join() === 'Walls,Roof', 'the scope goes first');
		expect(lines(roof)).toEqual(['Nails', 'Felt']);
	});
	it('the same by keys, and a line by a finger', async () => {
		const { roof, lines, handle } = await estimate('Key Row 8');
		await estimator.focus(`${(await handle('Nails')).row} [data-column=name]`);
		await estimator.keyboard.down('Alt');
		await estimator.keyboard.press('ArrowUp');
		await estimator.keyboard.up('Alt');
		await until(() => lines(roof).join() === 'Caps,Nails,Felt', 'up by keys');
		await open(tablet, estimator.url());
		await byTouch(tablet, (await handle('Felt')).pick, (await handle('Caps')).row, { x: 0.3, y: 0.5 });
		await until(() => lines(roof).join() === 'Felt,Caps,Nails', 'up by finger');
	});
});

describe('a bar of the plan board', () => {
	/** A job that nobody is planned on, and a bar of one day for somebody who is free. */
	async function bar(day: string, person: string) {
		const job = db.row<{ id: string; name: string }>(
			"select j.id, j.name from jobs j join stages s on s.id = j.stage_id where j.number is not null and s.meaning = 'ready' limit 1"
		);
		const { shiftIds } = await run<{ shiftIds: string[] }>(office, 'plan.add', {
			...{ jobId: job.id, phase: '', personIds: [person], from: day, to: day, start: null, end: null, note: '', despite: true }
		});
		return { id: shiftIds[0] ?? '', job: job.name };
	}
	const shift = (id: string) => db.row<{ person: string; day: string }>('select person_id person, day from shifts where id = ?', id);

	it('is dragged to another person and day, and taken back', async () => {
		const { id, job } = await bar('2027-06-01', 'hattie');
		await open(office, `${base}/plan?from=2027-05-31&weeks=2`);
		const said = await byMouse(office, `[data-shift="${id}"]`, { person: 'pavel', day: '2027-06-03' });
		expect(said).toMatch(/→ .*2027-06-03/);
		await until(() => shift(id).person === 'pavel', 'moved');
		expect(shift(id).day).toBe('2027-06-03');
		await reads(office, `${job}: `);
		expect(await seriousOn(office)).toEqual([]);
		await press(office, 'Undo');
		await until(() => shift(id).person === 'hattie' && shift(id).day === '2027-06-01', 'taken back');
	});
	it('is moved and made longer by keys, and moved by a finger', async () => {
		const { id } = await bar('2027-06-15', 'hattie');
		await open(office, `${base}/plan?from=2027-06-14&weeks=2`);
		const job = db.value<string>('select job_id from shifts where id = ?', id);
		await office.focus(`[data-shift="${id}"]`);
		await office.keyboard.down('Alt');
		await office.keyboard.press('ArrowRight');
		await until(() => shift(id).day === '2027-06-16', 'a day later');
		await office.waitForFunction((s) => document.activeElement?.matches(`[data-shift="${s}"][data-first="2"]`), {}, id);
		await office.keyboard.down('Shift');
		await office.keyboard.press('ArrowRight');
		await until(
			() => db.value("select count(*) from shifts where job_id = ? and person_id = 'hattie' and day = '2027-06-17'", job) === 1,
			'longer'
		);
		await office.keyboard.up('Shift');
		await office.keyboard.up('Alt');
		await open(tablet, `${base}/plan?from=2027-06-14&weeks=2`);
		await byTouch(tablet, `[data-shift="${id}"]`, { person: 'hattie', day: '2027-06-22' });
		await until(() => shift(id).day === '2027-06-22', 'moved by finger');
	});
	it('is reached from day to day by arrows, one stop of Tab for the whole board', async () => {
		await open(office, `${base}/plan?from=2027-06-14&weeks=2`);
		expect(await office.$$eval('[aria-label^="Plan board"] [tabindex="0"]', (all) => all.length)).toBe(1);
		await office.focus('[aria-label^="Plan board"] [tabindex="0"]');
		for (const key of ['ArrowDown', 'ArrowRight', 'ArrowRight'] as const) {
			const was = await office.evaluateHandle(() => document.activeElement);
			await office.keyboard.press(key);
			await office.waitForFunction((e) => document.activeElement !== e, {}, was);
		}
		expect(await office.evaluate(() => (document.activeElement as HTMLElement).dataset.day)).toBe('2');
		await office.keyboard.press('Enter');
		await office.waitForSelector('dialog[open] input[name=from]');
		expect(await office.$eval('dialog[open] input[name=from]', (e) => (e as HTMLInputElement).value)).toBe('2027-06-16');
		await office.keyboard.press('Escape');
	});
});

describe('a part of an assembly', () => {
	it('is dragged to another place and saved there', async () => {
		const { id } = db.row<{ id: string }>(
			'select a.id from assemblies a where (select count(*) from parts p where p.assembly_id = a.id) > 3 limit 1'
		);
		const read = () =>
			db.all<{ id: string; what: string }>(
				'select id, coalesce(item_id, sheet_id, child_id, placeholder) what from parts where assembly_id = ? order by position',
				id
			);
		const before = read().map((p) => p.id);
		const third = read()[2]?.what;
		await open(estimator, `${base}/price/assemblies/${id}`);
		await byMouse(estimator, `[data-place="${before[2]}"]`, `[data-place="${before[0]}"]`, { x: 0.3, y: 0.5 });
		await press(estimator, 'Save');
		await until(() => read()[0]?.what === third, 'the third goes first');
	});
});
