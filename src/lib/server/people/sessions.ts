import { and, desc, eq, gt } from 'drizzle-orm';
import { RateLimiterMemory } from 'rate-limiter-flexible';
import { Refusal } from '../../core/refusal';
import type { App } from '../app';
import type { Actor } from '../commands';
import { people, sessions } from '../db/schema';
import { hashToken, newId, newToken } from '../ids';
import { checkPassword } from './passwords';

export const SESSION_COOKIE = 'ny_session';
const LIFE_MS = 30 * 24 * 3600 * 1000;
const SEEN_EVERY_MS = 60_000;

/** Sessions live by the machine's time, not by a clock that was fixed for a demonstration. */
const real = (): number => Date.now();

const perAddress = new RateLimiterMemory({ points: 30, duration: 300 });
const perMail = new RateLimiterMemory({ points: 8, duration: 300 });

/** Signs a person in. @returns the token for the cookie @throws Refusal for wrong or too many tries */
export async function signIn(app: App, mail: string, password: string, address: string, agent: string): Promise<string> {
	const key = mail.trim().toLowerCase();
	try {
		await Promise.all([perAddress.consume(address), perMail.consume(key)]);
	} catch {
		throw new Refusal('Too many tries. Wait five minutes and try again.');
	}
	const person = app.db.orm.select().from(people).where(eq(people.mail, key)).get();
	const ok = await checkPassword(person?.active ? person.passwordHash : undefined, password);
	if (!ok || !person) throw new Refusal('Mail and password do not belong together.');
	await perMail.delete(key);
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
		.select({ s: sessions, p: people })
		.from(sessions)
		.innerJoin(people, eq(people.id, sessions.personId))
		.where(and(eq(sessions.tokenHash, hashToken(token)), gt(sessions.expiresAt, real())))
		.get();
	if (!found?.p.active) return null;
	if (real() - found.s.seenAt > SEEN_EVERY_MS) app.db.orm.update(sessions).set({ seenAt: real() }).where(eq(sessions.id, found.s.id)).run();
	return {
		sessionId: found.s.id,
		personId: found.p.id,
		language: found.p.language,
		actor: { type: 'person', id: found.p.id, name: found.p.name, role: found.p.role }
	};
}

/** Ends one session of a person; only one's own, or any for whoever may change people. */
export function endSession(app: App, sessionId: string, personId: string | null): void {
	app.db.orm
		.delete(sessions)
		.where(personId ? and(eq(sessions.id, sessionId), eq(sessions.personId, personId)) : eq(sessions.id, sessionId))
		.run();
}

export const sessionsOf = (app: App, personId: string) =>
	app.db.orm
		.select({ id: sessions.id, createdAt: sessions.createdAt, seenAt: sessions.seenAt, agent: sessions.agent })
		.from(sessions)
		.where(and(eq(sessions.personId, personId), gt(sessions.expiresAt, real())))
		.orderBy(desc(sessions.seenAt))
		.all();
