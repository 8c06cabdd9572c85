import { and, asc, desc, eq, gte, isNull, lt, lte, sql, type SQL } from 'drizzle-orm';
import type { Viewer } from '../../core/access';
import type { Day } from '../../core/time';
import type { App } from '../app';
import { todayOf } from '../company';
import { branches } from '../company/schema';
import { crews, people } from '../people/schema';
import { agreements, roundPlans, seasonServices, visits } from './schema';
import { customers, jobs, sites } from '../sales/schema';

/** Visits that a crew has, or nobody yet. */
export const hasIt = (crewId: string | null) => (crewId === null ? isNull(visits.crewId) : eq(visits.crewId, crewId));

/** The season services; material of a visit for those who see costs. */
export const serviceList = (app: App, viewer?: Viewer) =>
	app.db.orm
		.select({
			...{
				id: seasonServices.id,
				name: seasonServices.name,
				wording: seasonServices.wording,
				from: seasonServices.from,
				to: seasonServices.to
			},
			...{ visits: seasonServices.visits, hours: seasonServices.hours, price: seasonServices.price, setUp: seasonServices.setUp },
			materials: viewer?.may('costs.see') ? seasonServices.materials : sql<null>`null`,
			...{ crewSize: seasonServices.crewSize, step: seasonServices.step, unit: seasonServices.unit, skills: seasonServices.skills },
			...{ cadence: seasonServices.cadence, archived: seasonServices.archived, version: seasonServices.version },
			agreements: sql<number>`(select count(*) from agreements a where a.service_id = season_services.id and a.state = 'open')`
		})
		.from(seasonServices)
		.orderBy(asc(seasonServices.name))
		.all();

/** The open agreements of a service with where they are and what is planned, done and next; the price for those who see such figures. */
export const agreementList = (app: App, serviceId: string, viewer: Viewer) =>
	app.db.orm
		.select({
			id: agreements.id,
			number: agreements.number,
			jobId: agreements.jobId,
			customerId: customers.id,
			customer: customers.name,
			address: sites.address,
			lat: sites.lat,
			lng: sites.lng,
			from: agreements.from,
			to: agreements.to,
			sold: agreements.visits,
			hours: agreements.hours,
			price: viewer.may('invoices.see') || viewer.may('estimates.see') ? agreements.price : sql<null>`null`,
			note: agreements.note,
			...{ billing: agreements.billing, stop: agreements.stop, charged: agreements.charged },
			...{ siteId: sites.id, district: sites.district, access: sites.access, onDays: agreements.onDays, branchId: jobs.branchId },
			...{ openFrom: agreements.openFrom, openTo: agreements.openTo },
			version: agreements.version,
			/** Who is in charge, on its job. */
			inCharge: sql<string>`coalesce((select name from people p where p.id = ${jobs.personId}), '')`,
			/** What became charges and is on no bill yet. */
			toBill: viewer.may('invoices.see')
				? sql<number>`(select coalesce(sum(c.charge - c.billed), 0) from cost_entries c where c.job_id = ${jobs.id} and c.state = 'to bill')`
				: sql<null>`null`,
			planned: sql<number>`(select count(*) from ${visits} where ${visits.agreementId} = ${agreements.id} and ${visits.state} <> 'skipped')`,
			done: sql<number>`(select count(*) from ${visits} where ${visits.agreementId} = ${agreements.id} and ${visits.state} = 'done')`,
			/** Minutes on site of the visits done that were timed, and how many those are. */
			spent: sql<number>`(select coalesce(sum(${visits.leftAt} - ${visits.arrivedAt}), 0) / 60000 from ${visits} where ${visits.agreementId} = ${agreements.id} and ${visits.state} = 'done' and ${visits.leftAt} is not null and ${visits.arrivedAt} is not null)`,
			timed: sql<number>`(select count(*) from ${visits} where ${visits.agreementId} = ${agreements.id} and ${visits.state} = 'done' and ${visits.leftAt} is not null and ${visits.arrivedAt} is not null)`,
			missed: sql<number>`(select count(*) from ${visits} where ${visits.agreementId} = ${agreements.id} and ${visits.state} = 'planned' and ${visits.day} < ${todayOf(app)})`,
			weekday: sql<
				number | null
			>`(select (strftime('%w', ${visits.day}) + 6) % 7 + 1 from ${visits} where ${visits.agreementId} = ${agreements.id} and ${visits.state} = 'planned' order by ${visits.day} limit 1)`,
			crewId: sql<
				string | null
			>`(select ${visits.crewId} from ${visits} where ${visits.agreementId} = ${agreements.id} and ${visits.state} = 'planned' order by ${visits.day} limit 1)`,
			crew: sql<
				string | null
			>`(select ${crews.name} from ${visits} join ${crews} on ${crews.id} = ${visits.crewId} where ${visits.agreementId} = ${agreements.id} and ${visits.state} = 'planned' order by ${visits.day} limit 1)`,
			next: sql<
				string | null
			>`(select min(${visits.day}) from ${visits} where ${visits.agreementId} = ${agreements.id} and ${visits.state} = 'planned')`
		})
		.from(agreements)
		.innerJoin(customers, eq(customers.id, agreements.customerId))
		.innerJoin(sites, eq(sites.id, agreements.siteId))
		.innerJoin(jobs, eq(jobs.id, agreements.jobId))
		.where(and(eq(agreements.serviceId, serviceId), eq(agreements.state, 'open')))
		.orderBy(asc(agreements.number))
		.limit(5000)
		.all();

/** What was planned of a service, newest first; one can be taken back. */
export const plansOf = (app: App, serviceId: string) =>
	app.db.orm
		.select({
			...{ id: roundPlans.id, crew: crews.name, weekday: roundPlans.weekday, start: roundPlans.start, sites: roundPlans.sites },
			...{
				visits: roundPlans.visits,
				at: roundPlans.at,
				byName: roundPlans.byName,
				undoneAt: roundPlans.undoneAt,
				reason: roundPlans.reason
			}
		})
		.from(roundPlans)
		.leftJoin(crews, eq(crews.id, roundPlans.crewId))
		.where(eq(roundPlans.serviceId, serviceId))
		.orderBy(desc(roundPlans.at))
		.limit(20)
		.all();

/** Round days within days: how many stops each crew has, and how long they take. */
export const roundDays = (app: App, from: Day, to: Day) =>
	app.db.orm
		.select({ crewId: visits.crewId, day: visits.day, stops: sql<number>`count(*)`, minutes: sql<number>`sum(${visits.minutes})` })
		.from(visits)
		.where(and(gte(visits.day, from), lte(visits.day, to), sql`${visits.state} <> 'skipped'`))
		.groupBy(visits.crewId, visits.day)
		.all();

const taken = (moment: string) =>
	sql<number>`(select count(*) from visit_pictures p where p.visit_id = ${visits.id} and p.moment = ${moment})`;

/** The stops of a crew on a day, as the field and the board show them; no price is in it. */
export const stopsOf = (app: App, crewId: string | null, day: Day) =>
	app.db.orm
		.select({
			id: visits.id,
			state: visits.state,
			minutes: visits.minutes,
			note: visits.note,
			doneBy: visits.doneBy,
			/** What was noted the last time, for this time. */
			lastNote: sql<string>`coalesce((select v.note from visits v where v.agreement_id = ${agreements.id} and v.state = 'done' and v.day < ${visits.day} order by v.day desc limit 1), '')`,
			/** Pictures that were taken at it. */
			before: taken('before'),
			after: taken('after'),
			version: visits.version,
			...{ arrivedAt: visits.arrivedAt, leftAt: visits.leftAt, agreementId: agreements.id },
			service: seasonServices.name,
			wording: seasonServices.wording,
			jobId: agreements.jobId,
			about: agreements.note,
			...{ openFrom: agreements.openFrom, openTo: agreements.openTo },
			customer: customers.name,
			phone: customers.phone,
			address: sites.address,
			access: sites.access,
			lat: sites.lat,
			lng: sites.lng
		})
		.from(visits)
		.innerJoin(agreements, eq(agreements.id, visits.agreementId))
		.innerJoin(seasonServices, eq(seasonServices.id, agreements.serviceId))
		.innerJoin(customers, eq(customers.id, agreements.customerId))
		.innerJoin(sites, eq(sites.id, agreements.siteId))
		.where(and(hasIt(crewId), eq(visits.day, day), sql`${visits.state} <> 'skipped'`))
		// As it was set, the same on every round day; what has no place comes after.
		.orderBy(sql`${agreements.stop} is null`, asc(agreements.stop), asc(sites.address))
		.all();

/** The round days of a crew from a day on. */
export const stopsAhead = (app: App, crewId: string, from: Day) =>
	app.db.orm
		.select({ day: visits.day, stops: sql<number>`count(*)` })
		.from(visits)
		.where(and(eq(visits.crewId, crewId), gte(visits.day, from), sql`${visits.state} <> 'skipped'`))
		.groupBy(visits.day)
		.all();

export const crewIdOf = (app: App, personId: string): string | null =>
	app.db.orm.select({ id: people.crewId }).from(people).where(eq(people.id, personId)).get()?.id ?? null;

/** Sites that could get an agreement, with their customers. */
export const sitesToSell = (app: App) =>
	app.db.orm
		.select({ id: sites.id, address: sites.address, customer: customers.name })
		.from(sites)
		.innerJoin(customers, eq(customers.id, sites.customerId))
		.orderBy(asc(customers.name), asc(sites.address))
		.limit(3000)
		.all();

/** The agreement behind a job, if it is one's thread. */
export const agreementOfJob = (app: App, jobId: string) =>
	app.db.orm
		.select({
			id: agreements.id,
			number: agreements.number,
			visits: agreements.visits,
			service: seasonServices.name,
			serviceId: seasonServices.id
		})
		.from(agreements)
		.innerJoin(seasonServices, eq(seasonServices.id, agreements.serviceId))
		.innerJoin(jobs, eq(jobs.id, agreements.jobId))
		.where(eq(agreements.jobId, jobId))
		.get() ?? null;

/** Crews with how many are in them. */
/** Where the rounds of each crew start and end: at the branch of its lead, else of any of its people, that has a place. */
function startsOf(app: App): Map<string, { lat: number; lng: number }> {
	const rows = app.db.orm
		.select({ crewId: people.crewId, lat: branches.lat, lng: branches.lng })
		.from(people)
		.innerJoin(branches, eq(branches.id, people.branchId))
		.where(eq(people.active, true))
		.orderBy(sql`${people.role} = 'crew lead'`, desc(people.name))
		.all();
	return new Map(rows.flatMap(({ crewId, lat, lng }) => (crewId === null || lat === null || lng === null ? [] : [[crewId, { lat, lng }]])));
}

export function roundCrews(app: App) {
	const starts = startsOf(app);
	return app.db.orm
		.select({
			id: crews.id,
			name: crews.name,
			people: sql<number>`(select count(*) from ${people} where ${people.crewId} = ${crews.id} and ${people.active} = 1)`
		})
		.from(crews)
		.orderBy(asc(crews.position))
		.all()
		.map((c) => ({ ...c, lat: starts.get(c.id)?.lat ?? null, lng: starts.get(c.id)?.lng ?? null }));
}

/** Where rounds start and end: the first branch that has a place; null: none has. */
export const roundsStart = (app: App): { lat: number; lng: number } | null => {
	const all = app.db.orm.select({ lat: branches.lat, lng: branches.lng }).from(branches).orderBy(asc(branches.name)).all();
	for (const { lat, lng } of all) if (lat !== null && lng !== null) return { lat, lng };
	return null;
};

/** Every visit of a service that is planned or was done, in the order of days and stops. */
export const visitsOfService = (app: App, serviceId: string) =>
	app.db.orm
		.select({ day: visits.day, crewId: visits.crewId, crew: crews.name, address: sites.address })
		.from(visits)
		.innerJoin(agreements, eq(agreements.id, visits.agreementId))
		.leftJoin(crews, eq(crews.id, visits.crewId))
		.innerJoin(sites, eq(sites.id, agreements.siteId))
		.where(and(eq(agreements.serviceId, serviceId), sql`${visits.state} <> 'skipped'`))
		.orderBy(asc(visits.day), sql`${agreements.stop} is null`, asc(agreements.stop), asc(sites.address))
		.limit(200_000)
		.all();

/** Visits that are planned, by service; `where` says which of them. */
const plannedByService = (app: App, where: SQL | undefined) =>
	app.db.orm
		.select({
			serviceId: seasonServices.id,
			service: seasonServices.name,
			visits: sql<number>`count(*)`,
			sites: sql<number>`count(distinct ${agreements.siteId})`,
			since: sql<string>`min(${visits.day})`
		})
		.from(visits)
		.innerJoin(agreements, eq(agreements.id, visits.agreementId))
		.innerJoin(seasonServices, eq(seasonServices.id, agreements.serviceId))
		// As the index says it, so that ten years of visits that were done are not looked through.
		.where(and(sql`${visits.state} = 'planned'`, where, eq(agreements.state, 'open')))
		.groupBy(seasonServices.id)
		.all();

/** Visits that were to be done before today and are still planned, by service. */
export const missedVisits = (app: App) => plannedByService(app, lt(visits.day, todayOf(app)));

/** Visits of the days ahead, until one, that nobody has yet, by service. */
export const visitsOfNobody = (app: App, until: Day) =>
	plannedByService(app, and(gte(visits.day, todayOf(app)), lte(visits.day, until), isNull(visits.crewId)));
