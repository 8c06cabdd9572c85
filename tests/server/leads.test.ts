import { beforeAll, describe, expect, it } from 'vitest';
import type { App } from '$lib/server/app';
import { ask } from '$lib/server/queries';
import { QUERIES } from '$lib/server/screens';
import { bench } from '$lib/server/screens/bench';
import { track } from '$lib/server/sales/track';
import type { Yard } from '../../src/demo/yard';
import { count, freshYard, refused, value } from './yard';

const OFFICE = { type: 'person', id: 'petra', name: 'Petra', role: 'office' } as const;
let yard: Yard;
let app: App;
beforeAll(async () => {
	({ yard, app } = await freshYard());
});
const request = (name: string, mail = '', phone = '555 010 1') => {
	yard.call('petra', 'leads.enter', { name, mail, phone, address: '1 Gull Street', wanted: 'A new gutter', via: 'phone' });
	return value<string>(app, 'select id from leads where name = ?', name);
};
const last = () =>
	app.db.sqlite.prepare('select "to", subject, text from outbox order by rowid desc limit 1').get() as Record<string, string>;

describe('an answer to a request', () => {
	const answer = (leadId: string, more: Record<string, unknown> = {}) =>
		yard.call('bastian', 'leads.answer', {
			...{ leadId, subject: 'Your {wanted}', text: 'Dear {name}, Friday suits us. {me}', handled: false, keep: false },
			...more
		});
	it('goes out with its words filled in; the request waits on, or is handled with it', () => {
		const id = request('Tilda Roskilly', 'tilda@roskilly.example');
		answer(id);
		expect(last()).toEqual({
			...{ to: 'tilda@roskilly.example', subject: 'Your A new gutter', text: 'Dear Tilda Roskilly, Friday suits us. Bastian Reyle' }
		});
		expect(value(app, 'select state from leads where id = ?', id)).toBe('new');
		answer(id, { handled: true, keep: true });
		expect(value(app, 'select state from leads where id = ?', id)).toBe('handled');
		expect(value<string>(app, 'select settings from company')).toContain('Friday suits us');
	});
	it('is refused in words, and nothing goes out', () => {
		const before = count(app, 'select count(*) from outbox');
		expect(refused(() => answer(request('No mail')))).toEqual(['text', 'There is no mail address on this request. Call them.']);
		const id = request('With mail', 'w@mail.example');
		expect(refused(() => answer(id, { text: '  ' }))[0]).toBe('text');
		expect(refused(() => answer(id, { subject: '{price}' }))).toEqual([
			'subject',
			'There is nothing to put in for “{price}”. Known are name, company, phone, me, wanted, address.'
		]);
		expect(count(app, 'select count(*) from outbox')).toBe(before);
	});
});

describe('what somebody says of themselves', () => {
	const reach = (id: string) =>
		app.db.sqlite.prepare('select mail, phone from customers where id = ?').get(id) as { mail: string; phone: string };
	const open = (leadId: string, customerId: string, differing?: 'contact' | 'customer') =>
		yard.call('petra', 'leads.open-job', { leadId, customerId, kindOfWork: 'Gutters', ...(differing ? { differing } : {}) });
	it('another mail or phone is kept as a contact of theirs, once; what the customer lacks is filled in', () => {
		const customerId = yard.customer('Ottoline Pryce', 'person', 'old@pryce.example', '', '1 Gull Street');
		open(request('Ottoline Pryce', 'new@pryce.example', '555 010 4477'), customerId);
		expect(reach(customerId)).toEqual({ mail: 'old@pryce.example', phone: '555 010 4477' });
		const contacts = () => app.db.sqlite.prepare('select name, mail, phone from contacts where customer_id = ?').all(customerId);
		expect(contacts()).toEqual([{ name: 'Ottoline Pryce', mail: 'new@pryce.example', phone: '' }]);
		yard.call('petra', 'leads.enter', {
			...{ name: 'O. Pryce again', mail: 'NEW@pryce.example', phone: '(555) 010-4477', address: '', wanted: 'Again', via: 'phone' }
		});
		open(value<string>(app, "select id from leads where name = 'O. Pryce again'"), customerId);
		expect(contacts()).toHaveLength(1);
	});
	it('or as their new one, when somebody says so', () => {
		const customerId = yard.customer('Bram Pell', 'person', 'old@pell.example', '555 010 1111', '');
		open(request('Bram Pell', 'new@pell.example', '555 010 2222'), customerId, 'customer');
		expect(reach(customerId)).toEqual({ mail: 'new@pell.example', phone: '555 010 2222' });
		expect(count(app, 'select count(*) from contacts where customer_id = ?', customerId)).toBe(0);
	});
	it('goes on as the source of the job, as the table or the person said', () => {
		yard.call('petra', 'leads.import', {
			rows: [{ name: 'From the fair', mail: 'f@fair.example', phone: '', address: '', wanted: 'A roof', source: 'Spring fair' }]
		});
		const leadId = value<string>(app, "select id from leads where name = 'From the fair'");
		const { jobId } = yard.given('petra', 'leads.open-job', { leadId, customerId: null, kindOfWork: 'Re-roof' });
		expect(value(app, 'select source from jobs where id = ?', jobId)).toBe('Spring fair');
	});
	it('a job is opened with a name alone: its customer is called so too', () => {
		const { jobId } = yard.given('petra', 'jobs.open', {
			...{ name: 'Hollins barn', customerId: null, customerName: ' ', address: '', kindOfWork: '', source: '', wanted: '' }
		});
		expect(value(app, 'select c.name from jobs j join customers c on c.id = j.customer_id where j.id = ?', jobId)).toBe('Hollins barn');
	});
	it('is likened to who is known before anything is made', () => {
		const customerId = yard.customer('Wilhelmina Hask', 'person', 'w@hask.example', '', '12 Weir Street');
		const asked = (more: Record<string, string>) =>
			ask(app, QUERIES.get('customers.likely'), { name: '', mail: '', phone: '', address: '', ...more }, OFFICE) as { id: string }[];
		expect(asked({ name: 'Wilhelmina Hask' })[0]).toMatchObject({ id: customerId, address: '12 Weir Street' });
		expect(asked({ name: 'Somebody', address: '12 Weir Street' }).map((c) => c.id)).toContain(customerId);
		expect(asked({ name: 'Somebody', address: '14 Weir Street' }).map((c) => c.id)).not.toContain(customerId);
	});
});

describe('requests out of a table', () => {
	it('are taken once, all of them or none', () => {
		const row = (name: string, more = {}) => ({ name, mail: '', phone: '555 010 2', address: '', wanted: 'Leak', ...more });
		const take = (rows: unknown) => yard.given('petra', 'leads.import', { rows });
		expect(take([row('Astrid'), row('Bo')])).toEqual({ taken: 2, known: 0 });
		expect(take([row('Astrid'), row('Cy')])).toEqual({ taken: 1, known: 1 });
		const before = count(app, 'select count(*) from leads');
		expect(refused(() => take([row('Dee'), row('Eve', { mail: 'nobody' })]))[1]).not.toBe('taken');
		expect(count(app, 'select count(*) from leads')).toBe(before);
		expect(value(app, "select via from leads where name = 'Astrid'")).toBe('file');
		expect(refused(() => yard.call('marco', 'leads.import', { rows: [row('Fay')] }))[1]).toContain('may not');
	});
});

describe('who a quote goes to', () => {
	it('is the contacts that get quotes, else the customer', () => {
		const customerId = yard.customer('Harbor Row', 'organization', 'desk@row.example', '', 'Harbor Row');
		const jobId = yard.job('Row gutters', customerId, 'Harbor Row', [-47, -131]);
		yard.estimate(jobId);
		const to = () => bench(app, jobId, 'bastian')?.letter.to;
		expect(to()).toBe('desk@row.example');
		for (const [name, getsQuotes] of [
			['mira', true],
			['ewan', true],
			['hal', false]
		] as const)
			yard.call('petra', 'customers.save-contact', {
				...{ customerId, contactId: null, name, role: '', mail: `${name}@row.example`, phone: '', getsQuotes, getsInvoices: !getsQuotes }
			});
		expect(to()).toBe('mira@row.example, ewan@row.example');
	});
	it('hears of own fields by their names', () => {
		const jobId = value<string>(app, "select id from jobs where name = 'Row gutters'");
		yard.call('petra', 'jobs.set-own', { of: 'job', id: jobId, values: { insurer: 'Ossel Mutual', layers: '2' } });
		expect(bench(app, jobId, 'bastian')?.letter.words).toMatchObject({
			'job insurer': 'Ossel Mutual',
			'job layers seen': '2',
			'customer pays by': ''
		});
		expect(track(app).cards.find((c) => c.id === jobId)?.own).toEqual({ insurer: 'Ossel Mutual', layers: '2' });
	});
});
