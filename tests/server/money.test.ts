import { parsePercent, parseCents, parseUnitPrice } from '$lib/core/money';
import sharp from 'sharp';
import { beforeAll, describe, expect, it } from 'vitest';
import fc from 'fast-check';
import { Refusal } from '$lib/core/refusal';
import type { App } from '$lib/server/app';
import { linkActor, linkUrl } from '$lib/server/links';
import { payByCard } from '$lib/server/receivables/card';
import { answerCharge } from '$lib/server/receivables/commands';
import { invoiceDocument, quoteDocument } from '$lib/server/screens/documents';
import { acceptanceDocument } from '$lib/server/quotes/acceptance-pdf';
import { readSignature } from '$lib/server/files/pictures';
import { checkAcceptance, recordsDue } from '$lib/server/quotes/acceptance';
import { reconcileCharges } from '$lib/server/receivables/reconcile';
import { sendDue } from '$lib/server/outbox';
import type { Yard } from '../../src/demo/yard';
import { readPdf } from './pdf-reader';
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
let keys = 0;
const card = (number: string, amount: string, key = `key ${keys++}`) => ({ number, amount, key, expiry: '09/29', code: '123' });

describe('billing', () => {
	it('reaches the contract in any order of steps, to the cent, and never beyond', () => {
		let n = 0;
		fc.assert(
			fc.property(fc.integer({ min: 1, max: 60 }), fc.array(fc.integer({ min: 1, max: 99 }), { maxLength: 4 }), (deposit, steps) => {
				const { jobId } = wonJob(yard, `Bill ${n++}`);
				const net = value<number>(app, 'select contract_net from jobs where id = ?', jobId);
				const tax = value<number>(app, 'select contract_tax from jobs where id = ?', jobId);
				yard.bill('invoices.deposit', { jobId, deposit: { by: 'percent', percent: parsePercent(`${deposit}%`) } }, '');
				for (const p of [...steps].sort((a, b) => a - b)) {
					try {
						yard.bill('invoices.contract', { jobId, percent: parsePercent(`${p}%`) }, '');
					} catch (e) {
						expect(e).toBeInstanceOf(Refusal);
					}
				}
				yard.bill('invoices.contract', { jobId, percent: 10_000 }, '');
				expect(count(app, 'select sum(net) from invoices where job_id = ?', jobId)).toBe(net);
				expect(count(app, 'select sum(tax) from invoices where job_id = ?', jobId)).toBe(tax);
				expect(() => yard.call('petra', 'invoices.contract', { jobId, percent: 10_000 })).toThrow('nothing left');
			}),
			{ numRuns: 12, seed: 5 }
		);
	});
	it('bills each cost once, and gives it back when the invoice is voided', () => {
		const { jobId } = wonJob(yard, 'Extras');
		yard.call('petra', 'costs.add', { jobId, kind: 'subcontract', name: 'Crane', day: '2027-04-13', cost: 100_000 });
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
		const invoice = yard.bill('invoices.contract', { jobId, percent: 5_000 }, '');
		expect(() => yard.call('petra', 'invoices.discard', { invoiceId: invoice })).toThrow('never deleted');
		expect(() => app.db.sqlite.prepare('update invoices set total = total + 1 where id = ?').run(invoice)).toThrow(/CHECK/);
	});
});

describe('money in', () => {
	it('is taken once from a processor that answers twice, late or out of order', async () => {
		const { jobId } = wonJob(yard, 'Cards');
		const invoice = yard.bill('invoices.contract', { jobId, percent: 10_000 }, '');
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
			app.runGiven(answerCharge, { chargeId, processorId: `P-${chargeId}`, state, message: '' }, { type: 'system' });
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
				const first = yard.bill('invoices.deposit', { jobId, deposit: { by: 'percent', percent: 2_000 } }, '');
				for (const a of amounts) yard.pay(first, dollars(a), '2027-04-14');
				const second = yard.bill('invoices.contract', { jobId, percent: 10_000 }, '');
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
		yard.bill('invoices.contract', { jobId, percent: 1_000 }, 'nobody@bounce.example');
		await sendDue(app);
		const again = await sendDue(app);
		expect(again).toBe(0);
		expect(count(app, "select count(*) from outbox where state = 'queued'")).toBe(0);
		expect(value(app, 'select state from outbox where "to" = \'nobody@bounce.example\'')).toBe('failed');
	});
	it('are PDFs with the figures of the record', async () => {
		const { jobId } = wonJob(yard, 'Paper');
		const invoice = yard.bill('invoices.contract', { jobId, percent: 10_000 }, '');
		const revision = value<string>(app, 'select r.id from revisions r join quotes q on q.id = r.quote_id where q.job_id = ?', jobId);
		for (const doc of [await invoiceDocument(app, invoice), await quoteDocument(app, revision)]) {
			expect(doc?.bytes.subarray(0, 5).toString()).toBe('%PDF-');
			expect(doc?.bytes.length).toBeGreaterThan(5000);
		}
		expect(await invoiceDocument(app, 'nothing')).toBeNull();
	});
});

describe('a card payment whose answer was lost', () => {
	const asked = (name: string, amount = '100') => {
		const { jobId } = wonJob(yard, name);
		const invoice = yard.bill('invoices.deposit', { jobId, deposit: { by: 'percent', percent: 5_000 } }, 'c@customer.example');
		const link = linkOf(invoice);
		// The server died between asking and hearing: the charge stands, nobody waits for it.
		const { chargeId } = yard.call(link, 'charges.ask', { amount: parseCents(amount), last4: '0001' });
		return { invoice, link, chargeId };
	};
	const state = (chargeId: string) => value<string>(app, 'select state from charges where id = ?', chargeId);
	const mails = (invoice: string) =>
		count(app, "select count(*) from outbox where about = ? and subject like 'Your card payment%'", `invoice:${invoice}`);

	it('is asked for at the start: what was paid is taken once, what never arrived is free again; the customer hears of it', async () => {
		const [paid, never] = [asked('Lost but paid'), asked('Lost, never sent')];
		app.db.sqlite
			.prepare("insert into stand_in_log (at, port, sent, received) values (1, 'card', ?, 'paid')")
			.run(`charge ${paid.chargeId}: 10000 cents, card ending 0001`);
		expect(await reconcileCharges(app, true)).toBe(2);
		expect([state(paid.chargeId), state(never.chargeId)]).toEqual(['paid', 'declined']);
		expect(count(app, 'select count(*) from payments where processor_id = ?', `P-${paid.chargeId}`)).toBe(1);
		expect([mails(paid.invoice), mails(never.invoice)]).toEqual([1, 1]);
		// Nothing is locked, and asking again settles nothing twice.
		expect(await reconcileCharges(app, true)).toBe(0);
		expect((await payByCard(app, never.link, card('4000 0000 0000 0001', '100', 'again'))).state).toBe('paid');
	});
	it('is left to whoever still waits for it, and asked for once that is too long', async () => {
		const one = asked('Still waiting');
		expect(await reconcileCharges(app)).toBe(0);
		app.db.sqlite.prepare('update charges set at = at - 31000 where id = ?').run(one.chargeId);
		expect(await reconcileCharges(app)).toBe(1);
	});
	it('can be settled by the office from the processor’s statement, once, with its number', () => {
		const one = asked('By statement');
		const settle = (more: Record<string, unknown>, who = 'petra') =>
			yard.call(who, 'charges.settle', { chargeId: one.chargeId, state: 'paid', reference: '', ...more });
		expect(() => settle({ reference: 'S-1' }, 'bastian')).toThrow('may not');
		expect(() => settle({})).toThrow('number that the processor');
		settle({ reference: 'S-4711' });
		expect(open(one.invoice)).toBe(total(one.invoice) - 10_000);
		expect(mails(one.invoice)).toBe(1);
		expect(() => settle({ state: 'declined' })).toThrow('paid already');
		const two = asked('By statement too');
		yard.call('petra', 'charges.settle', { chargeId: two.chargeId, state: 'declined', reference: '' });
		expect(open(two.invoice)).toBe(total(two.invoice));
		expect(() => yard.call('petra', 'charges.settle', { chargeId: asked('Twice').chargeId, state: 'paid', reference: 'S-4711' })).toThrow(
			'like this already'
		);
	});
	it('of a form without a key is refused, and fifty with the same key pay once', async () => {
		const { jobId } = wonJob(yard, 'Fifty posts');
		const invoice = yard.bill('invoices.deposit', { jobId, deposit: { by: 'percent', percent: 5_000 } }, '');
		const link = linkOf(invoice);
		await expect(payByCard(app, link, card('4000 0000 0000 0001', '10', ''))).rejects.toThrow('Load the page again');
		const all = await Promise.all(Array.from({ length: 50 }, () => payByCard(app, link, card('4000 0000 0000 0001', '10', 'one'))));
		expect(new Set(all.map((a) => a.state))).toEqual(new Set(['paid']));
		expect(open(invoice)).toBe(total(invoice) - 1000);
	});
});

describe('a billed deposit', () => {
	it('says before it is issued when its taxes make it come to a cent or two beside what was asked', () => {
		const jobId = yard.job('Two taxes', yard.customer('Two taxes', 'person', '', '', ''), '', [0, 0]);
		const estimateId = yard.estimate(jobId);
		const scopeId = yard.scope(estimateId, 'Roof', [], []);
		const line = (price: string, taxed: boolean) => {
			const { lineId } = yard.call('bastian', 'estimates.add-line', {
				scopeId,
				name: price,
				kind: 'material',
				price: parseUnitPrice(price),
				cost: 10_000
			});
			yard.call('bastian', 'estimates.change-line', { lineId, field: 'tax', value: taxed ? 'materials' : '' });
		};
		line('333.33', true);
		line('777.77', false);
		yard.accept(yard.issue(estimateId, ''), 'T');
		let beside = 0;
		for (let percent = 1; percent <= 40; percent++) {
			const { invoiceId, total: comes } = yard.call('petra', 'invoices.deposit', {
				jobId,
				deposit: { by: 'percent', percent: parsePercent(`${percent}%`) }
			});
			const asked = value<number>(app, 'select asked from invoices where id = ?', invoiceId);
			const whole = value<number>(app, 'select contract_net + contract_tax from jobs where id = ?', jobId);
			expect(asked).toBe(Math.round((whole * percent) / 100));
			expect(Math.abs(comes - asked)).toBeLessThanOrEqual(2);
			if (comes !== asked) beside += 1;
			yard.call('petra', 'invoices.discard', { invoiceId });
		}
		expect(beside).toBeGreaterThan(0);
	});
});

describe('a signature', () => {
	const quoted = (name: string) => {
		const jobId = yard.job(name, yard.customer(name, 'person', '', '', ''), '', [0, 0]);
		const estimateId = yard.estimate(jobId);
		yard.call('bastian', 'estimates.add-line', {
			scopeId: yard.scope(estimateId, 'Roof', [], []),
			name: 'All',
			kind: 'material',
			price: 1_000_000,
			cost: 200_000
		});
		return { jobId, ...yard.issue(estimateId, '') };
	};
	const answer = (q: { revisionId: string; linkId: string }, signature: string) =>
		yard.call(yard.link('quote', q.linkId, q.revisionId), 'quotes.answer', {
			...{ answer: 'accepted', name: 'A', agreed: true, chosen: [], reason: '', address: '', agent: '' },
			signature
		});
	it('that is no picture accepts nothing, however it is sent', async () => {
		const q = quoted('AAAA');
		expect(() => answer(q, 'data:image/png;base64,AAAA')).toThrow('sign once more');
		expect(value(app, 'select number from jobs where id = ?', q.jobId)).toBeNull();
		await expect(readSignature('data:image/png;base64,AAAA')).rejects.toThrow('sign once more');
		await expect(readSignature('data:image/svg+xml;base64,PHN2Zz4=')).rejects.toThrow('sign once more');
		expect(await readSignature('')).toBe('');
	});
	it('is made anew, and small', async () => {
		const png = await sharp({ create: { width: 1600, height: 500, channels: 4, background: '#ffffff00' } })
			.withMetadata()
			.png()
			.toBuffer();
		const own = await readSignature(`data:image/png;base64,${png.toString('base64')}`);
		expect((await sharp(Buffer.from(own.split(',')[1]!, 'base64')).metadata()).width).toBe(900);
	});
	it('that was kept before and cannot be drawn keeps nobody from the record', async () => {
		const q = quoted('Old AAAA');
		answer(q, '');
		app.db.sqlite.prepare("update answers set signature = 'data:image/png;base64,AAAA' where revision_id = ?").run(q.revisionId);
		const { text } = await readPdf((await acceptanceDocument(app, q.revisionId))!.bytes);
		expect(text).toContain('Record of acceptance');
		expect(text).toContain('cannot be drawn');
	});
	it('whose record could not be made has it made later, as due work, as of its own time', () => {
		const q = quoted('Late record');
		answer(q, '');
		const before = value<string>(app, 'select record from answers where revision_id = ?', q.revisionId);
		app.db.sqlite.prepare("update answers set record = null, record_hash = '', record_due = 1 where revision_id = ?").run(q.revisionId);
		expect(recordsDue(app.db.orm)).toBe(true);
		yard.at('2027-04-15');
		yard.call({ type: 'system' }, 'quotes.make-due-records', {});
		yard.at('2027-04-14', '09:20');
		expect(recordsDue(app.db.orm)).toBe(false);
		expect(value<string>(app, 'select record from answers where revision_id = ?', q.revisionId)).toBe(before);
		expect(checkAcceptance(app.db.orm, value<string>(app, 'select id from answers where revision_id = ?', q.revisionId))).toEqual([]);
	});
});
