import { and, asc, desc, eq, inArray, isNull, notInArray } from 'drizzle-orm';
import { say } from '../../contract/refusals/work';
import * as contract from '../../contract/work/job-mail';
import { answeredBy, numbersIn, ownWords, type LeadMail } from '../../core/formats';
import { readRecipients } from '../../core/quotes';
import { Refusal } from '../../core/refusal';
import type { JobMail } from '../../core/work';
import type { App } from '../app';
import { serve } from '../commands';
import type { Orm } from '../db';
import { newId } from '../ids';
import { outbox } from '../outbox/schema';
import { people } from '../people/schema';
import { quotes } from '../quotes/schema';
import { answersMail, contactsOf } from '../sales';
import { customers, jobContacts, jobs } from '../sales/schema';
import { jobMails } from './schema';

export const receiveJobMail = serve(contract.receiveJobMail, (ctx, i) => {
	const known = ctx.db.select({ id: jobMails.id }).from(jobMails).where(eq(jobMails.messageId, i.messageId)).get();
	if (known) return { id: known.id, taken: false };
	const job = ctx.get(jobs, i.jobId, 'This job');
	const mail = ctx.insert(jobMails, { id: newId(), at: ctx.now, ...i });
	ctx.happened(`job:${job.id}`, 'work.receive-mail', { from: i.fromName || i.fromMail, subject: i.subject }, 'today');
	return { id: mail.id, taken: true };
});

export const writeCustomer = serve(contract.writeCustomer, (ctx, i) => {
	const job = ctx.get(jobs, i.jobId, 'This job');
	const to = readRecipients(i.to);
	if (to.length === 0) throw new Refusal(say('say-whom-it-goes-to'), 'to');
	const subject = i.subject.trim() || job.name;
	ctx.mail({ to: to.join(', '), subject, text: i.text.trim(), about: `job:${job.id}` });
	ctx.happened(`job:${job.id}`, 'work.write-customer', { to: to.join(', '), subject });
});

export const readJobMails = serve(contract.readJobMails, (ctx, i) => {
	const job = ctx.get(jobs, i.jobId, 'This job');
	const open = ctx.db
		.select({ id: jobMails.id })
		.from(jobMails)
		.where(and(eq(jobMails.jobId, job.id), isNull(jobMails.readAt)))
		.all();
	if (open.length === 0) return;
	for (const m of open) ctx.update(jobMails, m.id, { readAt: ctx.now, readBy: ctx.who.name });
	ctx.happened(`job:${job.id}`, 'work.read-mails', { n: open.length }, 'today');
});

/** The job that a letter of ours was about, by the id it was kept under. */
function jobOfLetter(db: Orm, messageIds: readonly string[]): string | null {
	const ids = messageIds.map((m) => m.split('@')[0] ?? '').filter(Boolean);
	if (ids.length === 0) return null;
	const about = new Map(
		db
			.select({ id: outbox.id, about: outbox.about })
			.from(outbox)
			.where(inArray(outbox.id, ids.slice(0, 50)))
			.all()
			.map((o) => [o.id, o.about])
	);
	const found = ids.map((id) => about.get(id) ?? '').find((a) => a.startsWith('job:'));
	return found?.slice('job:'.length) ?? null;
}

/** Jobs whose number, or the number of whose quote, a subject names. */
function jobsNumbered(db: Orm, subject: string): { id: string; customerId: string }[] {
	const named = numbersIn(subject);
	const pick = { id: jobs.id, customerId: jobs.customerId };
	return [
		...(named.jobs.length ? db.select(pick).from(jobs).where(inArray(jobs.number, named.jobs)).all() : []),
		...(named.quotes.length
			? db.select(pick).from(jobs).innerJoin(quotes, eq(quotes.jobId, jobs.id)).where(inArray(quotes.number, named.quotes)).all()
			: [])
	];
}

/** Whether an address is one of a job: its customer’s, a contact’s there or on the site. Anybody can write a number into a subject. */
function writesFor(app: App, address: string, job: { id: string; customerId: string }): boolean {
	const db = app.db.orm;
	const known = [
		...db.select({ mail: customers.mail }).from(customers).where(eq(customers.id, job.customerId)).all(),
		...contactsOf(db, job.customerId),
		...db.select({ mail: jobContacts.mail }).from(jobContacts).where(eq(jobContacts.jobId, job.id)).all()
	];
	return known.some((k) => k.mail !== '' && k.mail.toLowerCase() === address.toLowerCase());
}

/** The job a mail is about: it answers a letter of ours, or names a number and comes from somebody of that job. Null: it is about none. */
export function jobOfMail(app: App, mail: LeadMail): string | null {
	const db = app.db.orm;
	const answered = jobOfLetter(db, answeredBy(mail.headers));
	if (answered !== null && db.select({ id: jobs.id }).from(jobs).where(eq(jobs.id, answered)).get()) return answered;
	return jobsNumbered(db, mail.subject).find((job) => writesFor(app, mail.from.address, job))?.id ?? null;
}

answersMail((app, mail, actor) => {
	const jobId = jobOfMail(app, mail);
	if (jobId === null) return null;
	return app.run(
		receiveJobMail,
		{
			jobId,
			...{ fromName: mail.from.name.slice(0, 200), fromMail: mail.from.address.slice(0, 200), subject: mail.subject.slice(0, 400) },
			text: (ownWords(mail.text) || mail.text).slice(0, 20_000),
			messageId: mail.messageId
		},
		actor
	);
});

/**
 * What was written to customers about a job and what they answered, newest first.
 * @param money whether letters of ours are read too: some are about invoices and payments, and say amounts
 */
export function mailsOfJob(db: Orm, jobId: string, money: boolean, most = 100): JobMail[] {
	const out = money ? lettersOfJob(db, jobId, most) : [];
	const answers = db
		.select()
		.from(jobMails)
		.where(eq(jobMails.jobId, jobId))
		.orderBy(desc(jobMails.at))
		.limit(most)
		.all()
		.map((m) => ({
			...{ id: m.id, in: true, who: m.fromName || m.fromMail, subject: m.subject, text: m.text, at: m.at },
			unread: m.readAt === null,
			state: null
		}));
	// Of the same moment, an answer stands over what it answers.
	return [...answers, ...out].sort((a, b) => b.at - a.at);
}

function lettersOfJob(db: Orm, jobId: string, most: number): JobMail[] {
	const own = db
		.select({ mail: people.mail })
		.from(people)
		.all()
		.flatMap((p) => (p.mail ? [p.mail] : []));
	return (
		db
			.select()
			.from(outbox)
			.where(and(eq(outbox.about, `job:${jobId}`), own.length ? notInArray(outbox.to, own) : undefined))
			.orderBy(desc(outbox.createdAt))
			.limit(most)
			.all()
			// The link of a letter is the customer's alone.
			.map((o) => ({
				...{ id: o.id, in: false, who: o.to, subject: o.subject, at: o.createdAt, unread: false, state: o.state },
				text: o.text.replaceAll('{link}', '(link)')
			}))
	);
}

/** What customers wrote about jobs and nobody has read, the oldest first. */
export const mailsUnread = (app: App) =>
	app.db.orm
		.select({
			id: jobMails.id,
			jobId: jobMails.jobId,
			job: jobs.name,
			fromName: jobMails.fromName,
			fromMail: jobMails.fromMail,
			text: jobMails.text
		})
		.from(jobMails)
		.innerJoin(jobs, eq(jobs.id, jobMails.jobId))
		.where(isNull(jobMails.readAt))
		.orderBy(asc(jobMails.at))
		.limit(50)
		.all();
