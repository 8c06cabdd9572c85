import { parsePercent } from '$lib/core/money';
import { join } from 'node:path';
import Database from 'better-sqlite3';
import { beforeAll, describe, expect, it } from 'vitest';
import type { App } from '$lib/server/app';
import { CannotSave } from '$lib/server/commands';
import { statusOf } from '$lib/server/http';
import type { Yard } from '../../src/demo/yard';
import { count, freshYard, wonJob } from './yard';

let yard: Yard;
let app: App;
let dir: string;
beforeAll(async () => {
	({ yard, app, dir } = await freshYard());
});
const caught = (work: () => unknown): unknown => {
	try {
		work();
	} catch (e) {
		return e;
	}
	throw new Error('It was not refused.');
};
const customers = () => count(app, 'select count(*) from customers');

describe('a file that cannot be written', () => {
	it('says that it is in use by something else, saves nothing, and works again afterwards', () => {
		app.db.sqlite.pragma('busy_timeout = 40');
		const other = new Database(join(dir, 'company.sqlite'));
		other.prepare('begin immediate').run();
		const before = customers();
		const e = caught(() => yard.customer('While locked', 'person', '', '', ''));
		expect(e).toBeInstanceOf(CannotSave);
		expect((e as CannotSave).message).toContain('in use by something else');
		expect(statusOf(e as CannotSave)).toBe(503);
		other.prepare('rollback').run();
		other.close();
		expect(customers()).toBe(before);
		yard.customer('Afterwards', 'person', '', '', '');
		expect(customers()).toBe(before + 1);
	});
	it('says that the disk is full, keeps the figures and the numbers whole, and goes on when there is room', () => {
		const { jobId } = wonJob(yard, 'Before the disk was full');
		app.db.sqlite.pragma('wal_checkpoint(TRUNCATE)');
		const pages = app.db.sqlite.pragma('page_count', { simple: true }) as number;
		app.db.sqlite.pragma(`max_page_count = ${pages}`);
		const before = [
			customers(),
			count(app, 'select count(*) from invoices'),
			JSON.stringify(app.db.sqlite.prepare('select * from counters').all())
		];
		let e: unknown = null;
		// A few small rows still find room on the last pages; a large one does not.
		for (let i = 0; i < 50 && e === null; i++)
			try {
				yard.call('petra', 'customers.save', {
					customerId: null,
					name: `Full ${i}`,
					kind: 'person',
					mail: '',
					phone: '',
					address: '',
					notes: 'x'.repeat(4000)
				});
				before[0] = customers();
			} catch (x) {
				e = x;
			}
		expect(e).toBeInstanceOf(CannotSave);
		expect((e as CannotSave).message).toContain('The disk is full');
		const bill = caught(() => {
			for (let i = 0; i < 200; i++) yard.call('petra', 'invoices.contract', { jobId, percent: parsePercent(`${(i + 1) / 4}%`) });
		});
		expect(bill).toBeInstanceOf(Error);
		expect(customers()).toBe(before[0]);
		app.db.sqlite.pragma('max_page_count = 1073741823');
		yard.bill('invoices.contract', { jobId, percent: 10_000 }, '');
		expect(count(app, 'select sum(net) from invoices where job_id = ? and voided_at is null', jobId)).toBe(
			count(app, 'select contract_net from jobs where id = ?', jobId)
		);
		expect(app.db.sqlite.pragma('integrity_check', { simple: true })).toBe('ok');
		const numbers = app.db.sqlite.prepare('select number from invoices where number is not null order by number').all() as {
			number: number;
		}[];
		expect(numbers.map((n) => n.number)).toEqual(numbers.map((_, i) => (numbers[0]?.number ?? 0) + i));
	});
});
