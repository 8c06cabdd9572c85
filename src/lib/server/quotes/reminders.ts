import { Type } from '@sinclair/typebox';
import { and, eq, gte, inArray, sql } from 'drizzle-orm';
import { dueReminders, isQuiet, NO_REMINDERS } from '../../core/quotes';
import { formatCents } from '../../core/money';
import { longDay, wallTime } from '../../core/time';
import { Refusal } from '../../core/refusal';
import { defineCommand } from '../commands';
import { Id, strict } from '../commands/inputs';
import { company, jobs, quotes, reminders, revisions } from '../db/schema';
import { newId } from '../ids';
import { linkOf } from './links';

/**
 * Sends the reminders that are due, in one transaction with the note that they went out: however often it runs, and whenever it is
 * stopped, each goes out once. Nothing in the quiet hours; what is due then goes out after them.
 */
export const remindDue = defineCommand({
	name: 'quotes.remind-due',
	access: 'system',
	input: Type.Object({}, strict),
	run(ctx) {
		const own = ctx.get(company, 'company', 'The company');
		const rules = own.settings.reminders ?? NO_REMINDERS;
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
			ctx.mail({
				to: r.to,
				subject: last ? `Quote ${quote.number} is valid until ${longDay(r.validUntil)}` : `Your quote ${quote.number} from ${own.name}`,
				text: `${last ? `our quote over ${formatCents(r.total)} is valid until ${longDay(r.validUntil)}.` : `you have our quote over ${formatCents(r.total)}.`} You can read it, ask beside it, choose options and accept or decline it here:\n\n{link}\n\nIf you have decided otherwise, one word there is enough and we will not ask again.\n\n${own.name}, ${own.phone}`,
				linkId,
				about: `job:${quote.jobId}`
			});
			ctx.textMessage({
				to: r.to,
				text: `${own.name}: our quote ${quote.number} over ${formatCents(r.total)} is valid until ${longDay(r.validUntil)}. {link}`,
				linkId,
				about: `job:${quote.jobId}`
			});
			sent += 1;
		}
		if (sent) ctx.happened('company', `${sent} reminder${sent === 1 ? '' : 's'} of open quotes sent`, 'outbox');
		return { sent };
	}
});

/** Switches reminders off or on for one quote. */
export const quietQuote = defineCommand({
	name: 'quotes.quiet',
	access: 'quotes.issue',
	input: Type.Object({ revisionId: Id, quiet: Type.Boolean() }, strict),
	run(ctx, i) {
		const r = ctx.get(revisions, i.revisionId, 'This quote');
		if (r.state !== 'open') throw new Refusal(`This quote is ${r.state}: nobody is reminded of it.`);
		ctx.db.update(revisions).set({ quiet: i.quiet }).where(eq(revisions.id, r.id)).run();
		const quote = ctx.get(quotes, r.quoteId, 'This quote');
		ctx.get(jobs, quote.jobId, 'This job');
		ctx.happened(`job:${quote.jobId}`, i.quiet ? 'No reminders for this quote' : 'Reminders on again', 'today');
	}
});

const Days = (most: number) => Type.Array(Type.Integer({ minimum: 1, maximum: most }), { maxItems: 6, uniqueItems: true });
/** The company's rules for reminders. */
export const setReminders = defineCommand({
	name: 'company.reminders',
	access: 'company.change',
	input: Type.Object(
		{
			on: Type.Boolean(),
			afterIssue: Days(180),
			beforeExpiry: Days(60),
			quietFrom: Type.Integer({ minimum: 0, maximum: 23 }),
			quietTo: Type.Integer({ minimum: 0, maximum: 23 })
		},
		strict
	),
	run(ctx, i) {
		const now = ctx.get(company, 'company', 'The company');
		const text = JSON.stringify(i);
		if (text === JSON.stringify(now.settings.reminders)) return;
		ctx.update(company, 'company', { settings: { ...now.settings, reminders: i } });
		ctx.happened('company', i.on ? 'Reminders of quotes set' : 'Reminders of quotes switched off');
	}
});
