import { mkdtempSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { buildDemo } from '../../src/demo/build';
import { DemoClock, Yard } from '../../src/demo/yard';
import { readSettings } from '../../src/lib/server/settings';
import { launch, signIn, visitor } from '../browser/chrome';
import { serve } from '../../scripts/lib.mjs';
import { median, note } from './measure';

const PEOPLE = 200;

interface Seen {
	first: number;
	longest: number;
	elements: number;
	bars: number;
}

/** The plan board of four weeks with two hundred people and four thousand shifts: until a bar is there, how long it blocks, how much is drawn. */
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
	await page.evaluateOnNewDocument(`
		window.seen = { first: 0, longest: 0 };
		new PerformanceObserver((l) => { for (const e of l.getEntries()) seen.longest = Math.max(seen.longest, e.duration); }).observe({ type: 'longtask', buffered: true });
		(function look() { if (!seen.first && document.querySelector('[data-shift]')) seen.first = performance.now(); if (!seen.first) requestAnimationFrame(look); })();
	`);
	const all: Seen[] = [];
	for (let n = 0; n < 5; n++) {
		await page.goto(`${base}/plan?from=2027-05-31&weeks=4`, { waitUntil: 'load' });
		await page.waitForFunction(() => document.documentElement.dataset.ready === 'yes');
		// Down through all of it and back, a screen at a time.
		await page.evaluate(`(async () => {
			const board = document.querySelector('.board');
			for (let y = 0; y < board.scrollHeight; y += 400) { board.scrollTop = y; await new Promise((r) => requestAnimationFrame(() => requestAnimationFrame(r))); }
		})()`);
		all.push(
			(await page.evaluate(
				`({ ...seen, elements: document.querySelectorAll('main *').length, bars: document.querySelectorAll('[data-shift]').length })`
			)) as Seen
		);
	}
	await browser.close();
	server.kill('SIGTERM');
	const of = (pick: (s: Seen) => number) => median(all.map(pick));
	const size = `${PEOPLE} people, 4 weeks, ${PEOPLE * 20} shifts`;
	note(
		'plan board: until the first bar',
		size,
		of((s) => s.first),
		'600 ms',
		600,
		1
	);
	note(
		'plan board: longest task, opened and rolled through',
		size,
		of((s) => s.longest),
		'80 ms',
		80,
		1
	);
	note(
		'plan board: elements',
		size,
		of((s) => s.elements),
		'2,500',
		2500,
		1
	);
}
