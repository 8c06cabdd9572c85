import { beforeAll, describe, expect, it } from 'vitest';
import type { App } from '$lib/server/app';
import { journalCsv } from '$lib/server/books/commands';
import { invoiceUbl } from '$lib/server/books/e-invoice';
import { bankPage } from '$lib/server/receivables/bank';
import { cashPage } from '$lib/server/receivables/cash';
import { agingByCustomer, collectPage } from '$lib/server/receivables/collect-page';
import { statementDocument, statementOf } from '$lib/server/receivables/statement';
import type { DemoClock, Yard } from '../../src/demo/yard';
import { readPdf } from './pdf-reader';
import { count, freshYard, refused, value, wonJob } from './yard';

let yard: Yard;
let app: App;
let clock: DemoClock;
let start: number;
beforeAll(async () => {
	({ yard, app, clock } = await freshYard());
	start = clock.at;
});
const TODAY = '2027-04-14';
const total = (id: string) => value<number>(app, 'select total from invoices where id = ?', id);
const open = (id: string) => value<number>(app, 'select total - paid from invoices where id = ?', id);
const dollars = (n: number) => (n / 100).toFixed(2);
/** An invoice issued on a day, over the whole of a job. */
function billed(name: string, on = TODAY) {
	yard.at(on, '09:00');
	const job = wonJob(yard, name);
	const invoiceId = yard.bill('invoices.contract', { jobId: job.jobId, percent: 10_000 }, 'c@customer.example');
	clock.at = start;
	return { ...job, invoiceId };
}
const paymentOf = (customerId: string) =>
	value<string>(app, 'select id from payments where customer_id = ? and amount > 0 order by at', customerId);

describe('a payment', () => {
	it('that comes back opens its invoices again, once, and its credit settles nothing', () => {
		const { invoiceId, customerId, jobId } = billed('Bounced');
		yard.pay(invoiceId, dollars(total(invoiceId) + 5000), TODAY);
		const paymentId = paymentOf(customerId);
		expect(yard.call('lowell', 'payments.return', { paymentId, day: TODAY, reason: 'no funds' })).toEqual({ opened: total(invoiceId) });
		expect(open(invoiceId)).toBe(total(invoiceId));
		expect(refused(() => yard.call('lowell', 'payments.return', { paymentId, day: TODAY, reason: 'x' }))[1]).toContain('came back already');
		expect(count(app, 'select sum(amount - used) from payments where customer_id = ?', customerId)).toBe(0);
		yard.call('petra', 'costs.add', { jobId, kind: 'other', name: 'Permit', day: TODAY, cost: 1_000 });
		yard.call('petra', 'costs.mark', { costId: value(app, 'select id from cost_entries where job_id = ?', jobId), state: 'to bill' });
		const next = yard.bill('invoices.costs', { jobId, cutOff: TODAY }, '');
		expect(open(next)).toBe(total(next));
	});
	it('is written off in part, never beyond what is open', () => {
		const { invoiceId } = billed('Written off');
		const off = (amount: number) => yard.call('lowell', 'payments.write-off', { invoiceId, amount, as: 'discount', reason: 'scratch' });
		expect(refused(() => off(total(invoiceId) + 1))[0]).toBe('amount');
		off(100);
		expect(open(invoiceId)).toBe(total(invoiceId) - 100);
	});
});

describe('an overdue invoice', () => {
	it('is reminded of step by step, never twice, and not while a promise or a kept plan stands', () => {
		yard.call('imogen', 'company.collecting', { on: true, after: [5, 15], yearly: 1200, grace: 10 });
		const [a, b, c] = ['Late A', 'Late B', 'Late C'].map((n) => billed(n, '2027-03-20'));
		yard.call('petra', 'invoices.note-call', { customerId: b!.customerId, text: 'Pays on Friday', promise: '2027-04-16' });
		yard.call('petra', 'invoices.agree-plan', { invoiceId: c!.invoiceId, parts: 3, first: '2027-04-20', every: 'week', grace: 2 });
		const run = () => yard.call({ type: 'system' }, 'invoices.remind-due', {}).sent;
		const letters = (id: string) => count(app, 'select count(*) from outbox where about = ?', `invoice:${id}`);
		run();
		expect(run()).toBe(0);
		expect([a, b, c].map((x) => letters(x!.invoiceId))).toEqual([1, 0, 0]);
		yard.at('2027-04-24', '09:00');
		run();
		// The promise is over; the first part of the plan is four days late with two of grace: it is broken for good.
		expect([a, b, c].map((x) => letters(x!.invoiceId))).toEqual([2, 1, 1]);
		expect(value<string>(app, 'select broken_on from instalment_plans where invoice_id = ?', c!.invoiceId)).toBe('2027-04-24');
		clock.at = start;
	});
	it('is charged for once: grace days never, and what was charged before is taken off', () => {
		const { invoiceId, jobId } = billed('Charged late', '2027-03-01');
		const charged = yard.call('petra', 'invoices.charge-late', { invoiceId });
		const late = 30 - 10; // due on March 15; 30 days late, the first 10 of grace
		expect(charged.total).toBe(Math.round((total(invoiceId) * late * 1200) / 3_650_000));
		expect(refused(() => yard.call('petra', 'invoices.charge-late', { invoiceId }))[1]).toContain('charged to today already');
		yard.call('petra', 'invoices.issue', { invoiceId: charged.invoiceId, to: '', subject: '', text: 'x' });
		expect(refused(() => yard.call('petra', 'invoices.charge-late', { invoiceId: charged.invoiceId }))[1]).toContain('nothing to charge');
		expect(count(app, "select count(*) from invoice_parts where job_id = ? and kind = 'late charge'", jobId)).toBe(1);
	});
	it('stands on the call list by the money, with what was said', () => {
		const page = collectPage(app, TODAY);
		const sums = page.customers.map((c) => c.open);
		expect(sums).toEqual([...sums].sort((x, y) => y - x));
		expect(page.customers.find((c) => c.name.includes('Late B'))?.calls[0]).toMatchObject({
			text: 'Pays on Friday',
			promise: '2027-04-16'
		});
	});
});

describe('a statement of account', () => {
	it('goes from the balance before to the one at its end, as a kept PDF', async () => {
		const { invoiceId, customerId } = billed('Statement', '2027-02-01');
		yard.pay(invoiceId, '100.00', '2027-03-05');
		const s = statementOf(app.db.orm, customerId, '2027-03-01', TODAY)!;
		expect([s.before, s.balance]).toEqual([total(invoiceId), total(invoiceId) - 10_000]);
		expect(s.lines).toMatchObject([{ amount: -10_000, balance: total(invoiceId) - 10_000 }]);
		expect(refused(() => statementOf(app.db.orm, customerId, TODAY, '2027-03-01'))[0]).toBe('to');
		const { text } = await readPdf((await statementDocument(app, customerId, '2027-03-01', TODAY, TODAY))!.bytes);
		expect(text).toContain('Statement of account');
		expect(text).toContain('Balance to pay');
		yard.call('petra', 'invoices.send-statement', { customerId, from: '2027-03-01', to: TODAY, mailTo: 'c@customer.example', text: '' });
		expect(value<string>(app, 'select text from outbox where about = ? order by rowid desc', `customer:${customerId}`)).toContain('{link}');
	});
});

describe('the bank’s file', () => {
	it('is read once however often it comes; a line is taken for an invoice or a bill, once', () => {
		const { invoiceId } = billed('By the bank');
		const number = value<number>(app, 'select number from invoices where id = ?', invoiceId);
		yard.call('petra', 'buying.enter-bill', {
			...{ firmId: value<string>(app, "select id from firms where name like 'Tarn%'"), number: 'BK 9', day: TODAY, due: '2027-05-14' },
			lines: [
				{
					name: 'Nails',
					kind: 'material',
					quantity: 10_000,
					unit: 'box',
					amount: 4_800,
					orderLineId: null,
					shares: [{ jobId: null, phaseId: null, weight: 1 }]
				}
			],
			...{ freight: 0, other: 0, tax: 0, recovered: 0, discount: 0, total: 4_800, earlyDiscount: 0, earlyUntil: null, despite: false }
		});
		const text = `Date,Description,Amount\n2027-04-13,TRANSFER INV ${number},${dollars(total(invoiceId))}\n2027-04-13,TARN BK 9,-48.00\n2027-04-12,Bank fee,-3.00\n`;
		expect(yard.call('lowell', 'payments.read-bank', { text })).toMatchObject({ added: 3, known: 0, rejected: [] });
		expect(yard.call('lowell', 'payments.read-bank', { text })).toMatchObject({ added: 0, known: 3 });
		const page = bankPage(app, 'open');
		const find = (words: string) => page.lines.find((l) => l.text.includes(words))!;
		expect(find('INV').matches[0]).toMatchObject({ id: invoiceId, sure: true });
		expect(find('BK 9').matches[0]).toMatchObject({ sure: true });
		const take = () => yard.call('lowell', 'payments.take-bank', { lines: [{ lineId: find('INV').id, invoiceId }] });
		expect(take()).toEqual({ taken: 1, credit: 0 });
		expect(refused(take)[1]).toContain('taken already');
		expect(open(invoiceId)).toBe(0);
		yard.call('lowell', 'payments.bank-bill', { lineId: find('BK 9').id, billId: find('BK 9').matches[0]!.id });
		yard.call('lowell', 'payments.bank-aside', { lineId: find('fee').id, aside: true });
		expect(bankPage(app, 'open').lines).toEqual([]);
	});
});

describe('cash ahead', () => {
	it('holds all that is open, and what goes to suppliers', () => {
		const c = cashPage(app, TODAY);
		expect(c.owed).toBe(
			count(app, 'select sum(total - paid) from invoices where issued_at is not null and voided_at is null and total > paid')
		);
		expect(c.weeks).toHaveLength(13);
		// A job that is planned brings its deposit in from now on, the rest after its last shift; all of it within the weeks.
		const { jobId } = wonJob(yard, 'Planned money');
		yard.plan(jobId, '', ['marco'], '2027-05-03', '2027-05-04');
		const after = cashPage(app, TODAY);
		expect(after.planned - c.planned).toBe(count(app, 'select contract_net + contract_tax from jobs where id = ?', jobId));
		const sumIn = (p: typeof c) => p.weeks.reduce((a, w) => a + w.in, 0);
		expect(sumIn(after) - sumIn(c)).toBe(after.planned - c.planned);
		expect(agingByCustomer(app, TODAY).reduce((a, r) => a + r.open, 0)).toBe(c.owed);
	});
});

describe('the journal', () => {
	const ACCOUNTS = {
		...{ receivable: '1100', 'retainage receivable': '1110', revenue: '4000', tax: '2300', bank: '1000', 'customer credits': '2400' },
		...{ 'discounts given': '4900', 'bad debts': '6900', 'other income': '4800', 'cost: material': '5100', 'cost: equipment': '5200' },
		...{
			'cost: subcontract': '5300',
			'cost: other': '5400',
			overhead: '6000',
			'recovered tax': '1300',
			payable: '2000',
			'discounts taken': '4910'
		}
	};
	const run = () => yard.call('lowell', 'books.export', { through: TODAY });
	const balanceOf = (account: string) =>
		count(
			app,
			"select coalesce(sum(json_extract(l.value, '$.amount')), 0) from journal_entries e, json_each(e.lines) l where json_extract(l.value, '$.account') = ?",
			account
		);
	const owed = () => count(app, 'select sum(total - paid) from invoices where issued_at is not null and voided_at is null');
	const credited = () => count(app, 'select coalesce(sum(used - amount), 0) from payments');
	it('is refused with the account that is missing, then hands over each event once, in balance with what is open', () => {
		expect(refused(run)[0]).toBe('accounts');
		expect(count(app, 'select count(*) from journal_entries')).toBe(0);
		yard.call('lowell', 'books.set-accounts', { accounts: ACCOUNTS });
		const first = run();
		expect(first.entries).toBeGreaterThan(10);
		expect(run()).toEqual({ exportId: null, entries: 0 });
		expect([balanceOf('1100'), balanceOf('2400')]).toEqual([owed(), credited()]);
		const csv = journalCsv(app, first.exportId!)!.text;
		expect(csv.split('\n')[0]).toBe('entry,day,event,text,account,debit,credit\r');
	});
	it('follows what happens after it was handed over: a void with its payment, credit used, a credit note', () => {
		const { invoiceId, jobId } = billed('Voided after export');
		yard.pay(invoiceId, dollars(total(invoiceId)), TODAY);
		run();
		yard.call('petra', 'invoices.void', { invoiceId, reason: 'wrong' });
		run();
		expect([balanceOf('1100'), balanceOf('2400')]).toEqual([owed(), credited()]);
		const again = yard.bill('invoices.contract', { jobId, percent: 10_000 }, '');
		const line = value<string>(app, 'select id from invoice_lines where invoice_id = ? order by amount desc', again);
		run();
		yard.call('petra', 'invoices.credit', { invoiceId: again, lines: [{ id: line, amount: 1000 }], reason: 'scratch', to: '' });
		run();
		expect([balanceOf('1100'), balanceOf('2400')]).toEqual([owed(), credited()]);
		expect(count(app, "select coalesce(sum(json_extract(l.value, '$.amount')), 0) from journal_entries e, json_each(e.lines) l")).toBe(0);
	});
	it('carries what belongs into a closed month on the first open day', () => {
		expect(refused(() => yard.call('lowell', 'books.close', { through: TODAY }))[0]).toBe('through');
		yard.call('lowell', 'books.close', { through: '2027-04-10' });
		const { invoiceId } = billed('Late in the books', '2027-04-08');
		run();
		expect(app.db.sqlite.prepare('select day, text from journal_entries where event = ?').get(`invoice:${invoiceId}`)).toMatchObject({
			day: '2027-04-11',
			text: expect.stringContaining('(of April 8, 2027)') as unknown
		});
	});
	it('gives an invoice as UBL with the figures that stand on it', () => {
		const { invoiceId } = billed('By UBL');
		const file = invoiceUbl(app, invoiceId)!;
		expect(file.text).toContain(`<cbc:PayableAmount currencyID="USD">${dollars(total(invoiceId))}</cbc:PayableAmount>`);
		yard.call('petra', 'invoices.void', { invoiceId, reason: 'x' });
		expect(invoiceUbl(app, invoiceId)).toBeNull();
	});
});
