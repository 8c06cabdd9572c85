import { beforeEach, describe, expect, it } from 'vitest';
import type { Input } from '$lib/contract';
import type { App } from '$lib/server/app';
import type { Yard } from '../../src/demo/yard';
import { count, freshYard, refused, told, value, wonJob } from './yard';

let yard: Yard;
let app: App;
beforeEach(async () => {
	({ yard, app } = await freshYard());
});
/** Every Monday from April 19, booked for the gutter crew, made two weeks ahead, reminded of three days before. */
function rule(more: Partial<Input<'repeats.save'>> = {}) {
	const { jobId, customerId } = wonJob(yard, 'Gutter check');
	const { ruleId } = yard.call('petra', 'repeats.save', {
		...{ ruleId: null, jobId, name: 'Gutter check', onHoliday: 'move', way: 'booked', crewId: 'gutter', from: 420, to: 540 },
		...{ ahead: 14, remind: 3, rule: { by: 'week', weekdays: [1], every: 1, start: '2027-04-19' } },
		...more
	});
	return { ruleId, jobId, customerId };
}
const remind = () => yard.given({ type: 'system' }, 'repeats.remind', {}).reminded as number;
const letters = () =>
	app.db.sqlite.prepare("select subject, text from outbox where text like '%reminder%' or text like '%recordamos%' order by id").all() as {
		subject: string;
		text: string;
	}[];
const save = (ruleId: string, jobId: string, more: Partial<Input<'repeats.save'>>) =>
	yard.call('petra', 'repeats.save', {
		...{ ruleId, jobId, name: 'Gutter check', onHoliday: 'move', way: 'booked', crewId: 'gutter', from: 420, to: 540, ahead: 14 },
		...{ rule: { by: 'week', weekdays: [1], every: 1, start: '2027-04-19' } },
		...more
	});

describe('a customer of repeat jobs', () => {
	it('is reminded of each once, so many days before, with their page to stop it', () => {
		rule();
		yard.at('2027-04-15', '09:00');
		expect(remind()).toBe(0);
		yard.at('2027-04-16', '09:00');
		expect([remind(), remind()]).toEqual([1, 0]);
		expect(letters()[0]!.subject).toBe('Gutter check: April 19, 2027');
		expect(letters()[0]!.text).toContain('{link}');
		expect(told(app, 'code = ?', 'repeats.reminded')).toEqual(['The customer was reminded of April 19, 2027']);
		yard.at('2027-04-23', '09:00');
		expect(remind()).toBe(1);
		expect(letters()).toHaveLength(2);
	});
	it('is reminded of the day on which it stands on the plan, and not of one that was taken off', () => {
		rule();
		const shifts = app.db.sqlite.prepare("select id, version from shifts where day = '2027-04-19'").all() as {
			id: string;
			version: number;
		}[];
		expect(shifts.length).toBeGreaterThan(0);
		const { jobId } = app.db.sqlite.prepare('select job_id jobId from shifts where id = ?').get(shifts[0]!.id) as { jobId: string };
		const at = (id: string, day: string) => ({
			to: {
				jobId,
				phase: '',
				personId: value<string>(app, 'select person_id from shifts where id = ?', id),
				day,
				from: 420,
				to: 540,
				note: ''
			}
		});
		yard.call('petra', 'plan.arrange', { changes: shifts.map((s) => ({ ...s, ...at(s.id, '2027-04-21') })), despite: true });
		yard.at('2027-04-16', '09:00');
		expect(remind()).toBe(0);
		yard.at('2027-04-18', '09:00');
		expect(remind()).toBe(1);
		expect(letters().map((l) => l.subject)).toEqual(['Gutter check: April 21, 2027']);
		app.db.sqlite.prepare("delete from shifts where day = '2027-04-26'").run();
		yard.at('2027-04-23', '09:00');
		expect(remind()).toBe(0);
	});
	it('is left alone in quiet hours, when they stopped messages, when they cannot be reached, and on the day itself', () => {
		const { customerId } = rule();
		yard.call('imogen', 'company.visit-messages', { dayBefore: false, onOurWay: false, quietFrom: 1200, quietTo: 420 });
		yard.at('2027-04-16', '21:00');
		expect(remind()).toBe(0);
		yard.call('petra', 'plan.turn-visit-messages', { customerId, on: false });
		yard.at('2027-04-17', '09:00');
		expect(remind()).toBe(0);
		yard.call('petra', 'plan.turn-visit-messages', { customerId, on: true });
		// It was looked at, and is not made up for.
		expect(remind()).toBe(0);
		yard.at('2027-04-26', '09:00');
		expect(remind()).toBe(0);
		expect(letters()).toEqual([]);
	});
	it('hears of tomorrow once, where customers are told the day before anyway', () => {
		rule({ remind: 1 });
		yard.call('imogen', 'company.visit-messages', { dayBefore: true, onOurWay: false, quietFrom: 1200, quietTo: 420 });
		yard.at('2027-04-18', '15:00');
		expect(remind()).toBe(0);
		expect(yard.given({ type: 'system' }, 'plan.tell-tomorrow', {}).told).toBe(1);
		expect(count(app, 'select count(*) from visit_messages')).toBe(1);
	});
	it('is reminded in their language', () => {
		const { customerId } = rule();
		app.db.sqlite.prepare("update customers set language = 'es' where id = ?").run(customerId);
		yard.at('2027-04-16', '09:00');
		expect(remind()).toBe(1);
		expect(letters()[0]!.text).toContain('le recordamos: Gutter check está previsto para el');
	});
	it('is reminded as a changed rule says, of what is made too; never before it is made', () => {
		const { ruleId, jobId } = rule({ remind: 0 });
		yard.at('2027-04-16', '09:00');
		expect(remind()).toBe(0);
		save(ruleId, jobId, { remind: 5 });
		expect(remind()).toBe(1);
		save(ruleId, jobId, { remind: 0 });
		yard.at('2027-04-22', '09:00');
		expect(remind()).toBe(0);
		expect(refused(() => save(ruleId, jobId, { remind: 20 }))).toEqual([
			'remind',
			'A customer is reminded of what is made: at most as many days before as it is made ahead.'
		]);
	});
});
