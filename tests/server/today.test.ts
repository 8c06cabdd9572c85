import { parsePercent } from '$lib/core/money';
import { beforeAll, describe, expect, it } from 'vitest';
import { addDays } from '$lib/core/time';
import type { App } from '$lib/server/app';
import { agingToday, invoiceList, readyToBill } from '$lib/server/billing/queries';
import { threadOf } from '$lib/server/screens/job';
import { board } from '$lib/server/screens/board';
import { decisions, todayPage } from '$lib/server/screens/today';
import type { Yard } from '../../src/demo/yard';
import { count, freshYard, OWNER, value, wonJob } from './yard';

let yard: Yard;
let app: App;
beforeAll(async () => {
	({ yard, app } = await freshYard());
});
const ids = () => decisions(app, OWNER).map((d) => d.id);
const of = (prefix: string) => decisions(app, OWNER).filter((d) => d.id.startsWith(prefix));

describe('Today', () => {
	it('of a new company asks nothing and shows nobody at work', () => {
		expect(decisions(app, OWNER)).toEqual([]);
		expect(todayPage(app, OWNER).site.places).toEqual([]);
	});
	it('puts what hangs on most money first, and what has no amount last', () => {
		const estimateId = yard.estimate(yard.job('Bid', yard.customer('B', 'person', 'b@b.example', '', ''), '', [0, 0]));
		yard.scope(estimateId, 'Roof', [['roof face', { length: '40', run: '14', pitch: '6' }]], ['reroof-shingle']);
		yard.decide(estimateId);
		const q = yard.issue(estimateId, 'b@b.example');
		const { jobId } = wonJob(yard, 'Late payer');
		const invoice = yard.bill('invoices.deposit', { jobId, deposit: { by: 'percent', percent: 1_000 } }, '');
		yard.call('petra', 'leads.enter', { name: 'Fresh', mail: '', phone: '1', address: '', wanted: 'A gutter.', via: 'phone' });
		yard.at(addDays('2027-04-14', 40), '09:00');
		const list = decisions(app, OWNER);
		expect(list.map((d) => d.amount ?? -1)).toEqual([...list.map((d) => d.amount ?? -1)].sort((a, b) => b - a));
		expect(of('quote:')[0]).toMatchObject({ id: `quote:${q.revisionId}`, mark: 'need', action: 'Renew' });
		expect(of('late:')[0]).toMatchObject({ id: `late:${invoice}`, action: 'Collect' });
		expect(of('late:')[0]?.title).toContain('26 days late');
		expect(of('lead:')).toHaveLength(1);
		// Each is gone when it is settled.
		yard.call('bastian', 'quotes.withdraw', { revisionId: q.revisionId });
		yard.pay(invoice, (value<number>(app, 'select total from invoices where id = ?', invoice) / 100).toFixed(2), '2027-05-24');
		yard.call('petra', 'leads.not-for-us', { leadId: value<string>(app, 'select id from leads') });
		expect(ids().filter((i) => /^(quote|late|lead):/.test(i))).toEqual([]);
	});
	it('says a double booking once a person and day, and work that nobody has', () => {
		yard.at('2027-06-07', '07:30');
		const a = wonJob(yard, 'North').jobId;
		const b = wonJob(yard, 'South').jobId;
		yard.plan(a, 'Tear-off', ['marco'], '2027-06-08', '2027-06-08');
		yard.plan(b, 'Tear-off', ['marco'], '2027-06-08', '2027-06-08');
		expect(of('conflict:')).toHaveLength(1);
		expect(of('conflict:')[0]).toMatchObject({ action: 'Settle', path: '/plan?from=2027-06-07' });
		expect(of('unmanned:').map((d) => d.title.split(':')[0])).toEqual(expect.arrayContaining(['North', 'South']));
		const week = board(app, '2027-06-07', 1);
		expect(Object.keys(week.conflicts)).toHaveLength(2);
		expect(week.staff.find((p) => p.id === 'marco')?.load.planned).toBe(2 * 480);
	});
	it('shows who is where today, with gaps and time off', () => {
		const { site } = todayPage(app, OWNER);
		expect(site.today).toBe('2027-06-07');
		expect(site.staff.find((p) => p.id === 'suki')?.gap).toBe(480);
		yard.call('petra', 'time-off.add', { personId: 'suki', from: '2027-06-07', to: '2027-06-07', note: '' });
		expect(todayPage(app, OWNER).site.staff.find((p) => p.id === 'suki')).toMatchObject({ off: true, gap: 0 });
	});
});

describe('lists of money', () => {
	it('keep an old open invoice on the list, however many newer ones are paid', () => {
		yard.at('2027-06-07', '08:00');
		const { jobId } = wonJob(yard, 'Old debt');
		const old = yard.bill('invoices.contract', { jobId, percent: 1_000 }, '');
		for (let n = 2; n <= 6; n++) {
			const paid = yard.bill('invoices.contract', { jobId, percent: parsePercent(`${n * 10}%`) }, '');
			yard.pay(paid, (value<number>(app, 'select total from invoices where id = ?', paid) / 100).toFixed(2), '2027-06-07');
		}
		expect(invoiceList(app, 'open').map((i) => i.id)).toContain(old);
		yard.at('2027-07-20', '08:00');
		expect(invoiceList(app, 'overdue').map((i) => i.id)).toContain(old);
		const { open, credit, ...ages } = agingToday(app);
		expect(Object.values(ages).reduce((a, b) => a + b, 0)).toBe(open);
		expect(open).toBe(count(app, 'select sum(total - paid) from invoices where issued_at is not null and voided_at is null'));
		expect(credit).toBe(count(app, 'select sum(amount - used) from payments'));
	});
	it('say what is ready to bill, and no longer once it is billed', () => {
		const { jobId } = wonJob(yard, 'Done');
		yard.call('petra', 'jobs.move', { jobId, stageId: 'finished' });
		const ready = () => readyToBill(app).find((r) => r.id === jobId);
		expect(ready()?.left).toBe(value(app, 'select contract_net from jobs where id = ?', jobId));
		yard.bill('invoices.contract', { jobId, percent: 10_000 }, '');
		expect(ready()).toBeUndefined();
	});
	it('tell the thread of a job in the company’s days', () => {
		// Late in the evening in the company's zone it is the next day elsewhere.
		yard.at('2027-07-20', '22:30');
		const { jobId } = wonJob(yard, 'Night owl');
		expect(
			threadOf(app, jobId, OWNER)
				.map((s) => [s.name, s.done, s.day])
				.slice(0, 3)
		).toEqual([
			['asked', true, '2027-07-20'],
			['quoted', true, '2027-07-20'],
			['won', true, '2027-07-20']
		]);
	});
});
