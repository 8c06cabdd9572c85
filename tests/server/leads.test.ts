import { beforeAll, describe, expect, it } from 'vitest';
import type { App } from '$lib/server/app';
import { bench } from '$lib/server/screens/bench';
import { track } from '$lib/server/sales/track';
import type { Yard } from '../../src/demo/yard';
import { count, freshYard, refused, value } from './yard';

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
