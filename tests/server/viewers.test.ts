import { beforeAll, describe, expect, it } from 'vitest';
import { areaOf, may, rightOfArea, rightOfTopic, ROLES, type Right, type Role } from '$lib/core/access';
import { COMMANDS } from '$lib/server/all-commands';
import type { App } from '$lib/server/app';
import { jobHead, jobList, jobPage, recentOf, threadOf } from '$lib/server/screens/job';
import { customerPage } from '$lib/server/screens/customer';
import { live } from '$lib/server/live';
import { todayPage } from '$lib/server/screens/today';
import type { Yard } from '../../src/demo/yard';
import { freshYard, value, viewer, wonJob } from './yard';

let yard: Yard;
let app: App;
let jobId: string;
let customerId: string;
let quoted: number;
/** Every topic that a day of work tells of. */
const told = new Set<string>();

/** A won job with what was asked for, a quote, an invoice that is late and a payment of 432.10; and a bid with a quote of 5,151.51 without an answer. */
beforeAll(async () => {
	({ yard, app } = await freshYard());
	live.subscribe(viewer('owner'), (topics) => topics.forEach((t) => told.add(t)));
	yard.call('petra', 'leads.enter', {
		name: 'Asking Person',
		mail: '',
		phone: '1',
		address: '',
		wanted: 'A leak above the stair',
		via: 'phone'
	});
	({ jobId, customerId } = wonJob(yard, 'Who sees what'));
	app.db.sqlite.prepare("update jobs set wanted = 'A new roof before autumn' where id = ?").run(jobId);
	quoted = value<number>(app, 'select total from revisions where state = ?', 'accepted');
	const next = yard.job('Waits for an answer', customerId, '', [0, 0]);
	const estimateId = yard.estimate(next);
	const scopeId = yard.scope(estimateId, 'Roof', [], []);
	yard.call('bastian', 'estimates.add-line', { scopeId, name: 'Work', price: 51_515_100 });
	yard.issue(estimateId, 'c@customer.example');
	const { invoiceId } = yard.call('petra', 'invoices.contract', { jobId, percent: 1_000 });
	yard.call('petra', 'invoices.issue', { invoiceId, to: '', subject: '', text: '' });
	yard.call('lowell', 'payments.record', { invoiceId, amount: 43_210, method: 'check', reference: '', day: '2027-04-14' });
	app.db.sqlite.prepare("update invoices set due = '2027-01-10'").run();
});
const role = (r: Role) => viewer(r);

/** Which of these a reader finds anywhere in what a query gives. */
function finds(page: unknown) {
	const text = JSON.stringify(page);
	const total = value<number>(app, 'select total from invoices where issued_at is not null and job_id = ?', jobId);
	return {
		request: text.includes('A new roof before autumn') || text.includes('A leak above the stair'),
		quote: text.includes(`"total":${quoted}`) || text.includes('Quote 10') || text.includes('515151'),
		invoice: text.includes(String(total)) || /Invoice \d+ issued/.test(text),
		payment: text.includes('43210') || text.includes('432.10')
	};
}
const PAGES: [string, (r: Role) => unknown][] = [
	['the job page', (r) => jobPage(app, jobId, role(r))],
	['its head and thread', (r) => [jobHead(app, jobId, role(r)), threadOf(app, jobId, role(r))]],
	['its last steps', (r) => recentOf(app, jobId, role(r))],
	['Today', (r) => todayPage(app, role(r))],
	['the customer', (r) => customerPage(app, customerId, role(r))],
	['the jobs', (r) => jobList(app, role(r), '', '')]
];
/** What each role may find at most. */
const MAY: Record<'owner' | 'office' | 'estimator' | 'bookkeeper', ReturnType<typeof finds>> = {
	owner: { request: true, quote: true, invoice: true, payment: true },
	office: { request: true, quote: true, invoice: true, payment: true },
	estimator: { request: true, quote: true, invoice: false, payment: false },
	bookkeeper: { request: false, quote: false, invoice: true, payment: true }
};

describe('a page shows each role only its own', () => {
	for (const [name, page] of PAGES)
		it.each(Object.keys(MAY) as (keyof typeof MAY)[])(`${name}, to the %s`, (r) => {
			const found = finds(page(r));
			for (const what of Object.keys(found) as (keyof typeof found)[])
				if (!MAY[r][what]) expect([what, found[what]]).toEqual([what, false]);
		});
	it('and the owner finds all of it on the job page, so that the search above can find it', () => {
		expect(finds(jobPage(app, jobId, role('owner')))).toEqual(MAY.owner);
		expect(finds(todayPage(app, role('owner')))).toMatchObject({ request: true, quote: true });
	});
	it('an invoice that an acceptance made is told to those who see invoices, though accepting is of quotes', () => {
		yard.call('imogen', 'company.billing-plans', { plans: [{ kindOfWork: '', stagesFrom: 1, depositAtOnce: true }] });
		const won = wonJob(yard, 'With a deposit');
		const texts = (r: Role) =>
			recentOf(app, won.jobId, role(r))
				.entries.map((e) => e.text)
				.join();
		expect(texts('owner')).toMatch(/draft of|Invoice \d+ issued/);
		expect(texts('estimator')).not.toMatch(/draft of|Invoice \d+ issued/);
		expect(texts('estimator')).toContain('accepted by');
		expect(texts('bookkeeper')).toMatch(/draft of|Invoice \d+ issued/);
		expect(texts('bookkeeper')).not.toContain('accepted by');
	});
});

describe('what happened and what changed', () => {
	it('of every command has somebody who may read it', () => {
		for (const name of COMMANDS.keys()) expect([name, rightOfArea(areaOf(name))]).not.toEqual([name, null]);
		expect(rightOfArea('constructor')).toBeNull();
	});
	it('of every topic is heard by somebody; of one that is not known by nobody', () => {
		expect(told.size).toBeGreaterThan(10);
		for (const t of told) expect([t, rightOfTopic(t)]).not.toEqual([t, null]);
		expect(rightOfTopic('toString')).toBeNull();
	});
	it('is heard by each role as far as it may see the record, and no further', () => {
		const heard = new Map<Role, Set<string>>(ROLES.map((r) => [r, new Set()]));
		const stops = ROLES.map((r) => live.subscribe(role(r), (topics) => topics.forEach((t) => heard.get(r)!.add(t))));
		const TOPICS = [
			'job:1',
			'estimate:1',
			'invoice:1',
			'lead:1',
			'customer:1',
			'person:1',
			'mail:1',
			'rates',
			'plan',
			'field',
			'never-heard-of:1'
		];
		live.publish(TOPICS);
		for (const stop of stops) stop();
		const of = (r: Role) => TOPICS.filter((t) => heard.get(r)!.has(t));
		expect(of('crew')).toEqual(['plan', 'field']);
		expect(of('crew lead')).toEqual(['plan', 'field']);
		expect(of('estimator')).toEqual(['job:1', 'estimate:1', 'lead:1', 'customer:1', 'rates', 'plan', 'field']);
		expect(of('bookkeeper')).toEqual(['job:1', 'invoice:1', 'customer:1', 'person:1', 'mail:1', 'rates']);
		expect(of('owner')).toEqual(TOPICS.filter((t) => !t.startsWith('never')));
	});
	it('on a stream that was opened with another role ends with the role, and with nothing else', () => {
		const row = app.db.sqlite.prepare("select crew_id crewId, version from people where id = 'lowell'").get() as {
			crewId: string | null;
			version: number;
		};
		let ended = 0;
		const forget = live.onClose({ personId: 'lowell', sessionId: 's' }, () => (ended += 1));
		const change = (role: Role, version: number) =>
			yard.call('imogen', 'people.change', { personId: 'lowell', role, roleId: null, crewId: row.crewId, active: true, version });
		change('bookkeeper', row.version);
		expect(ended).toBe(0);
		change('crew', row.version + 1);
		expect(ended).toBe(1);
		forget();
		change('bookkeeper', row.version + 2);
	});
	it('is not looked up for somebody without the right', () => {
		let looked = 0;
		const look = () => (looked += 1);
		const rights: Right[] = ['invoices.see', 'company.change'];
		for (const right of rights) expect(role('crew').when(right, look)).toBeNull();
		expect(looked).toBe(0);
		expect(role('owner').when('invoices.see', look)).toBe(1);
		expect(may({ role: 'crew' }, 'invoices.see')).toBe(false);
	});
});
