import { eq } from 'drizzle-orm';
import { jobs } from './schema';
import type { Orm } from '../db';

/** The branch a job belongs to; null: the main one. */
export const branchOfJob = (db: Orm, jobId: string): string | null =>
	db.select({ branchId: jobs.branchId }).from(jobs).where(eq(jobs.id, jobId)).get()?.branchId ?? null;
