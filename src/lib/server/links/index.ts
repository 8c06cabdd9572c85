import { and, desc, eq, sql } from 'drizzle-orm';
import { may, type Holder } from '../../core/access';
import type { Db, Orm } from '../db';
import type { Clock } from '../clock';
import type { Settings } from '../settings';
import type { Actor, Context, LinkKind } from '../commands';
import { links } from './schema';
import { hashToken, linkToken, newId, newToken } from '../ids';
import { SENDS } from '../../contract/links/links';

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

/**
 * A new link for a quote or an invoice, or for choosing a password. Only the token's hash is stored.
 * @param lastsMs how long it opens anything; absent: until it is ended
 */
export function makeLink(ctx: Context, kind: LinkKind, subjectId: string, lastsMs?: number): string {
	const [id = ''] = makeLinks(ctx, kind, [subjectId], lastsMs);
	return id;
}

/** The same for many records, in their order. */
export function makeLinks(ctx: Context, kind: LinkKind, subjectIds: readonly string[], lastsMs?: number): string[] {
	const rows = subjectIds.map((subjectId) => {
		const nonce = newToken();
		return {
			...{ id: newId(), kind, subjectId, nonce, tokenHash: hashToken(linkToken(secretOf(), nonce)), createdAt: ctx.now },
			expiresAt: lastsMs === undefined ? null : ctx.now + lastsMs
		};
	});
	ctx.insertRecorded(links, rows);
	return rows.map((r) => r.id);
}

const PAGE_OF: Record<LinkKind, string> = {
	quote: 'q',
	invoice: 'i',
	password: 'password',
	firm: 's',
	calendar: 'calendar',
	document: 'd',
	visits: 'v'
};

/** The address of a link, for mails and for the outbox. */
export function linkUrl(app: Host, linkId: string): string | null {
	const asked = app.db.orm.select().from(links).where(eq(links.id, linkId)).get();
	// A letter that goes out after its link was renewed carries the new one.
	const newer = asked?.revoked && asked.kind !== 'password' ? linkOf(app.db.orm, asked.kind, asked.subjectId) : null;
	const link = newer ? app.db.orm.select().from(links).where(eq(links.id, newer)).get() : asked;
	return link ? `${app.settings.origin}/${PAGE_OF[link.kind]}/${linkToken(secretOf(), link.nonce)}` : null;
}

/** The newest link to a record that has not been ended, for letters about it; null when it has none. */
export const linkOf = (db: Orm, kind: Exclude<LinkKind, 'password'>, subjectId: string): string | null =>
	db
		.select({ id: links.id })
		.from(links)
		.where(and(eq(links.kind, kind), eq(links.subjectId, subjectId), eq(links.revoked, false)))
		.orderBy(desc(links.createdAt), sql`rowid desc`)
		.limit(1)
		.get()?.id ?? null;

/** Who may send a link may read it; to others of us it is as closed as to strangers: with it, an answer is given in the customer's name. */
export const maySend = (who: Holder, kind: LinkKind): boolean => may(who, SENDS[kind]);

/** Ends every link to a record: whoever has one sees nothing any more. */
export const endLinks = (ctx: Context, kind: LinkKind, subjectId: string) =>
	ctx.db
		.update(links)
		.set({ revoked: true })
		.where(and(eq(links.kind, kind), eq(links.subjectId, subjectId)))
		.run();

/**
 * Ends the link that went to the wrong person, and where it is wanted makes another: letters about it carry the new one from then on.
 * @param about the job it belongs to, and what it is called
 */
export function renewLink(
	ctx: Context,
	kind: 'quote' | 'invoice',
	i: { subjectId: string; renew: boolean },
	about: { jobId: string; what: string }
): { linkId: string | null } {
	endLinks(ctx, kind, i.subjectId);
	const linkId = i.renew ? makeLink(ctx, kind, i.subjectId) : null;
	ctx.happened(`job:${about.jobId}`, 'links.renewed', { what: about.what, renew: i.renew }, 'invoices', `${kind}:${i.subjectId}`);
	return { linkId };
}

/** The address of the newest link to a record. */
export function linkFor(app: Host, kind: Exclude<LinkKind, 'password'>, subjectId: string): string | null {
	const id = linkOf(app.db.orm, kind, subjectId);
	return id ? linkUrl(app, id) : null;
}

/** Who holds this token, or null for one that is unknown, ended or over. Looked up by its hash only. */
export function linkActor(app: Host & { clock: Clock }, kind: LinkKind, token: string): Extract<Actor, { type: 'link' }> | null {
	if (!/^[\w-]{43}$/.test(token)) return null;
	const link = app.db.orm
		.select()
		.from(links)
		.where(eq(links.tokenHash, hashToken(token)))
		.get();
	if (!link || link.revoked || link.kind !== kind || (link.expiresAt !== null && link.expiresAt < app.clock.now())) return null;
	return { type: 'link', linkId: link.id, kind, subjectId: link.subjectId };
}
