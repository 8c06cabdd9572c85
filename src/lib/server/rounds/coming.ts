import { and, asc, desc, eq, gte, inArray, isNotNull } from 'drizzle-orm';
import { grouped } from '../../core/lists';
import type { Day } from '../../core/time';
import type { Orm } from '../db';
import { comesOn } from '../planning';
import { sites } from '../sales/schema';
import { agreements, seasonServices, visitPictures, visits } from './schema';

comesOn((db, day) =>
	db
		.selectDistinct({ jobId: agreements.jobId })
		.from(visits)
		.innerJoin(agreements, eq(agreements.id, visits.agreementId))
		// While nobody has it yet, nobody says that somebody comes.
		.where(and(eq(visits.day, day), eq(visits.state, 'planned'), isNotNull(visits.crewId)))
		.all()
		.map((a) => a.jobId)
);

const SHOWN = { id: visits.id, day: visits.day, what: seasonServices.name, where: sites.address, jobId: agreements.jobId };
const of = (db: Orm) =>
	db
		.select(SHOWN)
		.from(visits)
		.innerJoin(agreements, eq(agreements.id, visits.agreementId))
		.innerJoin(seasonServices, eq(seasonServices.id, agreements.serviceId))
		.innerJoin(sites, eq(sites.id, agreements.siteId));

/** Visits to a customer's sites: those that lie ahead, and those that were done, newest first. */
export function visitsTo(db: Orm, customerId: string, today: Day) {
	const done = of(db)
		.where(and(eq(agreements.customerId, customerId), eq(visits.state, 'done')))
		.orderBy(desc(visits.day), asc(sites.address))
		.limit(100)
		.all();
	const pictures = grouped(picturesOf(db, done), (p) => p.visitId);
	return { ahead: aheadOf(db, customerId, today), done: done.map((v) => ({ ...v, pictures: pictures.get(v.id) ?? [] })) };
}

const picturesOf = (db: Orm, of: readonly { id: string }[]) =>
	of.length === 0
		? []
		: db
				.select({ visitId: visitPictures.visitId, fileId: visitPictures.fileId, moment: visitPictures.moment })
				.from(visitPictures)
				.where(
					inArray(
						visitPictures.visitId,
						of.map((v) => v.id)
					)
				)
				.orderBy(desc(visitPictures.moment), asc(visitPictures.at))
				.all();

const aheadOf = (db: Orm, customerId: string, today: Day) =>
	of(db)
		.where(and(eq(agreements.customerId, customerId), gte(visits.day, today), eq(visits.state, 'planned'), isNotNull(visits.crewId)))
		.orderBy(asc(visits.day), asc(sites.address))
		.limit(200)
		.all();
