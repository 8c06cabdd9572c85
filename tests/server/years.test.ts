import { beforeAll, describe, expect, it } from 'vitest';
import type { App } from '$lib/server/app';
import { salesOf } from '$lib/server/sales';
import { addDays } from '$lib/core/time';
import { buildYears } from '../../src/demo/years';
import { Dice } from '../../src/demo/years/dice';
import { Crew, stretch } from '../../src/demo/years/crews';
import type { Won } from '../../src/demo/years/requests';
import { count, freshYard, value } from './yard';

const TODAY = '2027-04-14';
/** Long enough that jobs are asked for, won, worked, billed and paid; the demo has two years of it. */
const DAYS = 150;
let app: App;
const one = (sql: string) => value<number>(app, sql);

describe('the company at its real size', () => {
	beforeAll(async () => {
		const fresh = await freshYard();
		app = fresh.app;
		fresh.yard.at(addDays(TODAY, -DAYS - 1));
		buildYears(fresh.yard, TODAY, DAYS);
	}, 120_000);

	it('has asked, won, lost and paid jobs, and everybody’s hours', () => {
		expect(one('select count(*) from jobs')).toBeGreaterThan(80);
		expect(one('select count(*) from jobs where number is not null')).toBeGreaterThan(40);
		expect(one("select count(*) from jobs j join stages s on s.id = j.stage_id where s.meaning = 'lost'")).toBeGreaterThan(15);
		expect(one('select count(distinct person_id) from time_entries')).toBe(12);
		expect(one('select count(*) from invoices where paid = total and total > 0')).toBeGreaterThan(20);
	});
	it('agrees with itself: budgets, invoices, payments and their allocations', () => {
		const same = (a: string, b: string) => expect(one(a)).toBe(one(b));
		same(
			'select total(net) from invoices where number is not null',
			'select total(p.net) from invoice_parts p join invoices i on i.id = p.invoice_id where i.number is not null'
		);
		same('select total(paid) from invoices', 'select total(amount) from allocations');
		same('select total(amount) from payments', 'select total(amount) from allocations');
		// What was won is what the quote that was accepted comes to.
		same(
			'select total(contract_net) from jobs where number is not null',
			"select total(json_extract(r.frozen, '$.totals.net')) from revisions r join quotes q on q.id = r.quote_id where r.state = 'accepted'"
		);
		expect(
			count(
				app,
				'select count(*) from jobs j where j.number is not null and not exists (select 1 from budget_rows b where b.job_id = j.id)'
			)
		).toBe(0);
	});
	it('has nobody in two places, nobody working on a free day, and nothing paid before it was billed', () => {
		expect(
			count(
				app,
				'select count(*) from time_entries a join time_entries b on a.person_id = b.person_id and a.id < b.id and a.started_at < b.ended_at and b.started_at < a.ended_at'
			)
		).toBe(0);
		expect(count(app, "select count(*) from time_entries where strftime('%w', started_at / 1000, 'unixepoch') in ('0', '6')")).toBe(0);
		expect(
			count(app, 'select count(*) from time_entries t join jobs j on j.id = t.job_id where j.won_at is null or t.started_at < j.won_at')
		).toBe(0);
		expect(
			count(
				app,
				'select count(*) from allocations a join payments p on p.id = a.payment_id join invoices i on i.id = a.invoice_id where p.at < i.issued_at'
			)
		).toBe(0);
	});
	it('has sources that win differently, which the report says to the cent', () => {
		const report = salesOf(app, addDays(TODAY, -DAYS - 5), TODAY, 'source');
		const rate = (name: string) => report.rows.find((r) => r.name === name)?.winRate ?? 0;
		expect(rate('Referral')).toBeGreaterThan(rate('Website'));
		expect(report.all.wonWorth).toBe(one('select total(contract_net) from jobs where number is not null'));
		expect(report.trend.reduce((n, m) => n + m.row.wonWorth, 0)).toBe(report.all.wonWorth);
	});
	it('says that each record of an acceptance is made', () => {
		expect(count(app, 'select count(*) from answers where record_due = 1')).toBe(0);
	});
});

describe('what the years are made with', () => {
	it('draws the same every time', () => {
		const draws = (seed: number) =>
			Array.from(
				{ length: 5 },
				(
					(d) => () =>
						d.next()
				)(new Dice(seed))
			);
		expect(draws(7)).toEqual(draws(7));
		expect(draws(7)).not.toEqual(draws(8));
	});
	it('gives a crew whole days, one job after the other, with the pause in the middle', () => {
		const job = (n: number, minutes: number, from = '2027-04-05') => ({ jobId: `j${n}`, minutes, from, n }) as Won;
		const crew = new Crew(['a', 'b']);
		crew.take(job(1, 600));
		crew.take(job(2, 2000));
		crew.take(job(3, 60, '2027-05-01'));
		const first = crew.work('2027-04-05');
		expect(first.done.map((j) => j.jobId)).toEqual(['j1']);
		expect(first.worked.map((w) => [w.personId, w.job.jobId, w.from, w.minutes])).toEqual([
			['a', 'j1', 0, 300],
			['b', 'j1', 0, 300],
			['a', 'j2', 300, 180],
			['b', 'j2', 300, 180]
		]);
		expect(crew.work('2027-04-06').worked.map((w) => w.minutes)).toEqual([480, 480]);
		expect(stretch(0, 480)).toEqual({ from: '7:00', to: '15:30', breakMinutes: 30 });
		expect(stretch(0, 240)).toEqual({ from: '7:00', to: '11:00', breakMinutes: 0 });
		expect(stretch(300, 180)).toEqual({ from: '12:30', to: '15:30', breakMinutes: 0 });
	});
});
