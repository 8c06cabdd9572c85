import { mkdtempSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import type { Page } from 'puppeteer-core';
import { buildDemo } from '../../src/demo/build';
import { DemoClock, Yard } from '../../src/demo/yard';
import { readSettings } from '../../src/lib/server/settings';
import { launch, signIn, visitor } from '../browser/chrome';
import { serve } from '../../scripts/lib.mjs';
import { median, note, p95 } from './measure';

const PEOPLE = 200;

/** Weeks with four thousand shifts, and weeks with none. */
const FULL = 'from=2027-05-31&weeks=4';
const EMPTY = 'from=2026-01-05&weeks=4';
const SLOWED = 4;

/**
 * The plan board of four weeks with two hundred people and four thousand shifts: what the server takes for it, when it is seen, how it rolls and how
 * something is dragged on it, the browser four times slower.
 */
export async function boardBench(): Promise<void> {
	const data = mkdtempSync(join(tmpdir(), 'ny-board-'));
	const port = 5900 + Math.floor(Math.random() * 1000);
	const base = `http://127.0.0.1:${port}`;
	process.env.NICKEL_NOW = '2027-04-14T09:20';
	const app = await buildDemo(readSettings({ NICKEL_DATA: data, NICKEL_ORIGIN: base }));
	const yard = new Yard(app, new DemoClock(app.clock.now()));
	const crews = (app.db.sqlite.prepare('select id from crews order by position').all() as { id: string }[]).map((c) => c.id);
	const jobs = (
		app.db.sqlite
			.prepare(
				"select j.id from jobs j join stages s on s.id = j.stage_id where j.number is not null and s.meaning in ('ready', 'under way')"
			)
			.all() as { id: string }[]
	).map((j) => j.id);
	const there = app.db.sqlite.prepare('select count(*) from people where crew_id is not null').pluck().get() as number;
	const hash = app.db.sqlite.prepare("select password_hash from people where id = 'imogen'").pluck().get() as string;
	for (let n = there; n < PEOPLE; n++)
		yard.call({ type: 'system' }, 'people.add', {
			...{ id: `many${n}`, name: `Person ${n}`, mail: `many${n}@pellgrave.example`, role: 'crew', crewId: crews[n % crews.length] ?? null },
			...{ skills: 'steep', color: 'slate', language: 'en', sheetId: null, passwordHash: hash }
		});
	const people = (app.db.sqlite.prepare('select id from people where crew_id is not null').all() as { id: string }[]).map((p) => p.id);
	people.forEach((personId, n) => {
		for (let week = 0; week < 4; week++) {
			const from = new Date(Date.UTC(2027, 4, 31 + week * 7)).toISOString().slice(0, 10);
			const to = new Date(Date.UTC(2027, 5, 4 + week * 7)).toISOString().slice(0, 10);
			yard.call('petra', 'plan.add', {
				...{ jobId: jobs[(n + week) % jobs.length] ?? '', phase: '', personIds: [personId], from, to, start: null, end: null },
				...{ note: '', despite: true }
			});
		}
	});
	app.db.sqlite.close();
	const server = await serve(port, { NICKEL_DATA: data, NICKEL_NOW: '2027-04-14T09:20', NICKEL_LOG: 'silent' });
	const browser = await launch();
	const page = await visitor(browser);
	await signIn(page, base, 'petra');
	const cookie = (await page.cookies()).map((c) => `${c.name}=${c.value}`).join('; ');
	const answered = async (at: string) => {
		const from = performance.now();
		await (await fetch(`${base}/plan?${at}`, { headers: { cookie } })).text();
		return performance.now() - from;
	};
	const [empty, full]: [number[], number[]] = [[], []];
	for (let n = 0; n < 30; n++) {
		empty.push(await answered(EMPTY));
		full.push(await answered(FULL));
	}
	await page.evaluateOnNewDocument(`
		window.seen = { first: 0, longest: 0 };
		new PerformanceObserver((l) => { for (const e of l.getEntries()) seen.longest = Math.max(seen.longest, e.duration); }).observe({ type: 'longtask', buffered: true });
		(function look() { requestAnimationFrame(() => { if (document.querySelector('[data-cells]')) requestAnimationFrame(() => (seen.first = performance.now())); else look(); }); })();
	`);
	await page.emulateCPUThrottling(SLOWED);
	const first: Record<string, number[]> = { [EMPTY]: [], [FULL]: [] };
	const rolled: Frames[] = [];
	const dragged: Frames[] = [];
	let elements = 0;
	for (let n = 0; n < 5; n++)
		for (const at of [EMPTY, FULL]) {
			await page.goto(`${base}/plan?${at}`, { waitUntil: 'load' });
			await page.waitForFunction((all: number) => document.querySelectorAll('[data-cells]').length >= all, {}, PEOPLE);
			first[at]?.push((await page.evaluate('seen.first')) as number);
			if (at === EMPTY) continue;
			elements = (await page.evaluate("document.querySelectorAll('main *').length")) as number;
			rolled.push(await roll(page));
			dragged.push(await drag(page));
		}
	await browser.close();
	server.kill('SIGTERM');
	const size = `${PEOPLE} people, 4 weeks, ${PEOPLE * 20} shifts`;
	const of = (all: Frames[], pick: (f: Frames) => number) => median(all.map(pick));
	note('plan board: answered', size, p95(full), 'weeks without a shift', p95(empty), 4);
	note('plan board: seen, over empty weeks', size, median(first[FULL] ?? []) - median(first[EMPTY] ?? []), '300 ms', 300, 1);
	note(
		'plan board: rolled, longest task',
		size,
		of(rolled, (f) => f.longest),
		'80 ms',
		80,
		1
	);
	note(
		'plan board: rolled, a frame',
		size,
		of(rolled, (f) => p95(f.frames)),
		'34 ms',
		34,
		1
	);
	note(
		'plan board: dragged, longest task',
		size,
		of(dragged, (f) => f.longest),
		'80 ms',
		80,
		1
	);
	note(
		'plan board: dragged, a frame',
		size,
		of(dragged, (f) => p95(f.frames)),
		'34 ms',
		34,
		1
	);
	note(
		'plan board: dragged, a frame in the middle',
		size,
		of(dragged, (f) => median(f.frames)),
		'34 ms',
		34,
		1
	);
	note('plan board: elements', size, elements, '4,000', 4000, 1);
}

/** How long each frame took, and the longest piece of work, in milliseconds. */
interface Frames {
	frames: number[];
	longest: number;
}

/** Down through all of it, a turn of the wheel a frame. */
async function roll(page: Page): Promise<Frames> {
	const frames = (await page.evaluate(`(async () => {
		seen.longest = 0;
		const board = document.querySelector('.board'), frames = [];
		let last = performance.now();
		for (let y = 0; y < board.scrollHeight; y += 100) {
			board.scrollTop = y;
			await new Promise((r) => requestAnimationFrame(r));
			frames.push(performance.now() - last);
			last = performance.now();
		}
		board.scrollTop = 0;
		return frames;
	})()`)) as number[];
	return { frames, longest: (await page.evaluate('seen.longest')) as number };
}

/** A bar is taken up and led over the board. */
async function drag(page: Page): Promise<Frames> {
	const box = await (await page.$('[data-shift]'))?.boundingBox();
	if (!box) throw new Error('No bar.');
	await page.mouse.move(box.x + 20, box.y + 10);
	await page.waitForSelector('[data-drag=ready]');
	await page.mouse.down();
	await page.mouse.move(box.x + 40, box.y + 20, { steps: 4 });
	await page.waitForSelector('.held');
	await page.evaluate(`
		seen.longest = 0; window.frames = []; window.led = true;
		(function next(last) { requestAnimationFrame((now) => { frames.push(now - last); if (led) next(now); }); })(performance.now());
	`);
	for (let n = 0; n < 60; n++) await page.mouse.move(300 + n * 8, 240 + (n % 20) * 12);
	const frames = (await page.evaluate('led = false; frames')) as number[];
	const longest = (await page.evaluate('seen.longest')) as number;
	await page.keyboard.press('Escape');
	await page.mouse.up();
	return { frames, longest };
}
