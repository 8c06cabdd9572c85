import { beforeAll, describe, expect, it } from 'vitest';
import type { Input } from '$lib/contract';
import { formatCents } from '$lib/core/money';
import type { RepeatRule } from '$lib/core/repeats';
import { instantOf } from '$lib/core/time';
import type { App } from '$lib/server/app';
import { bench } from '$lib/server/screens/bench';
import { customerQuote } from '$lib/server/screens/customer-quote';
import { quoteDocument } from '$lib/server/screens/documents';
import type { DemoClock, Yard } from '../../src/demo/yard';
import { readPdf } from './pdf-reader';
import { freshYard, refused, told, value, wonJob } from './yard';

let yard: Yard;
let app: App;
let clock: DemoClock;
beforeAll(async () => {
	({ yard, app, clock } = await freshYard());
});

type Lines = Input<'estimates.set-recurring'>['lines'];
const taxCode = () => value<string>(app, 'select id from tax_codes order by name limit 1');
const watch = (): Lines => [
	{ text: 'Roof watched', period: 'month', amount: 8500, cost: 3111, taxCodeId: taxCode() },
	{ text: 'Drains cleaned', period: 'quarter', amount: 24_000, cost: 12_222, taxCodeId: null },
	{ text: 'Report', period: 'month', amount: 1500, cost: 0, taxCodeId: null }
];
/** A bid with one scope and what is charged again and again. */
function bid(name: string, lines: Lines = watch(), language: 'en' | 'es' = 'en') {
	const customerId = yard.customer(`Customer of ${name}`, 'person', 'again@customer.example', '', '4 Gull Street');
	if (language === 'es') app.db.sqlite.prepare("update customers set language = 'es' where id = ?").run(customerId);
	const jobId = yard.job(name, customerId, `4 Gull Street, ${name}`, [-47, -131]);
	const estimateId = yard.estimate(jobId);
	const { scopeId } = yard.call('bastian', 'estimates.add-scope', { estimateId, name: 'Flat roof' });
	yard.call('bastian', 'estimates.add-line', { scopeId, name: 'Membrane', price: 1_200_000, cost: 600_000, quantity: 100_000 });
	yard.call('bastian', 'estimates.set-recurring', { estimateId, lines });
	return { jobId, estimateId };
}
interface Rule {
	name: string;
	rule: string;
	lines: string;
	send: number;
	paused: number;
}
const rules = (jobId: string) =>
	(app.db.sqlite.prepare('select * from repeat_invoices where job_id = ? order by name').all(jobId) as Rule[]).map((r) => ({
		...r,
		rule: JSON.parse(r.rule) as RepeatRule,
		lines: JSON.parse(r.lines) as object[]
	}));

describe('what is charged again and again', () => {
	it('stands beside the total, is no part of it, and shows the customer no cost', async () => {
		const b = bid('Beside');
		const plain = bid('Plain', []);
		const [with_, without] = [b, plain].map((x) => customerQuote(app, yard.issue(x.estimateId, '').revisionId, null)!);
		expect(with_!.view.totals).toEqual(without!.view.totals);
		expect(without!.recurring).toEqual([]);
		expect(with_!.recurring.map((r) => [r.period, r.net, r.total - r.net > 0])).toEqual([
			['month', 10_000, true],
			['quarter', 24_000, false]
		]);
		expect(JSON.stringify(with_)).not.toMatch(/3111|12222|cost/);
		const mine = value<string>(
			app,
			'select r.id from revisions r join quotes q on q.id = r.quote_id where q.estimate_id = ?',
			b.estimateId
		);
		const pdf = await readPdf((await quoteDocument(app, mine))!.bytes);
		expect(pdf.text).toContain('And every month');
		expect(pdf.text).toContain(formatCents(with_!.recurring[0]!.total));
		expect(pdf.text).not.toContain('31.11');
	});
	it('becomes repeat invoices of the job when the quote is accepted: drafts, from the first of the month after', () => {
		const b = bid('Accepted');
		expect(rules(b.jobId)).toEqual([]);
		yard.accept(yard.issue(b.estimateId, ''), 'C. Customer');
		const made = rules(b.jobId);
		expect(made.map((r) => [r.name, r.rule, r.send, r.paused])).toEqual([
			['A month: Roof watched, Report', { by: 'month day', start: '2027-05-01', every: 1, day: 1 }, 0, 0],
			['A quarter: Drains cleaned', { by: 'month day', start: '2027-05-01', every: 3, day: 1 }, 0, 0]
		]);
		expect(made[0]!.lines).toEqual([
			{ text: 'Roof watched', amount: 8500, taxCodeId: taxCode() },
			{ text: 'Report', amount: 1500, taxCodeId: null }
		]);
		expect(told(app, 'subject = ?', `job:${b.jobId}`).filter((t) => t.startsWith('Repeat invoice'))).toHaveLength(2);
		// What was contracted for the work stays as it was: the repeats are billed beside it.
		expect(value(app, 'select contract_net from jobs where id = ?', b.jobId)).toBe(120_000);
		const now = clock.at;
		clock.at = instantOf('2027-05-01', '06:00', 'America/New_York');
		yard.call({ type: 'system' }, 'invoices.make-repeats', {});
		yard.call({ type: 'system' }, 'invoices.make-repeats', {});
		clock.at = now;
		const drafts = app.db.sqlite
			.prepare(
				"select i.issued_at, sum(l.amount) net from invoices i join invoice_parts p on p.invoice_id = i.id join invoice_lines l on l.part_id = p.id where p.job_id = ? and i.kind = 'repeat' group by i.id order by 2"
			)
			.all(b.jobId);
		expect(drafts).toEqual([
			{ issued_at: null, net: 10_000 },
			{ issued_at: null, net: 24_000 }
		]);
	});
	it('is frozen with the quote: what the estimate says later changes nothing that went out, and a revision brings it back', () => {
		const b = bid('Frozen');
		const { revisionId } = yard.issue(b.estimateId, '');
		yard.call('bastian', 'estimates.set-recurring', { estimateId: b.estimateId, lines: [] });
		expect(customerQuote(app, revisionId, null)!.recurring).toHaveLength(2);
		expect(bench(app, b.jobId, 'bastian')?.recurring).toEqual([]);
		yard.call('bastian', 'estimates.from-revision', { estimateId: b.estimateId, revisionId });
		expect(bench(app, b.jobId, 'bastian')?.recurring).toEqual(watch());
		yard.call('bastian', 'estimates.undo', { estimateId: b.estimateId });
		expect(bench(app, b.jobId, 'bastian')?.recurring).toEqual([]);
	});
	it('goes along when an estimate is copied, but never over what stands there', () => {
		const [from, into, other] = [bid('From'), bid('Into', []), bid('Other', [watch()[1]!])];
		for (const to of [into, other]) yard.call('bastian', 'estimates.copy-from', { estimateId: to.estimateId, fromId: from.estimateId });
		expect(bench(app, into.jobId, 'bastian')?.recurring).toHaveLength(3);
		expect(bench(app, other.jobId, 'bastian')?.recurring).toHaveLength(1);
	});
	it('comes with a change order as well, and is Spanish for who reads Spanish', () => {
		const b = bid('Spanish', watch().slice(0, 1), 'es');
		yard.accept(yard.issue(b.estimateId, ''), 'C. Customer');
		expect(rules(b.jobId).map((r) => r.name)).toEqual(['Al mes: Roof watched']);
		const { jobId } = wonJob(yard, 'Changed');
		const { estimateId } = yard.call('bastian', 'estimates.start-change', { jobId, title: 'Roof care' });
		const { scopeId } = yard.call('bastian', 'estimates.add-scope', { estimateId, name: 'Care' });
		yard.call('bastian', 'estimates.add-line', { scopeId, name: 'First look', price: 100_000, cost: 50_000, quantity: 10_000 });
		yard.call('bastian', 'estimates.set-recurring', { estimateId, lines: watch().slice(1, 2) });
		expect(rules(jobId)).toEqual([]);
		yard.accept(yard.issue(estimateId, ''), 'C. Customer');
		expect(rules(jobId).map((r) => r.name)).toEqual(['A quarter: Drains cleaned']);
	});
	it('is refused beside the field where it comes to nothing or costs less than nothing', () => {
		const b = bid('Refused', []);
		const set = (more: Partial<Lines[number]>) =>
			refused(() =>
				yard.call('bastian', 'estimates.set-recurring', { estimateId: b.estimateId, lines: [watch()[0]!, { ...watch()[1]!, ...more }] })
			);
		expect(set({ amount: 0 })).toEqual(['amount 1', 'Say what “Drains cleaned” comes to each time.']);
		expect(set({ cost: -1 })).toEqual(['cost 1', 'A cost is 0 or more.']);
		expect(bench(app, b.jobId, 'bastian')?.recurring).toEqual([]);
	});
});
