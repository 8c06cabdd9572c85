import { dayIn, languageOf, mailWords } from '../../core/words';
import { say } from '../../contract/refusals/quotes';
import * as contract from '../../contract/quotes/reminders';
import { and, eq, gte, inArray, sql } from 'drizzle-orm';
import { dueReminders, isQuiet } from '../../core/quotes';
import { moneyIn } from '../../core/money';
import { wallTime } from '../../core/time';
import { Refusal } from '../../core/refusal';
import { serve } from '../commands';
import { company } from '../company/schema';
import { quotes, reminders, revisions } from './schema';
import { jobs } from '../sales/schema';
import { newId } from '../ids';
import { linkOf } from '../links';

export const remindDue = serve(contract.remindDue, (ctx) => {
	const own = ctx.get(company, 'company', 'The company');
	const rules = own.settings.reminders;
	const here = wallTime(ctx.now, own.zone);
	if (!rules.on || isQuiet(Math.floor(here.minutes / 60), rules)) return { sent: 0 };
	// Only open ones that have not expired: a few of what was ever issued.
	const open = ctx.db
		.select({
			id: revisions.id,
			outAt: sql<number>`coalesce(${revisions.goesOutAt}, ${revisions.issuedAt})`,
			validUntil: revisions.validUntil,
			to: revisions.sentTo,
			total: revisions.total,
			header: revisions.header,
			quoteId: revisions.quoteId
		})
		.from(revisions)
		.where(and(eq(revisions.state, 'open'), eq(revisions.quiet, false), gte(revisions.validUntil, here.day)))
		.all()
		.filter((r) => r.to !== '');
	const done = new Map<string, string[]>();
	for (let i = 0; i < open.length; i += 500) {
		const ids = open.slice(i, i + 500).map((r) => r.id);
		for (const d of ctx.db.select().from(reminders).where(inArray(reminders.revisionId, ids)).all())
			done.set(d.revisionId, [...(done.get(d.revisionId) ?? []), d.rule]);
	}
	let sent = 0;
	for (const r of open) {
		const due = dueReminders(
			{ issuedOn: wallTime(r.outAt, own.zone).day, validUntil: r.validUntil, done: done.get(r.id) ?? [] },
			rules,
			here.day
		);
		const linkId = due.length ? linkOf(ctx.db, 'quote', r.id) : null;
		if (!linkId) continue;
		for (const rule of due) ctx.db.insert(reminders).values({ id: newId(), revisionId: r.id, rule, at: ctx.now }).run();
		const quote = ctx.get(quotes, r.quoteId, 'This quote');
		const last = due.at(-1)?.startsWith('expires') ?? false;
		const said = mailWords(languageOf(r.header.language)).quoteReminder({
			...{ last, number: quote.number, total: moneyIn(own.settings.currency)(r.total), company: own.name, phone: own.phone },
			until: dayIn(languageOf(r.header.language), r.validUntil)
		});
		const about = `job:${quote.jobId}`;
		ctx.mail({ to: r.to, subject: said.subject, text: said.text, linkId, about });
		ctx.textMessage({ to: r.to, text: said.message, linkId, about });
		sent += 1;
	}
	if (sent) ctx.happened('company', 'quotes.remind-due', { sent }, 'outbox');
	return { sent };
});

export const quietQuote = serve(contract.quietQuote, (ctx, i) => {
	const r = ctx.get(revisions, i.revisionId, 'This quote');
	if (r.state !== 'open') throw new Refusal(say('quote-nobody-reminded-of', { state: r.state }));
	ctx.db.update(revisions).set({ quiet: i.quiet }).where(eq(revisions.id, r.id)).run();
	const quote = ctx.get(quotes, r.quoteId, 'This quote');
	ctx.get(jobs, quote.jobId, 'This job');
	ctx.happened(`job:${quote.jobId}`, 'quotes.quiet', { quiet: i.quiet }, 'today');
});

export const setReminders = serve(contract.setReminders, (ctx, i) => {
	const now = ctx.get(company, 'company', 'The company');
	const text = JSON.stringify(i);
	if (text === JSON.stringify(now.settings.reminders)) return;
	ctx.update(company, 'company', { settings: { ...now.settings, reminders: i } });
	ctx.happened('company', 'company.reminders', { on: i.on });
});
