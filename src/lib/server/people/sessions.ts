import { say } from '../../contract/refusals/people';
import { and, desc, eq, gt } from 'drizzle-orm';
import { RateLimiterMemory } from 'rate-limiter-flexible';
import { Refusal } from '../../core/refusal';
import type { App } from '../app';
import { TooMany, type Actor } from '../commands';
import { people, roles, sessions } from './schema';
import { hashToken, newId, newToken } from '../ids';
import { live } from '../live';
import { rightsIn } from './roles';
import { passwordFits } from './passwords';

export const SESSION_COOKIE = 'ny_session';
const LIFE_MS = 30 * 24 * 3600 * 1000;
const SEEN_EVERY_MS = 60_000;

/** Sessions live by the machine's time, not by a clock that was fixed for a demonstration. */
const real = (): number => Date.now();

/** Said when one of us presses what only the customer may press. */
export const AS_STAFF = say('one-of-us');

const perAddress = new RateLimiterMemory({ points: 30, duration: 300 });
const perMail = new RateLimiterMemory({ points: 8, duration: 300 });
const resetsPerAddress = new RateLimiterMemory({ points: 20, duration: 3600 });
const resetsPerMail = new RateLimiterMemory({ points: 4, duration: 3600 });

/** @throws TooMany when new passwords are asked for too often, from one place or for one mail */
export async function limitResets(mail: string, address: string): Promise<void> {
	try {
		await Promise.all([resetsPerAddress.consume(address), resetsPerMail.consume(mail.trim().toLowerCase())]);
	} catch {
		throw new TooMany(say('asked-often-enough'));
	}
}

export const personOf = (app: App, id: string) =>
	app.db.orm
		.select({ id: people.id, name: people.name, mail: people.mail, active: people.active, language: people.language })
		.from(people)
		.where(eq(people.id, id))
		.get();

/** Whether somebody's own password is this. */
export async function isOwnPassword(app: App, personId: string, password: string): Promise<boolean> {
	return passwordFits(app.db.orm.select({ hash: people.passwordHash }).from(people).where(eq(people.id, personId)).get()?.hash, password);
}

/** Signs a person in. @returns the token for the cookie @throws Refusal for wrong or too many tries */
export async function signIn(app: App, mail: string, password: string, address: string, agent: string): Promise<string> {
	const key = mail.trim().toLowerCase();
	try {
		await Promise.all([perAddress.consume(address), perMail.consume(key)]);
	} catch {
		throw new Refusal(say('too-many-tries'));
	}
	const person = app.db.orm.select().from(people).where(eq(people.mail, key)).get();
	const ok = await passwordFits(person?.active ? person.passwordHash : undefined, password);
	if (!ok || !person) throw new Refusal(say('mail-and-password-do-not-belong'));
	await perMail.delete(key);
	// Who gets in has not tried in vain: a whole office begins its morning behind one address.
	await perAddress.reward(address);
	const token = newToken();
	app.db.orm
		.insert(sessions)
		.values({
			id: newId(),
			tokenHash: hashToken(token),
			personId: person.id,
			createdAt: real(),
			seenAt: real(),
			expiresAt: real() + LIFE_MS,
			agent: agent.slice(0, 200)
		})
		.run();
	return token;
}

export interface Signed {
	sessionId: string;
	personId: string;
	actor: Extract<Actor, { type: 'person' }>;
	language: string;
}

/** The person behind a session token, or null. */
export function sessionOf(app: App, token: string | undefined): Signed | null {
	if (!token) return null;
	const found = app.db.orm
		.select({ s: sessions, p: people, role: roles })
		.from(sessions)
		.innerJoin(people, eq(people.id, sessions.personId))
		.leftJoin(roles, eq(roles.id, people.roleId))
		.where(and(eq(sessions.tokenHash, hashToken(token)), gt(sessions.expiresAt, real())))
		.get();
	if (!found?.p.active) return null;
	if (real() - found.s.seenAt > SEEN_EVERY_MS) app.db.orm.update(sessions).set({ seenAt: real() }).where(eq(sessions.id, found.s.id)).run();
	return {
		sessionId: found.s.id,
		personId: found.p.id,
		language: found.p.language,
		actor: {
			type: 'person',
			id: found.p.id,
			name: found.p.name,
			role: found.p.role,
			rights: rightsIn(found.role),
			scope: found.p.scope,
			branchId: found.p.branchId
		}
	};
}

/** Ends one session of a person, one's own, with the streams that it has open. */
export function endSession(app: App, sessionId: string, personId: string): void {
	app.db.orm
		.delete(sessions)
		.where(and(eq(sessions.id, sessionId), eq(sessions.personId, personId)))
		.run();
	live.closeOf((of) => of.sessionId === sessionId && of.personId === personId);
}

export const sessionsOf = (app: App, personId: string) =>
	app.db.orm
		.select({ id: sessions.id, createdAt: sessions.createdAt, seenAt: sessions.seenAt, agent: sessions.agent })
		.from(sessions)
		.where(and(eq(sessions.personId, personId), gt(sessions.expiresAt, real())))
		.orderBy(desc(sessions.seenAt))
		.all();

/** How somebody stands on the quotes they issue. */
export const ownIntroduction = (app: App, personId: string) =>
	app.db.orm
		.select({ title: people.title, pictureId: people.pictureId, signature: people.signature })
		.from(people)
		.where(eq(people.id, personId))
		.get() ?? { title: '', pictureId: '', signature: '' };
