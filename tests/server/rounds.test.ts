import { beforeEach, describe, expect, it } from 'vitest';
import type { Input } from '$lib/contract';
import { longDay } from '$lib/core/time';
import type { App } from '$lib/server/app';
import { proposeRound } from '$lib/server/rounds/plan';
import { agreementList, roundDays, serviceList, stopsOf } from '$lib/server/rounds/queries';
import type { DemoClock, Yard } from '../../src/demo/yard';
import { decisions } from '$lib/server/screens/today';
import { findAnything } from '$lib/server/screens/search';
import { freshYard, OWNER, refused, told, value } from './yard';

let yard: Yard;
let app: App;
let clock: DemoClock;
let serviceId: string;
beforeEach(async () => {
	({ yard, app, clock } = await freshYard());
	serviceId = service();
});
const service = (more: Partial<Input<'rounds.save-service'>> = {}) =>
	yard.call('petra', 'rounds.save-service', {
		...{
			serviceId: null,
			name: 'Gutter care',
			wording: '',
			from: '04-01',
			to: '10-31',
			visits: 14,
			hours: 630_000,
			price: 300_000,
			setUp: 20
		},
		cadence: { by: 'weeks', every: 2 },
		...more
	}).serviceId;
/** Sites of one customer with an agreement each. */
function sold(n: number, more: Partial<Input<'rounds.add-agreement'>> = {}): { agreementId: string; jobId: string }[] {
	const customerId = yard.customer('Property care', 'organization', 'p@care.example', '', 'Quay 1');
	return Array.from({ length: n }, (_, i) => {
		yard.job(`Bid ${i}`, customerId, `${i + 1} Harbor Row`, [-47 - i / 1000, -131]);
		const siteId = value<string>(app, 'select id from sites where customer_id = ? and address = ?', customerId, `${i + 1} Harbor Row`);
		return yard.call('petra', 'rounds.add-agreement', {
			...{ serviceId, siteId, year: 2027, visits: 14, hours: 630_000, price: 300_000, note: '' },
			...more
		});
	});
}
const plan = (agreementIds: string[], more: Partial<Input<'rounds.plan'>> = {}) =>
	yard.call('petra', 'rounds.plan', {
		agreementIds,
		crewId: 'gutter',
		weekday: 4,
		start: '2027-04-14',
		despite: true,
		reason: 'Agreed with them',
		...more
	});
const visitsOf = (agreementId: string) =>
	app.db.sqlite.prepare('select id, day, minutes, state, version from visits where agreement_id = ? order by day').all(agreementId) as {
		id: string;
		day: string;
		minutes: number;
		state: string;
		version: number;
	}[];

describe('an agreement', () => {
	it('is a thread of its own: won, at its price, with a number, and no lines to bill', () => {
		const [a] = sold(1);
		expect(serviceList(app)[0]).toMatchObject({ name: 'Gutter care', agreements: 1 });
		expect(agreementList(app, serviceId, OWNER)[0]).toMatchObject({
			number: 1001,
			sold: 14,
			planned: 0,
			from: '2027-04-01',
			to: '2027-10-31'
		});
		expect(app.db.sqlite.prepare('select number, contract_net n from jobs where id = ?').get(a!.jobId)).toMatchObject({
			number: expect.any(Number),
			n: 300_000
		});
		expect(value(app, 'select count(*) from contract_lines where job_id = ?', a!.jobId)).toBe(0);
	});
	it('is not made of a service that is set aside; one made before goes on', () => {
		const [a] = sold(1);
		yard.call('petra', 'rounds.set-aside-service', { serviceId, archived: true });
		expect(refused(() => sold(1))[1]).toContain('is not sold any more');
		expect(plan([a!.agreementId]).visits).toBe(15);
		yard.call('petra', 'rounds.set-aside-service', { serviceId, archived: false });
		sold(1);
	});
	it('is found by its number, by those who see jobs', () => {
		const [a] = sold(1);
		expect(findAnything(app, '1001', { role: 'office' }).find((f) => f.kind === 'agreement')?.path).toBe(`/jobs/${a!.jobId}`);
		expect(findAnything(app, '1001', { role: 'crew' })).toEqual([]);
	});
	it('is one a site and season; ended, what is ahead of it is taken off', () => {
		const [a] = sold(1);
		const siteId = value<string>(app, 'select site_id from agreements');
		const again = () =>
			yard.call('petra', 'rounds.add-agreement', { serviceId, siteId, year: 2027, visits: 1, hours: 0, price: 0, note: '' });
		expect(refused(again)).toEqual(['siteId', '1 Harbor Row has an agreement of this season already.']);
		plan([a!.agreementId]);
		const { takenOff } = yard.call('petra', 'rounds.end-agreement', { agreementId: a!.agreementId, reason: 'Sold the house' });
		expect(takenOff).toBe(15);
		expect(visitsOf(a!.agreementId)).toEqual([]);
		expect(refused(() => plan([a!.agreementId]))[1]).toContain('has ended');
		again();
	});
});

describe('a round', () => {
	it('says what is sold and what would be planned, hours per visit, time on site and block, before anything is saved', () => {
		const [a] = sold(1);
		app.db.sqlite.prepare("update people set crew_id = 'gutter' where id = 'ravi'").run();
		const { rows, crewSize } = proposeRound(
			app.db.orm,
			{ agreementIds: [a!.agreementId], crewId: 'gutter', weekday: 4, start: '2027-05-20' },
			'2027-04-14'
		);
		expect(crewSize).toBe(3);
		expect(rows[0]).toMatchObject({ laborPerVisit: 270, onSite: 90, minutes: 110, difference: -2, fromStart: 2, already: 0 });
		expect(rows[0]!.visits).toHaveLength(12);
		expect(value(app, 'select count(*) from visits')).toBe(0);
	});
	it('with a difference is refused until it is put right or knowingly let pass', () => {
		const [a] = sold(1);
		const asked = (more: Partial<Input<'rounds.plan'>>) => () => plan([a!.agreementId], { despite: false, ...more });
		expect(refused(asked({}))).toEqual(['despite', '1 visit more than sold: free work. Put it right, or plan it all the same.']);
		expect(refused(asked({ start: '2027-06-10' }))[1]).toBe(
			'3 owed, 3 of them because the start is late. Put it right, or plan it all the same.'
		);
		asked({ start: '2027-04-22' })();
		expect(visitsOf(a!.agreementId)).toHaveLength(14);
	});
	it('of 46 sites is planned at once, past weeks left out, and taken back whole; what is done stays', () => {
		const all = sold(46).map((a) => a.agreementId);
		const { planId, visits } = plan(all, { start: '2027-01-01' });
		expect(visits).toBe(46 * 15);
		expect(value(app, 'select min(day) from visits')).toBe('2027-04-15');
		expect(roundDays(app, '2027-04-15', '2027-04-15')).toEqual([{ crewId: 'gutter', day: '2027-04-15', stops: 46, minutes: 46 * 155 }]);
		expect(refused(() => plan(all))[1]).toContain('46 of these sites are planned already');
		clock.at += 86_400_000;
		yard.call('hattie', 'rounds.do-visit', { visitId: visitsOf(all[0]!)[0]!.id, done: true, note: '' });
		expect(yard.call('petra', 'rounds.undo-plan', { planId }).takenOff).toBe(46 * 15 - 1);
		expect(value(app, 'select count(*) from visits')).toBe(1);
		expect(yard.call('petra', 'rounds.undo-plan', { planId }).takenOff).toBe(0);
		expect(told(app, 'subject = ?', `season-service:${serviceId}`).slice(-2)).toEqual([
			'Gutter care: 690 visits to 46 sites planned; not what was sold: Agreed with them',
			'Gutter care: a planning of 689 visits was taken back'
		]);
	});
	it('in windows takes the crew’s least loaded days, and is refused with the window that cannot be reached', () => {
		const windows = [
			{ from: '04-15', to: '04-30' },
			{ from: '10-01', to: '10-15' }
		];
		serviceId = service({ name: 'Open and close', visits: 2, cadence: { by: 'windows', windows, gap: 60 } });
		const [a] = sold(1, { visits: 2 });
		yard.call('petra', 'plan.add', {
			jobId: a!.jobId,
			personIds: ['noor', 'hattie'],
			phase: '',
			from: '2027-04-15',
			to: '2027-04-21',
			start: null,
			end: null,
			note: ''
		});
		plan([a!.agreementId], { weekday: null, despite: false });
		expect(visitsOf(a!.agreementId).map((v) => v.day)).toEqual(['2027-04-22', '2027-10-01']);
		const [b] = [sold(1, { visits: 2 })[0]];
		expect(refused(() => plan([b!.agreementId], { weekday: null, start: '2027-05-02' }))).toEqual([
			'windows',
			`No day is left in the window from ${longDay('2027-04-15')} to ${longDay('2027-04-30')}.`
		]);
	});
	it('needs a weekday, a crew with people, one service, and somebody who may plan', () => {
		const [a] = sold(1);
		expect(refused(() => plan([a!.agreementId], { weekday: null }))[0]).toBe('weekday');
		app.db.sqlite.prepare("update people set active = 0 where crew_id = 'gutter'").run();
		expect(refused(() => plan([a!.agreementId]))[0]).toBe('crewId');
		expect(refused(() => yard.call('bastian', 'rounds.undo-plan', { planId: 'x' }))[1]).toContain('may not');
	});
});

describe('a visit', () => {
	const charges = (jobId: string) =>
		app.db.sqlite.prepare('select name, charge, state from cost_entries where job_id = ? and source is not null order by name').all(jobId);
	it('done in the field charges its share once; taken back, nothing; billed, it stays', () => {
		const [a] = sold(1, { visits: 7 });
		plan([a!.agreementId]);
		const [first, second] = visitsOf(a!.agreementId);
		const press = (visitId: string, done = true) => yard.call('noor', 'rounds.do-visit', { visitId, done, note: '' });
		expect(refused(() => press(first!.id))[1]).toBe('This visit is planned for April 15, 2027. Move it to today first.');
		clock.at += 20 * 86_400_000;
		press(first!.id);
		press(first!.id);
		press(second!.id);
		expect(charges(a!.jobId)).toEqual([
			{ name: 'Gutter care, visit 1 of 7', charge: 42_858, state: 'to bill' },
			{ name: 'Gutter care, visit 2 of 7', charge: 42_857, state: 'to bill' }
		]);
		press(first!.id, false);
		expect(charges(a!.jobId)).toHaveLength(1);
		// Done again it takes the share that is free: all of them are the price.
		press(first!.id);
		expect(charges(a!.jobId)[0]).toMatchObject({ charge: 42_858 });
		app.db.sqlite.prepare("update cost_entries set state = 'billed', billed = charge where job_id = ?").run(a!.jobId);
		expect(refused(() => press(first!.id, false))[1]).toBe('This visit is billed already.');
		expect(visitsOf(a!.agreementId)[0]?.state).toBe('done');
	});
	it('of many sites of one customer that are not billed are one decision on Today', () => {
		const all = sold(3);
		plan(all.map((a) => a.agreementId));
		clock.at += 86_400_000;
		for (const a of all.slice(0, 2))
			yard.call('noor', 'rounds.do-visit', { visitId: visitsOf(a.agreementId)[0]!.id, done: true, note: '' });
		expect(decisions(app, OWNER).filter((d) => d.action.startsWith('Bill'))).toEqual([
			expect.objectContaining({ title: 'Property care: visits to 2 sites not billed', amount: 2 * 21_429 })
		]);
	});
	it('beyond those sold charges nothing, and says so', () => {
		const [a] = sold(1, { visits: 1 });
		plan([a!.agreementId]);
		clock.at += 20 * 86_400_000;
		for (const v of visitsOf(a!.agreementId).slice(0, 2)) yard.call('noor', 'rounds.do-visit', { visitId: v.id, done: true, note: '' });
		expect(charges(a!.jobId)).toEqual([{ name: 'Gutter care, visit 1 of 1', charge: 300_000, state: 'to bill' }]);
		expect(told(app, "code = 'rounds.visit-done'").at(-1)).toContain('more than sold: nothing is charged');
	});
	it('moves within its season, never onto a day that has one, and is known by its own day', () => {
		const [a] = sold(1);
		plan([a!.agreementId]);
		const [first, second] = visitsOf(a!.agreementId);
		const move = (day: string, version = first!.version) =>
			yard.call('petra', 'rounds.move-visit', { visitId: first!.id, day, crewId: 'copper', version });
		expect(refused(() => move('2027-11-02'))).toEqual(['day', 'The season of this site is April 1, 2027 to October 31, 2027.']);
		expect(refused(() => move(second!.day))[0]).toBe('day');
		move('2027-04-19');
		expect(value(app, 'select occurs_on from visits where id = ?', first!.id)).toBe('2027-04-15');
		expect(stopsOf(app, 'copper', '2027-04-19')).toHaveLength(1);
		expect(refused(() => move('2027-04-20', first!.version))[1]).toContain('Somebody else changed this');
		yard.call('petra', 'rounds.skip-visit', { visitId: second!.id, reason: 'Storm', version: second!.version });
		expect(agreementList(app, serviceId, OWNER)[0]?.planned).toBe(14);
	});
});
