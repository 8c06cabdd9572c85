import { beforeAll, describe, expect, it } from 'vitest';
import type { App } from '$lib/server/app';
import { linkActor, linkFor } from '$lib/server/links';
import { sendDue } from '$lib/server/outbox';
import { planViewOf } from '$lib/server/planning';
import { board, comingToCustomer, planByJob, planPeople } from '$lib/server/screens';
import { districtsOf } from '$lib/server/sales';
import type { Yard } from '../../src/demo/yard';
import { count, freshYard, refused, value, wonJob } from './yard';

let yard: Yard;
let app: App;
beforeAll(async () => {
	({ yard, app } = await freshYard());
	yard.call('imogen', 'company.visit-messages', { dayBefore: true, onOurWay: true, quietFrom: 1200, quietTo: 420 });
});
const tomorrow = () => yard.given({ type: 'system' }, 'plan.tell-tomorrow', {}).told as number;
const mailsTo = (to: string) => count(app, 'select count(*) from outbox where "to" = ? and text like ?', to, '%tomorrow%');

/** A season service sold to a site of a new customer, with visits on Thursdays. */
function underAgreement(name: string, mail: string) {
	const customerId = yard.customer(name, 'organization', mail, '', '');
	const { siteId } = yard.call('petra', 'customers.save-site', {
		...{ customerId, siteId: null, address: `1 ${name} Way`, access: '', district: 'Lower Marsh', lat: -47, lng: -131 }
	});
	const { serviceId } = yard.call('petra', 'rounds.save-service', {
		...{
			serviceId: null,
			name: `Care of ${name}`,
			wording: '',
			from: '04-01',
			to: '10-31',
			visits: 14,
			hours: 140_000,
			price: 140_000,
			setUp: 10
		},
		cadence: { by: 'weeks' as const, every: 2 }
	});
	const { agreementId, jobId } = yard.call('petra', 'rounds.add-agreement', {
		...{ serviceId, siteId, year: 2027, visits: 14, hours: 140_000, price: 140_000, note: '' }
	});
	const plan = {
		agreementIds: [agreementId],
		crewId: 'gutter',
		weekday: 4,
		start: '2027-04-14',
		despite: true,
		reason: 'Agreed with them'
	};
	yard.call('petra', 'rounds.plan', plan);
	return { customerId, jobId, agreementId };
}

describe('customers of rounds', () => {
	it('are told the day before, as of other work, and see what is coming and what was done', () => {
		const { customerId, agreementId } = underAgreement('Alder House', 'alder@house.example');
		yard.at('2027-04-14', '15:00');
		expect(value(app, 'select min(day) from visits where agreement_id = ?', agreementId)).toBe('2027-04-15');
		expect(tomorrow()).toBe(1);
		expect(tomorrow()).toBe(0);
		expect(mailsTo('alder@house.example')).toBe(1);
		const page = comingToCustomer(app, customerId)!;
		expect(page.ahead[0]).toEqual({ day: '2027-04-15', what: 'Care of Alder House', where: '1 Alder House Way' });
		expect(page.done).toEqual([]);
		yard.at('2027-04-15', '11:00');
		const visitId = value<string>(app, "select id from visits where agreement_id = ? and day = '2027-04-15'", agreementId);
		yard.call('noor', 'rounds.do-visit', { visitId, done: true, note: '' });
		expect(comingToCustomer(app, customerId)!.done.map((v) => v.day)).toEqual(['2027-04-15']);
		yard.at('2027-04-14', '15:00');
	});
	it('stop the messages by the link in them, and get them again; nothing else opens it', () => {
		const { customerId, jobId } = underAgreement('Birch Court', 'birch@court.example');
		expect(tomorrow()).toBe(1);
		const token = linkFor(app, 'visits', customerId)!.split('/').at(-1)!;
		const actor = linkActor(app, 'visits', token)!;
		expect(actor.subjectId).toBe(customerId);
		expect(linkActor(app, 'quote', token)).toBeNull();
		yard.given(actor, 'plan.turn-my-messages', { on: false });
		expect(comingToCustomer(app, customerId)!.on).toBe(false);
		// The day after, nobody writes to them, neither by itself nor when somebody sets out.
		app.db.sqlite.prepare('delete from visit_messages where job_id = ?').run(jobId);
		expect(tomorrow()).toBe(0);
		expect(refused(() => yard.call('marco', 'plan.on-our-way', { jobId, minutes: 20 }))[1]).toContain('does not want these messages');
		yard.given(actor, 'plan.turn-my-messages', { on: true });
		expect(tomorrow()).toBe(1);
		// As they tell the office it is the same, and said once.
		for (const on of [false, false]) yard.call('petra', 'plan.turn-visit-messages', { customerId, on });
		expect(count(app, "select count(*) from history where code = 'plan.visit-messages' and subject = ?", `customer:${customerId}`)).toBe(3);
	});
	it('use one link for all their messages, and it shows nothing of money or of who comes', () => {
		const { customerId } = underAgreement('Cedar Row', 'cedar@row.example');
		tomorrow();
		const job = yard.job('Cedar Row, flashing', customerId, '1 Cedar Row Way', [-47, -131]);
		yard.call('petra', 'jobs.win', { jobId: job });
		yard.plan(job, '', ['marco'], '2027-04-15', '2027-04-16');
		tomorrow();
		expect(count(app, "select count(*) from links where kind = 'visits' and subject_id = ?", customerId)).toBe(1);
		const page = comingToCustomer(app, customerId)!;
		expect(page.ahead.slice(0, 3).map((v) => [v.day, v.what])).toEqual([
			['2027-04-15', 'Cedar Row, flashing'],
			['2027-04-15', 'Care of Cedar Row'],
			['2027-04-16', 'Cedar Row, flashing']
		]);
		expect(JSON.stringify(page)).not.toMatch(/marco|Marco|price|gutter"/);
	});
});

describe('a letter that was handed over without an answer', () => {
	it('goes once more under its own name, is taken once, and is said to be uncertain', async () => {
		const { customerId } = underAgreement('Damson Yard', 'damson@yard.example');
		tomorrow();
		const id = value<string>(app, `select id from outbox where "to" = 'damson@yard.example' and text like '%tomorrow%'`);
		await sendDue(app);
		expect(value(app, 'select state from outbox where id = ?', id)).toBe('sent');
		expect(value(app, 'select message from outbox where id = ?', id)).toBe('250 taken');
		// The program ended between the mailbox taking it and writing that down.
		app.db.sqlite.prepare("update outbox set state = 'queued' where id = ?").run(id);
		await sendDue(app);
		expect(value(app, 'select message from outbox where id = ?', id)).toContain('may have come twice');
		expect(count(app, 'select count(*) from stand_in_log where name like ?', `<${id}@%`)).toBe(1);
		expect(count(app, 'select count(*) from customers where id = ?', customerId)).toBe(1);
	});
});

describe('districts', () => {
	it('stand with a site, and the plan by person, by job and by gap knows them', () => {
		const { jobId, customerId } = wonJob(yard, 'In the marsh');
		const site = value<string>(app, 'select site_id from jobs where id = ?', jobId);
		const address = value<string>(app, 'select address from sites where id = ?', site);
		yard.call('petra', 'customers.save-site', {
			customerId,
			siteId: site,
			address,
			access: '',
			district: 'Upper Mole',
			lat: null,
			lng: null
		});
		// Saving without saying it leaves it.
		yard.call('petra', 'customers.save-site', { customerId, siteId: site, address, access: 'Bell', lat: null, lng: null });
		expect(districtsOf(app)).toEqual(['Lower Marsh', 'Upper Mole']);
		yard.plan(jobId, 'Main roof', ['teodor'], '2027-04-19', '2027-04-19');
		const week = board(app, '2027-04-19', 1);
		expect(week.jobs[jobId]?.district).toBe('Upper Mole');
		expect(week.unmanned.find((u) => u.jobId === jobId)?.district).toBe('Upper Mole');
		expect(planByJob(app, '2027-04-19', 1).jobs.find((j) => j.id === jobId)?.district).toBe('Upper Mole');
		const teodor = planPeople(app).find((p) => p.id === 'teodor')!;
		expect(teodor.load.map((w) => w.districts)).toEqual([[], ['Upper Mole'], [], []]);
	});
});

describe('how one looked at the board last', () => {
	it('is kept for each, wherever they sign in', () => {
		expect(planViewOf(app, 'petra')).toBe('');
		yard.call('petra', 'plan.keep-view', { view: 'weeks=4&by=job' });
		yard.call('imogen', 'plan.keep-view', { view: 'weeks=1' });
		expect([planViewOf(app, 'petra'), planViewOf(app, 'imogen')]).toEqual(['weeks=4&by=job', 'weeks=1']);
	});
});
