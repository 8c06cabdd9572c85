import { and, asc, eq, gte, isNotNull, or } from 'drizzle-orm';
import type { App } from '../app';
import { todayOf } from '../company';
import { firmAsks, shifts } from '../planning/schema';
import { visitsTo } from '../rounds';
import { customers, jobs, sites } from '../sales/schema';

/** What a customer's link about visits shows: when somebody comes and to do what, what was done, and nothing of money or of who else is planned. */
export function comingToCustomer(app: App, customerId: string) {
	const db = app.db.orm;
	const customer = db
		.select({ name: customers.name, stopped: customers.noVisitMessages })
		.from(customers)
		.where(eq(customers.id, customerId))
		.get();
	if (!customer) return null;
	const today = todayOf(app);
	const rounds = visitsTo(db, customerId, today);
	const work = db
		.selectDistinct({ day: shifts.day, what: jobs.name, where: sites.address })
		.from(shifts)
		.innerJoin(jobs, eq(jobs.id, shifts.jobId))
		.leftJoin(sites, eq(sites.id, jobs.siteId))
		.leftJoin(firmAsks, eq(firmAsks.id, shifts.askId))
		.where(and(eq(jobs.customerId, customerId), gte(shifts.day, today), or(isNotNull(shifts.personId), eq(firmAsks.state, 'yes'))))
		.orderBy(asc(shifts.day), asc(jobs.name))
		.limit(200)
		.all();
	const shown = (v: { day: string; what: string; where: string | null }) => ({ day: v.day, what: v.what, where: v.where ?? '' });
	return {
		customer: customer.name,
		on: !customer.stopped,
		ahead: [...work, ...rounds.ahead].map(shown).sort((a, b) => a.day.localeCompare(b.day) || a.where.localeCompare(b.where)),
		done: rounds.done.map((v) => ({ ...shown(v), pictures: v.pictures.map(({ fileId, moment }) => ({ fileId, moment })) }))
	};
}
