import { beforeEach, describe, expect, it } from 'vitest';
import type { Input } from '$lib/contract';
import type { App } from '$lib/server/app';
import { contractOf, planOf, readyToBill } from '$lib/server/billing';
import { ask } from '$lib/server/queries';
import { quotesToTake } from '$lib/server/rounds';
import { QUERIES } from '$lib/server/screens/asked';
import type { Yard } from '../../src/demo/yard';
import { count, freshYard, refused, told, value, wonJob } from './yard';

let yard: Yard;
let app: App;
let serviceId: string;
let jobId: string;
let contract: number;
beforeEach(async () => {
	({ yard, app } = await freshYard());
	serviceId = yard.call('petra', 'rounds.save-service', {
		...{ serviceId: null, name: 'Roof care', wording: '', from: '05-01', to: '10-31', visits: 6, hours: 300_000 },
		...{ price: 300_000, setUp: 20, cadence: { by: 'weeks', every: 4 } }
	}).serviceId;
	({ jobId } = wonJob(yard, 'Care of one roof'));
	contract = value<number>(app, 'select contract_net from jobs where id = ?', jobId);
});
const scopes = (id = jobId) =>
	quotesToTake(app)
		.find((j) => j.jobId === id)
		?.scopes.map((s) => s.scope) ?? [];
const take = (more: Partial<Input<'rounds.take-quote'>> = {}) =>
	yard.call('petra', 'rounds.take-quote', {
		...{ jobId, scopes: scopes(), serviceId, year: 2027, visits: 6, hours: 240_000, note: '' },
		...more
	});
const left = () => readyToBill(app).find((j) => j.id === jobId);

describe('what was accepted', () => {
	it('becomes an agreement on its own job, at its price, and is billed by nothing else', () => {
		expect(left()?.left).toBe(contract);
		const { agreementId } = take();
		const made = app.db.sqlite.prepare('select job_id job, price, from_day "from" from agreements where id = ?').get(agreementId);
		expect(made).toEqual({ job: jobId, price: contract, from: '2027-05-01' });
		expect(value(app, 'select contract_net from jobs where id = ?', jobId)).toBe(contract);
		expect([contractOf(app.db.orm, jobId), planOf(app.db.orm, jobId), left()]).toEqual([[], [], undefined]);
		expect(quotesToTake(app).map((j) => j.jobId)).not.toContain(jobId);
		// No second job, no second price.
		expect(count(app, 'select count(*) from agreements where job_id = ?', jobId)).toBe(1);
		expect(told(app, "code = 'rounds.take-quote' and subject = ?", `job:${jobId}`)).toEqual([
			expect.stringContaining('from what was accepted: Roof care, 6 visits')
		]);
	});
	it('comes to its price over its visits, once', () => {
		const { agreementId } = take({ visits: 2 });
		yard.call('petra', 'rounds.plan', {
			...{ agreementIds: [agreementId], crewId: 'gutter', weekday: 4, start: '2027-05-01', despite: true, reason: 'Agreed' }
		});
		const visits = app.db.sqlite.prepare('select id, day from visits where agreement_id = ? order by day').all(agreementId) as {
			id: string;
			day: string;
		}[];
		for (const v of visits.slice(0, 2)) yard.at(v.day, '10:00').call('noor', 'rounds.do-visit', { visitId: v.id, done: true, note: '' });
		expect(count(app, "select sum(charge) from cost_entries where job_id = ? and source like 'visit:%'", jobId)).toBe(contract);
		// Taxed as it was accepted.
		const taxed = (sql: string) => app.db.sqlite.prepare(sql).all(jobId);
		expect(
			taxed('select tax_code_id code, sum(charge) amount from cost_entries where job_id = ? and charge > 0 group by 1 order by 1')
		).toEqual(taxed('select tax_code_id code, sum(amount) amount from contract_lines where job_id = ? group by 1 order by 1'));
		const { made } = yard.call('petra', 'invoices.billing-day', {
			...{ jobIds: [jobId], by: 'job', cutOff: visits[1]!.day, grouping: 'each', stageId: null, issue: false, text: '' }
		});
		expect(made).toHaveLength(1);
		expect(value(app, 'select sum(p.net) from invoice_parts p where p.job_id = ?', jobId)).toBe(contract);
	});
	it('scope by scope: what is not the season’s stays with the contract, and each is billed once', () => {
		const customerId = yard.customer('Two scopes', 'person', 'two@customer.example', '', '7 Gull Street');
		const two = yard.job('Roof and its care', customerId, '7 Gull Street, Osselmere', [-47, -131]);
		const estimateId = yard.estimate(two);
		yard.scope(estimateId, 'Main roof', [['roof face', { length: "40'", run: "14'", pitch: '8' }]], ['reroof-shingle']);
		yard.scope(estimateId, 'Care', [['roof face', { length: "20'", run: "14'", pitch: '8' }]], ['reroof-shingle']);
		yard.decide(estimateId);
		yard.accept(yard.issue(estimateId, 'two@customer.example'), 'Two Scopes');
		const of = (scope: string) => count(app, 'select sum(amount) from contract_lines where job_id = ? and scope = ?', two, scope);
		const { agreementId } = take({ jobId: two, scopes: ['Care'], visits: 1 });
		expect(value(app, 'select price from agreements where id = ?', agreementId)).toBe(of('Care'));
		expect(readyToBill(app).find((j) => j.id === two)?.left).toBe(of('Main roof'));
		expect(planOf(app.db.orm, two).reduce((a, s) => a + s.amount, 0)).toBe(of('Main roof'));
		// The whole contract is billed, and the one visit: together what was accepted, and nothing twice.
		yard.call('petra', 'invoices.contract', { jobId: two, percent: 10_000 });
		yard.call('petra', 'rounds.move-visits', {
			changes: [{ id: 'the-one-visit', agreementId, version: null, day: '2027-05-06', crewId: 'gutter' }]
		});
		yard.at('2027-05-06', '10:00').call('noor', 'rounds.do-visit', { visitId: 'the-one-visit', done: true, note: '' });
		yard.call('petra', 'invoices.billing-day', {
			...{ jobIds: [two], by: 'job', cutOff: '2027-05-06', grouping: 'each', stageId: null, issue: false, text: '' }
		});
		expect(count(app, 'select sum(net) from invoice_parts where job_id = ?', two)).toBe(of('Main roof') + of('Care'));
		expect(value(app, 'select contract_net from jobs where id = ?', two)).toBe(of('Main roof') + of('Care'));
		expect(refused(() => yard.call('petra', 'invoices.contract', { jobId: two, percent: 10_000 }))[1]).not.toBe('taken');
	});
	it('is the contract’s again when it is taken back', () => {
		const { agreementId } = take();
		yard.call('petra', 'rounds.unsell', { agreementIds: [agreementId], reason: 'Taken back' });
		expect(count(app, 'select count(*) from agreements where job_id = ?', jobId)).toBe(0);
		expect([left()?.left, value(app, 'select contract_net from jobs where id = ?', jobId)]).toEqual([contract, contract]);
		expect(planOf(app.db.orm, jobId).length).toBeGreaterThan(0);
		take();
	});
	it('is worth what was charged when it ends early', () => {
		const { agreementId } = take();
		const version = value<number>(app, 'select version from agreements where id = ?', agreementId);
		yard.call('petra', 'rounds.end-agreement', { agreementId, reason: 'Sold the house', version });
		expect(value(app, 'select contract_net from jobs where id = ?', jobId)).toBe(0);
		expect(left()).toBeUndefined();
	});
	it('is offered scope by scope, without what was billed, with prices for who sees them', () => {
		type Offered = { jobId: string; scopes: { scope: string; amount: number | null }[] }[];
		const offered = (role: 'office' | 'crew lead') =>
			(
				ask(
					app,
					QUERIES.get('rounds.quotes')!,
					{},
					{ type: 'person', id: role === 'office' ? 'petra' : 'marco', name: role, role }
				) as Offered
			).find((j) => j.jobId === jobId);
		expect(offered('office')?.scopes).toEqual([{ scope: 'Main roof', amount: contract }]);
		expect(() => offered('crew lead')).toThrow();
		yard.call('petra', 'invoices.contract', { jobId, percent: 5000 });
		expect(offered('office')).toBeUndefined();
	});
	it('is refused when it was billed, is one already, or names what is not in the contract', () => {
		expect(refused(() => take({ scopes: ['Another roof'] }))[0]).toBe('scopes');
		const open = yard.call('petra', 'jobs.open', {
			...{ name: 'Asked', customerId: null, customerName: 'Ada', address: '9 Gull Street', kindOfWork: '', source: '', wanted: '' }
		}).jobId;
		expect(refused(() => take({ jobId: open, scopes: ['Main roof'] }))).toEqual(['jobId', expect.stringContaining('won')]);
		take();
		expect(refused(() => take({ scopes: ['Main roof'] }))).toEqual(['jobId', expect.stringContaining('already')]);
		const other = wonJob(yard, 'Billed already');
		yard.call('petra', 'invoices.contract', { jobId: other.jobId, percent: 5000 });
		expect(refused(() => take({ jobId: other.jobId, scopes: scopes(other.jobId), year: 2028 }))).toEqual([
			'scopes',
			expect.stringContaining('billed')
		]);
		expect(count(app, 'select count(*) from agreements where job_id = ?', other.jobId)).toBe(0);
	});
});
