import { beforeAll, describe, expect, it } from 'vitest';
import { likely } from '$lib/core/formats';
import type { App } from '$lib/server/app';
import { Missing } from '$lib/server/commands';
import { parties } from '$lib/server/sales/customers';
import { jobPage } from '$lib/server/screens/job';
import { leadInbox } from '$lib/server/sales/leads';
import type { Yard } from '../../src/demo/yard';
import { count, freshYard, OWNER, value, wonJob } from './yard';

let yard: Yard;
let app: App;
beforeAll(async () => {
	({ yard, app } = await freshYard());
});
let visitors = 0;
/** A visitor of the public page, each from an address of their own. */
const site = () => ({ type: 'public' as const, address: `192.0.2.${visitors++}` });
const request = (more: Record<string, unknown> = {}) =>
	yard.call(site(), 'leads.receive', {
		name: 'Tilda Roskilly',
		mail: 'tilda@roskilly.example',
		phone: '',
		address: '27 Gull Street',
		wanted: 'Two skylights leak.',
		trap: '',
		openedMs: 40_000,
		...more
	});
const leadOf = (name: string) => value<string>(app, 'select id from leads where name = ? order by rowid desc', name);

describe('a request', () => {
	it('becomes a job in one step, with nothing typed twice', () => {
		expect(request().taken).toBe(true);
		const { jobId } = yard.call('petra', 'leads.open-job', {
			leadId: leadOf('Tilda Roskilly'),
			customerId: null,
			kindOfWork: 'Repair'
		});
		const page = jobPage(app, jobId, OWNER);
		expect(page).toMatchObject({
			customer: { name: 'Tilda Roskilly', mail: 'tilda@roskilly.example' },
			site: { address: '27 Gull Street' },
			job: { wanted: 'Two skylights leak.', source: 'Website', decisionDay: '2027-04-30', number: null }
		});
		expect(leadInbox(app, 'new').some((l) => l.name === 'Tilda Roskilly')).toBe(false);
		expect(leadInbox(app, 'handled').some((l) => l.jobId === jobId)).toBe(true);
		// Asked again, the same job.
		expect(yard.call('imogen', 'leads.open-job', { leadId: leadOf('Tilda Roskilly'), customerId: null, kindOfWork: '' })).toEqual({
			jobId
		});
		expect(count(app, "select count(*) from customers where name = 'Tilda Roskilly'")).toBe(1);
	});
	it('of a known customer uses that customer and the same site', () => {
		const id = yard.customer('Orla Penhallow', 'person', 'orla@penhallow.example', '555 010 2233', '14 Spindle Lane');
		yard.job('First', id, '14 Spindle Lane', [0, 0]);
		request({ name: 'O. Penhallow', mail: '', phone: '(555) 010-2233', address: '14 Spindle Lane' });
		const lead = leadInbox(app, 'new').find((l) => l.name === 'O. Penhallow')!;
		const [like] = likely(lead, parties(app));
		expect(like).toMatchObject({ id, score: 90 });
		const { jobId } = yard.call('petra', 'leads.open-job', { leadId: lead.id, customerId: id, kindOfWork: 'Repair' });
		expect(count(app, 'select count(*) from sites where customer_id = ?', id)).toBe(1);
		expect(value(app, 'select customer_id from jobs where id = ?', jobId)).toBe(id);
	});
	it('from a machine is dropped without a word; without a way to answer it is refused', () => {
		const before = count(app, 'select count(*) from leads');
		expect(request({ trap: 'cheap roofs' }).taken).toBe(false);
		expect(request({ openedMs: 300 }).taken).toBe(false);
		expect(() => request({ mail: '', phone: ' ' })).toThrow('mail address or a phone number');
		expect(() => request({ name: '' })).toThrow();
		expect(() => request({ mail: 'not a mail' })).toThrow();
		expect(count(app, 'select count(*) from leads')).toBe(before);
	});
	it('that is not for us leaves the inbox, can be found, and comes back', () => {
		request({ name: 'Somebody' });
		const leadId = leadOf('Somebody');
		yard.call('petra', 'leads.not-for-us', { leadId });
		expect(leadInbox(app, 'not for us').map((l) => l.id)).toContain(leadId);
		yard.call('petra', 'leads.not-for-us', { leadId, back: true });
		expect(leadInbox(app, 'new').map((l) => l.id)).toContain(leadId);
		const { jobId } = yard.call('petra', 'leads.open-job', { leadId, customerId: null, kindOfWork: '' });
		expect(() => yard.call('petra', 'leads.not-for-us', { leadId })).toThrow('opened from this request');
		expect(jobId).not.toBe('');
	});
});

describe('a job on its tracks', () => {
	it('is not won by dragging, is asked why when lost, and can be taken up again', () => {
		const jobId = yard.job('Track', yard.customer('T', 'person', '', '', ''), '', [0, 0]);
		const stages = app.db.sqlite.prepare('select id, meaning from stages').all() as { id: string; meaning: string }[];
		const of = (meaning: string) => stages.find((s) => s.meaning === meaning)?.id ?? '';
		const move = (stageId: string, reason?: string) => yard.call('bastian', 'jobs.move', { jobId, stageId, ...(reason ? { reason } : {}) });
		expect(() => move(of('under way'))).toThrow('accepted quote');
		expect(() => move(of('lost'))).toThrow('why it was lost');
		expect(() => move('nowhere')).toThrow(Missing);
		move(of('lost'), 'A neighbor did it');
		expect(value(app, 'select lost_reason from jobs where id = ?', jobId)).toBe('A neighbor did it');
		move('measuring');
		expect(value(app, 'select lost_reason from jobs where id = ?', jobId)).toBe('');
	});
	it('that is won stays on the doing track', () => {
		const { jobId } = wonJob(yard, 'Doing');
		expect(() => yard.call('petra', 'jobs.move', { jobId, stageId: 'measuring' })).toThrow('doing track');
		yard.call('petra', 'jobs.move', { jobId, stageId: 'finished' });
		expect(value<number>(app, 'select done_at from jobs where id = ?', jobId)).toBeGreaterThan(0);
	});
	it('refuses nonsense in its fields and keeps what was there', () => {
		const jobId = yard.job('Fields', yard.customer('F', 'person', '', '', ''), '', [0, 0]);
		yard.call('bastian', 'jobs.change', { jobId, expected: 1_250_000, decisionDay: '2027-05-31' });
		for (const bad of [{ expected: -100 }, { decisionDay: 'soon' }, { percentComplete: 10_001 }, { personId: 'nobody' }])
			expect(() => yard.given('bastian', 'jobs.change', { jobId, ...bad })).toThrow();
		expect(app.db.sqlite.prepare('select expected, decision_day from jobs where id = ?').get(jobId)).toEqual({
			expected: 1_250_000,
			decision_day: '2027-05-31'
		});
	});
});
