import { parseCents } from '$lib/core/money';
import { beforeAll, describe, expect, it } from 'vitest';
import type { App } from '$lib/server/app';
import { creditDocument } from '$lib/server/billing/credit-pdf';
import { creditUbl } from '$lib/server/books/e-invoice';
import { customerInvoice } from '$lib/server/billing/customer-invoice';
import { applicationDocument } from '$lib/server/billing/application-pdf';
import { readPdf } from './pdf-reader';
import type { DemoClock, Yard } from '../../src/demo/yard';
import { count, freshYard, refused, value, wonJob } from './yard';

let yard: Yard;
let app: App;
let clock: DemoClock;
beforeAll(async () => {
	({ yard, app, clock } = await freshYard());
});
const net = (jobId: string) => value<number>(app, 'select contract_net from jobs where id = ?', jobId);
const tax = (jobId: string) => value<number>(app, 'select contract_tax from jobs where id = ?', jobId);
const finish = (jobId: string) => yard.call('petra', 'jobs.move', { jobId, stageId: 'finished' });
const day = (jobIds: string[], more: object = {}) =>
	yard.call('petra', 'invoices.billing-day', {
		...{ jobIds, by: 'job' as const, cutOff: '2027-04-14', grouping: 'each' as const, stageId: null, issue: false, text: '' },
		...more
	});
const sold = (name: string, customerId: string) => {
	const jobId = yard.job(name, customerId, `1 Gull Street, ${name}`, [-47, -131]);
	const e = yard.estimate(jobId);
	yard.scope(e, 'Main roof', [['roof face', { length: "40'", run: "14'", pitch: '8' }]], ['reroof-shingle']);
	yard.decide(e);
	yard.accept(yard.issue(e, 'c@customer.example'), 'C. Customer');
	return jobId;
};
const extra = (jobId: string, cost: string, on = '2027-04-13') => {
	yard.call('petra', 'costs.add', { jobId, kind: 'subcontract', name: 'Crane', day: on, cost: parseCents(cost) });
	const costId = value<string>(app, 'select id from cost_entries where job_id = ? order by rowid desc', jobId);
	yard.call('petra', 'costs.mark', { costId, state: 'to bill' });
	return costId;
};

describe('a contract', () => {
	it('is billed in percent and in dollars, in any mix, to the cent', () => {
		const { jobId } = wonJob(yard, 'Mixed');
		const lines = (
			app.db.sqlite.prepare('select id, amount from contract_lines where job_id = ? order by position').all(jobId) as {
				id: string;
				amount: number;
			}[]
		).filter((l) => l.amount > 10_000);
		yard.bill('invoices.contract', { jobId, amount: 500_00 }, '');
		yard.bill(
			'invoices.contract',
			{
				jobId,
				lines: [
					{ id: lines[0]!.id, percent: 5_000 },
					{ id: lines[1]!.id, amount: 100 }
				]
			},
			''
		);
		expect(refused(() => yard.call('petra', 'invoices.contract', { jobId, amount: net(jobId) }))[1]).toContain('At most');
		yard.bill('invoices.contract', { jobId, percent: 10_000 }, '');
		expect(count(app, 'select sum(net) from invoice_parts where job_id = ?', jobId)).toBe(net(jobId));
		expect(count(app, 'select sum(tax) from invoice_parts where job_id = ?', jobId)).toBe(tax(jobId));
	});
});

describe('hours and materials', () => {
	it('are billed in parts, picked, and grouped; the charge is billed once in all', () => {
		const { jobId } = wonJob(yard, 'Extras in parts');
		const [crane, lift] = [extra(jobId, '1,000', '2027-04-12'), extra(jobId, '500')];
		yard.bill('invoices.costs', { jobId, cutOff: '2027-04-14', costs: [{ id: crane, amount: 300_00 }] }, '');
		expect(app.db.sqlite.prepare('select billed, state from cost_entries where id = ?').get(crane)).toEqual({
			billed: 300_00,
			state: 'to bill'
		});
		expect(
			refused(() => yard.call('petra', 'invoices.costs', { jobId, cutOff: '2027-04-14', costs: [{ id: crane, amount: 1_070_01 }] }))[1]
		).toContain('at most 1,070.00');
		expect(refused(() => yard.call('petra', 'costs.mark', { costId: crane, state: 'absorbed' }))[1]).toContain('billed already');
		const rest = yard.bill('invoices.costs', { jobId, cutOff: '2027-04-14', grouping: 'day' }, '');
		const view = customerInvoice(app, rest)!;
		expect(view.lines.map((l) => [l.text, l.amount])).toEqual([
			['April 12, 2027: Crane, part', 1_070_00],
			['April 13, 2027: Crane', 685_00]
		]);
		expect(count(app, "select count(*) from cost_entries where id in (?, ?) and state = 'billed'", crane, lift)).toBe(2);
		yard.call('petra', 'invoices.void', { invoiceId: rest, reason: 'wrong' });
		expect(app.db.sqlite.prepare('select billed, state from cost_entries where id = ?').get(crane)).toEqual({
			billed: 300_00,
			state: 'to bill'
		});
	});
});

describe('a billing day', () => {
	it('makes an invoice a job, says what it could not bill and why, moves the stage, and bills nothing twice', () => {
		const [done, open, none] = [wonJob(yard, 'Done').jobId, wonJob(yard, 'Not done').jobId, wonJob(yard, 'All billed').jobId];
		yard.bill('invoices.contract', { jobId: none, percent: 10_000 }, '');
		finish(done);
		const r = day([done, open, none], { stageId: 'closed' });
		expect(r.made).toMatchObject([{ jobs: 1, number: null, total: net(done) + tax(done) }]);
		expect(r.left.map((l) => [l.name, l.why]).sort()).toEqual([
			['All billed', 'has nothing left to bill'],
			['Not done', 'is not finished, and nothing else waits']
		]);
		expect(value(app, 'select stage_id from jobs where id = ?', done)).toBe('closed');
		expect(day([done, open, none]).made).toEqual([]);
		const issued = yard.call('petra', 'invoices.issue-many', { invoiceIds: r.made.map((m) => m.invoiceId), text: 'Here it is: {link}' });
		expect(issued).toEqual({ issued: 1, left: [] });
		expect(
			count(app, 'select count(*) from outbox where link_id in (select id from links where subject_id = ?)', r.made[0]!.invoiceId)
		).toBe(1);
	});
	it('makes one invoice a customer: each job its own part, with its own tax; voided, all of it can be billed again', () => {
		const customerId = yard.customer('Two houses', 'person', 'two@customer.example', '', '1 Gull Street');
		const [a, b] = [sold('House one', customerId), sold('House two', customerId)];
		yard.bill('invoices.deposit', { jobId: a, deposit: { by: 'percent', percent: 3_000 } }, '');
		extra(b, '200');
		finish(a);
		finish(b);
		const r = day([a, b], { by: 'customer', issue: true, text: 'Here: {link}' });
		expect(r.made).toMatchObject([{ jobs: 2, sent: true }]);
		const invoiceId = r.made[0]!.invoiceId;
		expect(count(app, 'select count(*) from invoice_parts where invoice_id = ?', invoiceId)).toBe(3);
		for (const jobId of [a, b]) {
			expect(count(app, "select sum(net) from invoice_parts where job_id = ? and kind <> 'time and materials'", jobId)).toBe(net(jobId));
			expect(count(app, "select sum(tax) from invoice_parts where job_id = ? and kind <> 'time and materials'", jobId)).toBe(tax(jobId));
		}
		expect(count(app, 'select sum(net) + sum(tax) from invoice_parts where invoice_id = ?', invoiceId)).toBe(r.made[0]!.total);
		const view = customerInvoice(app, invoiceId)!;
		expect(view.lines.reduce((s, l) => s + l.amount, 0)).toBe(view.net);
		expect(view.lines.some((l) => l.text.startsWith('House two: '))).toBe(true);
		yard.call('petra', 'invoices.void', { invoiceId, reason: 'wrong day' });
		expect(day([a, b]).made).toHaveLength(2);
	});
});

describe('a credit', () => {
	it('takes back lines with their tax; settles what is open, the rest is credit; what is left of the job keeps its tax', async () => {
		const { jobId, customerId } = wonJob(yard, 'Credited');
		const invoiceId = yard.bill('invoices.contract', { jobId, percent: 10_000 }, '');
		const { total, n } = app.db.sqlite.prepare('select total, net n from invoices where id = ?').get(invoiceId) as {
			total: number;
			n: number;
		};
		const line = app.db.sqlite.prepare('select id, amount from invoice_lines where invoice_id = ? order by amount desc').get(invoiceId) as {
			id: string;
			amount: number;
		};
		yard.pay(invoiceId, ((total - 100) / 100).toFixed(2), '2027-04-14');
		const r = yard.call('petra', 'invoices.credit', {
			invoiceId,
			lines: [{ id: line.id, amount: 5000 }],
			reason: 'Scratched',
			to: 'c@customer.example'
		});
		expect(r.credit).toBe(r.total - 100);
		const creditId = value<string>(app, 'select id from credit_notes where invoice_id = ?', invoiceId);
		const { text } = await readPdf((await creditDocument(app, creditId))!.bytes);
		expect(text).toContain(`Credit ${r.number}`);
		expect(text).toContain('Scratched');
		expect(creditUbl(app, creditId)!.text).toContain(`<cbc:PayableAmount currencyID="USD">${(r.total / 100).toFixed(2)}<`);
		expect(value<string>(app, 'select "to" from outbox where subject like \'Credit%\' order by rowid desc')).toBe('c@customer.example');
		expect(value(app, 'select paid from invoices where id = ?', invoiceId)).toBe(total);
		expect(count(app, 'select sum(amount - used) from payments where customer_id = ?', customerId)).toBe(r.credit);
		expect(
			refused(() =>
				yard.call('petra', 'invoices.credit', { invoiceId, lines: [{ id: line.id, amount: line.amount }], reason: 'x', to: '' })
			)[1]
		).toContain('at most');
		expect(refused(() => yard.call('petra', 'invoices.void', { invoiceId, reason: 'x' }))[1]).toContain('credited already');
		// What was credited of the contract can be billed again; its tax is that of the whole, to the cent.
		const again = yard.bill('invoices.contract', { jobId, percent: 10_000 }, '');
		expect(value(app, 'select net from invoices where id = ?', again)).toBe(5000);
		const taxes =
			count(app, 'select sum(tax) from invoice_parts where job_id = ?', jobId) -
			count(app, 'select sum(tax) from credit_notes where invoice_id = ?', invoiceId);
		expect([n, taxes]).toEqual([net(jobId), tax(jobId)]);
		expect(value(app, 'select paid from invoices where id = ?', again)).toBe(
			r.credit < r.total ? Math.min(r.credit, value<number>(app, 'select total from invoices where id = ?', again)) : 0
		);
	});
});

describe('a repeat invoice', () => {
	it('bills each occurrence once, whenever the maker runs; those moved to one day are one invoice of all', () => {
		const { jobId } = wonJob(yard, 'Care of roof');
		const { ruleId } = yard.call('petra', 'invoices.save-repeat', {
			...{ ruleId: null, jobId, name: 'Roof care', onHoliday: 'move' as const, send: false },
			rule: { by: 'day', every: 1, start: '2027-07-04', until: '2027-07-06' },
			lines: [{ text: 'Roof care', amount: 10_000, taxCodeId: null }]
		});
		const run = () => yard.call({ type: 'system' }, 'invoices.make-repeats', {});
		const now = clock.at;
		yard.at('2027-07-08', '09:00');
		// The fourth and its observed Monday are holidays: both come to the sixth.
		expect(run()).toEqual({ made: 1 });
		expect(run()).toEqual({ made: 0 });
		const days = app.db.sqlite
			.prepare('select occurs_on d, invoice_id i from repeat_invoice_days where rule_id = ? order by occurs_on')
			.all(ruleId) as { d: string; i: string }[];
		expect(days.map((x) => x.d)).toEqual(['2027-07-04', '2027-07-05', '2027-07-06']);
		expect(count(app, 'select sum(net) from invoices where job_id = ?', jobId)).toBe(30_000);
		expect(count(app, 'select count(*) from invoices where job_id = ?', jobId)).toBe(1);
		yard.call('petra', 'invoices.pause-repeat', { ruleId, paused: true });
		clock.at = now;
	});
});

describe('pay applications', () => {
	const RATE = 1000;
	const begin = (jobId: string, periodEnd: string) => yard.call('petra', 'invoices.begin-application', { jobId, periodEnd }).applicationId;
	const rows = (id: string) =>
		app.db.sqlite
			.prepare('select id, scheduled, previous, completed, stored from pay_application_lines where application_id = ? order by position')
			.all(id) as {
			id: string;
			scheduled: number;
			previous: number;
			completed: number;
			stored: number;
		}[];
	const save = (id: string, periodEnd: string, share: number, more: object = {}) =>
		yard.call('petra', 'invoices.save-application', {
			...{ applicationId: id, periodEnd, workRate: RATE, storedRate: RATE, release: 'hold' as const, releaseAmount: 0 },
			lines: rows(id).map((r) => ({ id: r.id, completed: Math.floor(r.scheduled * share), stored: 0 })),
			...more
		});
	const send = (applicationId: string) =>
		yard.call('petra', 'invoices.send-application', { applicationId, to: 'gc@builder.example', subject: '', text: '' });
	const certify = (applicationId: string, more: object = {}) =>
		yard.call('petra', 'invoices.certify-application', { applicationId, amount: null, lines: null, ...more });
	it('bill a job in three, with retainage, and release it with the last: in sum the contract and its tax', () => {
		const { jobId } = wonJob(yard, 'Library wing');
		let n = 0;
		for (const share of [0.3, 0.65, 1]) {
			const end = `2027-0${4 + n++}-28`;
			const id = begin(jobId, end);
			expect(refused(() => begin(jobId, '2027-12-01'))[1]).toContain('not certified yet');
			save(id, end, share, share === 1 ? { release: 'all' } : {});
			send(id);
			const { invoiceId, due } = certify(id);
			expect(value(app, 'select net from invoices where id = ?', invoiceId)).toBe(due);
		}
		expect(count(app, 'select sum(net) from invoice_parts where job_id = ?', jobId)).toBe(net(jobId));
		expect(count(app, 'select sum(retained) from invoice_parts where job_id = ?', jobId)).toBe(0);
		expect(count(app, 'select sum(tax) from invoice_parts where job_id = ?', jobId)).toBe(tax(jobId));
		expect(refused(() => yard.call('petra', 'invoices.contract', { jobId, percent: 10_000 }))[1]).toContain('pay applications');
	});
	it('take an accepted change order along as a line of its own, named on the summary', async () => {
		const { jobId } = wonJob(yard, 'With a change');
		const first = begin(jobId, '2027-04-28');
		save(first, '2027-04-28', 0.5);
		send(first);
		certify(first);
		const { estimateId } = yard.call('bastian', 'estimates.start-change', { jobId, title: 'Rotten deck' });
		const { scopeId } = yard.call('bastian', 'estimates.add-scope', { estimateId, name: 'Deck', option: false });
		yard.call('bastian', 'estimates.add-line', { scopeId, name: 'New deck', price: 5_000_000, quantity: 10_000 });
		yard.accept(yard.issue(estimateId, 'c@customer.example'), 'C. Customer');
		const second = begin(jobId, '2027-05-28');
		expect(rows(second).length).toBe(rows(first).length + 1);
		const { text } = await readPdf((await applicationDocument(app, second))!.bytes);
		expect(text.replace(/\s+/g, ' ')).toContain('Change orders, added $500.00');
		expect(text).toContain('Change 1: ');
		save(second, '2027-05-28', 1, { release: 'all' });
		send(second);
		certify(second);
		expect(count(app, 'select sum(net) from invoice_parts where job_id = ?', jobId)).toBe(net(jobId));
	});
	it('are certified for less, and the next one builds on that; only the latest is voided, with its invoice', () => {
		const { jobId } = wonJob(yard, 'Certified less');
		const first = begin(jobId, '2027-04-28');
		save(first, '2027-04-28', 0.5);
		send(first);
		const asked = rows(first).reduce((a, r) => a + r.completed, 0);
		expect(refused(() => certify(first, { amount: asked + 1 }))[0]).toBe('certified');
		const { due } = certify(first, { amount: 100_000 });
		// Retainage is rounded line by line.
		expect(due).toBe(
			100_000 - count(app, 'select sum(l.retained) from invoice_lines l join invoices i on i.id = l.invoice_id where i.job_id = ?', jobId)
		);
		expect(Math.abs(due - 90_000)).toBeLessThan(rows(first).length);
		expect(refused(() => certify(first))[1]).toContain('once');
		const second = begin(jobId, '2027-05-28');
		expect(rows(second).reduce((a, r) => a + r.previous, 0)).toBe(100_000);
		expect(refused(() => yard.call('petra', 'invoices.void-application', { applicationId: first, reason: 'x' }))[1]).toContain(
			'Only the latest'
		);
		expect(
			refused(() =>
				save(second, '2027-05-28', 1, { lines: rows(second).map((r) => ({ id: r.id, completed: r.scheduled + 1, stored: 0 })) })
			)[1]
		).toContain('Line 1');
		yard.call('petra', 'invoices.discard-application', { applicationId: second });
		const invoiceId = value<string>(app, 'select invoice_id from pay_applications where id = ?', first);
		expect(refused(() => yard.call('petra', 'invoices.void', { invoiceId, reason: 'x' }))[1]).toContain('pay application');
		yard.call('petra', 'invoices.void-application', { applicationId: first, reason: 'wrong period' });
		expect(value<number | null>(app, 'select voided_at from invoices where id = ?', invoiceId)).not.toBeNull();
		yard.bill('invoices.deposit', { jobId, deposit: { by: 'percent', percent: 1_000 } }, '');
		expect(refused(() => begin(jobId, '2027-06-28'))[1]).toContain('billed by invoices already');
	});
});
