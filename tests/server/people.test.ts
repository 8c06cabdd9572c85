import { beforeAll, describe, expect, it } from 'vitest';
import type { App } from '$lib/server/app';
import { endSession, sessionOf, sessionsOf, signIn } from '$lib/server/people/sessions';
import { findAnything } from '$lib/server/screens/search';
import type { Yard } from '../../src/demo/yard';
import { count, freshYard, value, wonJob } from './yard';

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
		yard.call('imogen', 'people.change', { personId: 'hattie', role: 'crew', crewId: 'gutter', active: false, version });
		expect(sessionOf(app, token)).toBeNull();
		await expect(enter('hattie@pellgrave.example')).rejects.toThrow('do not belong together');
	});
	it('never leaves the company without an owner', () => {
		const change = (more: object) =>
			yard.call('imogen', 'people.change', { personId: 'imogen', role: 'owner', crewId: null, active: true, ...more });
		expect(() => change({ role: 'crew' })).toThrow('last owner');
		expect(() => change({ active: false })).toThrow('last owner');
		expect(value(app, "select role from people where id = 'imogen'")).toBe('owner');
	});
});

describe('finding', () => {
	it('shows each role only what it may open', () => {
		const { jobId } = wonJob(yard, 'Lantern Hill roof');
		yard.bill('invoices.contract', { jobId, percent: '100%' }, 'c@customer.example');
		const kinds = (role: 'owner' | 'estimator' | 'crew' | 'bookkeeper') => new Set(findAnything(app, 'lantern', role).map((f) => f.kind));
		expect(kinds('owner')).toEqual(new Set(['customer', 'job', 'quote', 'invoice']));
		expect(kinds('estimator')).toEqual(new Set(['customer', 'job', 'quote']));
		expect(kinds('bookkeeper')).toEqual(new Set(['customer', 'job', 'invoice']));
		expect(kinds('crew')).toEqual(new Set());
	});
	it('finds by the beginnings of words, by numbers, and what was renamed under its new name', () => {
		const number = value<number>(app, "select number from jobs where name = 'Lantern Hill roof'");
		expect(findAnything(app, `${number}`, 'owner').some((f) => f.kind === 'job')).toBe(true);
		expect(findAnything(app, 'lan hil', 'owner').some((f) => f.kind === 'job')).toBe(true);
		yard.call('petra', 'jobs.change', {
			jobId: value<string>(app, "select id from jobs where name = 'Lantern Hill roof'"),
			name: 'Beacon roof'
		});
		expect(findAnything(app, 'beacon', 'owner').some((f) => f.kind === 'job')).toBe(true);
		expect(findAnything(app, 'lantern', 'owner').some((f) => f.kind === 'job' && f.label.includes('Lantern'))).toBe(false);
	});
	it('takes any signs for words, or for nothing', () => {
		for (const odd of ['', ' ', '"', "x' or 1", 'a*b', '(((', 'NOT', 'é', '💥', 'x'.repeat(5000)])
			expect(Array.isArray(findAnything(app, odd, 'owner'))).toBe(true);
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
