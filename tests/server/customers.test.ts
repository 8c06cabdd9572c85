import { ownedByCustomer } from '$lib/server/sales/owned';
import { beforeAll, describe, expect, it } from 'vitest';
import { getTableName } from 'drizzle-orm';
import vCard from 'vcf';
import type { App } from '$lib/server/app';
import { letters } from '$lib/server/company/queries';
import { customersAsCards, customersAsCsv, importToUndo, previewFile } from '$lib/server/sales/customer-files';
import { attachedTo } from '$lib/server/files/attachments';
import { contactsOf } from '$lib/server/sales/contacts';
import { stageList } from '$lib/server/sales/stages';
import { track } from '$lib/server/sales/track';
import { winningTrack } from '$lib/server/screens/winning';
import { salesOf } from '$lib/server/sales/report';
import { readCards } from '$lib/server/sales/vcard';
import { viewsOf } from '$lib/server/sales/views';
import type { Yard } from '../../src/demo/yard';
import { count, freshYard, refused, told, value, wonJob } from './yard';

let yard: Yard;
let app: App;
beforeAll(async () => {
	({ yard, app } = await freshYard());
});
const contact = (customerId: string, more: Record<string, unknown> = {}) =>
	yard.call('petra', 'customers.save-contact', {
		...{ customerId, contactId: null, name: 'Mira Solheim', role: 'decides', mail: 'mira@row.example', phone: '555 010 9090' },
		...{ getsQuotes: true, getsInvoices: false },
		...more
	});

describe('a contact', () => {
	it('gets what it is for; without a mail address nothing can go to it', () => {
		const id = yard.customer('Harbor Row', 'organization', 'desk@row.example', '', 'Harbor Row');
		contact(id);
		expect(refused(() => contact(id, { name: 'Ewan', mail: '', getsInvoices: true }))).toEqual([
			'mail',
			'Quotes and invoices go out by mail: give an address.'
		]);
		const job = yard.job('Gutters of the row', id, 'Harbor Row', [-47, -131]);
		const e = yard.estimate(job);
		yard.scope(e, 'Main roof', [['roof face', { length: "96'", run: "14'", pitch: '8' }]], ['reroof-shingle']);
		yard.decide(e);
		expect(contactsOf(app.db.orm, id).map((c) => [c.name, c.role])).toEqual([['Mira Solheim', 'decides']]);
	});
	it('of another customer cannot be changed through this one', () => {
		const [a, b] = ['A', 'B'].map((n) => yard.customer(n, 'person', '', '', '')) as [string, string];
		const { contactId } = contact(a);
		expect(refused(() => contact(b, { contactId }))[1]).toContain('another customer');
		yard.call('petra', 'customers.remove-contact', { contactId });
		expect(contactsOf(app.db.orm, a)).toEqual([]);
	});
	it('moves with its customer when two are made one, and back', () => {
		const [keepId, goneId] = ['Kept', 'Gone'].map((n) => yard.customer(n, 'person', '', '', n)) as [string, string];
		contact(goneId);
		yard.call('petra', 'customers.set-own', { of: 'customer', id: goneId, values: { 'pays-by': 'check' } });
		yard.call('petra', 'customers.attach', { customerId: goneId, name: 'plan.txt', bytes: Buffer.from('north is up') });
		yard.call('petra', 'customers.merge', { keepId, goneId });
		expect([contactsOf(app.db.orm, keepId).length, attachedTo(app, `customer:${keepId}`).length]).toEqual([1, 1]);
		expect(value<string>(app, 'select own from customers where id = ?', keepId)).toBe('{"pays-by":"check"}');
		yard.call('petra', 'customers.undo-merge', { customerId: keepId });
		expect([contactsOf(app.db.orm, keepId).length, contactsOf(app.db.orm, goneId).length]).toEqual([0, 1]);
		expect([attachedTo(app, `customer:${keepId}`).length, attachedTo(app, `customer:${goneId}`).length]).toEqual([0, 1]);
		expect(value<string>(app, 'select own from customers where id = ?', keepId)).toBe('{}');
	});
});

describe('two customers made one', () => {
	it('bring everything along that belongs to a customer: no table is forgotten', () => {
		const tables = (app.db.sqlite.prepare("select name from sqlite_master where type = 'table'").pluck().all() as string[]).filter((t) =>
			app.db.sqlite.prepare("select 1 from pragma_table_info(?) where name = 'customer_id'").get(t)
		);
		expect(tables.sort()).toEqual([...ownedByCustomer().map((t) => getTableName(t)), 'item_sales'].sort());
	});
	it('keep their money: invoices, credits, payments and what was said about them, there and back', () => {
		const keepId = yard.customer('Stays', 'person', '', '', 'Weir Road');
		const { jobId, customerId: goneId } = wonJob(yard, 'Merged money');
		const invoiceId = yard.bill('invoices.contract', { jobId, percent: 10_000 }, '');
		yard.pay(invoiceId, '100.00', '2027-04-14');
		const line = value<string>(app, 'select id from invoice_lines where invoice_id = ? order by amount desc', invoiceId);
		yard.call('petra', 'invoices.credit', { invoiceId, lines: [{ id: line, amount: 500 }], reason: 'Late', to: '' });
		yard.call('petra', 'invoices.note-call', { customerId: goneId, text: 'Pays soon', promise: null });
		const money = (id: string) => [
			count(app, 'select coalesce(sum(total - paid), 0) from invoices where customer_id = ?', id),
			count(app, 'select coalesce(sum(total), 0) from credit_notes where customer_id = ?', id),
			count(app, 'select count(*) from money_calls where customer_id = ?', id)
		];
		const before = money(goneId);
		yard.call('petra', 'customers.merge', { keepId, goneId });
		expect([money(keepId), money(goneId)]).toEqual([before, [0, 0, 0]]);
		yard.call('petra', 'customers.undo-merge', { customerId: keepId });
		expect([money(keepId), money(goneId)]).toEqual([[0, 0, 0], before]);
	});
});

describe('own fields', () => {
	it('are defined by the owner, filled in by the office, and refused in words', () => {
		const id = yard.customer('Own', 'person', '', '', '');
		expect(refused(() => yard.call('petra', 'customers.set-own', { of: 'customer', id, values: { 'pays-by': 'gold' } }))).toEqual([
			'pays-by',
			'“Pays by” is one of: card, check, transfer.'
		]);
		expect(refused(() => yard.call('petra', 'customers.set-own', { of: 'customer', id, values: { gate: '1' } }))[1]).toContain(
			'no such field'
		);
		expect(refused(() => yard.call('petra', 'company.own-fields', { fields: [] }))[1]).toMatch(/may not|allowed|cannot/i);
	});
});

describe('customers as files', () => {
	it('go out as vCard 4 that another reader understands, and come back the same', () => {
		const id = yard.customer(
			'Castellan; Build, Group',
			'organization',
			'site@castellan.example',
			'555 010 7100',
			'40 Foundry Quay, Osselmere',
			'First line\nsecond, with a comma'
		);
		contact(id, { name: 'Dorian Castellan', role: 'signs; contracts', mail: 'dorian@castellan.example' });
		const text = customersAsCards(app, id);
		const cards = vCard.parse(text.replace(/\r?\n/g, '\r\n'));
		expect(cards.map((c) => String(c.get('fn').valueOf()).replaceAll('\\', ''))).toEqual(['Castellan; Build, Group', 'Dorian Castellan']);
		expect(cards.map((c) => [c.get('version').valueOf(), c.get('email').valueOf()])).toEqual([
			['4.0', 'site@castellan.example'],
			['4.0', 'dorian@castellan.example']
		]);
		expect(readCards(text)).toEqual([
			{
				...{ name: 'Castellan; Build, Group', kind: 'organization', mail: 'site@castellan.example', phone: '555 010 7100' },
				...{ address: '40 Foundry Quay, Osselmere', notes: 'First line\nsecond, with a comma' },
				contacts: [{ name: 'Dorian Castellan', role: 'signs; contracts', mail: 'dorian@castellan.example', phone: '555 010 9090' }]
			}
		]);
	});
	it('are taken from version 3 too; what is no card says so', () => {
		const old =
			'BEGIN:VCARD\r\nVERSION:3.0\r\nFN:Orla Penhallow\r\nN:Penhallow;Orla;;;\r\nTEL;TYPE=HOME:555 010 2233\r\nADR;TYPE=HOME:;;14 Spindle Lane;Osselmere;;;\r\nEND:VCARD\r\n';
		expect(readCards(old)).toEqual([
			{
				name: 'Orla Penhallow',
				kind: 'person',
				mail: '',
				phone: '555 010 2233',
				address: '14 Spindle Lane, Osselmere',
				notes: '',
				contacts: []
			}
		]);
		for (const wrong of ['', 'Name,Mail\nOrla,x', 'BEGIN:VCARD', 'BEGIN:VCALENDAR\r\nEND:VCALENDAR'])
			expect(refused(() => readCards(wrong))[1]).toContain('no address cards');
	});
	it('come in looked at first: new, known and wrong ones; all or nothing; and can be taken back', () => {
		const before = count(app, 'select count(*) from customers');
		const csv =
			'Name,Mail,Phone,Contacts,Pays by\nTilda Roskilly,tilda@roskilly.example,,"Jory (neighbor) <jory@roskilly.example>",card\nHarbor Row,desk@row.example,555 010 1234,,\n,nobody@x.example,,,\nWrong,w@w.example,,,gold';
		const preview = previewFile(app, Buffer.from(`\ufeff${csv}`));
		expect(preview.map((p) => [p.row, p.state])).toEqual([
			[2, 'new'],
			[3, 'known'],
			[4, 'rejected'],
			[5, 'rejected']
		]);
		const rows = preview.filter((p) => p.state !== 'rejected').map((p) => ({ ...p.customer, into: p.sameAs?.id ?? null }));
		expect(
			refused(() =>
				yard.given('petra', 'customers.import', { rows: [...rows, { ...rows[0], name: 'Bad', own: { 'pays-by': 'gold' } }] })
			)[0]
		).toBe('pays-by');
		expect(count(app, 'select count(*) from customers')).toBe(before);
		expect(yard.call('petra', 'customers.import', { rows })).toEqual({ added: 1, filled: 1 });
		expect(value(app, "select phone from customers where name = 'Harbor Row'")).toBe('555 010 1234');
		expect(value(app, "select c.name from contacts c join customers k on k.id = c.customer_id where k.name = 'Tilda Roskilly'")).toBe(
			'Jory'
		);
		expect(customersAsCsv(app)).toContain('Tilda Roskilly,person,tilda@roskilly.example,,,,Jory (neighbor) <jory@roskilly.example>,card');
		expect(importToUndo(app)).toContain('1 new, 1 filled in');
		const again = rows.map((r) => ({ ...r, name: `${r.name}, again`, mail: '', into: null }));
		yard.call('petra', 'customers.import', { rows: again });
		const used = value<string>(app, "select id from customers where name = 'Tilda Roskilly, again'");
		yard.call('petra', 'customers.save-site', {
			customerId: used,
			siteId: null,
			address: '27 Gull Street',
			access: '',
			lat: null,
			lng: null
		});
		expect(yard.call('petra', 'customers.undo-import', {})).toEqual({ gone: 1, stay: 1 });
		expect(count(app, 'select count(*) from customers where id = ?', used)).toBe(1);
		expect(refused(() => yard.call('petra', 'customers.undo-import', {}))[1]).toContain('no import');
	});
	it('of another kind are not kept', () => {
		const customerId = yard.customer('Files', 'person', '', '', '');
		const attach = (name: string, bytes: Buffer) => refused(() => yard.call('petra', 'customers.attach', { customerId, name, bytes }))[1];
		expect(attach('run.exe', Buffer.from('MZ\u0000\u0003', 'latin1'))).toContain('none of them');
		expect(attach('page.pdf', Buffer.from('<html><script>alert(1)</script>'))).toContain('none of them');
		expect(attach('empty.txt', Buffer.alloc(0))).toContain('empty');
		expect(attach('plan.pdf', Buffer.from('%PDF-1.7 …'))).toBe('taken');
		expect(attachedTo(app, `customer:${customerId}`).map((f) => f.name)).toEqual(['plan.pdf']);
	});
});

describe('the company’s own stages', () => {
	const rows = (which: 'winning' | 'doing') =>
		stageList(app)
			.filter((s) => s.track === which)
			.map(({ id, name, meaning, chance }) => ({ id: id as string | null, name, meaning, chance }));
	it('are renamed, moved, added and taken away; their jobs go where the same is meant', () => {
		const id = yard.customer('Stage', 'person', '', '', '');
		const jobId = yard.job('On the move', id, '1 Gull Street', [-47, -131]);
		yard.call('petra', 'jobs.move', { jobId, stageId: 'talking' });
		const stages = rows('winning').filter((s) => s.id !== 'talking');
		stages.splice(1, 0, { id: null, name: 'Walk-through', meaning: 'bidding', chance: 4000 });
		yard.given('imogen', 'company.save-stages', { track: 'winning', stages });
		expect(rows('winning').map((s) => s.name)).toEqual(['Asked', 'Walk-through', 'Measuring', 'Quoted', 'Lost']);
		expect(value(app, 'select stage_id from jobs where id = ?', jobId)).toBe('asked');
		expect(told(app, "code = 'company.save-stages'").at(-1)).toMatch(/^Stages of the winning track/);
	});
	it('are known by a mark of the company’s own, which stays where nothing is said of it', () => {
		const marked = () => stageList(app).flatMap((s) => (s.mark ? [`${s.name} ${s.mark}`] : []));
		const [first, ...others] = rows('doing');
		yard.given('imogen', 'company.save-stages', { track: 'doing', stages: [{ ...first, mark: 'wait' }, ...others] });
		expect(marked()).toEqual([`${first?.name} wait`]);
		yard.given('imogen', 'company.save-stages', { track: 'doing', stages: rows('doing') });
		expect(marked()).toEqual([`${first?.name} wait`]);
		yard.given('imogen', 'company.save-stages', { track: 'doing', stages: rows('doing').map((s) => ({ ...s, mark: null })) });
		expect(marked()).toEqual([]);
		const odd = [{ ...first, mark: 'star' }, ...others];
		expect(refused(() => yard.given('imogen', 'company.save-stages', { track: 'doing', stages: odd }))[1]).not.toBe('');
	});
	it('cannot lose what the program relies on', () => {
		const wrong = (which: 'winning' | 'doing', stages: unknown) =>
			refused(() => yard.given('imogen', 'company.save-stages', { track: which, stages }))[1];
		expect(
			wrong(
				'winning',
				rows('winning').filter((s) => s.meaning !== 'lost')
			)
		).toContain('has to mean “lost”');
		expect(
			wrong(
				'doing',
				rows('doing').filter((s) => s.meaning !== 'finished')
			)
		).toContain('has to mean “finished”');
		expect(
			wrong(
				'winning',
				rows('winning').map((s) => ({ ...s, name: 'Same' }))
			)
		).toContain('same name');
		expect(wrong('winning', [...rows('winning'), { id: null, name: 'X', meaning: 'ready', chance: 0 }])).toContain(
			'no meaning of the winning track'
		);
		expect(wrong('winning', [...rows('winning'), { id: 'ready', name: 'X', meaning: 'bidding', chance: 0 }])).toContain(
			'changed meanwhile'
		);
	});
	it('give a job its chance, unless it has one of its own', () => {
		const id = yard.customer('Chance', 'person', '', '', '');
		const jobId = yard.job('Maybe', id, '', [-47, -131]);
		const card = () => track(app).cards.find((c) => c.id === jobId)!;
		expect([card().chance, card().ownChance]).toEqual([2000, false]);
		yard.call('bastian', 'jobs.change', {
			jobId,
			chance: 8_500,
			nextStep: 'Call',
			nextDay: '2027-04-20',
			expected: 1_000_000,
			size: 245_000,
			sizeUnit: 'squares'
		});
		expect(card()).toMatchObject({ chance: 8500, ownChance: true, nextStep: 'Call', nextDay: '2027-04-20', worth: 1_000_000 });
		expect(track(app).forecast[0]).toMatchObject({ month: '2027-04', weighted: 850_000 });
		for (const [field, typed] of [
			['chance', 12_000],
			['expected', -500],
			['size', -10_000]
		] as const)
			expect(refused(() => yard.call('bastian', 'jobs.change', { jobId, [field]: typed }))[0]).toBe(field);
		yard.call('bastian', 'jobs.change', { jobId, chance: null });
		expect(card().ownChance).toBe(false);
	});
});

describe('a card without a quote', () => {
	it('has what its estimate comes to so far, marked; then what was offered; what is set aside counts nothing', () => {
		const jobId = yard.job('Draft card', yard.customer('Draft card', 'person', 'd@card.example', '', ''), '', [-47, -131]);
		yard.call('bastian', 'jobs.change', { jobId, expected: 700_000 });
		const card = () => winningTrack(app).cards.find((c) => c.id === jobId)!;
		expect(card()).toMatchObject({ worth: 700_000 });
		expect(card().draft).toBeUndefined();
		const estimateId = yard.estimate(jobId);
		expect(card()).toMatchObject({ worth: 700_000 });
		const scopeId = yard.scope(estimateId, 'Roof', [], []);
		const { lineId } = yard.given('bastian', 'estimates.add-line', {
			scopeId,
			name: 'All of it',
			kind: 'other',
			price: 1_000_000,
			cost: 1
		});
		expect(card()).toMatchObject({ worth: 10_000, draft: true });
		yard.call('bastian', 'estimates.change-line', { lineId, field: 'quantity', value: '3' });
		expect(card()).toMatchObject({ worth: 30_000, draft: true });
		yard.issue(estimateId, '');
		expect(card()).toMatchObject({ worth: 30_000 });
		expect(card().draft).toBeUndefined();
	});
});

describe('a kept view', () => {
	it('is everybody’s or one’s own; nobody takes away another’s', () => {
		const keep = (who: string, name: string, everybody: boolean) =>
			yard.call(who, 'views.save', { page: 'track', name, query: 'q=roof', everybody }).viewId;
		const shared = keep('petra', 'All roofs', true);
		const mine = keep('petra', 'My roofs', false);
		expect(keep('petra', 'My roofs', false)).toBe(mine);
		const names = (who: string) => viewsOf(app, 'track', yard.as(who)).map((v) => v.name);
		expect([names('petra'), names('bastian')]).toEqual([['All roofs', 'My roofs'], ['All roofs']]);
		expect(refused(() => yard.call('bastian', 'views.remove', { viewId: mine }))[1]).toContain('somebody else');
		expect(refused(() => yard.call('marco', 'views.save', { page: 'track', name: 'x', query: '', everybody: true }))[0]).toBe('everybody');
		yard.call('bastian', 'views.remove', { viewId: shared });
		expect(names('petra')).toEqual(['My roofs']);
		expect(refused(() => yard.call('petra', 'views.save', { page: 'track', name: 'x', query: 'a b#c', everybody: false }))[1]).not.toBe(
			'taken'
		);
	});
});

describe('what a won job begins with', () => {
	it('is a billing plan, the tasks of its kind, and from the rule its deposit, billed and sent', () => {
		yard.call('imogen', 'company.billing-plans', { plans: [{ kindOfWork: '', stagesFrom: 100_000, depositAtOnce: true }] });
		const { jobId, customerId } = wonJob(yard, 'Planned roof');
		const steps = app.db.sqlite
			.prepare('select name, to_date, due_when, invoice_id from billing_steps where job_id = ? order by position')
			.all(jobId) as Record<string, unknown>[];
		expect([steps[0]?.name, steps[0]?.to_date, steps.at(-1)?.name, steps.at(-1)?.to_date]).toEqual(['Deposit', 3000, 'Rest', 10_000]);
		const deposit = app.db.sqlite.prepare('select number, total, issued_at from invoices where id = ?').get(steps[0]?.invoice_id) as Record<
			string,
			number
		>;
		const whole = value<number>(app, 'select contract_net + contract_tax from jobs where id = ?', jobId);
		expect(Math.abs(deposit.total! - Math.round(whole * 0.3))).toBeLessThanOrEqual(1);
		expect(deposit.number).toBeGreaterThan(1000);
		expect(letters(app, { role: 'owner' }).some((l) => l.to === 'c@customer.example' && l.text.includes('invoice of the deposit'))).toBe(
			true
		);
		expect(count(app, 'select count(*) from tasks where job_id = ?', jobId)).toBe(5);
		expect(value(app, 'select customer_id from invoices where job_id = ?', jobId)).toBe(customerId);
		yard.call('imogen', 'company.billing-plans', { plans: [{ kindOfWork: '', stagesFrom: 1_500_000, depositAtOnce: false }] });
	});
	it('is billed step by step to the cent; a step that is voided is open again', () => {
		const { jobId } = wonJob(yard, 'Stepwise');
		const steps = () =>
			app.db.sqlite.prepare('select id, name, to_date, invoice_id from billing_steps where job_id = ? order by position').all(jobId) as {
				id: string;
				invoice_id: string | null;
			}[];
		const bill = (n: number) => yard.call('petra', 'invoices.bill-step', { stepId: steps()[n]!.id });
		const first = bill(0);
		expect(bill(0).invoiceId).toBe(first.invoiceId);
		yard.call('petra', 'invoices.issue', { invoiceId: first.invoiceId, to: '', subject: '', text: '' });
		yard.call('petra', 'invoices.void', { invoiceId: first.invoiceId, reason: 'typed wrongly' });
		expect(steps()[0]!.invoice_id).toBeNull();
		for (const n of steps().keys()) yard.call('petra', 'invoices.issue', { invoiceId: bill(n).invoiceId, to: '', subject: '', text: '' });
		expect(value(app, 'select sum(total) from invoices where job_id = ? and voided_at is null', jobId)).toBe(
			value(app, 'select contract_net + contract_tax from jobs where id = ?', jobId)
		);
		const [deposit] = steps();
		const change = (more: object) =>
			refused(() =>
				yard.call('petra', 'invoices.save-plan', {
					jobId,
					steps: [
						{ id: deposit!.id, name: 'Deposit', when: 'acceptance', phase: '', toDate: 3000, ...more },
						{ id: null, name: 'Rest', when: 'done', phase: '', toDate: 10_000 }
					]
				})
			)[1];
		expect(change({ toDate: 4000 })).toContain('is billed');
	});
	it('can have its plan changed while nothing is billed; a draft thrown away frees its step', () => {
		const { jobId } = wonJob(yard, 'Replanned');
		const save = (steps: unknown) => refused(() => yard.given('petra', 'invoices.save-plan', { jobId, steps }));
		const own = (name: string, toDate: number, more = {}) => ({ id: null, name, when: 'done', phase: '', toDate, ...more });
		expect(save([own('Half', 5000), own('Half again', 5000)])).toEqual(['step-1', '“Half again” has to bring it above 50 %.']);
		expect(save([own('Half', 5000, { when: 'phase', phase: 'Tear-off' }), own('Rest', 10_000)])[1]).toBe('taken');
		const stepId = value<string>(app, "select id from billing_steps where job_id = ? and name = 'Half'", jobId);
		const { invoiceId } = yard.call('petra', 'invoices.bill-step', { stepId });
		expect(value(app, 'select net from invoices where id = ?', invoiceId)).toBe(
			Math.round(value<number>(app, 'select contract_net from jobs where id = ?', jobId) / 2)
		);
		yard.call('petra', 'invoices.discard', { invoiceId });
		expect(value(app, 'select invoice_id from billing_steps where id = ?', stepId)).toBeNull();
	});
	it('has tasks that the crew ticks', () => {
		const { jobId } = wonJob(yard, 'Ticked');
		const taskId = value<string>(app, 'select id from tasks where job_id = ? order by position', jobId);
		yard.call('marco', 'work.tick-task', { taskId, done: true });
		expect(value(app, 'select done_by from tasks where id = ?', taskId)).toBe('Marco Dunleavy');
		yard.call('marco', 'work.tick-task', { taskId, done: false });
		expect(value(app, 'select done_at from tasks where id = ?', taskId)).toBeNull();
		const added = yard.call('petra', 'work.add-task', { jobId, phase: '', text: 'Call the neighbor' });
		yard.call('petra', 'work.remove-task', added);
		expect(count(app, 'select count(*) from tasks where job_id = ?', jobId)).toBe(5);
	});
});

describe('the sales report', () => {
	it('adds up to what the books say', () => {
		const { all, rows } = salesOf(app, '2027-01-01', '2027-12-31', 'kind');
		expect(all.won).toBe(count(app, 'select count(*) from jobs where won_at is not null'));
		expect(all.wonWorth).toBe(count(app, 'select sum(contract_net) from jobs where won_at is not null'));
		expect(rows.reduce((a, r) => a + r.count, 0)).toBe(count(app, 'select count(*) from jobs'));
		expect(salesOf(app, '2020-01-01', '2020-12-31', 'source').all.count).toBe(0);
	});
});
