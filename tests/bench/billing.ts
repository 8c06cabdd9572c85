import { randomUUID } from 'node:crypto';
import { fresh } from './database';
import { grew, median, note } from './measure';

const RUNS = 3;
/** What a billing day writes, its history too. */
const TABLES = ['invoices', 'invoice_parts', 'invoice_lines', 'links', 'outbox', 'history'] as const;

/** Jobs with a cost each that waits to be billed, written raw: making them is not what is measured. */
async function waiting(jobs: number) {
	const { app, yard } = await fresh();
	const customerId = yard.customer('Bench', 'organization', 'b@bench.example', '', '');
	const pattern = yard.job('Bench', customerId, '1 Bench Road', [-47, -131]);
	const db = app.db.sqlite;
	const ids = Array.from({ length: jobs }, () => randomUUID());
	const job = db.prepare(
		"insert into jobs (id, name, number, customer_id, stage_id, asked_at, touched_at, won_at) select ?, 'Bench', ? + 100000, customer_id, 'finished', 1, 1, 1 from jobs where id = ?"
	);
	const cost = db.prepare(
		"insert into cost_entries (id, job_id, kind, name, day, quantity, unit, unit_cost, cost, charge, state) values (?, ?, 'other', 'Visit', '2027-01-01', 10000, 'visit', 0, 0, 8000, 'to bill')"
	);
	db.transaction(() => {
		ids.forEach((id, n) => {
			job.run(id, n, pattern);
			cost.run(`c${id}`, id);
		});
	})();
	return { yard, db, ids };
}

async function day(jobs: number): Promise<{ command: number; raw: number }> {
	const times: number[] = [];
	const raws: number[] = [];
	for (let n = 0; n < RUNS; n++) {
		const { yard, db, ids } = await waiting(jobs);
		const input = { by: 'job', cutOff: '2027-12-31', grouping: 'each', stageId: null, issue: true, text: 'Here: {link}' } as const;
		db.exec('delete from history');
		const start = performance.now();
		const { made } = yard.call('petra', 'invoices.billing-day', { jobIds: ids, ...input });
		times.push(performance.now() - start);
		if (made.length !== jobs) throw new Error(`${made.length} of ${jobs} were billed.`);
		const rows = TABLES.map((t) => ({ t, all: db.prepare(`select * from ${t}`).all() as Record<string, unknown>[] }));
		db.exec('pragma foreign_keys = off');
		for (const t of TABLES) db.exec(`delete from ${t}`);
		const begin = performance.now();
		db.transaction(() => {
			for (const { t, all } of rows) {
				const columns = Object.keys(all[0] ?? {});
				const insert = db.prepare(`insert into ${t} (${columns.map((c) => `"${c}"`).join()}) values (${columns.map(() => '?').join()})`);
				for (const r of all) insert.run(...columns.map((c) => r[c]));
			}
			const update = db.prepare("update cost_entries set billed = charge, state = 'billed', version = version + 1 where id = ?");
			for (const id of ids) update.run(`c${id}`);
		})();
		raws.push(performance.now() - begin);
		db.close();
	}
	return { command: median(times), raw: median(raws) };
}

/** A billing day, invoices issued and mailed, against the same rows written by hand. */
export async function billingBench(): Promise<void> {
	const small = await day(100);
	const large = await day(1_000);
	note('a billing day', '1,000 jobs, issued and mailed', large.command, 'raw writes of the same rows', large.raw, 4);
	grew('a billing day', small.command, large.command);
}
