import { say } from '../../contract/refusals/sales';
import * as contract from '../../contract/sales/lead-mail';
import { eq } from 'drizzle-orm';
import { convert } from 'html-to-text';
import PostalMime from 'postal-mime';
import { isAutomatic, readLeadMail, type LeadMail } from '../../core/formats';
import { Refusal } from '../../core/refusal';
import type { App } from '../app';
import { serve } from '../commands';
import { company } from '../company/schema';
import { leads } from './schema';
import { hashOf, newId } from '../ids';

/** A mail larger than this is not read: what is wanted fits a letter, pictures are taken on the walk-through. */
export const LARGEST_MAIL = 10 * 1024 * 1024;

export const receiveMail = serve(contract.receiveMail, (ctx, i) => {
	const known = i.messageId ? ctx.db.select({ id: leads.id }).from(leads).where(eq(leads.messageId, i.messageId)).get() : undefined;
	if (known) return { id: known.id, taken: false };
	const lead = ctx.insert(leads, { id: newId(), receivedAt: ctx.now, via: 'mail', ...i });
	ctx.happened(`lead:${lead.id}`, 'leads.receive-mail', { name: i.name }, 'leads', 'today');
	return { id: lead.id, taken: true };
});

/** Reads a mail file. @throws Refusal in words: too large, not a mail, without a sender */
export async function parseMail(bytes: Uint8Array): Promise<LeadMail> {
	if (bytes.length > LARGEST_MAIL) throw new Refusal(say('mail-has-mb', { bytes: Math.round(bytes.length / 1024 / 1024) }), 'file');
	const mail = await PostalMime.parse(bytes).catch(() => null);
	const address = mail?.replyTo?.[0]?.address ?? mail?.from?.address ?? '';
	if (!mail || !address.includes('@')) throw new Refusal(say('file-not-mail'), 'file');
	const plain = mail.text ?? convert(mail.html ?? '', { wordwrap: false, limits: { maxInputLength: 500_000 } });
	return {
		from: { name: mail.from?.name ?? '', address },
		subject: mail.subject ?? '',
		text: plain.slice(0, 100_000),
		headers: Object.fromEntries(mail.headers.map((h) => [h.key, h.value])),
		// One without an id is known by what it says, so that it is taken once too.
		messageId: (mail.messageId ?? hashOf(Buffer.from(bytes).toString('latin1'))).slice(0, 400)
	};
}

type Actor = Parameters<App['run']>[2];
type Answers = (app: App, mail: LeadMail, actor: Actor) => { id: string; taken: boolean } | null;
const answers: Answers[] = [];
/** Says who else takes mails: rooms above know which one answers a letter of ours. The first that takes it keeps it from being a request. */
export const answersMail = (takes: Answers): void => void answers.push(takes);

/** Takes a mail: an answer goes where it belongs, all else is a lead. @returns null for one that a program wrote: it makes no lead and gets no answer, so that no loop begins */
export async function takeMail(app: App, bytes: Uint8Array, actor: Actor): Promise<{ id: string; taken: boolean } | null> {
	const mail = await parseMail(bytes);
	const own = app.db.orm.select({ mail: company.mail }).from(company).get()?.mail ?? '';
	if (isAutomatic(mail, [own])) return null;
	for (const takes of answers) {
		const taken = takes(app, mail, actor);
		if (taken !== null) return taken;
	}
	return app.run(receiveMail, { ...readLeadMail(mail), messageId: mail.messageId }, actor);
}
