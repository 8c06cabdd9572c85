import { and, asc, desc, eq, gte, isNotNull } from 'drizzle-orm';
import { grouped } from '../../core/lists';
import { hoursOf, holidayOn, type PersonCalendar, type TimeOffKind } from '../../core/planning';
import { addDays, type Day } from '../../core/time';
import type { App } from '../app';
import { todayOf } from '../company';
import type { Orm } from '../db';
import { onCall, people, timeOff } from '../people/schema';
import { calendar } from '../planning';
import { shifts } from '../planning/schema';

const ROW = {
	...{ id: timeOff.id, personId: timeOff.personId, name: people.name, from: timeOff.from, to: timeOff.to, note: timeOff.note },
	...{ kind: timeOff.kind, state: timeOff.state, answer: timeOff.answer, answeredBy: timeOff.answeredBy, version: timeOff.version }
};
interface Span {
	personId: string;
	from: Day;
	to: Day;
}

/** Working days of somebody that an absence takes. */
function daysIn(t: Span, c: PersonCalendar): number {
	let n = 0;
	for (let d = t.from; d <= t.to && n < 400; d = addDays(d, 1)) if (hoursOf(t.personId, d, c) && holidayOn(c.holidays, d) === null) n += 1;
	return n;
}

/** What waits for an answer, with the working days it takes and how many of them are planned already. */
export function askedTimeOff(app: App) {
	const db = app.db.orm;
	const today = todayOf(app);
	const rows = db
		.select(ROW)
		.from(timeOff)
		.innerJoin(people, eq(people.id, timeOff.personId))
		.where(and(eq(timeOff.state, 'asked'), gte(timeOff.to, today)))
		.orderBy(asc(timeOff.from))
		.limit(200)
		.all();
	if (rows.length === 0) return [];
	const c = calendar(db, today, addDays(today, 400));
	return rows.map((r) => ({ ...r, days: daysIn(r, c), planned: plannedIn(db, r) }));
}

/** Time off that is asked for, stands ahead, and was taken this year by kind; who is on call. */
export function timeOffPage(app: App) {
	const db = app.db.orm;
	const today = todayOf(app);
	const year = today.slice(0, 4);
	const rows = db
		.select(ROW)
		.from(timeOff)
		.innerJoin(people, eq(people.id, timeOff.personId))
		.where(gte(timeOff.to, `${year}-01-01`))
		.orderBy(asc(timeOff.from))
		.limit(2000)
		.all();
	const c = calendar(db, `${year}-01-01`, addDays(today, 400));
	const daysOf = (t: Span) => daysIn(t, c);
	const staff = db
		.select({ id: people.id, name: people.name })
		.from(people)
		.where(and(eq(people.active, true), isNotNull(people.crewId)))
		.orderBy(asc(people.name))
		.all();
	const ofYear = grouped(
		rows.filter((r) => r.state === 'granted' && r.from.slice(0, 4) === year),
		(r) => r.personId
	);
	return {
		year,
		staff,
		asked: askedTimeOff(app),
		ahead: rows.filter((r) => r.state === 'granted' && r.to >= today).map((r) => ({ ...r, days: daysOf(r) })),
		refused: rows.filter((r) => r.state === 'refused' && r.to >= today),
		balances: staff.map((p) => ({
			...p,
			days: (ofYear.get(p.id) ?? []).reduce<Partial<Record<TimeOffKind, number>>>(
				(sum, r) => ({ ...sum, [r.kind]: (sum[r.kind] ?? 0) + daysOf(r) }),
				{}
			)
		})),
		onCall: db
			.select({ id: onCall.id, personId: onCall.personId, name: people.name, from: onCall.from, to: onCall.to })
			.from(onCall)
			.innerJoin(people, eq(people.id, onCall.personId))
			.where(gte(onCall.to, today))
			.orderBy(asc(onCall.from))
			.limit(100)
			.all()
	};
}

/** Days on which they are planned already. */
const plannedIn = (db: Orm, t: Span): number =>
	new Set(
		db
			.select({ day: shifts.day })
			.from(shifts)
			.where(and(eq(shifts.personId, t.personId), gte(shifts.day, t.from)))
			.all()
			.map((s) => s.day)
			.filter((d) => d <= t.to)
	).size;

/** What somebody asked for themselves, newest first. */
export const ownTimeOff = (app: App, personId: string) =>
	app.db.orm
		.select({
			...{ id: timeOff.id, from: timeOff.from, to: timeOff.to, kind: timeOff.kind, note: timeOff.note },
			...{ state: timeOff.state, answer: timeOff.answer }
		})
		.from(timeOff)
		.where(and(eq(timeOff.personId, personId), gte(timeOff.to, todayOf(app))))
		.orderBy(desc(timeOff.from))
		.limit(40)
		.all();
