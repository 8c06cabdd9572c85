import * as contract from '../../contract/outbox/outbox';
import { and, asc, eq, lte } from 'drizzle-orm';
import type { App } from '../app';
import { Refusal, type Said } from '../../core/refusal';
import { serve, type Context } from '../commands';
import { company } from '../company/schema';
import { outbox } from './schema';
import { live } from '../live';
import { log } from '../log';
import { linkUrl } from '../links';

const TRIES = 5;

/** The text of a letter as it goes out: with the customer's link in it. */
/** The Message-ID of a letter, by what it is kept under. */
export const messageIdOf = (outboxId: string, from: string): string => `<${outboxId}@${from.split('@')[1] || 'localhost'}>`;

export function letterText(app: App, row: { text: string; linkId: string | null }): string {
	return row.text.replaceAll('{link}', (row.linkId && linkUrl(app, row.linkId)) ?? '');
}

/** What the outbox says of a letter whose answer was not heard the first time: a real mailbox may have it twice. */
const UNCERTAIN = '; handed over before without an answer, so it may have come twice';

/**
 * Sends what is due. A letter is marked as handed over before it goes and as sent before the next is taken: a restart sends nothing twice but the one
 * in flight, which keeps its name and is said to be uncertain.
 */
export async function sendDue(app: App): Promise<number> {
	const own = app.db.orm.select({ mail: company.mail, name: company.name }).from(company).get();
	let sent = 0;
	for (;;) {
		const row = app.db.orm
			.select()
			.from(outbox)
			.where(and(eq(outbox.state, 'queued'), lte(outbox.dueAt, app.clock.now())))
			.orderBy(asc(outbox.dueAt))
			.limit(1)
			.get();
		if (!row) return sent;
		app.db.orm.update(outbox).set({ handedAt: app.clock.now() }).where(eq(outbox.id, row.id)).run();
		try {
			const text = letterText(app, row);
			const message =
				row.channel === 'text'
					? await app.texts.send({ from: own?.name ?? '', to: row.to, text, id: row.id })
					: await app.mail.send({
							...{ from: own?.mail || 'office@localhost', to: row.to, subject: row.subject, text },
							messageId: messageIdOf(row.id, own?.mail ?? '')
						});
			app.db.orm
				.update(outbox)
				.set({
					state: 'sent',
					sentAt: app.clock.now(),
					attempts: row.attempts + 1,
					message: `${message}${row.handedAt === null ? '' : UNCERTAIN}`
				})
				.where(eq(outbox.id, row.id))
				.run();
			sent += 1;
		} catch (e) {
			const attempts = row.attempts + 1;
			log.warn({ attempts, channel: row.channel }, 'not delivered');
			app.db.orm
				.update(outbox)
				.set({
					state: attempts >= TRIES || /^5\d\d/.test((e as Error).message) ? 'failed' : 'queued',
					attempts,
					// It was answered: what comes is the next try.
					handedAt: null,
					message: (e as Error).message.slice(0, 300),
					dueAt: app.clock.now() + 60_000 * 2 ** attempts
				})
				.where(eq(outbox.id, row.id))
				.run();
		}
		live.publish(['outbox']);
	}
}

const HINDRANCES: ((db: Context['db'], linkId: string) => Said | null)[] = [];
/** Says why a letter with a link stays here: the room whose records the link leads to knows whether they are still offered. */
export const stays = (why: (db: Context['db'], linkId: string) => Said | null): unknown => HINDRANCES.push(why);

export const resendMail = serve(contract.resendMail, (ctx, i) => {
	const row = ctx.get(outbox, i.mailId, 'This mail');
	const { linkId } = row;
	const why = linkId === null ? null : HINDRANCES.map((w) => w(ctx.db, linkId)).find((w) => w !== null);
	if (why) throw new Refusal(why);
	ctx.update(outbox, row.id, { state: 'queued', attempts: 0, dueAt: ctx.now });
	ctx.happened(`mail:${row.id}`, 'outbox.resend', { subject: row.subject }, 'outbox');
});
