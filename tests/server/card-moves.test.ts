import { beforeEach, describe, expect, it } from 'vitest';
import type { App } from '$lib/server/app';
import type { Yard } from '../../src/demo/yard';
import { whomToCall } from '$lib/server/quotes';
import { decisions } from '$lib/server/screens/today';
import { jobCosts, jobList } from '$lib/server/screens/job';
import { openEnds } from '$lib/server/screens/open-ends';
import { formatCents } from '$lib/core/money';
import { count, freshYard, OWNER, refused, told, value, viewer, wonJob } from './yard';

let yard: Yard;
let app: App;
beforeEach(async () => {
	({ yard, app } = await freshYard());
});
/** A bid with a line, issued or not. */
function bid(issue = true): { jobId: string; quote: { revisionId: string; linkId: string } | null } {
	const customer = yard.customer('Cara Mills', 'person', 'cara@mills.example', '', 'Quay 9');
	const jobId = yard.job('Quay 9, gutters', customer, 'Quay 9', [-47, -131]);
	const estimateId = yard.estimate(jobId);
	const { scopeId } = yard.call('bastian', 'estimates.add-scope', { estimateId, name: 'Gutters', option: false });
	yard.call('bastian', 'estimates.add-line', { scopeId, name: 'Gutter', price: 100_000, cost: 50_000, quantity: 100_000 });
	return { jobId, quote: issue ? yard.issue(estimateId, 'cara@mills.example') : null };
}
const stageOf = (jobId: string) => value<string>(app, 'select stage_id from jobs where id = ?', jobId);
const decline = (q: { revisionId: string; linkId: string }, reason: string) =>
	yard.call(yard.link('quote', q.linkId, q.revisionId), 'quotes.answer', {
		...{ answer: 'declined', name: 'Cara', signature: '', agreed: false, chosen: [], reason, address: '', agent: '' }
	});

const STAY = { issued: '', declined: '', deposit: '', clockOn: '', lastTask: '' };

describe('a card', () => {
	it('stays where it is while the company has no rule', () => {
		const { jobId, quote } = bid();
		decline(quote!, 'Too dear');
		expect(stageOf(jobId)).toBe('asked');
	});
	it('moves when its quote goes out, never back, and is lost with the reason when it is declined', () => {
		yard.call('imogen', 'company.card-moves', { ...STAY, issued: 'quoted', declined: 'lost' });
		const { jobId, quote } = bid();
		expect(stageOf(jobId)).toBe('quoted');
		yard.call('bastian', 'jobs.move', { jobId, stageId: 'talking' });
		const estimateId = value<string>(app, 'select id from estimates where job_id = ?', jobId);
		const again = yard.issue(estimateId, '');
		expect(stageOf(jobId)).toBe('talking');
		decline(again, 'Another offer was lower');
		expect([stageOf(jobId), value(app, 'select lost_reason from jobs where id = ?', jobId)]).toEqual(['lost', 'Another offer was lower']);
		expect(told(app, 'subject = ?', `job:${jobId}`).filter((t) => t.includes('Lost'))).toHaveLength(1);
		expect(quote).not.toBeNull();
	});
	it('goes only where cards to be won go', () => {
		expect(refused(() => yard.call('imogen', 'company.card-moves', { ...STAY, issued: 'finished' }))).toEqual([
			'issued',
			'A card moves by itself on the winning track only.'
		]);
	});
	it('that is lost asks for nothing more: nobody is to call about its quote or to renew it', () => {
		yard.at('2027-04-01');
		const { jobId } = bid();
		yard.at('2027-04-14');
		const asks = () => [whomToCall(app).length, decisions(app, OWNER).filter((d) => d.path === `/jobs/${jobId}`).length];
		expect(asks()[0]).toBe(1);
		yard.call('bastian', 'jobs.move', { jobId, stageId: 'lost', reason: 'No answer' });
		expect(asks()).toEqual([0, 0]);
	});
});

describe('a job that is won', () => {
	const stage = (meaning: string) => value<string>(app, "select id from stages where track = 'doing' and meaning = ?", meaning);
	const moves = (jobId: string) => told(app, "subject = ? and code = 'jobs.move'", `job:${jobId}`);
	it('moves on the first clock-on, unless that is switched off, and on the last task where a rule says so; never back, each in its history', () => {
		yard.call('imogen', 'company.card-moves', STAY);
		const { jobId } = wonJob(yard, 'Moved');
		const before = stageOf(jobId);
		yard.call('ines', 'time.clock-on', { jobId });
		yard.call('ines', 'time.clock-off', { note: '', breakMinutes: 0 });
		expect(stageOf(jobId)).toBe(before);
		yard.call('imogen', 'company.card-moves', { ...STAY, clockOn: stage('under way'), lastTask: stage('finished') });
		yard.call('ines', 'time.clock-on', { jobId });
		expect(stageOf(jobId)).toBe(stage('under way'));
		const open = app.db.sqlite.prepare('select id from tasks where job_id = ? and done_at is null').pluck().all(jobId) as string[];
		expect(open.length).toBeGreaterThan(1);
		open.forEach((taskId, n) => {
			expect(stageOf(jobId)).toBe(stage('under way'));
			yard.call('ines', 'work.tick-task', { taskId, done: true });
			if (n < open.length - 1) expect(value(app, 'select done_at from jobs where id = ?', jobId)).toBeNull();
		});
		expect(stageOf(jobId)).toBe(stage('finished'));
		expect(value(app, 'select done_at from jobs where id = ?', jobId)).not.toBeNull();
		// Opened again, and clocked on again: it does not go back by itself.
		yard.call('ines', 'work.tick-task', { taskId: open[0]!, done: false });
		yard.call('ines', 'time.clock-off', { note: '', breakMinutes: 0 });
		yard.call('ines', 'time.clock-on', { jobId });
		expect(stageOf(jobId)).toBe(stage('finished'));
		expect(moves(jobId)).toHaveLength(2);
	});
	it('goes where the rule says when its deposit is paid in full, not before', () => {
		yard.call('imogen', 'company.card-moves', { ...STAY, deposit: stage('under way') });
		const { jobId } = wonJob(yard, 'Paid ahead');
		const deposit = value<string | undefined>(
			app,
			"select invoice_id from billing_steps where job_id = ? and due_when = 'acceptance'",
			jobId
		);
		const invoiceId =
			deposit ??
			yard.bill(
				'invoices.bill-step',
				{ stepId: value<string>(app, 'select id from billing_steps where job_id = ? order by position', jobId) },
				'c@customer.example'
			);
		const total = value<number>(app, 'select total from invoices where id = ?', invoiceId);
		const pay = (amount: number) =>
			yard.call('petra', 'payments.record', { invoiceId, amount, method: 'check', reference: '', day: '2027-04-14' });
		pay(total - 1);
		expect(stageOf(jobId)).not.toBe(stage('under way'));
		pay(1);
		expect(stageOf(jobId)).toBe(stage('under way'));
		expect(moves(jobId)).toHaveLength(1);
	});
	it('moves on the doing track only', () => {
		for (const field of ['deposit', 'clockOn', 'lastTask'] as const)
			expect(refused(() => yard.call('imogen', 'company.card-moves', { ...STAY, [field]: 'quoted' }))).toEqual([
				field,
				'A job that is won moves on the doing track.'
			]);
	});
	it('says what is still open before it is closed; money only to those who see invoices', () => {
		const { jobId } = wonJob(yard, 'Closed');
		const ends = (as = OWNER) => openEnds(app, jobId, as).map((e) => e.words);
		const open = count(app, 'select count(*) from tasks where job_id = ? and done_at is null', jobId);
		const contract = value<number>(app, 'select contract_net from jobs where id = ?', jobId);
		expect(ends()).toEqual([`${open} tasks not done`, `${formatCents(contract)} of the contract not billed`]);
		yard.call('ines', 'time.clock-on', { jobId });
		yard.call('petra', 'invoices.save-repeat', {
			...{
				ruleId: null,
				jobId,
				name: 'Roof care',
				onHoliday: 'leave',
				send: false,
				lines: [{ text: 'Roof care', amount: 100, taxCodeId: null }]
			},
			rule: { by: 'year', every: 1, start: '2028-01-01', month: 1, day: 1 }
		});
		yard.call('bastian', 'estimates.start-change', { jobId, title: 'More' });
		const invoiceId = yard.bill('invoices.contract', { jobId, percent: 10_000 }, 'c@customer.example');
		const total = value<number>(app, 'select total from invoices where id = ?', invoiceId);
		expect(ends()).toEqual([
			`${open} tasks not done`,
			'change order 1 is not sent',
			'1 clock running on it',
			`${formatCents(total)} of invoice ${value(app, 'select number from invoices where id = ?', invoiceId)} not paid`,
			'repeat invoice “Roof care” goes on'
		]);
		expect(ends(viewer('crew'))).toHaveLength(3);
		// It is said, not forbidden.
		yard.call('petra', 'jobs.move', { jobId, stageId: stage('closed') });
		expect(stageOf(jobId)).toBe(stage('closed'));
	});
	it('is changed with others in one step: all of them, or none and which one stands against it', () => {
		const [a, b] = [wonJob(yard, 'Many one'), wonJob(yard, 'Many two')];
		const { jobId: bidding } = bid();
		const many = (jobIds: string[], more: { stageId?: string; personId?: string }) =>
			yard.call('petra', 'jobs.change-many', { jobIds, ...more });
		expect(many([a.jobId, b.jobId], { stageId: stage('under way'), personId: 'ines' })).toEqual({ changed: 2 });
		expect([a, b].map((j) => [stageOf(j.jobId), value(app, 'select person_id from jobs where id = ?', j.jobId)])).toEqual([
			[stage('under way'), 'ines'],
			[stage('under way'), 'ines']
		]);
		expect(many([a.jobId, b.jobId], { personId: 'ines' })).toEqual({ changed: 0 });
		expect(refused(() => many([a.jobId, bidding], { stageId: stage('finished') }))[1]).toContain('Quay 9, gutters: ');
		expect(stageOf(a.jobId)).toBe(stage('under way'));
		expect(moves(a.jobId)).toHaveLength(1);
	});
	it('stands in the list with its hours as its costs have them, what is not billed and who is planned next', () => {
		const { jobId } = wonJob(yard, 'Listed');
		yard.call('ines', 'time.clock-on', { jobId });
		yard.at('2027-04-14', '12:20').call('ines', 'time.clock-off', { note: '', breakMinutes: 0 });
		yard.call('petra', 'plan.add', {
			...{ jobId, phase: '', personIds: ['marco'], from: '2027-05-04', to: '2027-05-06', start: null, end: null, note: '', despite: true }
		});
		const row = (as = OWNER) => jobList(app, as, '', 'Listed')[0];
		const costs = jobCosts(app, jobId, OWNER)!;
		const labor = costs.byKind.find((k) => k.kind === 'labor')!;
		expect(labor.actualHours).toBeGreaterThan(0);
		expect(row()).toMatchObject({
			...{ hoursSold: labor.soldHours, hoursUsed: labor.actualHours, nextDay: '2027-05-04', lastDay: '2027-05-06' },
			toBill: costs.billing!.toBill
		});
		expect(row(viewer('crew lead'))?.toBill).toBeNull();
	});
});
