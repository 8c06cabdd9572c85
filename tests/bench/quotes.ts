import { mkdtempSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { setUp } from '../../src/demo/set-up';
import { DemoClock, Yard } from '../../src/demo/yard';
import { instantOf } from '../../src/lib/core/time';
import { openApp } from '../../src/lib/server/app';
import { remindDue } from '../../src/lib/server/quotes/reminders';
import { readSettings } from '../../src/lib/server/settings';
import { grew, note, time } from './measure';

/** Quotes ever issued, one in ten still open: what a run of the reminders costs that finds nothing, and one that finds a hundred. */
export async function quotesBench(): Promise<void> {
	const run = async (quotes: number): Promise<{ idle: number; hundred: number }> => {
		const app = openApp(
			readSettings({ NICKEL_DATA: mkdtempSync(join(tmpdir(), 'ny-bench-quotes-')) }),
			new DemoClock(instantOf('2027-04-14', '09:20', 'America/New_York'))
		);
		app.db.sqlite.pragma('synchronous = OFF');
		const yard = new Yard(app, app.clock as DemoClock);
		await setUp(yard);
		const jobId = yard.job('Bench', yard.customer('Bench', 'person', 'b@customer.example', '', '1 Quay'), '1 Quay', [0, 0]);
		const estimateId = yard.estimate(jobId);
		const scopeId = yard.scope(estimateId, 'Work', [], []);
		yard.call('bastian', 'estimates.add-line', { scopeId, name: 'All of it', kind: 'material', price: 1_000_000, cost: 200_000 });
		const q = yard.issue(estimateId, 'b@customer.example');
		const db = app.db.sqlite;
		db.pragma('foreign_keys = OFF');
		const copy = (table: string, id: string, i: number, change: Record<string, string>) => {
			const columns = (db.prepare(`pragma table_info(${table})`).all() as { name: string }[]).map((c) => c.name);
			db.prepare(
				`insert into ${table} (${columns.map((c) => `"${c}"`).join()}) select ${columns.map((c) => change[c] ?? `"${c}"`).join()} from ${table} where id = ?`
			).run(id);
		};
		const quoteId = (db.prepare('select quote_id id from revisions where id = ?').get(q.revisionId) as { id: string }).id;
		db.transaction(() => {
			for (let i = 0; i < quotes; i++) {
				copy('quotes', quoteId, i, { id: `'q${i}'`, number: String(100_000 + i) });
				copy('revisions', q.revisionId, i, { id: `'r${i}'`, quote_id: `'q${i}'`, state: i % 10 ? "'accepted'" : "'open'" });
				copy('links', q.linkId, i, { id: `'l${i}'`, token_hash: `'t${i}'`, subject_id: `'r${i}'` });
			}
		})();
		const remind = () => void app.run(remindDue, {}, { type: 'system' });
		const idle = time(remind, 7);
		// A hundred of them went out five days ago: their first reminder is due.
		db.exec(
			`update revisions set issued_at = issued_at - 5 * 86400000 where id in (select id from revisions where state = 'open' limit 100)`
		);
		const start = performance.now();
		remind();
		const hundred = performance.now() - start;
		db.close();
		return { idle, hundred };
	};
	const small = await run(5_000);
	const large = await run(50_000);
	note('reminders, a run with nothing due', '50,000 quotes', large.idle, 'ms allowed', 1000, 1);
	note('reminders, a run that sends a hundred', '50,000 quotes', large.hundred, 'ms allowed', 1000, 1);
	grew('reminders', small.idle, large.idle);
}
