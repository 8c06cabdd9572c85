import { spawn } from 'node:child_process';
import { mkdtempSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import Database from 'better-sqlite3';
import { build } from 'esbuild';
import { describe, expect, it } from 'vitest';
import { checkFile, backup, restore } from '$lib/server/db/backup';
import { openApp } from '$lib/server/app';
import { readSettings } from '$lib/server/settings';
import { count, freshYard } from './yard';

/** Each is a process of its own, a second long: all two hundred of them in `npm run endurance`. */
const ROUNDS = Number(process.env.NICKEL_KILLS ?? 60);

/** One file starts three times as fast as a thousand. */
async function bundled(name: string): Promise<string> {
	const script = join('.tmp', `${name}.mjs`);
	await build({
		entryPoints: [`tests/server/${name}.ts`],
		outfile: script,
		bundle: true,
		platform: 'node',
		format: 'esm',
		external: ['better-sqlite3', 'pino', '@node-rs/argon2', 'sharp', 'pdfmake', 'nodemailer'],
		banner: { js: "import { createRequire as requireOf } from 'node:module'; globalThis.require = requireOf(import.meta.url);" },
		logLevel: 'error'
	});
	return script;
}

describe('killed at any moment', () => {
	it(`${ROUNDS} times: no acknowledged command is lost, numbers have no gaps, the file is whole`, async () => {
		const { app, dir } = await freshYard();
		app.db.sqlite.close();
		const script = await bundled('writer');
		const acknowledged = new Map<string, number>();
		// Two processes at once write into the same file, so that numbers are also fought over.
		const lane = async (rounds: number[]) => {
			for (const round of rounds)
				await new Promise<void>((resolve, reject) => {
					const child = spawn(process.execPath, [script, String(round)], {
						stdio: ['ignore', 'pipe', 'inherit'],
						env: { ...process.env, NICKEL_DATA: dir }
					});
					let rest = '';
					let killing = false;
					child.stdout.on('data', (chunk: Buffer) => {
						rest += chunk.toString();
						const lines = rest.split('\n');
						rest = lines.pop() ?? '';
						for (const l of lines) acknowledged.set(l.split(' ')[0] ?? '', Number(l.split(' ')[1]));
						if (!killing) setTimeout(() => child.kill('SIGKILL'), Math.floor(Math.random() * 20));
						killing = true;
					});
					child.on('error', reject);
					child.on('exit', () => resolve());
				});
		};
		const rounds = Array.from({ length: ROUNDS }, (_, i) => i);
		await Promise.all([lane(rounds.filter((r) => r % 2 === 0)), lane(rounds.filter((r) => r % 2 === 1))]);
		expect(() => checkFile(join(dir, 'company.sqlite'))).not.toThrow();
		const db = new Database(join(dir, 'company.sqlite'), { readonly: true });
		const saved = new Map(
			(db.prepare('select id, number from jobs where number is not null').all() as { id: string; number: number }[]).map((r) => [
				r.id,
				r.number
			])
		);
		expect(acknowledged.size).toBeGreaterThanOrEqual(ROUNDS);
		expect([...acknowledged].filter(([id, n]) => saved.get(id) !== n)).toEqual([]);
		// Numbers without gaps or doubles, each with its history entry.
		expect([...saved.values()].sort((a, b) => a - b)).toEqual([...saved].map((_, i) => 1001 + i));
		// Every acknowledged job is billed, once, whole: the invoice's number, its part, its lines and the cost that is billed came together.
		const billed = db
			.prepare(
				'select p.job_id id, count(distinct i.id) invoices, sum(l.amount) lines, max(p.net) net, (select sum(billed) from cost_entries c where c.job_id = p.job_id) billed from invoices i join invoice_parts p on p.invoice_id = i.id join invoice_lines l on l.part_id = p.id group by p.job_id'
			)
			.all() as { id: string; invoices: number; lines: number; net: number; billed: number }[];
		expect(billed.filter((b) => b.invoices !== 1 || b.lines !== b.net || b.billed !== b.net)).toEqual([]);
		const invoiced = new Set(billed.map((b) => b.id));
		expect([...acknowledged.keys()].filter((id) => !invoiced.has(id))).toEqual([]);
		const numbers = (db.prepare('select number from invoices order by number').all() as { number: number }[]).map((r) => r.number);
		expect(numbers).toEqual(numbers.map((_, i) => 1001 + i));
		expect((db.prepare("select count(*) n from history where command = 'jobs.win'").get() as { n: number }).n).toBe(saved.size);
		db.close();
	}, 600_000);
});

describe('messages of tomorrow', () => {
	it('are written once and taken once, however often the program is killed while it sends them', async () => {
		const { yard, app, dir } = await freshYard();
		yard.call('imogen', 'company.visit-messages', { dayBefore: true, onOurWay: false, quietFrom: 1200, quietTo: 420 });
		const CUSTOMERS = 150;
		for (let n = 0; n < CUSTOMERS; n++) {
			// Every third has a phone only.
			const customerId = yard.customer(`Customer ${n}`, 'person', n % 3 ? `c${n}@told.example` : '', n % 3 ? '' : `555 01${n}`, '');
			const jobId = yard.job(`Job ${n}`, customerId, `${n} Gull Street`, [-47, -131]);
			yard.call('petra', 'jobs.win', { jobId });
			const day = {
				phase: '',
				personIds: ['marco'],
				from: '2027-04-15',
				to: '2027-04-15',
				start: null,
				end: null,
				note: '',
				despite: true
			};
			yard.call('petra', 'plan.add', { jobId, ...day });
		}
		app.db.sqlite.close();
		const script = await bundled('sender');
		const env = { ...process.env, NICKEL_DATA: dir, NICKEL_NOW: '2027-04-14T15:00' };
		const rounds = Number(process.env.NICKEL_KILLS ?? 50);
		for (let round = 0; round < rounds; round++)
			await new Promise<void>((resolve, reject) => {
				const child = spawn(process.execPath, [script], { stdio: ['ignore', 'pipe', 'inherit'], env });
				// Killed while it writes the first ones, or somewhere among the letters it sends.
				child.stdout.once('data', () => setTimeout(() => child.kill('SIGKILL'), Math.floor(Math.random() * 12)));
				child.on('error', reject);
				child.on('exit', () => resolve());
			});
		await new Promise<void>((resolve, reject) => {
			const last = spawn(process.execPath, [script, 'once'], { stdio: ['ignore', 'ignore', 'inherit'], env });
			last.on('error', reject);
			last.on('exit', (code) => (code === 0 ? resolve() : reject(new Error(`ended with ${code}`))));
		});
		const db = new Database(join(dir, 'company.sqlite'), { readonly: true });
		const n = (sql: string) => (db.prepare(sql).get() as { n: number }).n;
		const ours = "from outbox where text like '%we come tomorrow%'";
		expect(n(`select count(*) n ${ours} and state = 'sent'`)).toBe(CUSTOMERS);
		expect(n(`select count(distinct about) n ${ours}`)).toBe(CUSTOMERS);
		// Each letter stands once in the stand-in, under its own name.
		expect(n("select count(*) n from stand_in_log where name is not null and sent like '%tomorrow%'")).toBe(CUSTOMERS);
		expect(n('select count(*) n from visit_messages')).toBe(CUSTOMERS);
		db.close();
	}, 600_000);
});

describe('a backup', () => {
	it('is taken while the file is in use, and restores to what was there', async () => {
		const { yard, app, dir } = await freshYard();
		yard.customer('Before the backup', 'person', '', '', '');
		const copy = join(mkdtempSync(join(tmpdir(), 'ny-backup-')), 'copy.sqlite');
		await backup(join(dir, 'company.sqlite'), copy);
		yard.customer('After the backup', 'person', '', '', '');
		app.db.sqlite.close();
		restore(copy, join(dir, 'company.sqlite'));
		const again = openApp(readSettings({ NICKEL_DATA: dir }));
		expect(count(again, "select count(*) from customers where name = 'Before the backup'")).toBe(1);
		expect(count(again, "select count(*) from customers where name = 'After the backup'")).toBe(0);
		again.db.sqlite.close();
	});
	it('that is damaged is refused', async () => {
		const bad = join(mkdtempSync(join(tmpdir(), 'ny-backup-')), 'bad.sqlite');
		(await import('node:fs')).writeFileSync(bad, 'SQLite format 3\0 and then nothing of the kind'.repeat(100));
		expect(() => restore(bad, join(tmpdir(), 'ny-never.sqlite'))).toThrow();
	});
});
