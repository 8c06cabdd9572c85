import { and, asc, eq, isNull, or, isNotNull } from 'drizzle-orm';
import * as contract from '../../contract/planning/visits';
import { say } from '../../contract/refusals/planning';
import { isQuiet } from '../../core/planning';
import { Refusal } from '../../core/refusal';
import { addDays, wallTime, type Day } from '../../core/time';
import { dayIn, languageOf, mailWords } from '../../core/words';
import { serve, type Context } from '../commands';
import { settingsOf } from '../company';
import { company } from '../company/schema';
import type { Orm } from '../db';
import { among } from '../db';
import { newId } from '../ids';
import { linkOf, makeLink } from '../links';
import { customers, jobs, sites } from '../sales/schema';
import { firmAsks, shifts, visitMessages } from './schema';

/** From when on the next day's customers are told, minutes from midnight. */
const AFTERNOON = 14 * 60;

export const setVisitMessages = serve(contract.setVisitMessages, (ctx, i) => {
	const own = ctx.get(company, 'company', 'The company');
	ctx.update(company, 'company', { settings: { ...own.settings, visitMessages: i } });
	ctx.happened('company', 'company.visit-messages', { dayBefore: i.dayBefore, onOurWay: i.onOurWay }, 'company', 'plan');
});

/** Sends it by mail, else as a text message; a customer without either is not told. @returns whether it went */
function send(
	ctx: Context,
	to: { mail: string; phone: string },
	about: string,
	letter: { subject: string; text: string },
	soon: boolean,
	linkId?: string
): boolean {
	const byText = to.phone.trim() !== '' && (soon || !to.mail.includes('@'));
	if (byText) ctx.textMessage({ to: to.phone.replaceAll(',', ' '), text: letter.text, ...(linkId ? { linkId } : {}), about });
	else if (to.mail.includes('@')) ctx.mail({ to: to.mail, ...letter, ...(linkId ? { linkId } : {}), about });
	else return false;
	return true;
}

const TO = {
	...{ customerId: customers.id, name: customers.name, mail: customers.mail, phone: customers.phone },
	...{ language: customers.language, address: sites.address, stopped: customers.noVisitMessages }
};

/** The jobs on which somebody comes on a day: each room that plans such days names its own. */
const COMING: ((db: Orm, day: Day) => string[])[] = [];
/** Names the jobs on which this room's people come on a day. */
export const comesOn = (jobsOn: (db: Orm, day: Day) => string[]): unknown => COMING.push(jobsOn);

comesOn((db, day) =>
	db
		.selectDistinct({ jobId: shifts.jobId })
		.from(shifts)
		.leftJoin(firmAsks, eq(firmAsks.id, shifts.askId))
		.where(and(eq(shifts.day, day), or(isNotNull(shifts.personId), eq(firmAsks.state, 'yes'))))
		.all()
		.map((s) => s.jobId)
);

/** Jobs on which somebody comes on a day, whose customer wants to know and was not told of it yet. */
const toAnnounce = (db: Orm, day: Day) =>
	db
		.select({ jobId: jobs.id, ...TO })
		.from(jobs)
		.innerJoin(customers, eq(customers.id, jobs.customerId))
		.leftJoin(sites, eq(sites.id, jobs.siteId))
		.leftJoin(visitMessages, and(eq(visitMessages.jobId, jobs.id), eq(visitMessages.day, day), eq(visitMessages.kind, 'day before')))
		.where(
			and(
				among(
					jobs.id,
					COMING.flatMap((jobsOn) => jobsOn(db, day))
				),
				isNull(visitMessages.id),
				eq(customers.noVisitMessages, false)
			)
		)
		.orderBy(asc(jobs.number))
		.all();

/** The page on which a customer sees when somebody comes, and stops these messages. */
const visitsLink = (ctx: Context, customerId: string): string =>
	linkOf(ctx.db, 'visits', customerId) ?? makeLink(ctx, 'visits', customerId);

/** The customer of a job and how they are reached; undefined: the job has none. */
export const customerOfJob = (ctx: Context, jobId: string) =>
	ctx.db
		.select(TO)
		.from(jobs)
		.innerJoin(customers, eq(customers.id, jobs.customerId))
		.leftJoin(sites, eq(sites.id, jobs.siteId))
		.where(eq(jobs.id, jobId))
		.get();

/**
 * Tells a customer of something that lies ahead, with their own page, where such messages are stopped.
 * @returns whether it went: not to who stopped them, nor to who has neither mail nor phone
 */
export function tellAhead(
	ctx: Context,
	jobId: string,
	to: NonNullable<ReturnType<typeof customerOfJob>>,
	letter: (language: ReturnType<typeof languageOf>) => { subject: string; text: string }
): boolean {
	if (to.stopped || (to.mail.trim() === '' && to.phone.trim() === '')) return false;
	return send(ctx, to, `job:${jobId}`, letter(languageOf(to.language)), false, visitsLink(ctx, to.customerId));
}

export const tellTomorrow = serve(contract.tellTomorrow, (ctx) => {
	const own = ctx.get(company, 'company', 'The company');
	const wish = own.settings.visitMessages;
	const now = wallTime(ctx.now, own.zone).minutes;
	if (!wish.dayBefore || now < AFTERNOON || isQuiet(now, wish)) return { told: 0 };
	const day = addDays(ctx.today, 1);
	let told = 0;
	for (const to of toAnnounce(ctx.db, day)) {
		const language = languageOf(to.language);
		const words = { customer: to.name, day: dayIn(language, day), address: to.address ?? '', phone: own.phone, company: own.name };
		if (to.mail.trim() === '' && to.phone.trim() === '') continue;
		if (!send(ctx, to, `job:${to.jobId}`, mailWords(language).comingTomorrow(words), false, visitsLink(ctx, to.customerId))) continue;
		ctx.insert(visitMessages, { id: newId(), jobId: to.jobId, day, kind: 'day before', at: ctx.now });
		ctx.happened(`job:${to.jobId}`, 'plan.told-tomorrow', { day });
		told += 1;
	}
	return { told };
});

export const onOurWay = serve(contract.onOurWay, (ctx, i) => {
	if (!settingsOf(ctx.db).visitMessages.onOurWay) throw new Refusal(say('not-told-when-on-our-way'));
	const to = customerOfJob(ctx, i.jobId);
	if (!to) throw new Refusal(say('job-not-there'));
	if (to.stopped) throw new Refusal(say('customer-wants-no-messages'));
	const before = ctx.db
		.select({ id: visitMessages.id })
		.from(visitMessages)
		.where(and(eq(visitMessages.jobId, i.jobId), eq(visitMessages.day, ctx.today), eq(visitMessages.kind, 'on our way')))
		.get();
	if (before) throw new Refusal(say('told-today-already'));
	const own = ctx.get(company, 'company', 'The company');
	const language = languageOf(to.language);
	const at = (minutes: number) => wallTime(ctx.now + Math.max(0, minutes) * 60_000, own.zone).time;
	const letter = mailWords(language).onOurWay({
		who: ctx.who.name,
		from: at(i.minutes - 15),
		to: at(i.minutes + 15),
		phone: own.phone,
		company: own.name
	});
	if (!send(ctx, to, `job:${i.jobId}`, letter, true)) throw new Refusal(say('customer-cannot-be-reached'));
	ctx.insert(visitMessages, { id: newId(), jobId: i.jobId, day: ctx.today, kind: 'on our way', at: ctx.now });
	ctx.happened(`job:${i.jobId}`, 'plan.on-our-way', { who: ctx.who.name, minutes: i.minutes }, 'plan');
});

/** The customer stops the messages before somebody comes, or wants them again: by their own link, or as they tell us. */
function turnMessages(ctx: Context, customerId: string, on: boolean): void {
	const customer = ctx.get(customers, customerId, 'This customer');
	if (customer.noVisitMessages === !on) return;
	ctx.update(customers, customer.id, { noVisitMessages: !on });
	ctx.happened(`customer:${customer.id}`, 'plan.visit-messages', { on, name: customer.name }, 'customers');
}
export const turnMyMessages = serve(contract.turnMyMessages, (ctx, i, actor) => {
	if (actor.type !== 'link') throw new Refusal(say('needs-link-from-mail'));
	turnMessages(ctx, actor.subjectId, i.on);
});
export const turnVisitMessages = serve(contract.turnVisitMessages, (ctx, i) => turnMessages(ctx, i.customerId, i.on));
