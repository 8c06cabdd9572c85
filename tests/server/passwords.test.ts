import { beforeAll, describe, expect, it } from 'vitest';
import { instantOf } from '$lib/core/time';
import type { App } from '$lib/server/app';
import { letters } from '$lib/server/company/queries';
import { live } from '$lib/server/live';
import { checkNewPassword, hashPassword } from '$lib/server/people/passwords';
import { isOwnPassword, sessionOf, signIn } from '$lib/server/people/sessions';
import { linkActor } from '$lib/server/links';
import type { DemoClock, Yard } from '../../src/demo/yard';
import { count, freshYard, refused, value } from './yard';

let yard: Yard;
let app: App;
let clock: DemoClock;
beforeAll(async () => {
	({ yard, app, clock } = await freshYard());
});
let addresses = 0;
const enter = (mail: string, password: string) => signIn(app, mail, password, `198.51.100.${addresses++}`, 'a browser');
/** The way to choose a password in the newest mail to somebody. */
const wayOf = (mail: string): string =>
	/\/password\/([\w-]{43})/.exec(letters(app, { role: 'owner' }).find((m) => m.to === mail)?.text ?? '')?.[1] ?? '';
const choose = async (token: string, password: string) => {
	const actor = linkActor(app, 'password', token);
	if (!actor) throw new Error('This way is over.');
	return yard.call(actor, 'people.choose-password', { passwordHash: await hashPassword(password) });
};
const asStranger = (mail: string) => yard.call({ type: 'public', address: `198.51.100.${addresses++}` }, 'people.request-reset', { mail });

describe('an invitation', () => {
	it('is by mail; the password is chosen by the person alone, once, within a week', async () => {
		const person = {
			name: 'Wren Oakes',
			mail: 'wren@pellgrave.example',
			role: 'crew',
			roleId: null,
			crewId: null,
			language: 'en',
			sheetId: null
		};
		const { id } = yard.given('imogen', 'people.invite', person);
		await expect(enter(person.mail, '')).rejects.toThrow('do not belong together');
		await expect(enter(person.mail, 'none')).rejects.toThrow('do not belong together');
		const way = wayOf(person.mail);
		await choose(way, 'three gulls on a roof');
		expect(sessionOf(app, await enter(person.mail, 'three gulls on a roof'))).toMatchObject({ personId: id });
		await expect(choose(way, 'another one entirely')).rejects.toThrow('over');
		expect(JSON.stringify(app.db.sqlite.prepare('select * from history').all())).not.toMatch(/three gulls|argon2/);
	});
	it('that is sent again ends the one before, and all are over after a week', () => {
		const person = {
			name: 'Lark',
			mail: 'lark@pellgrave.example',
			role: 'crew',
			roleId: null,
			crewId: null,
			language: 'es',
			sheetId: null
		};
		const { id } = yard.given('imogen', 'people.invite', person);
		const first = wayOf(person.mail);
		clock.at += 1000;
		yard.call('imogen', 'people.invite-again', { personId: id });
		const second = wayOf(person.mail);
		expect(second).not.toBe(first);
		expect(linkActor(app, 'password', first)).toBeNull();
		expect(linkActor(app, 'password', second)?.subjectId).toBe(id);
		clock.at += 7 * 86_400_000 + 1;
		expect(linkActor(app, 'password', second)).toBeNull();
		clock.at = instantOf('2027-04-14', '09:20', 'America/New_York');
	});
});

describe('a reset', () => {
	it('tells strangers nothing: the answer is the same, and only a known mail gets a letter', () => {
		const before = count(app, 'select count(*) from outbox');
		expect(asStranger('nobody@pellgrave.example')).toEqual(asStranger('petra@pellgrave.example'));
		expect(count(app, 'select count(*) from outbox')).toBe(before + 1);
	});
	it('ends every session, and is used once within an hour', async () => {
		const token = await enter('petra@pellgrave.example', 'nickel-yard');
		asStranger('Petra@pellgrave.example');
		const way = wayOf('petra@pellgrave.example');
		await choose(way, 'a crane in the morning');
		expect(sessionOf(app, token)).toBeNull();
		await expect(enter('petra@pellgrave.example', 'nickel-yard')).rejects.toThrow();
		await expect(choose(way, 'twice is not possible')).rejects.toThrow('over');
		asStranger('petra@pellgrave.example');
		const late = wayOf('petra@pellgrave.example');
		clock.at += 3_600_001;
		expect(linkActor(app, 'password', late)).toBeNull();
	});
	it('is read by nobody else of us: not in the outbox, not by its way of another person', () => {
		asStranger('imogen@pellgrave.example');
		const textFor = (role: 'office' | 'bookkeeper') => letters(app, { role: role }).find((m) => m.to === 'imogen@pellgrave.example')!.text;
		for (const role of ['office', 'bookkeeper'] as const) expect(textFor(role)).not.toContain('/password/');
	});
});

describe('one’s own password', () => {
	it('is changed with the old one; the session it is changed in stays, all others end', async () => {
		const [here, there] = [
			await enter('bastian@pellgrave.example', 'nickel-yard'),
			await enter('bastian@pellgrave.example', 'nickel-yard')
		];
		expect(await isOwnPassword(app, 'bastian', 'wrong')).toBe(false);
		expect(await isOwnPassword(app, 'bastian', 'nickel-yard')).toBe(true);
		const sessionId = sessionOf(app, here)!.sessionId;
		yard.call('bastian', 'people.change-own-password', { passwordHash: await hashPassword('slate before copper'), sessionId });
		expect(sessionOf(app, here)).not.toBeNull();
		expect(sessionOf(app, there)).toBeNull();
	});
	it('is refused when it stands on the shipped list of common ones', () => {
		const person = { name: 'Imogen Tarrant', mail: 'imogen@pellgrave.example' };
		for (const common of ['1234567890', 'Password123', 'qwertyuiop', 'iloveyou123'])
			expect(refused(() => checkNewPassword(common, person))).toEqual(['password', expect.stringContaining('Choose another')]);
		expect(refused(() => checkNewPassword('three gulls on a roof', person))[1]).toBe('taken');
	});
});

describe('access that ends', () => {
	it('ends sessions, open streams and ways to a password at once', async () => {
		const token = await enter('noor@pellgrave.example', 'nickel-yard');
		const { sessionId } = sessionOf(app, token)!;
		let [hers, others] = [0, 0];
		live.onClose({ personId: 'noor', sessionId }, () => (hers += 1));
		live.onClose({ personId: 'ravi', sessionId: 'r' }, () => (others += 1));
		asStranger('noor@pellgrave.example');
		const way = wayOf('noor@pellgrave.example');
		yard.call('imogen', 'people.change', { personId: 'noor', role: 'crew lead', roleId: null, crewId: 'gutter', active: false });
		expect([hers, others]).toEqual([1, 0]);
		expect(sessionOf(app, token)).toBeNull();
		expect(linkActor(app, 'password', way)).toBeNull();
		expect(refused(() => yard.call('imogen', 'people.invite-again', { personId: 'noor' }))[1]).toContain('no access');
		yard.call('imogen', 'people.end-sessions', { personId: 'ravi' });
		expect(others).toBe(1);
		expect(value(app, "select active from people where id = 'noor'")).toBe(0);
	});
});
