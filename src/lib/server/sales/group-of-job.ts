import type { Group } from '../catalog';
import { eq } from 'drizzle-orm';
import { customers, jobs } from './schema';
import { rateGroups } from '../rates/schema';
import type { Orm } from '../db';

/** The rate group of a job's customer, if it has one. */
export function groupOfJob(db: Orm, jobId: string): Group | null {
	const row = db
		.select({ percents: rateGroups.percents, onFixed: rateGroups.onFixed })
		.from(jobs)
		.innerJoin(customers, eq(customers.id, jobs.customerId))
		.innerJoin(rateGroups, eq(rateGroups.id, customers.rateGroupId))
		.where(eq(jobs.id, jobId))
		.get();
	return row ?? null;
}
