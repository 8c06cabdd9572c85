import { and, asc, eq, isNull, lt, ne, or } from 'drizzle-orm';
import * as contract from '../../contract/planning/asks';
import * as calendars from '../../contract/planning/calendars';
import { say } from '../../contract/refusals/planning';
import { Refusal } from '../../core/refusal';
import { addDays } from '../../core/time';
import type { App } from '../app';
import { serve, self, type Context } from '../commands';
import { company, branches } from '../company/schema';
import type { Orm } from '../db';
import { newId } from '../ids';
import { endLinks, makeLink } from '../links';
import { crews, onCall, people } from '../people/schema';
import { takenTimes } from './outside';
import { busyTimes, outsideCalendars } from './schema';

export const renewCalendar = serve(contract.renewCalendar, (ctx, i) => {
	const id = self(ctx);
	endLinks(ctx, 'calendar', id);
	if (i.on) makeLink(ctx, 'calendar', id);
	ctx.happened(`person:${id}`, 'plan.renew-calendar', { on: i.on });
});

/** What a feed's link is about. @example feedSubject('crew', 'slate') // 'crew:slate' */
export const feedSubject = (of: 'crew' | 'branch' | 'all', id: string | null): string => (of === 'all' ? 'all' : `${of}:${id ?? ''}`);

export const renewFeed = serve(calendars.renewFeed, (ctx, i) => {
	const name =
		i.of === 'all'
			? 'everybody'
			: i.of === 'crew'
				? ctx.get(crews, i.id ?? '', 'This crew').name
				: ctx.get(branches, i.id ?? '', 'This branch').name;
	const subject = feedSubject(i.of, i.id);
	endLinks(ctx, 'calendar', subject);
	if (i.on) makeLink(ctx, 'calendar', subject);
	ctx.happened('company', 'plan.renew-feed', { of: name, on: i.on }, 'plan');
});

/** The address of a calendar as it is fetched. @throws Refusal at the field `address` */
export function checkAddress(address: string): string {
	const wanted = address.trim().replace(/^webcal:/i, 'https:');
	const url = URL.canParse(wanted) ? new URL(wanted) : null;
	if (!url || !['https:', 'http:'].includes(url.protocol) || url.username !== '') throw new Refusal(say('address-of-calendar'), 'address');
	return url.href;
}

export const addCalendar = serve(calendars.addCalendar, (ctx, i) => {
	const p = ctx.get(people, i.personId, 'This person');
	if ((i.address.trim() === '') === (i.file === '')) throw new Refusal(say('address-or-file'), 'address');
	const address = i.address.trim() === '' ? '' : checkAddress(i.address);
	const row = ctx.insert(outsideCalendars, { id: newId(), personId: p.id, name: i.name.trim(), address, readAt: address ? null : ctx.now });
	if (i.file !== '') keep(ctx, row, i.file);
	ctx.happened(`person:${p.id}`, 'plan.add-calendar', { name: p.name, calendar: row.name }, 'plan');
	return { calendarId: row.id };
});

type Row = typeof outsideCalendars.$inferSelect;

/** Takes in place of what was read before. @throws Refusal for what is no calendar */
function keep(ctx: Context, of: Row, text: string): number {
	const zone = ctx.get(company, 'company', 'The company').zone;
	const times = takenTimes(text, { from: addDays(ctx.today, -7), to: addDays(ctx.today, 400), zone });
	ctx.db.delete(busyTimes).where(eq(busyTimes.calendarId, of.id)).run();
	ctx.insertRecorded(
		busyTimes,
		times.map((t) => ({ id: newId(), calendarId: of.id, personId: of.personId, ...t }))
	);
	return times.length;
}

export const removeCalendar = serve(calendars.removeCalendar, (ctx, i) => {
	const row = ctx.get(outsideCalendars, i.calendarId, 'This calendar');
	ctx.db.delete(busyTimes).where(eq(busyTimes.calendarId, row.id)).run();
	ctx.remove(outsideCalendars, row.id);
	ctx.happened(`person:${row.personId}`, 'plan.remove-calendar', { calendar: row.name }, 'plan');
});

export const refreshCalendar = serve(calendars.refreshCalendar, (ctx, i) => {
	const row = ctx.get(outsideCalendars, i.calendarId, 'This calendar');
	if (row.address === '') throw new Refusal(say('file-is-not-fetched'));
	ctx.update(outsideCalendars, row.id, { readAt: null, problem: '' });
	ctx.happened(`person:${row.personId}`, 'plan.refresh-calendar', { calendar: row.name }, 'plan');
});

/** What the worker fetched. What cannot be read leaves what was read before. */
export const takeCalendar = serve(calendars.takeCalendar, (ctx, i) => {
	const row = ctx.get(outsideCalendars, i.calendarId, 'This calendar');
	let [problem, n] = [i.problem, 0];
	if (problem === '')
		try {
			n = keep(ctx, row, i.text);
		} catch (e) {
			if (!(e instanceof Refusal)) throw e;
			problem = e.message;
		}
	ctx.update(outsideCalendars, row.id, { readAt: ctx.now, problem });
	// Read hourly: told only when it begins or ends to be readable.
	if (problem !== row.problem || row.readAt === null)
		ctx.happened(`person:${row.personId}`, 'plan.take-calendar', { calendar: row.name, n, problem }, 'plan');
});

const HOUR = 3_600_000;

/** Fetches calendars that were not read for an hour, one after the other. */
export async function readCalendars(app: App): Promise<void> {
	const due = app.db.orm
		.select()
		.from(outsideCalendars)
		.where(and(ne(outsideCalendars.address, ''), or(isNull(outsideCalendars.readAt), lt(outsideCalendars.readAt, app.clock.now() - HOUR))))
		.limit(20)
		.all();
	for (const c of due) {
		const got = await app.calendars.fetch(c.address);
		app.run(takeCalendar, { calendarId: c.id, text: got.text, problem: got.problem }, { type: 'system' });
	}
}

/** Calendars outside with whose they are. */
export const calendarList = (db: Orm) =>
	db
		.select({
			...{ id: outsideCalendars.id, personId: outsideCalendars.personId, person: people.name, name: outsideCalendars.name },
			...{ address: outsideCalendars.address, readAt: outsideCalendars.readAt, problem: outsideCalendars.problem }
		})
		.from(outsideCalendars)
		.innerJoin(people, eq(people.id, outsideCalendars.personId))
		.orderBy(asc(people.name), asc(outsideCalendars.name))
		.limit(500)
		.all();

export const putOnCall = serve(calendars.putOnCall, (ctx, i) => {
	if (i.to < i.from) throw new Refusal(say('last-day-before-first'), 'to');
	const p = ctx.get(people, i.personId, 'This person');
	ctx.insert(onCall, { id: newId(), personId: p.id, from: i.from, to: i.to });
	ctx.happened(`person:${p.id}`, 'plan.put-on-call', { name: p.name, from: i.from, to: i.to }, 'plan');
});

export const takeOffCall = serve(calendars.takeOffCall, (ctx, i) => {
	const row = ctx.get(onCall, i.onCallId, 'This turn');
	ctx.remove(onCall, row.id);
	ctx.happened(`person:${row.personId}`, 'plan.take-off-call', { from: row.from, to: row.to }, 'plan');
});
