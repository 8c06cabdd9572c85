import { mkdtempSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { buildDemo } from '../../src/demo/build';
import { readSettings } from '../../src/lib/server/settings';
import { serve } from '../../scripts/lib.mjs';
import { zip } from '../zip';
import { csv, mapping } from './lists';
import { note, p95 } from './measure';

/** Somebody who is signed in, by their cookie. */
async function signedIn(base: string, who: string): Promise<(path: string, init?: RequestInit) => Promise<Response>> {
	const form = new URLSearchParams({ mail: `${who}@pellgrave.example`, password: 'nickel-yard' });
	const answer = await fetch(`${base}/sign-in`, { method: 'POST', body: form, redirect: 'manual', headers: { origin: base } });
	const cookie = answer.headers
		.getSetCookie()
		.map((c) => c.split(';')[0])
		.join('; ');
	return (path, init = {}) => fetch(`${base}${path}`, { ...init, headers: { cookie, origin: base, ...init.headers } });
}
type Asker = Awaited<ReturnType<typeof signedIn>>;
const command = (ask: Asker, name: string, input: object) =>
	ask(`/api/commands/${name}`, {
		method: 'POST',
		headers: { 'content-type': 'application/json' },
		body: JSON.stringify({ input, key: crypto.randomUUID() })
	}).then(async (r) => ({ status: r.status, body: (await r.json()) as { result: { more?: boolean; changeId: string } } }));

/** Asks for a page of work again and again until something is over. @returns how long each took */
async function whileOthersWait(ask: Asker, over: Promise<unknown>): Promise<number[]> {
	const took: number[] = [];
	let through = false;
	void over.then(() => (through = true));
	while (!through) {
		const start = performance.now();
		await ask('/api/ask/find.anything', {
			method: 'POST',
			headers: { 'content-type': 'application/json' },
			body: JSON.stringify({ text: 'Pen' })
		}).then((r) => r.text());
		took.push(performance.now() - start);
		await new Promise((next) => setTimeout(next, 5));
	}
	return took;
}

/** Until nothing is under way in the catalog any more. */
async function settled(ask: Asker): Promise<void> {
	for (;;) {
		const page = await ask('/price/import/__data.json').then((r) => r.text());
		if (!/"(import|undo|change)"/.test(page)) return;
		await new Promise((next) => setTimeout(next, 100));
	}
}

/** A file that says it is a small spreadsheet and swells up when it is read. */
function bomb(): Blob {
	const open = '<worksheet><sheetData><row r="1"><c r="A1" t="inlineStr"><is><t>';
	return new Blob([new Uint8Array(zip(Buffer.concat([Buffer.from(open), Buffer.alloc(400_000_000, 'x')]), 1000))]);
}
const file = (blob: Blob, name: string) => {
	const form = new FormData();
	form.set('file', blob, name);
	form.set('supplier', 'tarn');
	return form;
};

/** How long somebody waits at most while others do what is long. */
export async function waitingBench(): Promise<void> {
	const data = mkdtempSync(join(tmpdir(), 'ny-waiting-'));
	const port = 4800 + Math.floor(Math.random() * 1000);
	const base = `http://127.0.0.1:${port}`;
	process.env.NICKEL_NOW = '2027-04-14T09:20';
	const app = await buildDemo(readSettings({ NICKEL_DATA: data, NICKEL_ORIGIN: base }));
	const revisions = app.db.sqlite.prepare('select id from revisions limit 40').pluck().all() as string[];
	app.db.sqlite.close();
	const server = await serve(port, { NICKEL_DATA: data, NICKEL_NOW: '2027-04-14T09:20', NICKEL_LOG: 'silent' });
	const [petra, other] = [await signedIn(base, 'petra'), await signedIn(base, 'bastian')];
	const quiet = await whileOthersWait(other, new Promise((done) => setTimeout(done, 2000)));
	const slowest = async (what: string, work: () => Promise<unknown>, goal: number) => {
		const took = await whileOthersWait(other, work());
		note('the slowest answer to a colleague', what, Math.max(...took), 'ms wanted', goal, 1);
		note('95 of 100 answers to a colleague', what, p95(took), 'when nothing is under way', p95(quiet), goal);
	};
	const look = (text: string) =>
		petra('/api/import-preview', { method: 'POST', body: file(new Blob([text]), 'long.csv') }).then((r) => r.text());
	const bring = (text: string) =>
		command(petra, 'catalog.import', {
			...{ supplierId: 'tarn', fileName: 'long.csv', text, mapping, categoryId: null, taxCodeId: null }
		});
	let last = '';
	await slowest('a list of 50,000 rows is looked at', () => look(csv(50_000)), 100);
	await slowest(
		'50,000 new rows are imported',
		async () => ((last = (await bring(csv(50_000))).body.result.changeId), settled(petra)),
		100
	);
	await slowest('50,000 changed rows are looked at', () => look(csv(50_000, 2)), 100);
	await slowest('50,000 changed rows are imported', async () => (await bring(csv(50_000, 2)), settled(petra)), 100);
	await slowest(
		'an import of 50,000 is taken back',
		async () => (await command(petra, 'catalog.undo-change', { changeId: last }), settled(petra)),
		100
	);
	const papers = () => Promise.all(revisions.map((id) => petra(`/api/pdf/quote/${id}`).then((r) => r.arrayBuffer())));
	// One that is refused early closes the line while it is still being sent.
	const bombs = () =>
		Promise.all(
			[1, 2, 3].map(() =>
				petra('/api/import-preview', { method: 'POST', body: file(bomb(), 'list.xlsx') }).then(
					(r) => r.text(),
					() => 'refused'
				)
			)
		);
	await slowest(
		'an import of 50,000, 40 PDFs and bombs at once',
		() => Promise.all([bring(csv(50_000, 3)).then(() => settled(petra)), papers(), bombs()]),
		500
	);
	server.kill();
}
