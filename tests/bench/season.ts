import { randomUUID } from 'node:crypto';
import { makeRepeats } from '../../src/lib/server/repeats';
import { addDays } from '../../src/lib/core/time';
import type { Day } from '../../src/lib/core/time';
import { wallTime } from '../../src/lib/core/time';
import { fresh } from './database';
import { grew, median, note } from './measure';

const RUNS = 3;

/** Sites under agreement, written raw: making them is not what is measured. */
async function season(sites: number, weeks: number) {
	const { app, yard } = await fresh();
	const today: Day = wallTime(yard.clock.now(), 'America/New_York').day;
	const to = addDays(today, 7 * weeks - 1);
	const { serviceId } = yard.call('petra', 'rounds.save-service', {
		...{
			serviceId: null,
			name: 'Bench',
			wording: '',
			from: today.slice(5),
			to: to.slice(5),
			visits: weeks,
			hours: 300_000,
			price: 100_000,
			setUp: 10
		},
		cadence: { by: 'weeks', every: 1 }
	});
	const customerId = yard.customer('Bench', 'organization', 'b@bench.example', '', '');
	const jobId = yard.job('Bench', customerId, '1 Bench Road', [-47, -131]);
	const db = app.db.sqlite;
	const ids = Array.from({ length: sites }, () => randomUUID());
	const job = db.prepare(
		"insert into jobs (id, name, number, customer_id, stage_id, asked_at, touched_at, won_at) select ?, 'Bench', ? + 100000, customer_id, stage_id, 1, 1, 1 from jobs where id = ?"
	);
	const site = db.prepare('insert into sites (id, customer_id, address, lat, lng) values (?, ?, ?, -47, -131)');
	const agreement = db.prepare(
		'insert into agreements (id, number, service_id, customer_id, site_id, job_id, from_day, to_day, visits, hours, price, created_at) values (?, ?, ?, ?, ?, ?, ?, ?, ?, 300000, 100000, 1)'
	);
	db.transaction(() => {
		ids.forEach((id, n) => {
			job.run(`j${id}`, n, jobId);
			site.run(`s${id}`, customerId, `${n} Bench Road`);
			agreement.run(id, 5000 + n, serviceId, customerId, `s${id}`, `j${id}`, today, to, weeks);
		});
	})();
	return { app, yard, ids, today };
}

async function planning(sites: number, weeks: number): Promise<{ command: number; raw: number; visits: number }> {
	const times: number[] = [];
	const raws: number[] = [];
	let visits = 0;
	for (let n = 0; n < RUNS; n++) {
		const { app, yard, ids, today } = await season(sites, weeks);
		const start = performance.now();
		visits = yard.call('petra', 'rounds.plan', {
			agreementIds: ids,
			crewId: 'gutter',
			weekday: 3,
			start: today,
			despite: true,
			reason: 'Measured'
		}).visits;
		times.push(performance.now() - start);
		const db = app.db.sqlite;
		const rows = db.prepare('select agreement_id a, occurs_on o, day d, minutes m from visits').all() as {
			a: string;
			o: string;
			d: string;
			m: number;
		}[];
		db.exec('delete from visits');
		const insert = db.prepare("insert into visits (id, agreement_id, occurs_on, day, crew_id, minutes) values (?, ?, ?, ?, 'gutter', ?)");
		const begin = performance.now();
		db.transaction(() => {
			for (const r of rows) insert.run(randomUUID(), r.a, r.o, r.d, r.m);
		})();
		raws.push(performance.now() - begin);
		db.close();
	}
	return { command: median(times), raw: median(raws), visits };
}

/** A whole season planned at once, against the same rows by hand-written inserts. */
export async function seasonBench(): Promise<void> {
	const small = await planning(200, 30);
	const large = await planning(2_000, 30);
	note(
		'a season planned',
		`2,000 sites, ${large.visits.toLocaleString('en-US')} visits`,
		large.command,
		'raw inserts of the same rows',
		large.raw,
		3
	);
	grew('a season planned', small.command, large.command);
}

/** Ten thousand rules, looked at on a day on which a thirtieth of them is due, and once more when nothing is. */
export async function repeatsBench(): Promise<void> {
	const looked = async (rules: number): Promise<{ due: number; idle: number; made: number; byHand: number }> => {
		const { app, yard } = await fresh();
		const jobId = yard.job('Bench', yard.customer('Bench', 'organization', 'b@bench.example', '', ''), '1 Bench Road', [-47, -131]);
		yard.call('petra', 'jobs.win', { jobId });
		const db = app.db.sqlite;
		const rule = db.prepare(
			"insert into repeat_rules (id, job_id, name, rule, on_holiday, way, ahead_days, made_to, look_on) values (?, ?, 'Bench', ?, 'move', 'made', 0, '2027-03-31', ?)"
		);
		const of = (day: number) => JSON.stringify({ by: 'month day', day, every: 1, start: '2027-04-01' });
		db.transaction(() => {
			// Each was looked at before: it knows on which day of the month it comes next.
			for (let n = 0; n < rules; n++) rule.run(`r${n}`, jobId, of((n % 30) + 1), `2027-04-${String((n % 30) + 1).padStart(2, '0')}`);
			db.prepare("update repeat_rules set look_on = '2027-05-01' where look_on < '2027-04-20'").run();
		})();
		yard.at('2027-04-20', '06:00');
		let at = performance.now();
		makeRepeats(app);
		const due = performance.now() - at;
		at = performance.now();
		makeRepeats(app);
		const idle = performance.now() - at;
		const made = db.prepare('select count(*) from repeat_occurrences').pluck().get() as number;
		at = performance.now();
		for (let n = 0; n < made; n++) {
			const job = {
				...{ customerId: null, customerName: 'Bench', address: '', kindOfWork: '', source: '', wanted: '' },
				name: `By hand ${n}`
			};
			yard.call('petra', 'jobs.win', { jobId: yard.call('petra', 'jobs.open', job).jobId });
		}
		const byHand = performance.now() - at;
		db.close();
		return { due, idle, made, byHand };
	};
	const small = await looked(1_000);
	const large = await looked(10_000);
	note('repeat rules looked at, nothing due', '10,000 rules', large.idle, '1 s', 1_000, 1);
	note('repeat rules due', `${large.made} of 10,000, their jobs made`, large.due, 'as many jobs opened and won', large.byHand, 3);
	grew('repeat rules', small.due, large.due);
}
