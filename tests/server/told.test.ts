import { beforeAll, describe, expect, it } from 'vitest';
import { addDays } from '$lib/core/time';
import type { App } from '$lib/server/app';
import type { Yard } from '../../src/demo/yard';
import { count, freshYard, told as toldOf, value, wonJob } from './yard';

let yard: Yard;
let app: App;
beforeAll(async () => {
	({ yard, app } = await freshYard());
});
const told = (subject: string): string[] => toldOf(app, 'subject = ?', subject);

describe('what happened', () => {
	it('is told on every job it concerns: a move over two jobs, and shifts taken off', () => {
		const [a, b] = [wonJob(yard, 'Roof A').jobId, wonJob(yard, 'Roof B').jobId];
		yard.plan(a, '', ['ravi'], '2027-04-19', '2027-04-20');
		yard.plan(b, '', ['ravi'], '2027-04-21', '2027-04-21');
		const shifts = app.db.sqlite.prepare('select id, version, day, job_id from shifts where job_id in (?, ?)').all(a, b) as {
			id: string;
			version: number;
			day: string;
			job_id: string;
		}[];
		const later = (s: (typeof shifts)[number]) => ({
			jobId: s.job_id,
			phase: '',
			personId: 'ravi',
			day: addDays(s.day, 7),
			from: null,
			to: null,
			note: ''
		});
		yard.call('petra', 'plan.arrange', { changes: shifts.map((s) => ({ id: s.id, version: s.version, to: later(s) })) });
		expect(told(`job:${a}`).at(-1)).toBe('2 shifts moved');
		expect(told(`job:${b}`).at(-1)).toBe('1 shift moved');
		yard.call('petra', 'plan.arrange', { changes: shifts.map((s) => ({ id: s.id, version: s.version + 1, to: null })) });
		expect(told(`job:${b}`).at(-1)).toBe('1 shift taken off the plan');
	});
	it('tells an invoice that is issued together with an acceptance, beside the acceptance', () => {
		yard.call('imogen', 'company.billing-plans', { plans: [{ kindOfWork: '', stagesFrom: 1_500_000, depositAtOnce: true }] });
		const { jobId } = wonJob(yard, 'Roof with deposit');
		const texts = told(`job:${jobId}`);
		expect(texts.some((t) => /^Invoice \d+ issued/.test(t))).toBe(true);
		// In the order in which one thing led to the other.
		const order = texts.map((t) => /^(Quote \d+ accepted|Won|Invoice \d+ issued)/.exec(t)?.[0].replace(/\d+/, 'n')).filter(Boolean);
		expect(order).toEqual(['Quote n accepted', 'Won', 'Invoice n issued']);
		// The customer's own history has it too.
		const customerId = value<string>(app, 'select customer_id from jobs where id = ?', jobId);
		expect(told(`customer:${customerId}`).at(-1)).toBe(texts.find((t) => t.startsWith('Quote') && t.includes('accepted')));
		// The changed rows are kept once.
		expect(
			count(app, "select count(*) from history where subject = ? and changes <> '[]' and command = 'quotes.answer'", `job:${jobId}`)
		).toBe(1);
		yard.call('imogen', 'company.billing-plans', { plans: [{ kindOfWork: '', stagesFrom: 1_500_000, depositAtOnce: false }] });
	});
});

describe('winning', () => {
	it('is the same however it comes about: number, stage, tasks', () => {
		const quoted = wonJob(yard, 'By quote').jobId;
		const byHand = yard.job('On a word', yard.customer('Word', 'person', '', '', ''), '', [0, 0]);
		yard.call('petra', 'jobs.win', { jobId: byHand });
		const of = (jobId: string) => ({
			numbered: value<number>(app, 'select number from jobs where id = ?', jobId) > 1000,
			stage: value(app, 'select meaning from stages where id = (select stage_id from jobs where id = ?)', jobId),
			tasks: (app.db.sqlite.prepare('select text from tasks where job_id = ? order by position').all(jobId) as { text: string }[]).map(
				(t) => t.text
			)
		});
		expect(of(byHand)).toEqual(of(quoted));
		expect(of(byHand).tasks.length).toBeGreaterThan(3);
		const number = value<number>(app, 'select number from jobs where id = ?', byHand);
		expect(yard.call('petra', 'jobs.win', { jobId: byHand })).toEqual({ number });
		expect(count(app, 'select count(*) from tasks where job_id = ?', byHand)).toBe(of(byHand).tasks.length);
	});
});
