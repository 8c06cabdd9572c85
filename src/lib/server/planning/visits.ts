import { and, eq, isNull, or, isNotNull } from 'drizzle-orm';
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
import { newId } from '../ids';
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
	soon: boolean
): boolean {
	const byText = to.phone.trim() !== '' && (soon || !to.mail.includes('@'));
	if (byText) ctx.textMessage({ to: to.phone.replaceAll(',', ' '), text: letter.text, about });
	else if (to.mail.includes('@')) ctx.mail({ to: to.mail, ...letter, about });
	else return false;
	return true;
}

const TO = { name: customers.name, mail: customers.mail, phone: customers.phone, language: customers.language, address: sites.address };

/** Jobs on which somebody comes on a day, and whose customer was not told of it yet. */
const toAnnounce = (db: Orm, day: Day) =>
	db
		.selectDistinct({ jobId: jobs.id, ...TO })
		.from(shifts)
		.innerJoin(jobs, eq(jobs.id, shifts.jobId))
		.innerJoin(customers, eq(customers.id, jobs.customerId))
		.leftJoin(sites, eq(sites.id, jobs.siteId))
		.leftJoin(firmAsks, eq(firmAsks.id, shifts.askId))
		.leftJoin(visitMessages, and(eq(visitMessages.jobId, jobs.id), eq(visitMessages.day, day), eq(visitMessages.kind, 'day before')))
		.where(and(eq(shifts.day, day), isNull(visitMessages.id), or(isNotNull(shifts.personId), eq(firmAsks.state, 'yes'))))
		.all();

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
		if (!send(ctx, to, `job:${to.jobId}`, mailWords(language).comingTomorrow(words), false)) continue;
		ctx.insert(visitMessages, { id: newId(), jobId: to.jobId, day, kind: 'day before', at: ctx.now });
		ctx.happened(`job:${to.jobId}`, 'plan.told-tomorrow', { day });
		told += 1;
	}
	return { told };
});

export const onOurWay = serve(contract.onOurWay, (ctx, i) => {
	if (!settingsOf(ctx.db).visitMessages.onOurWay) throw new Refusal(say('not-told-when-on-our-way'));
	const to = ctx.db
		.select(TO)
		.from(jobs)
		.innerJoin(customers, eq(customers.id, jobs.customerId))
		.leftJoin(sites, eq(sites.id, jobs.siteId))
		.where(eq(jobs.id, i.jobId))
		.get();
	if (!to) throw new Refusal(say('job-not-there'));
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
