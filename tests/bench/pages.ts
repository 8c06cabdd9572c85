import { DemoClock, Yard } from '../../src/demo/yard';
import { mkdtempSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { gzipSync } from 'node:zlib';
import Database from 'better-sqlite3';
import { buildDemo } from '../../src/demo/build';
import { linkUrl } from '../../src/lib/server/links';
import { readSettings } from '../../src/lib/server/settings';
import { launch, PHONE, signIn, visitor } from '../browser/chrome';
import { serve } from '../../scripts/lib.mjs';
import { grew, median, note, p95 } from './measure';

/** Copies of the demo's old jobs, with what hangs on them, until there are n: for the size of the file only. */
function growJobs(file: string, n: number): void {
	const db = new Database(file);
	const have = (db.prepare('select count(*) n from jobs').get() as { n: number }).n;
	const columns = (t: string) => (db.prepare(`pragma table_info(${t})`).all() as { name: string }[]).map((c) => c.name);
	db.pragma('foreign_keys = OFF');
	db.transaction(() => {
		const closed = (db.prepare("select id from jobs where stage_id = 'closed'").all() as { id: string }[]).map((r) => r.id);
		for (let i = have; i < n; i++) {
			const source = closed[i % closed.length] ?? '';
			const id = `copy${i}`;
			const copy = (t: string, where: string, change: Record<string, string>) => {
				const cols = columns(t);
				db.prepare(
					`insert into ${t} (${cols.map((c) => `"${c}"`).join(',')}) select ${cols.map((c) => change[c] ?? `"${c}"`).join(',')} from ${t} where ${where}`
				).run(source);
			};
			copy('jobs', 'id = ?', { id: `'${id}'`, number: String(100_000 + i), touched_at: `touched_at - ${i}` });
			for (const t of ['budget_rows', 'cost_entries', 'contract_lines'])
				copy(t, 'job_id = ?', { id: `id || '${id}'`, job_id: `'${id}'`, ...(t === 'cost_entries' ? { time_entry_id: 'null' } : {}) });
			copy('invoices', 'job_id = ?', { id: `id || '${id}'`, job_id: `'${id}'`, number: String(100_000 + i) });
			copy('invoice_parts', 'job_id = ?', { id: `id || '${id}'`, job_id: `'${id}'`, invoice_id: `invoice_id || '${id}'` });
			copy('allocations', 'invoice_id in (select id from invoices where job_id = ?)', {
				id: `id || '${id}'`,
				invoice_id: `invoice_id || '${id}'`
			});
		}
	})();
	db.close();
}

async function pages(jobs: number): Promise<Map<string, number>> {
	const data = mkdtempSync(join(tmpdir(), 'ny-pages-'));
	const port = 4800 + Math.floor(Math.random() * 1000);
	const base = `http://127.0.0.1:${port}`;
	process.env.NICKEL_NOW = '2027-04-14T09:20';
	const settings = readSettings({ NICKEL_DATA: data, NICKEL_ORIGIN: base });
	const app = await buildDemo(settings);
	const penhallow = app.db.sqlite
		.prepare("select j.id, e.id estimate from jobs j join estimates e on e.job_id = j.id where j.name like 'Penhallow%'")
		.get() as { id: string; estimate: string };
	const scopes = app.db.sqlite.prepare('select id from scopes where estimate_id = ?').all(penhallow.estimate) as { id: string }[];
	const yard = new Yard(app, new DemoClock(app.clock.now()));
	const owner = { type: 'person', id: 'imogen', name: 'Imogen Tarrant', role: 'owner' } as const;
	for (let i = 0; i < 280; i++)
		yard.call(owner, 'estimates.add-line', {
			scopeId: scopes[i % scopes.length]?.id ?? '',
			name: `Line ${i}`,
			price: 100_000,
			quantity: 20_000
		});
	// A large quote: the same scope sixty times.
	const large = yard.call(owner, 'jobs.open', {
		name: 'Sixty scopes',
		customerId: null,
		customerName: 'Sixty',
		address: '',
		kindOfWork: '',
		source: '',
		wanted: ''
	}).jobId;
	const largeEstimate = yard.call(owner, 'estimates.start', { jobId: large }).estimateId;
	for (let i = 0; i < 60; i++) {
		const { scopeId } = yard.call(owner, 'estimates.add-scope', { estimateId: largeEstimate, name: `Scope ${i}`, option: i % 10 === 9 });
		for (let n = 0; n < 5; n++)
			yard.call(owner, 'estimates.add-line', { scopeId, name: `Line ${n}`, price: 100_000, cost: 50_000, quantity: 20_000 });
	}
	const sixty =
		linkUrl(app, yard.call(owner, 'quotes.issue', { estimateId: largeEstimate, to: '', subject: '', text: '{link}' }).linkId) ?? '';
	const invoice = (app.db.sqlite.prepare('select id from invoices order by number desc limit 1').get() as { id: string }).id;
	const link =
		linkUrl(
			app,
			(
				app.db.sqlite.prepare("select l.id from links l join revisions r on r.id = l.subject_id where r.state = 'open' limit 1").get() as {
					id: string;
				}
			).id
		) ?? '';
	const fieldJob = (app.db.sqlite.prepare("select id from jobs where name like 'St. Brannoc%'").get() as { id: string }).id;
	app.db.sqlite.close();
	growJobs(settings.databaseFile, jobs);
	const server = await serve(port, { NICKEL_DATA: data, NICKEL_NOW: '2027-04-14T09:20', NICKEL_LOG: 'silent' });
	// Signed in without a browser: one that starts up beside the measuring would take the processor from it.
	const entered = await fetch(`${base}/sign-in`, {
		method: 'POST',
		redirect: 'manual',
		headers: { origin: base, 'content-type': 'application/x-www-form-urlencoded' },
		body: 'mail=imogen%40pellgrave.example&password=nickel-yard'
	});
	const cookie = entered.headers
		.getSetCookie()
		.map((c) => c.split(';')[0])
		.join('; ');
	const times = new Map<string, number>();
	const get = async (path: string, n = 60): Promise<number> => {
		const all: number[] = [];
		for (let i = 0; i < n + 8; i++) {
			const start = performance.now();
			const r = await fetch(base + path, { headers: { cookie } });
			await r.text();
			if (r.status !== 200) throw new Error(`${path}: ${r.status}`);
			if (i >= 8) all.push(performance.now() - start);
		}
		return p95(all);
	};
	for (const [name, path] of [
		['empty page', '/company/account'],
		['Today', '/today'],
		['job', `/jobs/${penhallow.id}`],
		['estimate of 300 lines', `/jobs/${penhallow.id}/estimate`],
		['board week', '/plan?weeks=1'],
		['invoice', `/bill/invoices/${invoice}`],
		['work of a job', `/jobs/${fieldJob}/work`],
		['hours of a week', '/work/hours?week=2027-04-05'],
		['plan, day', '/plan/day?day=2027-04-15'],
		['plan, month', '/plan/month'],
		['rounds', '/plan/rounds'],
		['subcontractors', '/plan/subcontractors'],
		['repeat jobs', '/plan/repeats'],
		['orders', '/work/orders'],
		['supplier bills', '/work/supplier-bills'],
		['pay applications', '/bill/applications'],
		['collect', '/bill/collect'],
		['bank', '/bill/bank'],
		['bookkeeping', '/bill/books'],
		['ready to bill', '/bill/ready'],
		['jobs known', '/know'],
		['jobs known, closed', '/know?stage=closed'],
		['hours known', '/know/hours'],
		['aging', '/know/aging'],
		['cash ahead', '/know/cash'],
		['quote page of 60 scopes', new URL(sixty).pathname]
	] as const)
		times.set(name, await get(path));
	const browser = jobs > 5000 ? await launch() : null;
	if (browser) {
		await weight('quote page', link, null, 90);
		await weight('field job page', `${base}/field/jobs/${fieldJob}`, 'marco', 120);
	}
	await browser?.close();
	server.kill('SIGTERM');
	return times;

	/** JavaScript a page loads, gzipped, and its largest paint with a four times slower processor. */
	async function weight(name: string, url: string, who: string | null, goal: number): Promise<void> {
		const loads: { bytes: number; files: number; paint: number }[] = [];
		// The first load warms the browser up and does not count.
		for (let i = 0; i < 6; i++) loads.push(await load(url, who));
		const counted = loads.slice(1);
		note(
			`${name}: JavaScript, kB gzip`,
			`${counted[0]?.files ?? 0} files`,
			median(counted.map((l) => l.bytes)) / 1000,
			'kB allowed',
			goal,
			1
		);
		note(`${name}: largest paint`, '4 × slower processor', median(counted.map((l) => l.paint)), 'ms allowed', 1500, 1);
	}
	async function load(url: string, who: string | null): Promise<{ bytes: number; files: number; paint: number }> {
		if (!browser) throw new Error('The browser is not running.');
		const p = await visitor(browser, PHONE);
		if (who) await signIn(p, base, who);
		const client = await p.createCDPSession();
		await client.send('Network.setCacheDisabled', { cacheDisabled: true });
		await client.send('Emulation.setCPUThrottlingRate', { rate: 4 });
		const scripts: Promise<number>[] = [];
		p.on('response', (r) => {
			if (r.request().resourceType() === 'script' || r.url().endsWith('.js'))
				scripts.push(
					r
						.buffer()
						.then((b) => gzipSync(b).length)
						.catch(() => 0)
				);
		});
		await p.goto(url, { waitUntil: 'load' });
		await new Promise((r) => setTimeout(r, 1200));
		const bytes = (await Promise.all(scripts)).reduce((a, b) => a + b, 0);
		const paint = await p.evaluate(
			() =>
				new Promise<number>((resolve) =>
					new PerformanceObserver((l) => resolve(l.getEntries().at(-1)?.startTime ?? 0)).observe({
						type: 'largest-contentful-paint',
						buffered: true
					})
				)
		);
		await p.browserContext().close();
		return { bytes, files: scripts.length, paint };
	}
}

/** Pages that were measured against another goal from the start. */
const OLDER = new Set(['Today', 'job', 'estimate of 300 lines', 'board week', 'invoice']);

export async function pagesBench(): Promise<void> {
	const small = await pages(1_000);
	const large = await pages(10_000);
	const empty = large.get('empty page') ?? 1;
	for (const [name, ms] of large)
		if (name !== 'empty page') note(`page ${name}, p95`, '10,000 jobs', ms, 'empty page', empty, OLDER.has(name) ? 6 : 4);
	for (const [name, ms] of large) if (name !== 'empty page') grew(`page ${name}`, small.get(name) ?? 1, ms);
}
