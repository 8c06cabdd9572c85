import { parseCents } from '$lib/core/money';
import sharp from 'sharp';
import { beforeAll, describe, expect, it } from 'vitest';
import { computeEstimate } from '$lib/core/estimate';
import type { App } from '$lib/server/app';
import { attachedTo } from '$lib/server/files/attachments';
import { readPicture } from '$lib/server/files/pictures';
import { companyOf } from '$lib/server/company/settings';
import { loadEstimate } from '$lib/server/estimates/load';
import { tasksOf, templatesOf } from '$lib/server/work/tasks';
import type { Yard } from '../../src/demo/yard';
import { count, freshYard, refused, value, wonJob } from './yard';

let yard: Yard;
let app: App;
beforeAll(async () => {
	({ yard, app } = await freshYard());
});
const today = '2027-04-14';
/** A won job with half of its contract invoiced. */
function billed(name: string) {
	const won = wonJob(yard, name);
	const invoiceId = yard.bill('invoices.contract', { jobId: won.jobId, percent: 5_000 }, 'c@customer.example');
	const of = () =>
		app.db.sqlite.prepare('select total, paid, promise, customer_id from invoices where id = ?').get(invoiceId) as {
			total: number;
			paid: number;
			promise: string | null;
		};
	const dollars = (cents: number) => (cents / 100).toFixed(2);
	return { ...won, invoiceId, of, dollars };
}
const link = (invoiceId: string) =>
	yard.link('invoice', value<string>(app, "select id from links where kind = 'invoice' and subject_id = ?", invoiceId), invoiceId);

describe('money that comes in by hand', () => {
	const pay = (invoiceId: string, amount: string, more: Record<string, unknown> = {}) =>
		yard.call('petra', 'payments.record', {
			invoiceId,
			amount: parseCents(amount),
			method: 'check',
			reference: '1042',
			day: today,
			...more
		});
	it('settles its invoice; what is too much is credit, and none of it is lost', () => {
		const b = billed('By check');
		pay(b.invoiceId, b.dollars(b.of().total - 1000));
		expect(b.of()).toMatchObject({ paid: b.of().total - 1000 });
		const { credit } = pay(b.invoiceId, '25.00', { method: 'cash', reference: '' });
		expect(credit).toBe(1500);
		expect(b.of().paid).toBe(b.of().total);
		const sums = app.db.sqlite.prepare('select sum(amount) a, sum(used) u from payments where job_id = ?').get(b.jobId) as {
			a: number;
			u: number;
		};
		expect(sums).toEqual({ a: b.of().total + 1500, u: b.of().total });
	});
	it('of nothing, of tomorrow, or on a draft is refused at its field', () => {
		const b = billed('Refused');
		expect(refused(() => pay(b.invoiceId, '0'))[0]).toBe('amount');
		expect(refused(() => pay(b.invoiceId, 'much'))[1]).toContain('not a number');
		expect(refused(() => pay(b.invoiceId, '5', { day: '2027-04-15' }))[0]).toBe('day');
		const { invoiceId } = yard.call('petra', 'invoices.contract', { jobId: b.jobId, percent: 6_000 });
		expect(refused(() => pay(invoiceId, '5'))[1]).toContain('issued invoice');
		expect(
			refused(() => yard.call('marco', 'payments.record', { invoiceId, amount: 500, method: 'cash', reference: '', day: today }))[1]
		).toContain('may not');
		expect(b.of().paid).toBe(0);
	});
	it('that was promised stands on the invoice until it is taken off', () => {
		const b = billed('Promised');
		yard.call('petra', 'invoices.promise', { invoiceId: b.invoiceId, day: '2027-04-30' });
		expect(b.of().promise).toBe('2027-04-30');
		yard.call('petra', 'invoices.promise', { invoiceId: b.invoiceId, day: '' });
		expect(b.of().promise).toBeNull();
	});
});

describe('money by card', () => {
	const ask = (invoiceId: string, amount: string) =>
		yard.call(link(invoiceId), 'charges.ask', { amount: parseCents(amount), last4: '0001' });
	const answer = (chargeId: string, state: string, processorId = 'p1') =>
		yard.given({ type: 'system' }, 'charges.answer', { chargeId, processorId, state, message: state });
	it('is asked for once at a time, and taken once however often the answer comes', () => {
		const b = billed('By card');
		const { chargeId } = ask(b.invoiceId, '40');
		expect(refused(() => ask(b.invoiceId, '40'))[1]).toContain('on its way already');
		answer(chargeId, 'unknown');
		expect(refused(() => ask(b.invoiceId, '40'))[1]).toContain('on its way already');
		for (let n = 0; n < 3; n++) answer(chargeId, 'paid');
		// A late “declined” for what is paid changes nothing.
		answer(chargeId, 'declined');
		expect(b.of().paid).toBe(4000);
		expect(count(app, "select count(*) from payments where job_id = ? and method = 'card'", b.jobId)).toBe(1);
		const second = ask(b.invoiceId, '10');
		answer(second.chargeId, 'declined', 'p2');
		expect(b.of().paid).toBe(4000);
		answer(ask(b.invoiceId, '10').chargeId, 'paid', 'p3');
		expect(b.of().paid).toBe(5000);
	});
	it('is never more than what is left, and only for who has the link', () => {
		const b = billed('Left to pay');
		expect(refused(() => ask(b.invoiceId, b.dollars(b.of().total + 1)))).toEqual(['amount', expect.stringContaining('is left to pay')]);
		expect(refused(() => ask(b.invoiceId, '0'))[0]).toBe('amount');
		expect(refused(() => yard.call('imogen', 'charges.ask', { amount: 500, last4: '' }))[1]).toContain('may not');
		expect(
			refused(() => yard.call('imogen', 'charges.answer', { chargeId: 'x', processorId: 'p', state: 'paid', message: '' }))[1]
		).toContain('may not');
		answer(ask(b.invoiceId, b.dollars(b.of().total)).chargeId, 'paid', 'p4');
		expect(refused(() => ask(b.invoiceId, '1'))[1]).toContain('is paid');
	});
	it('is not taken on an invoice that was voided', () => {
		const b = billed('Voided');
		yard.call('petra', 'invoices.void', { invoiceId: b.invoiceId, reason: 'twice' });
		expect(refused(() => ask(b.invoiceId, '5'))[1]).toContain('withdrawn');
	});
});

describe('what the company says of itself', () => {
	it('on its public page is trimmed, and shows only pictures that are there', async () => {
		const bytes = await sharp({ create: { width: 40, height: 40, channels: 3, background: '#b98a2f' } })
			.png()
			.toBuffer();
		const { fileId } = yard.call('imogen', 'files.keep', await readPicture(bytes));
		const page = { on: true, intro: 'Roofs', does: [' Gutters ', '', 'Attics'], pictures: [{ fileId, caption: 'Done' }] };
		yard.call('imogen', 'company.public-page', page);
		expect(companyOf(app).settings.publicPage).toEqual({ ...page, does: ['Gutters', 'Attics'] });
		expect(refused(() => yard.call('imogen', 'company.public-page', { ...page, pictures: [{ fileId: 'gone', caption: '' }] }))[0]).toBe(
			'picture'
		);
		expect(refused(() => yard.call('bastian', 'company.public-page', page))[1]).toContain('may not');
	});
	it('kinds of work, sources and reasons: each once, none empty', () => {
		const lists = { kinds: ['Roof', ' roof ', 'Gutter', ''], sources: ['Web'], reasons: ['Price'] };
		yard.call('imogen', 'company.sales-lists', lists);
		expect(companyOf(app).settings.salesLists).toEqual({ kinds: ['Roof', 'Gutter'], sources: ['Web'], reasons: ['Price'] });
		expect(refused(() => yard.call('imogen', 'company.sales-lists', { ...lists, reasons: [' '] }))).toEqual([
			'reasons',
			'Leave at least one.'
		]);
	});
	it('tasks that jobs begin with come onto the work list of a job of their kind, in their order', () => {
		const templates = [
			{ kindOfWork: 'Re-roof', phase: 'Tear-off', text: ' Order the container ' },
			{ kindOfWork: '', phase: '', text: 'Call the customer' },
			{ kindOfWork: 'Gutters', phase: '', text: 'Bring the machine' }
		];
		const { version } = companyOf(app);
		yard.call('imogen', 'work.task-templates', { templates, version });
		expect(templatesOf(app).map((t) => t.text)).toEqual(['Order the container', 'Call the customer', 'Bring the machine']);
		expect(refused(() => yard.call('imogen', 'work.task-templates', { templates: [], version }))[1]).toContain('Somebody else');
		const { jobId } = wonJob(yard, 'With tasks');
		const kind = value<string>(app, 'select kind_of_work from jobs where id = ?', jobId).toLowerCase();
		expect(tasksOf(app, jobId).map((t) => t.text)).toEqual(
			templates.filter((t) => t.kindOfWork === '' || t.kindOfWork.toLowerCase() === kind).map((t) => t.text.trim())
		);
	});
	it('somebody who joins is there with their role, and one mail stands for one person', () => {
		const person = {
			name: 'Wren Oakes',
			mail: 'Wren@Pellgrave.example',
			role: 'estimator',
			roleId: null,
			crewId: null,
			language: 'en',
			sheetId: null
		};
		const { id } = yard.given('imogen', 'people.invite', person);
		expect(value<string>(app, 'select mail from people where id = ?', id)).toBe('wren@pellgrave.example');
		expect(refused(() => yard.given('imogen', 'people.invite', person))).toEqual(['mail', expect.stringContaining('already')]);
		expect(refused(() => yard.given('petra', 'people.invite', { ...person, mail: 'x@pellgrave.example' }))[1]).toContain('may not');
		expect(refused(() => yard.given('imogen', 'people.invite', { ...person, mail: 'nobody' }))[0]).toBe('mail');
	});
});

describe('files of a customer and of a signed paper', () => {
	const pdf = Buffer.from('%PDF-1.7\n1 0 obj\n');
	it('are kept by what they are, and taken off again', () => {
		const customerId = yard.customer('Files', 'person', '', '', '1 Bell Yard');
		const attach = (name: string, bytes: Buffer) => yard.call('petra', 'customers.attach', { customerId, name, bytes });
		const { attachmentId } = attach('../../etc/pass"wd.pdf', pdf);
		expect(attachedTo(app, `customer:${customerId}`)[0]?.name).not.toMatch(/[\\/"]/);
		expect(refused(() => attach('run.exe', Buffer.from([0x4d, 0x5a, 0, 0])))[0]).toBe('file');
		expect(refused(() => attach('page.html', Buffer.from('<html><script>1</script>')))[0]).toBe('file');
		expect(refused(() => attach('empty.txt', Buffer.alloc(0)))[1]).toContain('empty');
		yard.call('petra', 'customers.detach', { attachmentId });
		expect(attachedTo(app, `customer:${customerId}`)).toEqual([]);
		expect(refused(() => yard.call('petra', 'customers.detach', { attachmentId }))[1]).toContain('not there');
	});
	it('a scan is a PDF or a picture, and belongs to its quote', () => {
		const { estimateId } = wonJob(yard, 'Scanned');
		const revisionId = value<string>(
			app,
			'select r.id from revisions r join quotes q on q.id = r.quote_id where q.estimate_id = ?',
			estimateId
		);
		const scan = (name: string, bytes: Buffer) => yard.call('petra', 'quotes.attach-scan', { revisionId, name, bytes });
		expect(refused(() => scan('signed.txt', Buffer.from('signed')))[0]).toBe('file');
		const { attachmentId } = scan('signed.pdf', pdf);
		expect(attachedTo(app, `revision:${revisionId}`)).toMatchObject([{ id: attachmentId, name: 'signed.pdf' }]);
		// What belongs to a quote is not taken off with the customer’s files.
		expect(refused(() => yard.call('petra', 'customers.detach', { attachmentId }))[1]).toContain('something else');
	});
});

describe('smaller things of an estimate', () => {
	it('a shape that goes takes its measures along, and Undo brings them back', () => {
		const customerId = yard.customer('Shapes', 'person', '', '', '2 Bell Yard');
		const estimateId = yard.estimate(yard.job('Shapes', customerId, '2 Bell Yard', [-47, -131]));
		yard.scope(estimateId, 'Roof', [['roof face', { length: '40', run: '14', pitch: '6' }]], ['reroof-shingle']);
		const result = () => computeEstimate(loadEstimate(app.db.orm, estimateId)!);
		const before = result();
		const shapeId = before.scopes[0]!.scope.shapes[0]!.id;
		yard.call('bastian', 'estimates.remove-shape', { shapeId });
		expect(result().scopes[0]?.measures).toEqual({});
		expect(result().problems.length).toBeGreaterThan(0);
		yard.call('bastian', 'estimates.undo', { estimateId });
		expect(result()).toEqual(before);
	});
	it('a line that this customer had before comes again as it was sold; another customer’s does not', () => {
		const { estimateId, customerId } = wonJob(yard, 'Sold before');
		const lineId = value<string>(
			app,
			"select l.id from lines l join scopes s on s.id = l.scope_id where s.estimate_id = ? and l.name like 'Drip%'",
			estimateId
		);
		const next = yard.estimate(yard.job('Sold again', customerId, '1 Gull Street', [-47, -131]));
		const scopeId = yard.scope(next, 'Edges', [], []);
		const added = yard.call('bastian', 'estimates.add-earlier', { scopeId, lineId }).lineId;
		const row = (id: string) => app.db.sqlite.prepare('select name, unit_price p, unit_cost c, phase from lines where id = ?').get(id);
		expect(row(added)).toEqual(row(lineId));
		expect(JSON.parse(value<string>(app, 'select source from lines where id = ?', added))).toEqual({ by: 'typed', quantity: 10_000 });
		const other = yard.estimate(yard.job('Other', yard.customer('Other', 'person', '', '', ''), '', [0, 0]));
		const otherScope = yard.scope(other, 'Edges', [], []);
		expect(refused(() => yard.call('bastian', 'estimates.add-earlier', { scopeId: otherScope, lineId }))[1]).toContain('another customer');
	});
	it('title and introduction go out with the quote', () => {
		const customerId = yard.customer('Intro', 'person', '', '', '3 Bell Yard');
		const estimateId = yard.estimate(yard.job('Intro', customerId, '3 Bell Yard', [-47, -131]));
		const scopeId = yard.scope(estimateId, 'Work', [], []);
		yard.call('bastian', 'estimates.add-line', { scopeId, name: 'All of it', kind: 'other', price: 100_000 });
		yard.call('bastian', 'estimates.write-intro', { estimateId, title: 'A new ridge', intro: 'As we talked about.' });
		const { revisionId } = yard.issue(estimateId, '');
		expect(JSON.parse(value<string>(app, 'select header from revisions where id = ?', revisionId))).toMatchObject({
			title: 'A new ridge',
			intro: 'As we talked about.'
		});
	});
});

describe('shifts that are taken off the plan', () => {
	it('go together or not at all', () => {
		const { jobId } = wonJob(yard, 'Planned');
		const { shiftIds } = yard.call('petra', 'plan.add', {
			...{ jobId, personIds: ['marco', 'ines'], from: '2027-05-03', to: '2027-05-04', phase: '', note: '', start: null, end: null }
		});
		expect(shiftIds).toHaveLength(4);
		const off = (ids: (string | undefined)[]) => ({ changes: ids.map((id) => ({ id, version: 1, to: null })) });
		expect(refused(() => yard.given('petra', 'plan.arrange', off([shiftIds[0], 'gone'])))[1]).toContain('not there');
		expect(count(app, 'select count(*) from shifts where job_id = ?', jobId)).toBe(4);
		yard.given('petra', 'plan.arrange', off(shiftIds.slice(0, 3)));
		expect(count(app, 'select count(*) from shifts where job_id = ?', jobId)).toBe(1);
		expect(refused(() => yard.given('marco', 'plan.arrange', off([shiftIds[3]])))[1]).toContain('may not');
	});
});
