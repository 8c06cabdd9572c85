import { say } from '../../contract/refusals/planning';
import * as contract from '../../contract/planning/asks';
import { and, asc, desc, eq, gte, inArray, lte, ne, or, sql } from 'drizzle-orm';
import { readRecipients } from '../../core/quotes';
import { Refusal } from '../../core/refusal';
import { addDays, longDay, type Day } from '../../core/time';
import { dayIn, languageOf, mailWords } from '../../core/words';
import type { App } from '../app';
import { serve, type Context } from '../commands';
import { company } from '../company/schema';
import { firms } from '../firms/schema';
import { people } from '../people/schema';
import { firmAsks, shifts } from './schema';
import { customers, jobs, sites } from '../sales/schema';
import { phases } from '../work/schema';
import { papersOver } from '../firms';
import { newId } from '../ids';
import { endLinks, makeLink } from '../links';
import { phaseNamed } from '../work';
import { daysOf, plannableJob } from './commands';

const span = (from: Day, to: Day): string => (from === to ? `on ${longDay(from)}` : `from ${longDay(from)} to ${longDay(to)}`);

export const askFirm = serve(contract.askFirm, (ctx, i) => {
	const firm = ctx.get(firms, i.firmId, 'This firm');
	if (firm.archived) throw new Refusal(say('set-aside', { name: firm.name }), 'firmId');
	if (!firm.mail.includes('@')) throw new Refusal(say('has-no-mail-address-to-ask', { name: firm.name }), 'firmId');
	const job = plannableJob(ctx, i.jobId);
	if (i.to < i.from) throw new Refusal(say('last-day-before-first'), 'to');
	if (i.to < ctx.today) throw new Refusal(say('these-days-over'), 'from');
	const over = papersOver(ctx.db, firm.id, i.to)[0];
	if (over && !i.despite)
		throw new Refusal(
			say('holds-until-only', { name: firm.name, name2: over.name, validUntil: longDay(over.validUntil ?? '') }),
			'despite'
		);
	const phaseId = phaseNamed(ctx, job.id, i.phase);
	const ask = ctx.insert(firmAsks, {
		id: newId(),
		firmId: firm.id,
		jobId: job.id,
		phaseId,
		from: i.from,
		to: i.to,
		text: i.text.trim(),
		askedAt: ctx.now
	});
	for (const day of daysOf(ctx.db, i.from, i.to))
		ctx.insert(shifts, { id: newId(), firmId: firm.id, askId: ask.id, jobId: job.id, phaseId, day, from: null, to: null });
	const own = ctx.get(company, 'company', 'The company');
	const site = job.siteId ? ctx.find(sites, job.siteId) : undefined;
	ctx.mail({
		to: firm.mail,
		subject: `${own.name}: can you come ${span(i.from, i.to)}?`,
		text: `Hello,\n\ncan you come ${span(i.from, i.to)}${site ? ` to ${site.address}` : ''}${i.phase.trim() ? ` for ${i.phase.trim().toLowerCase()}` : ''}?${i.text.trim() ? `\n\n${i.text.trim()}` : ''}\n\nPlease answer here, with one press:\n\n{link}\n\n${own.name}, ${own.phone}`,
		linkId: makeLink(ctx, 'firm', ask.id),
		about: `job:${job.id}`
	});
	ctx.happened([`firm:${firm.id}`, `job:${job.id}`], 'plan.ask-firm', { firm: firm.name, from: i.from, to: i.to }, 'plan', 'today');
	return { askId: ask.id };
});

/** The days of an ask leave the board: they did not say yes, or are not needed. */
function takeDaysOff(ctx: Context, askId: string): void {
	for (const s of ctx.db.select({ id: shifts.id }).from(shifts).where(eq(shifts.askId, askId)).all()) ctx.remove(shifts, s.id);
}

/** They do not come: somebody else is needed on these days, and nobody has them yet. */
function backToTheLane(ctx: Context, askId: string): void {
	for (const s of ctx.db.select({ id: shifts.id }).from(shifts).where(eq(shifts.askId, askId)).all())
		ctx.update(shifts, s.id, { firmId: null, askId: null });
}

export const withdrawAsk = serve(contract.withdrawAsk, (ctx, i) => {
	const ask = ctx.get(firmAsks, i.askId, 'This ask');
	if (ask.state === 'withdrawn') return;
	const firm = ctx.get(firms, ask.firmId, 'This firm');
	ctx.update(firmAsks, ask.id, { state: 'withdrawn' }, i.version);
	takeDaysOff(ctx, ask.id);
	endLinks(ctx, 'firm', ask.id);
	const own = ctx.get(company, 'company', 'The company');
	// Who said no knows already.
	if (ask.state !== 'no')
		ctx.mail({
			to: firm.mail,
			subject: `${own.name}: you are not needed ${span(ask.from, ask.to)}`,
			text: `Hello,\n\nwe asked you to come ${span(ask.from, ask.to)}. That is not needed any more; sorry for the trouble.\n\n${own.name}, ${own.phone}`,
			about: `job:${ask.jobId}`
		});
	ctx.happened(
		[`firm:${firm.id}`, `job:${ask.jobId}`],
		'plan.withdraw-ask',
		{ firm: firm.name, from: ask.from, to: ask.to },
		'plan',
		'today'
	);
});

export const answerAsk = serve(contract.answerAsk, (ctx, i, actor) => {
	if (actor.type !== 'link') throw new Refusal(say('needs-link-from-mail'));
	const ask = ctx.get(firmAsks, actor.subjectId, 'This ask');
	const firm = ctx.get(firms, ask.firmId, 'This firm');
	if (ask.state === i.answer) return;
	if (ask.state === 'withdrawn') throw new Refusal(say('not-needed-any-more'));
	if (ask.state !== 'asked') throw new Refusal(say('you-answered-already', { state: ask.state }));
	if (ask.to < ctx.today) throw new Refusal(say('these-days-over'));
	if (i.otherDay === '') throw new Refusal(say('which-day-could-you'), 'otherDay');
	const otherDay = i.answer === 'no' ? (i.otherDay ?? null) : null;
	if (i.answer === 'no' && otherDay === null && i.why.trim() === '') throw new Refusal(say('please-say-why-or-when-you'), 'why');
	if (otherDay !== null && otherDay < ctx.today) throw new Refusal(say('other-day-is-over'), 'otherDay');
	ctx.update(firmAsks, ask.id, { state: i.answer, answeredAt: ctx.now, answeredBy: i.name.trim(), why: i.why.trim(), otherDay });
	if (i.answer === 'no') backToTheLane(ctx, ask.id);
	ctx.happened(
		[`firm:${firm.id}`, `job:${ask.jobId}`],
		'plan.answer-ask',
		{ firm: firm.name, answer: i.answer, why: i.why.trim(), from: ask.from, to: ask.to },
		'plan',
		'today'
	);
});

/** What the link of an ask shows: where and when, and nothing of what the job is worth. */
export function askPage(app: App, askId: string) {
	return app.db.orm
		.select({
			firm: firms.name,
			from: firmAsks.from,
			to: firmAsks.to,
			text: firmAsks.text,
			state: firmAsks.state,
			why: firmAsks.why,
			otherDay: firmAsks.otherDay,
			job: jobs.name,
			phase: phases.name,
			address: sites.address
		})
		.from(firmAsks)
		.innerJoin(firms, eq(firms.id, firmAsks.firmId))
		.innerJoin(jobs, eq(jobs.id, firmAsks.jobId))
		.leftJoin(sites, eq(sites.id, jobs.siteId))
		.leftJoin(phases, eq(phases.id, firmAsks.phaseId))
		.where(eq(firmAsks.id, askId))
		.get();
}

/** Asks that lie ahead or wait, newest first. */
export const askList = (app: App, today: Day) =>
	app.db.orm
		.select({
			id: firmAsks.id,
			firmId: firmAsks.firmId,
			firm: firms.name,
			jobId: firmAsks.jobId,
			job: jobs.name,
			from: firmAsks.from,
			to: firmAsks.to,
			state: firmAsks.state,
			why: firmAsks.why,
			otherDay: firmAsks.otherDay,
			phase: sql<string>`coalesce((select name from phases where phases.id = ${firmAsks.phaseId}), '')`,
			text: firmAsks.text,
			answeredBy: firmAsks.answeredBy,
			version: firmAsks.version
		})
		.from(firmAsks)
		.innerJoin(firms, eq(firms.id, firmAsks.firmId))
		.innerJoin(jobs, eq(jobs.id, firmAsks.jobId))
		.where(and(ne(firmAsks.state, 'withdrawn'), gte(firmAsks.to, addDays(today, -14))))
		.orderBy(desc(firmAsks.from))
		.limit(200)
		.all();

/** Asks that were answered no and still stand for days ahead: somebody else is needed. */
export const asksRefused = (app: App, today: Day) => askList(app, today).filter((a) => a.state === 'no' && a.to >= today);

/** The days of firms on the board. */
export const firmShifts = (app: App, from: Day, to: Day) =>
	app.db.orm
		.select({
			id: shifts.id,
			firmId: firms.id,
			firm: firms.name,
			jobId: shifts.jobId,
			job: jobs.name,
			number: jobs.number,
			day: shifts.day,
			state: firmAsks.state,
			phase: phases.name
		})
		.from(shifts)
		.innerJoin(firms, eq(firms.id, shifts.firmId))
		.innerJoin(jobs, eq(jobs.id, shifts.jobId))
		.leftJoin(firmAsks, eq(firmAsks.id, shifts.askId))
		.leftJoin(phases, eq(phases.id, shifts.phaseId))
		.where(and(gte(shifts.day, from), lte(shifts.day, to), or(inArray(firmAsks.state, ['asked', 'yes']))))
		.orderBy(asc(firms.name), asc(shifts.day))
		.all();

export const tellCustomer = serve(contract.tellCustomer, (ctx, i) => {
	const job = ctx.get(jobs, i.jobId, 'This job');
	const to = readRecipients(i.to);
	if (to.length === 0) throw new Refusal(say('say-where-mail-goes'), 'to');
	if (i.text.trim() === '') throw new Refusal(say('write-what-they-told'), 'text');
	ctx.mail({ to: to.join(', '), subject: i.subject.trim() || 'We come to you', text: i.text.trim(), about: `job:${job.id}` });
	ctx.happened(`job:${job.id}`, 'plan.tell-customer', { to: to.join(', ') }, 'plan');
});

/** What a customer would be told: when the next days of their job are planned. */
export function comingText(app: App, jobId: string, today: Day): { to: string; subject: string; text: string } | null {
	const row = app.db.orm
		.select({ name: customers.name, mail: customers.mail, language: customers.language, address: sites.address })
		.from(jobs)
		.innerJoin(customers, eq(customers.id, jobs.customerId))
		.leftJoin(sites, eq(sites.id, jobs.siteId))
		.where(eq(jobs.id, jobId))
		.get();
	const days = app.db.orm
		.select({ day: shifts.day, name: people.name })
		.from(shifts)
		.leftJoin(people, eq(people.id, shifts.personId))
		.where(and(eq(shifts.jobId, jobId), gte(shifts.day, today)))
		.orderBy(asc(shifts.day))
		.limit(400)
		.all();
	const first = days[0];
	if (!row || !first) return null;
	let last = first.day;
	for (const d of days) if (d.day <= addDays(last, 4)) last = d.day;
	const own = app.db.orm.select({ name: company.name, phone: company.phone }).from(company).get();
	const language = languageOf(row.language);
	const who = [...new Set(days.filter((d) => d.day <= last).flatMap((d) => d.name ?? []))];
	return {
		to: row.mail,
		...mailWords(language).coming({
			...{ customer: row.name, address: row.address ?? '', who: who.join(', '), phone: own?.phone ?? '', company: own?.name ?? '' },
			...{ from: dayIn(language, first.day), to: dayIn(language, last) }
		})
	};
}
