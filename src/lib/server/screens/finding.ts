import { and, asc, eq, gte, isNotNull, lte } from 'drizzle-orm';
import type { Question } from '../../contract';
import { grouped } from '../../core/lists';
import { driveMinutes, type Spot } from '../../core/measure';
import { ableOn, hoursOf, isWorkingDay, longestFree, paidMinutes, plannedMinutes, type WorkingDay } from '../../core/planning';
import { addDays, wallTime, type Day } from '../../core/time';
import type { App } from '../app';
import { companyOf, todayOf } from '../company';
import { branches } from '../company/schema';
import type { Orm } from '../db';
import { crews, onCall, people } from '../people/schema';
import { ableOf, calendar, jobLabel, shiftsAround } from '../planning';
import { shifts } from '../planning/schema';
import { roundDays } from '../rounds';
import { jobs, sites } from '../sales/schema';

/** The longest stretch that is looked through. */
const MOST_DAYS = 200;

const spotOf = (db: Orm, jobId: string): Spot | null => {
	const at = db
		.select({ lat: sites.lat, lng: sites.lng })
		.from(jobs)
		.innerJoin(sites, eq(sites.id, jobs.siteId))
		.where(eq(jobs.id, jobId))
		.get();
	return at && at.lat !== null && at.lng !== null ? { lat: at.lat, lng: at.lng } : null;
};

/** Where people are planned on days: the spots of their jobs, by person and day. */
function spotsOn(db: Orm, from: Day, to: Day): Map<string, Spot[]> {
	const rows = db
		.select({ personId: shifts.personId, day: shifts.day, lat: sites.lat, lng: sites.lng })
		.from(shifts)
		.innerJoin(jobs, eq(jobs.id, shifts.jobId))
		.innerJoin(sites, eq(sites.id, jobs.siteId))
		.where(and(gte(shifts.day, from), lte(shifts.day, to), isNotNull(shifts.personId), isNotNull(sites.lat)))
		.all();
	return new Map(
		[...grouped(rows, (r) => `${r.personId} ${r.day}`)].map(([key, own]) => [
			key,
			own.flatMap((r) => (r.lat !== null && r.lng !== null ? [{ lat: r.lat, lng: r.lng }] : []))
		])
	);
}

/** Where everybody starts who is planned nowhere: the branch of a person, else the first that has a place. */
function homes(db: Orm): (branchId: string | null) => Spot | null {
	const all = db.select({ id: branches.id, lat: branches.lat, lng: branches.lng }).from(branches).all();
	const spots = all.flatMap((b) => (b.lat !== null && b.lng !== null ? [{ id: b.id, lat: b.lat, lng: b.lng }] : []));
	return (branchId) => spots.find((b) => b.id === branchId) ?? spots[0] ?? null;
}

const nearest = (from: readonly Spot[], to: Spot): number | null =>
	from.length === 0 ? null : Math.min(...from.map((s) => driveMinutes(s, to)));

/** What a slot is looked for in: paid and planned minutes of everybody in a crew, rounds counted as planned, and the way to the job. */
export function freeOf(app: App, i: Question<'plan.free'>) {
	const db = app.db.orm;
	const own = companyOf(app);
	const to = i.to > addDays(i.from, MOST_DAYS) ? addDays(i.from, MOST_DAYS) : i.to;
	const days: Day[] = [];
	for (let d = i.from; d <= to; d = addDays(d, 1)) if (isWorkingDay(d, own.hours, own.holidays)) days.push(d);
	const c = calendar(db, i.from, to);
	const byPersonDay = grouped(shiftsAround(db, i.from, to), (s) => `${s.personId} ${s.day}`);
	const rounds = new Map(roundDays(app, i.from, to).map((r) => [`${r.crewId} ${r.day}`, r.minutes]));
	const able = ableOf(db);
	const there = spotOf(db, i.jobId);
	const spots = there ? spotsOn(db, i.from, to) : new Map<string, Spot[]>();
	const home = homes(db);
	const staff = grouped(
		db
			.select()
			.from(people)
			.where(and(eq(people.active, true), isNotNull(people.crewId)))
			.orderBy(asc(people.name))
			.all(),
		(p) => p.crewId
	);
	return {
		workingDays: days,
		crews: db
			.select()
			.from(crews)
			.orderBy(asc(crews.position))
			.all()
			.flatMap((crew) => {
				const team = staff.get(crew.id) ?? [];
				if (team.length === 0) return [];
				const start = home(team[0]?.branchId ?? null);
				return [
					{
						...{ id: crew.id, name: crew.name },
						drive: days.map((d) => {
							if (!there) return 0;
							const from = team.flatMap((p) => spots.get(`${p.id} ${d}`) ?? []);
							return nearest(from, there) ?? (start ? driveMinutes(start, there) : 0);
						}),
						people: team.map((p) => ({
							...{ id: p.id, name: p.name, skills: ableOn(able.get(p.id) ?? { name: '', skills: [], papers: [] }, to) },
							paid: days.map((d) => paidMinutes(p.id, d, c)),
							from: days.map((d) => freeFrom(hoursOf(p.id, d, c), byPersonDay.get(`${p.id} ${d}`) ?? [])),
							planned: days.map(
								(d) =>
									(byPersonDay.get(`${p.id} ${d}`) ?? []).reduce((a, s) => a + plannedMinutes(s, c), 0) +
									(rounds.get(`${crew.id} ${d}`) ?? 0)
							)
						}))
					}
				];
			})
	};
}

/** When somebody's longest free stretch of a day begins. */
function freeFrom(hours: WorkingDay | undefined, own: readonly { from: number | null; to: number | null }[]): number {
	if (!hours) return 0;
	const taken = own.map((s) => ({ from: s.from ?? hours.from, to: s.to ?? hours.to }));
	return longestFree(hours.from, hours.to, taken).from;
}

/** Who could go to a job right now: on call first, then who is free, then who can be called away, the nearest first. */
export function whoCanGo(app: App, jobId: string) {
	const db = app.db.orm;
	const today = todayOf(app);
	const { minutes: now } = wallTime(app.clock.now(), companyOf(app).zone);
	const c = calendar(db, today, today);
	const there = spotOf(db, jobId);
	const spots = spotsOn(db, today, today);
	const home = homes(db);
	const called = new Set(
		db
			.select({ id: onCall.personId })
			.from(onCall)
			.where(and(lte(onCall.from, today), gte(onCall.to, today)))
			.all()
			.map((r) => r.id)
	);
	const crewNames = new Map(
		db
			.select()
			.from(crews)
			.all()
			.map((k) => [k.id, k.name])
	);
	const mine = grouped(
		shiftsAround(db, today, today).filter((s) => s.day === today),
		(s) => s.personId
	);
	return db
		.select()
		.from(people)
		.where(and(eq(people.active, true), isNotNull(people.crewId)))
		.all()
		.flatMap((p) => {
			const own = mine.get(p.id) ?? [];
			const hours = hoursOf(p.id, today, c);
			const paid = paidMinutes(p.id, today, c);
			if (paid === 0 && !called.has(p.id)) return [];
			const busy = own.find((s) => s.from === null || s.to === null || (s.from <= now && now < s.to));
			const next = own.flatMap((s) => (s.from !== null && s.from > now ? [s.from] : [])).sort((a, b) => a - b)[0];
			const until = Math.min(hours?.to ?? 0, next ?? 1440);
			const start = home(p.branchId);
			const from = spots.get(`${p.id} ${today}`) ?? (start ? [start] : []);
			return [
				{
					...{ id: p.id, name: p.name, phone: p.phone, crew: crewNames.get(p.crewId ?? '') ?? '' },
					drive: there ? nearest(from, there) : null,
					freeMinutes: busy ? 0 : Math.max(0, until - Math.max(now, hours?.from ?? now)),
					...{ onCall: called.has(p.id), now: busy ? jobLabel(db, busy.jobId).name : '' }
				}
			];
		})
		.sort(
			(a, b) =>
				Number(b.onCall) - Number(a.onCall) ||
				Number(b.freeMinutes > 0) - Number(a.freeMinutes > 0) ||
				(a.drive ?? 9999) - (b.drive ?? 9999) ||
				(a.name < b.name ? -1 : 1)
		)
		.slice(0, 30);
}
