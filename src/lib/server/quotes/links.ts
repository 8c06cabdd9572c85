import { and, eq, inArray } from 'drizzle-orm';
import type { Db, Orm } from '../db/open';
import type { Settings } from '../settings';
import type { Actor, Context } from '../commands';
import { links, revisions } from '../db/schema';
import { hashToken, linkToken, newId, newToken } from '../ids';

/** What this room needs of the application. */
interface Host {
	db: Db;
	settings: Pick<Settings, 'origin'>;
}

let secretOf: () => Buffer = () => {
	throw new Error('The server’s secret is not set.');
};
/** Gives this room the server's secret; called once when the application opens. */
export function useSecret(secret: () => Buffer): void {
	secretOf = secret;
}

/** A new link for a quote or an invoice. Only the token's hash is stored. */
export function makeLink(ctx: Context, kind: 'quote' | 'invoice', subjectId: string): string {
	const nonce = newToken();
	const id = newId();
	ctx.db
		.insert(links)
		.values({ id, kind, subjectId, nonce, tokenHash: hashToken(linkToken(secretOf(), nonce)), createdAt: ctx.now })
		.run();
	return id;
}

/** The address of a link, for mails and for the outbox. */
export function linkUrl(app: Host, linkId: string): string | null {
	const link = app.db.orm.select().from(links).where(eq(links.id, linkId)).get();
	return link ? `${app.settings.origin}/${link.kind === 'quote' ? 'q' : 'i'}/${linkToken(secretOf(), link.nonce)}` : null;
}

/** The link of a revision, for letters about it; null when it has none. */
export const linkOfRevision = (db: Orm, revisionId: string): string | null =>
	db
		.select({ id: links.id })
		.from(links)
		.where(and(eq(links.kind, 'quote'), eq(links.subjectId, revisionId)))
		.get()?.id ?? null;

/** Whether what a link leads to is still offered: a quote that was withdrawn or replaced is not. */
export const isOffered = (db: Orm, linkId: string): boolean =>
	db
		.select({ id: revisions.id })
		.from(links)
		.innerJoin(revisions, eq(revisions.id, links.subjectId))
		.where(and(eq(links.id, linkId), inArray(revisions.state, ['withdrawn', 'replaced'])))
		.get() === undefined;

/** The address of the newest link to a record. */
export function linkFor(app: Host, kind: 'quote' | 'invoice', subjectId: string): string | null {
	const link = app.db.orm
		.select()
		.from(links)
		.where(and(eq(links.kind, kind), eq(links.subjectId, subjectId)))
		.get();
	return link ? linkUrl(app, link.id) : null;
}

/** Who holds this token, or null for one that is unknown or revoked. Looked up by its hash only. */
export function linkActor(app: Host, kind: 'quote' | 'invoice', token: string): Extract<Actor, { type: 'link' }> | null {
	if (!/^[\w-]{43}$/.test(token)) return null;
	const link = app.db.orm
		.select()
		.from(links)
		.where(eq(links.tokenHash, hashToken(token)))
		.get();
	if (!link || link.revoked || link.kind !== kind) return null;
	return { type: 'link', linkId: link.id, kind, subjectId: link.subjectId };
}
