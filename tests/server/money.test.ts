import { beforeAll, describe, expect, it } from 'vitest';
import fc from 'fast-check';
import { Refusal } from '$lib/core/refusal';
import type { App } from '$lib/server/app';
import { linkActor, linkUrl } from '$lib/server/quotes/links';
import { payByCard } from '$lib/server/receivables/card';
import { answerCharge } from '$lib/server/receivables/commands';
import { invoiceDocument, quoteDocument } from '$lib/server/documents/queries';
import { sendDue } from '$lib/server/work/outbox';
import type { Yard } from '../../src/demo/yard';
import { count, freshYard, value, wonJob } from './yard';

let yard: Yard;
let app: App;
beforeAll(async () => {
	({ yard, app } = await freshYard());
});
const dollars = (cents: number) => (cents / 100).toFixed(2);
const total = (id: string) => value<number>(app, 'select total from invoices where id = ?', id);
const open = (id: string) => total(id) - count(app, 'select coalesce(sum(amount), 0) from allocations where invoice_id = ?', id);
const linkOf = (id: string) =>
	linkActor(
		app,
		'invoice',
		(linkUrl(app, value<string>(app, 'select id from links where subject_id = ?', id)) ?? '').split('/i/')[1] ?? ''
	)!;
const card = (number: string, amount: string, key = '') => ({ number, amount, key, expiry: '09/29', code: '123' });

describe('billing', () => {
	it('reaches the contract in any order of steps, to the cent, and never beyond', () => {
		let n = 0;
		fc.assert(
			fc.property(fc.integer({ min: 1, max: 60 }), fc.array(fc.integer({ min: 1, max: 99 }), { maxLength: 4 }), (deposit, steps) => {
				const { jobId } = wonJob(yard, `Bill ${n++}`);
				const net = value<number>(app, 'select contract_net from jobs where id = ?', jobId);
				const tax = value<number>(app, 'select contract_tax from jobs where id = ?', jobId);
				yard.bill('invoices.deposit', { jobId, amount: `${deposit}%` }, '');
				for (const p of [...steps].sort((a, b) => a - b)) {
					try {
						yard.bill('invoices.contract', { jobId, percent: `${p}%` }, '');
					} catch (e) {
						expect(e).toBeInstanceOf(Refusal);
					}
				}
				yard.bill('invoices.contract', { jobId, percent: '100%' }, '');
				expect(count(app, 'select sum(net) from invoices where job_id = ?', jobId)).toBe(net);
				expect(count(app, 'select sum(tax) from invoices where job_id = ?', jobId)).toBe(tax);
				expect(() => yard.call('petra', 'invoices.contract', { jobId, percent: '100%' })).toThrow('nothing left');
			}),
			{ numRuns: 12, seed: 5 }
		);
	});
	it('bills each cost once, and gives it back when the invoice is voided', () => {
		const { jobId } = wonJob(yard, 'Extras');
		yard.call('petra', 'costs.add', { jobId, kind: 'subcontract', name: 'Crane', day: '2027-04-13', cost: '1,000' });
		const costId = value<string>(app, 'select id from cost_entries where job_id = ?', jobId);
		yard.call('petra', 'costs.mark', { costId, state: 'to bill' });
		expect(() => yard.call('petra', 'invoices.costs', { jobId, cutOff: '2027-04-12' })).toThrow('nothing left');
		const invoice = yard.bill('invoices.costs', { jobId, cutOff: '2027-04-13' }, '');
		expect(total(invoice)).toBe(137_000);
		expect(() => yard.call('petra', 'invoices.costs', { jobId, cutOff: '2027-04-13' })).toThrow('nothing left');
		expect(() => yard.call('petra', 'costs.mark', { costId, state: 'absorbed' })).toThrow('billed already');
		yard.pay(invoice, '1370.00', '2027-04-14');
		yard.call('petra', 'invoices.void', { invoiceId: invoice, reason: 'wrong job' });
		expect(value(app, 'select state from cost_entries where id = ?', costId)).toBe('to bill');
		// The money stays the customer's credit and settles the next invoice.
		const next = yard.bill('invoices.costs', { jobId, cutOff: '2027-04-13' }, '');
		expect(open(next)).toBe(0);
	});
	it('never deletes or edits what is issued', () => {
		const { jobId } = wonJob(yard, 'Issued');
		const invoice = yard.bill('invoices.contract', { jobId, percent: '50%' }, '');
		expect(() => yard.call('petra', 'invoices.discard', { invoiceId: invoice })).toThrow('never deleted');
		expect(() => app.db.sqlite.prepare('update invoices set total = total + 1 where id = ?').run(invoice)).toThrow(/CHECK/);
	});
});

describe('money in', () => {
	it('is taken once from a processor that answers twice, late or out of order', async () => {
		const { jobId } = wonJob(yard, 'Cards');
		const invoice = yard.bill('invoices.contract', { jobId, percent: '100%' }, '');
		const actor = linkOf(invoice);
		expect((await payByCard(app, actor, card('4000000000000002', '100'))).state).toBe('declined');
		expect(open(invoice)).toBe(total(invoice));
		expect((await payByCard(app, actor, card('4000000000000004', '100'))).state).toBe('paid');
		expect(total(invoice) - open(invoice)).toBe(10_000);
		const key = 'one click';
		await Promise.all([
			payByCard(app, actor, card('4000000000000001', '50', key)),
			payByCard(app, actor, card('4000000000000001', '50', key))
		]);
		expect(total(invoice) - open(invoice)).toBe(15_000);
		expect((await payByCard(app, actor, card('4000000000000003', '25'))).state).toBe('unknown');
		await expect(payByCard(app, actor, card('4000000000000001', '25'))).rejects.toThrow('on its way');
		const chargeId = value<string>(app, "select id from charges where state = 'unknown'");
		const answer = (state: string) =>
			app.run(answerCharge as never, { chargeId, processorId: `P-${chargeId}`, state, message: '' }, { type: 'system' });
		answer('paid');
		answer('declined');
		answer('paid');
		expect(total(invoice) - open(invoice)).toBe(17_500);
		await expect(payByCard(app, actor, card('4000000000000001', dollars(total(invoice))))).rejects.toThrow('left to pay');
		await expect(payByCard(app, actor, card('12', '1'))).rejects.toThrow('whole number');
		expect(count(app, "select count(*) from stand_in_log where sent like '%4000000000000001%'")).toBe(0);
	});
	it('never appears or disappears: payments are allocations and credit', () => {
		fc.assert(
			fc.property(fc.array(fc.integer({ min: 1, max: 3_000_000 }), { minLength: 1, maxLength: 5 }), (amounts) => {
				const { jobId, customerId } = wonJob(yard, `Pay ${amounts.join('-')}`);
				const first = yard.bill('invoices.deposit', { jobId, amount: '20%' }, '');
				for (const a of amounts) yard.pay(first, dollars(a), '2027-04-14');
				const second = yard.bill('invoices.contract', { jobId, percent: '100%' }, '');
				const paid = amounts.reduce((a, b) => a + b, 0);
				const used = count(
					app,
					'select coalesce(sum(a.amount), 0) from allocations a join payments p on p.id = a.payment_id where p.customer_id = ?',
					customerId
				);
				expect(count(app, 'select sum(amount) from payments where customer_id = ?', customerId)).toBe(paid);
				expect(used).toBe(Math.min(paid, total(first) + total(second)));
				// What stands on the invoice as paid is what its allocations say.
				expect(count(app, 'select sum(used) from payments where customer_id = ?', customerId)).toBe(used);
				for (const id of [first, second]) expect(value(app, 'select paid from invoices where id = ?', id)).toBe(total(id) - open(id));
				expect(open(first)).toBeGreaterThanOrEqual(0);
				expect(open(second)).toBeGreaterThanOrEqual(0);
			}),
			{ numRuns: 12, seed: 8 }
		);
	});
});

describe('acceptance', () => {
	const quote = (name: string) => {
		const job = yard.job(name, yard.customer(name, 'person', '', '', ''), '', [0, 0]);
		const e = yard.estimate(job);
		yard.scope(e, 'Roof', [['roof face', { length: '40', run: '12', pitch: '6' }]], ['reroof-shingle']);
		yard.decide(e);
		return { job, e, q: yard.issue(e, '') };
	};
	const send = (q: { revisionId: string; linkId: string }, more: Record<string, unknown> = {}) =>
		yard.call(yard.link('quote', q.linkId, q.revisionId), 'quotes.answer', {
			answer: 'accepted',
			name: 'A',
			signature: '',
			agreed: true,
			chosen: [],
			reason: '',
			address: '',
			agent: '',
			...more
		});
	it('counts once, however often it is sent', () => {
		const { job, q } = quote('Twice accepted');
		for (let i = 0; i < 5; i++) send(q, { name: `Device ${i}` });
		expect(count(app, 'select count(*) from answers where revision_id = ?', q.revisionId)).toBe(1);
		expect(count(app, 'select count(distinct id) from jobs where id = ? and number is not null', job)).toBe(1);
		expect(count(app, 'select count(*) from contract_lines where job_id = ?', job)).toBe(
			count(
				app,
				'select count(*) from lines l join scopes s on s.id = l.scope_id join estimates e on e.id = s.estimate_id where e.job_id = ?',
				job
			)
		);
	});
	it('refuses an older revision, a foreign option, no name, no agreement, a huge signature, a late day', () => {
		const { e, q } = quote('Revisions');
		const second = yard.issue(e, '');
		expect(() => send(q)).toThrow('newer revision');
		expect(() => send(second, { chosen: ['foreign'] })).toThrow('not part of this quote');
		expect(() => send(second, { name: '  ' })).toThrow('your name');
		expect(() => send(second, { agreed: false })).toThrow('agree');
		expect(() => send(second, { signature: `data:image/png;base64,${'A'.repeat(400_000)}` })).toThrow('too long');
		yard.at('2027-06-30');
		expect(() => send(second)).toThrow('valid until');
		yard.at('2027-04-14', '09:20');
		expect(() => send(second, { answer: 'declined' })).toThrow('why');
		send(second, { answer: 'declined', reason: 'Later <script>alert(1)</script>' });
		expect(value(app, 'select state from revisions where id = ?', second.revisionId)).toBe('declined');
	});
	it('knows no link that was forged, guessed or revoked', () => {
		const { q } = quote('Links');
		const url = linkUrl(app, q.linkId) ?? '';
		const token = url.split('/q/')[1] ?? '';
		expect(token).toHaveLength(43);
		expect(linkActor(app, 'quote', token)?.subjectId).toBe(q.revisionId);
		expect(linkActor(app, 'invoice', token)).toBeNull();
		expect(linkActor(app, 'quote', `${token.slice(0, -1)}${token.endsWith('A') ? 'B' : 'A'}`)).toBeNull();
		for (const guess of ['', '../../etc', 'x'.repeat(43), "' or 1=1"]) expect(linkActor(app, 'quote', guess)).toBeNull();
		app.db.sqlite.prepare('update links set revoked = 1 where id = ?').run(q.linkId);
		expect(linkActor(app, 'quote', token)).toBeNull();
	});
});

describe('letters and documents', () => {
	it('go out once, and come back as failed when the mailbox does not exist', async () => {
		const { jobId } = wonJob(yard, 'Letters');
		yard.bill('invoices.contract', { jobId, percent: '10%' }, 'nobody@bounce.example');
		await sendDue(app);
		const again = await sendDue(app);
		expect(again).toBe(0);
		expect(count(app, "select count(*) from outbox where state = 'queued'")).toBe(0);
		expect(value(app, 'select state from outbox where "to" = \'nobody@bounce.example\'')).toBe('failed');
	});
	it('are PDFs with the figures of the record', async () => {
		const { jobId } = wonJob(yard, 'Paper');
		const invoice = yard.bill('invoices.contract', { jobId, percent: '100%' }, '');
		const revision = value<string>(app, 'select r.id from revisions r join quotes q on q.id = r.quote_id where q.job_id = ?', jobId);
		for (const doc of [await invoiceDocument(app, invoice), await quoteDocument(app, revision)]) {
			expect(doc?.bytes.subarray(0, 5).toString()).toBe('%PDF-');
			expect(doc?.bytes.length).toBeGreaterThan(5000);
		}
		expect(await invoiceDocument(app, 'nothing')).toBeNull();
	});
});
