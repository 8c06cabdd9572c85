import { beforeAll, describe, expect, it } from 'vitest';
import type { App } from '$lib/server/app';
import { ownRoles } from '$lib/server/people/roles';
import { endSession, sessionOf, sessionsOf, signIn } from '$lib/server/people/sessions';
import { findAnything } from '$lib/server/screens/search';
import { Viewer, type Holder } from '$lib/core/access';
import { live } from '$lib/server/live';
import type { Yard } from '../../src/demo/yard';
import { count, freshYard, told, value, wonJob } from './yard';

let yard: Yard;
let app: App;
beforeAll(async () => {
	({ yard, app } = await freshYard());
});
const PASSWORD = 'nickel-yard';
let addresses = 0;
const enter = (mail: string, password = PASSWORD) => signIn(app, mail, password, `203.0.113.${addresses++}`, 'a browser');

describe('signing in', () => {
	it('gives a token of which only a hash is kept, and knows the person by it', async () => {
		const token = await enter(' Petra@Pellgrave.example ');
		expect(sessionOf(app, token)).toMatchObject({ personId: 'petra', actor: { role: 'office', name: 'Petra Vinter' } });
		expect(JSON.stringify(app.db.sqlite.prepare('select * from sessions').all())).not.toContain(token);
		expect(sessionOf(app, `${token}x`)).toBeNull();
		expect(sessionOf(app, undefined)).toBeNull();
		expect(value<string>(app, "select password_hash from people where id = 'petra'")).toMatch(/^\$argon2id\$/);
	});
	it('refuses a wrong password and a mail that nobody has in the same words', async () => {
		await expect(enter('petra@pellgrave.example', 'wrong')).rejects.toThrow('do not belong together');
		await expect(enter('nobody@pellgrave.example')).rejects.toThrow('do not belong together');
		await expect(enter("' or 1=1 --")).rejects.toThrow('do not belong together');
	});
	it('is stopped after too many tries on one mail, from wherever they come', async () => {
		let words = '';
		for (let i = 0; i < 12; i++) await enter('lowell@pellgrave.example', 'guess').catch((e: Error) => (words = e.message));
		expect(words).toContain('Too many tries');
		await expect(enter('lowell@pellgrave.example')).rejects.toThrow('Too many tries');
		// Others are not kept out by it.
		expect(await enter('imogen@pellgrave.example')).not.toBe('');
	});
	it('does not count who gets in: a whole office begins its morning behind one address', async () => {
		const from = (mail: string, password = PASSWORD) => signIn(app, mail, password, '198.51.100.7', 'a browser');
		for (let i = 0; i < 40; i++) expect(await from('petra@pellgrave.example')).not.toBe('');
		let words = '';
		for (let i = 0; i < 40; i++) await from(`nobody${i}@pellgrave.example`, 'guess').catch((e: Error) => (words = e.message));
		expect(words).toContain('Too many tries');
	});
	it('ends when the session is taken away, by its owner only', async () => {
		const token = await enter('bastian@pellgrave.example');
		const [session] = sessionsOf(app, 'bastian');
		endSession(app, session!.id, 'petra');
		expect(sessionOf(app, token)).not.toBeNull();
		endSession(app, session!.id, 'bastian');
		expect(sessionOf(app, token)).toBeNull();
	});
	it('ends everywhere when the person is not active any more', async () => {
		const token = await enter('hattie@pellgrave.example');
		const version = value<number>(app, "select version from people where id = 'hattie'");
		yard.call('imogen', 'people.change', { personId: 'hattie', role: 'crew', roleId: null, crewId: 'gutter', active: false, version });
		expect(sessionOf(app, token)).toBeNull();
		await expect(enter('hattie@pellgrave.example')).rejects.toThrow('do not belong together');
	});
	it('never leaves the company without an owner', () => {
		const change = (more: object) =>
			yard.call('imogen', 'people.change', { personId: 'imogen', role: 'owner', roleId: null, crewId: null, active: true, ...more });
		expect(() => change({ role: 'crew' })).toThrow('last owner');
		expect(() => change({ active: false })).toThrow('last owner');
		expect(value(app, "select role from people where id = 'imogen'")).toBe('owner');
	});
});

describe('a role of the company’s own', () => {
	const person = (id: string) =>
		app.db.sqlite.prepare('select role, role_id roleId, crew_id crewId, active, version from people where id = ?').get(id) as {
			role: 'office';
			roleId: string | null;
			crewId: string | null;
			active: number;
			version: number;
		};
	const give = (id: string, roleId: string | null) =>
		yard.call('imogen', 'people.change', { ...person(id), active: true, personId: id, roleId });
	const search = (who: Holder) => findAnything(app, 'ownrole', who).map((f) => f.kind);

	it('gives what it lists and nothing else: pages, commands, streams, search', async () => {
		wonJob(yard, 'Ownrole');
		const { id } = yard.call('imogen', 'people.add-role', { name: 'Reader', rights: ['jobs.see', 'costs.see'] });
		give('bastian', id);
		const signed = sessionOf(app, await enter('bastian@pellgrave.example'));
		expect(signed?.actor.rights).toEqual(['jobs.see', 'costs.see', 'own.account']);
		expect(() => yard.call('bastian', 'people.add-role', { name: 'More', rights: [] })).toThrow('may not');
		expect(Viewer.of(signed!.actor).when('invoices.see', () => 1)).toBeNull();
		expect(search(signed!.actor)).not.toContain('customer');
		expect(search({ role: 'estimator' })).toContain('customer');
		give('bastian', null);
	});
	it('changed, it holds at once, on open streams too', async () => {
		const { id } = yard.call('imogen', 'people.add-role', { name: 'Planner', rights: ['plan.see'] });
		give('bastian', id);
		const token = await enter('bastian@pellgrave.example');
		let ended = 0;
		const forget = live.onClose({ personId: 'bastian', sessionId: 's' }, () => (ended += 1));
		yard.call('imogen', 'people.change-role', { roleId: id, name: 'Planner', rights: ['plan.see', 'plan.change'], version: 1 });
		expect(ended).toBe(1);
		expect(sessionOf(app, token)?.actor.rights).toContain('plan.change');
		expect(ownRoles(app).find((r) => r.id === id)?.people).toBe(1);
		expect(told(app, 'subject = ?', `role:${id}`).at(-1)).toBe('Role Planner: given: Plan people');
		forget();
		give('bastian', null);
	});
	it('is refused in words: twice the same name, a right that is of no use, set aside while somebody has it', () => {
		const { id } = yard.call('imogen', 'people.add-role', { name: 'Yardkeeper', rights: ['catalog.see'] });
		const add = (name: string, rights: string[]) => () => yard.call('imogen', 'people.add-role', { name, rights });
		expect(add('yardkeeper ', [])).toThrow('of this name already');
		expect(add('Other', ['catalog.change'])).toThrow('of no use without');
		expect(add('Other', ['moon.see'])).toThrow('There is no right');
		expect(value(app, "select count(*) from roles where name = 'Other'")).toBe(0);
		give('noor', id);
		const setAside = (version: number) => yard.call('imogen', 'people.set-aside-role', { roleId: id, archived: true, version });
		expect(() => setAside(1)).toThrow('One person has this role');
		give('noor', null);
		setAside(1);
		expect(() => give('noor', id)).toThrow('set aside');
		expect(() => yard.call('petra', 'people.add-role', { name: 'Mine', rights: [] })).toThrow('may not');
	});
	it('the last owner keeps the owner’s own role', () => {
		const { id } = yard.call('imogen', 'people.add-role', { name: 'Half owner', rights: ['company.see'] });
		expect(() => give('imogen', id)).toThrow('last owner');
	});
});

describe('finding', () => {
	it('shows each role only what it may open', () => {
		const { jobId } = wonJob(yard, 'Lantern Hill roof');
		yard.bill('invoices.contract', { jobId, percent: 10_000 }, 'c@customer.example');
		const kinds = (role: 'owner' | 'estimator' | 'crew' | 'bookkeeper') =>
			new Set(findAnything(app, 'lantern', { role }).map((f) => f.kind));
		expect(kinds('owner')).toEqual(new Set(['customer', 'job', 'quote', 'invoice']));
		expect(kinds('estimator')).toEqual(new Set(['customer', 'job', 'quote']));
		expect(kinds('bookkeeper')).toEqual(new Set(['customer', 'job', 'invoice']));
		expect(kinds('crew')).toEqual(new Set());
	});
	it('finds by the beginnings of words, by numbers, and what was renamed under its new name', () => {
		const number = value<number>(app, "select number from jobs where name = 'Lantern Hill roof'");
		expect(findAnything(app, `${number}`, { role: 'owner' }).some((f) => f.kind === 'job')).toBe(true);
		expect(findAnything(app, 'lan hil', { role: 'owner' }).some((f) => f.kind === 'job')).toBe(true);
		yard.call('petra', 'jobs.change', {
			jobId: value<string>(app, "select id from jobs where name = 'Lantern Hill roof'"),
			name: 'Beacon roof'
		});
		expect(findAnything(app, 'beacon', { role: 'owner' }).some((f) => f.kind === 'job')).toBe(true);
		expect(findAnything(app, 'lantern', { role: 'owner' }).some((f) => f.kind === 'job' && f.label.includes('Lantern'))).toBe(false);
	});
	it('takes any signs for words, or for nothing', () => {
		for (const odd of ['', ' ', '"', "x' or 1", 'a*b', '(((', 'NOT', 'é', '💥', 'x'.repeat(5000)])
			expect(Array.isArray(findAnything(app, odd, { role: 'owner' }))).toBe(true);
	});
});

describe('a company', () => {
	it('is set up once and changed with its version', () => {
		expect(() => yard.given({ type: 'system' }, 'company.set-up', { name: 'Again' })).toThrow();
		const before = value<number>(app, 'select version from company');
		const change = (more: object) =>
			yard.call('imogen', 'company.change', {
				name: 'Pellgrave Roofing & Rainwater',
				mail: 'office@pellgrave.example',
				phone: '1',
				address: '',
				terms: 'Pay within fourteen days.',
				depositPercent: 2500,
				paymentDays: 14,
				quoteDays: 30,
				...more
			});
		change({ version: before });
		expect(() => change({ version: before })).toThrow('Somebody else');
		expect(() => change({ depositPercent: 10_001 })).toThrow();
		expect(() => change({ quoteDays: 0 })).toThrow();
		expect(() => yard.given('petra', 'company.change', {})).toThrow('may not');
		expect(count(app, 'select count(*) from company')).toBe(1);
	});
});
