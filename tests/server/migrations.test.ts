import { cpSync, mkdtempSync, readFileSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { describe, expect, it } from 'vitest';
import { openDatabase } from '$lib/server/db/open';

interface Journal {
	entries: { tag: string; idx: number }[];
}
const journal = JSON.parse(readFileSync('drizzle/meta/_journal.json', 'utf8')) as Journal;

/** A migrations folder as it stood after the first n. */
function asOf(n: number): string {
	const dir = mkdtempSync(join(tmpdir(), 'ny-migrations-'));
	cpSync('drizzle', dir, { recursive: true });
	writeFileSync(join(dir, 'meta/_journal.json'), JSON.stringify({ ...journal, entries: journal.entries.slice(0, n) }));
	return dir;
}
const file = () => join(mkdtempSync(join(tmpdir(), 'ny-older-')), 'company.sqlite');

describe('a file of an older state', () => {
	it.each(journal.entries.map((e) => [e.tag, e.idx + 1] as const))('of %s opens today with the same tables as a new one', (_, n) => {
		const path = file();
		openDatabase(path, asOf(n)).sqlite.close();
		const tables = (db: ReturnType<typeof openDatabase>) =>
			db.sqlite
				.prepare(
					"select name, (select group_concat(name) from pragma_table_info(m.name)) c from sqlite_master m where type = 'table' order by name"
				)
				.all();
		const older = openDatabase(path, 'drizzle');
		const fresh = openDatabase(file(), 'drizzle');
		expect(tables(older)).toEqual(tables(fresh));
		expect(older.sqlite.pragma('integrity_check', { simple: true })).toBe('ok');
	});
	it('keeps its money: what was paid before stands on the invoices and payments afterwards', () => {
		const path = file();
		const old = openDatabase(path, asOf(2));
		old.sqlite.pragma('foreign_keys = OFF');
		const put = (table: string, row: Record<string, unknown>) =>
			old.sqlite
				.prepare(
					`insert into ${table} (${Object.keys(row)
						.map((k) => `"${k}"`)
						.join()}) values (${Object.keys(row)
						.map(() => '?')
						.join()})`
				)
				.run(...Object.values(row));
		const invoice = {
			customer_id: 'c',
			job_id: 'j',
			kind: 'contract',
			title: 'Roof',
			taxes: '[]',
			tax: 0,
			version: 1,
			issued_at: 1,
			due: '2027-01-01'
		};
		put('invoices', { id: 'i1', number: 1, net: 1000, total: 1000, ...invoice });
		put('invoices', { id: 'i2', number: 2, net: 500, total: 500, ...invoice });
		put('payments', { id: 'p1', customer_id: 'c', at: 1, day: '2027-01-02', method: 'check', amount: 1200, reference: '' });
		put('allocations', { id: 'a1', payment_id: 'p1', invoice_id: 'i1', amount: 1000 });
		put('allocations', { id: 'a2', payment_id: 'p1', invoice_id: 'i2', amount: 150 });
		old.sqlite.close();
		const db = openDatabase(path, 'drizzle').sqlite;
		expect(db.prepare('select id, paid from invoices order by id').all()).toEqual([
			{ id: 'i1', paid: 1000 },
			{ id: 'i2', paid: 150 }
		]);
		expect(db.prepare('select used from payments').all()).toEqual([{ used: 1150 }]);
		db.pragma('foreign_keys = OFF');
		db.prepare("update allocations set invoice_id = 'i2' where id = 'a1'").run();
		expect(db.prepare('select id, paid from invoices order by id').all()).toEqual([
			{ id: 'i1', paid: 0 },
			{ id: 'i2', paid: 1150 }
		]);
		db.prepare('delete from allocations').run();
		expect(db.prepare('select sum(paid) + (select sum(used) from payments) n from invoices').get()).toEqual({ n: 0 });
	});
	it('keeps a budget’s figures: non-billable time counts in ten-thousandths of a percent, and comes to the same', () => {
		const path = file();
		const before = journal.entries.findIndex((e) => e.tag === '0019_mend_at_once');
		const old = openDatabase(path, asOf(before));
		const crew = (nonBillable: number) => ({ name: 'Crew', sheetId: null, heads: 8, paidHours: 1880, nonBillable, loadedCost: 484_981 });
		const budget = {
			year: 2027,
			sales: [],
			crews: [crew(1500), crew(0)],
			direct: [],
			overhead: [{ name: 'All', lastYear: 0, amount: 38_600_000 }],
			method: 'hours',
			onHours: 7000
		};
		const put = old.sqlite.prepare('insert into budgets (id, year, budget, version) values (?, ?, ?, 1)');
		put.run('a', 2027, JSON.stringify(budget));
		put.run('b', 2028, JSON.stringify({ ...budget, crews: [] }));
		old.sqlite.close();
		const db = openDatabase(path, 'drizzle').sqlite;
		const kept = (id: string) =>
			JSON.parse((db.prepare('select budget from budgets where id = ?').get(id) as { budget: string }).budget) as typeof budget;
		expect(kept('a')).toEqual({ ...budget, crews: [crew(150_000), crew(0)] });
		expect(kept('b').crews).toEqual([]);
	});
	it('keeps what is billed: each invoice is one part of its job, its lines are of it, and a billed cost is billed whole', () => {
		const path = file();
		const old = openDatabase(path, asOf(journal.entries.findIndex((e) => e.tag === '0026_back_half_money')));
		old.sqlite.pragma('foreign_keys = OFF');
		const fill = (table: string, row: Record<string, unknown>) => {
			const needed = old.sqlite
				.prepare('select name from pragma_table_info(?) where "notnull" = 1 and dflt_value is null')
				.pluck()
				.all(table) as string[];
			const all: Record<string, unknown> = { ...Object.fromEntries(needed.map((n) => [n, 0])), ...row };
			const names = Object.keys(all).map((n) => `"${n}"`);
			old.sqlite.prepare(`insert into ${table} (${names.join()}) values (${names.map(() => '?').join()})`).run(...Object.values(all));
		};
		fill('jobs', { id: 'j', customer_id: 'c', stage_id: 's' });
		const invoice = { job_id: 'j', customer_id: 'c', kind: 'contract', title: 'Roof', taxes: '[{"componentId":"t","tax":70}]' };
		fill('invoices', { id: 'i', ...invoice, net: 1000, tax: 70, total: 1070, issued_at: 1 });
		fill('cost_entries', {
			id: 'k',
			job_id: 'j',
			kind: 'other',
			name: 'Crane',
			day: '2027-01-01',
			unit: 'each',
			charge: 300,
			state: 'billed'
		});
		fill('cost_entries', {
			id: 'm',
			job_id: 'j',
			kind: 'other',
			name: 'Lift',
			day: '2027-01-01',
			unit: 'each',
			charge: 200,
			state: 'to bill'
		});
		fill('invoice_lines', { id: 'l', invoice_id: 'i', text: 'Roof', amount: 1000 });
		old.sqlite.close();
		const db = openDatabase(path, 'drizzle').sqlite;
		const rows = (sql: string) => db.prepare(sql).raw().all();
		expect(rows('select invoice_id, job_id, kind, net, retained, tax, taxes from invoice_parts')).toEqual([
			['i', 'j', 'contract', 1000, 0, 70, invoice.taxes]
		]);
		expect(rows('select part_id from invoice_lines')).toEqual(rows('select id from invoice_parts'));
		expect(rows('select id, billed, to_confirm from cost_entries order by id')).toEqual([
			['k', 300, 0],
			['m', 0, 0]
		]);
	});
	it('keeps its phases: each name of a job is one record, rows refer to it, and rows without one have none', () => {
		const path = file();
		const old = openDatabase(path, asOf(journal.entries.findIndex((e) => e.tag === '0021_phases')));
		old.sqlite.pragma('foreign_keys = OFF');
		const all = (sql: string) => old.sqlite.exec(sql);
		const needed = old.sqlite
			.prepare('select name from pragma_table_info(\'jobs\') where "notnull" = 1 and dflt_value is null')
			.pluck()
			.all() as string[];
		for (const id of ['a', 'b'])
			old.sqlite
				.prepare(`insert into jobs (${needed.join()}) values (${needed.map(() => '?').join()})`)
				.run(...needed.map((column) => (column === 'id' ? id : column === 'customer_id' ? 'c' : column === 'stage_id' ? 'ready' : 0)));
		all(
			`insert into phases (id, job_id, name, hours, position) values ('p1', 'a', 'Tear-off', 120000, 0), ('p2', 'b', 'Tear-off', 80000, 0)`
		);
		all(`insert into budget_rows (id, job_id, phase, kind, cost, hours, price) values
			('b1', 'a', 'Tear-off', 'labor', 700, 120000, 900), ('b2', 'a', 'Dry-in', 'material', 300, 0, 400), ('b3', 'a', '', 'other', 50, 0, 60)`);
		all(`insert into contract_lines (id, job_id, position, scope, text, amount, phase) values
			('c1', 'a', 0, 'Roof', 'Underlayment', 400, 'Dry-in'), ('c2', 'a', 1, 'Roof', 'Tear-off', 900, 'Tear-off')`);
		all(
			`insert into shifts (id, job_id, day, phase, version) values ('s1', 'b', '2027-05-03', 'Tear-off', 1), ('s2', 'b', '2027-05-04', '', 1)`
		);
		all(`insert into tasks (id, job_id, phase, text, position) values ('t1', 'b', 'Sweep', 'Magnet', 0)`);
		all(
			`insert into billing_steps (id, job_id, position, name, due_when, phase, to_date) values ('x1', 'a', 0, 'After', 'phase', 'Dry-in', 5000)`
		);
		all(
			`insert into job_materials (id, job_id, phase, name, unit, quantity, cost) values ('m1', 'a', 'Dry-in', 'Felt', 'roll', 10000, 300)`
		);
		old.sqlite.close();
		const db = openDatabase(path, 'drizzle').sqlite;
		const rows = (sql: string) => db.prepare(sql).raw().all();
		expect(rows('select job_id, name, hours, position from phases order by job_id, position')).toEqual([
			['a', 'Tear-off', 120_000, 0],
			['a', 'Dry-in', 0, 1],
			['b', 'Tear-off', 80_000, 0],
			['b', 'Sweep', 0, 1]
		]);
		const named = (table: string) =>
			rows(`select t.id, p.name from ${table} t left join phases p on p.id = t.phase_id and p.job_id = t.job_id order by t.id`);
		expect(named('budget_rows')).toEqual([
			['b1', 'Tear-off'],
			['b2', 'Dry-in'],
			['b3', null]
		]);
		expect(named('contract_lines')).toEqual([
			['c1', 'Dry-in'],
			['c2', 'Tear-off']
		]);
		expect(named('shifts')).toEqual([
			['s1', 'Tear-off'],
			['s2', null]
		]);
		expect([...named('tasks'), ...named('billing_steps'), ...named('job_materials')].map((r) => (r as string[])[1])).toEqual([
			'Sweep',
			'Dry-in',
			'Dry-in'
		]);
		expect(rows('select sum(cost), sum(price) from budget_rows')).toEqual([[1050, 1360]]);
		expect(rows('select sum(amount) from contract_lines')).toEqual([[1300]]);
	});
	it('keeps visits of rounds with their pictures and plannings, where their tables are made anew', () => {
		const path = file();
		const old = openDatabase(path, asOf(journal.entries.findIndex((e) => e.tag === '0053_nobody_yet')));
		old.sqlite.pragma('foreign_keys = OFF');
		old.sqlite
			.exec(`insert into round_plans (id, service_id, crew_id, start_day, sites, visits, at) values ('r1', 's', 'c', '2027-04-01', 1, 2, 5);
			insert into visits (id, agreement_id, plan_id, occurs_on, day, crew_id, minutes, state, share, version)
				values ('v1', 'a', 'r1', '2027-04-05', '2027-04-06', 'c', 110, 'done', 1, 3), ('v2', 'a', 'r1', '2027-04-19', '2027-04-19', 'c', 110, 'planned', null, 1);
			insert into visit_pictures (id, visit_id, file_id, moment, at) values ('p1', 'v1', 'f', 'before', 7);`);
		old.sqlite.close();
		const db = openDatabase(path, 'drizzle').sqlite;
		expect(db.prepare('select id, plan_id, day, crew_id, minutes, state, share, version from visits order by id').all()).toEqual([
			{ id: 'v1', plan_id: 'r1', day: '2027-04-06', crew_id: 'c', minutes: 110, state: 'done', share: 1, version: 3 },
			{ id: 'v2', plan_id: 'r1', day: '2027-04-19', crew_id: 'c', minutes: 110, state: 'planned', share: null, version: 1 }
		]);
		expect(db.prepare('select visit_id, moment from visit_pictures').all()).toEqual([{ visit_id: 'v1', moment: 'before' }]);
		expect(db.prepare('select id, visits, at from round_plans').all()).toEqual([{ id: 'r1', visits: 2, at: 5 }]);
		// The references hold afterwards, and are looked at again.
		expect(() => db.prepare("delete from visits where id = 'v1'").run()).toThrow(/FOREIGN KEY/);
	});
	it('is said when a migration loses what others point to', () => {
		const path = file();
		const fresh = openDatabase(path, 'drizzle');
		fresh.sqlite.pragma('foreign_keys = OFF');
		for (const p of ['p1', 'p2'])
			fresh.sqlite.exec(`insert into visit_pictures (id, visit_id, file_id, moment, at) values ('${p}', 'v1', 'of ${p}', 'before', 7)`);
		fresh.sqlite.exec("insert into visits (id, agreement_id, occurs_on, day, minutes) values ('v1', 'a', '2027-04-05', '2027-04-06', 110)");
		fresh.sqlite.close();
		const dir = asOf(journal.entries.length);
		const last = journal.entries.at(-1);
		const planted = { ...last, idx: journal.entries.length, tag: 'planted', when: 4e12 };
		writeFileSync(join(dir, 'meta/_journal.json'), JSON.stringify({ ...journal, entries: [...journal.entries, planted] }));
		writeFileSync(join(dir, 'planted.sql'), 'delete from visits;');
		expect(() => openDatabase(path, dir)).toThrow(/1 rows of this file point nowhere/);
	});
});
