import { and, desc, eq } from 'drizzle-orm';
import type { App } from '../app';
import type { Orm } from '../db';
import { quotes, revisions } from './schema';
import { customers, jobs } from '../sales/schema';

export const customerOfJob = (app: App, jobId: string) =>
	app.db.orm
		.select({ id: customers.id, name: customers.name, mail: customers.mail, phone: customers.phone, language: customers.language })
		.from(jobs)
		.innerJoin(customers, eq(customers.id, jobs.customerId))
		.where(eq(jobs.id, jobId))
		.get() ?? null;

/** Files of the pictures that went out with a revision. */
export function quotedPictures(app: App, revisionId: string): string[] {
	const header = app.db.orm.select({ header: revisions.header }).from(revisions).where(eq(revisions.id, revisionId)).get()?.header;
	const own = header?.estimator?.pictureId;
	return [...(header?.photos ?? []).map((p) => p.fileId), ...Object.values(header?.pictures ?? {}), ...(own ? [own] : [])];
}

/** The share of the deposit that the accepted quote of a job asked for, hundredths of a percent; null: it does not say. */
export const acceptedDeposit = (db: Orm, jobId: string): number | null =>
	db
		.select({ header: revisions.header })
		.from(revisions)
		.innerJoin(quotes, eq(quotes.id, revisions.quoteId))
		.where(and(eq(quotes.jobId, jobId), eq(revisions.state, 'accepted')))
		.orderBy(desc(revisions.issuedAt))
		.all()
		.find((r) => r.header.change === undefined)?.header.deposit?.percent ?? null;

/** Data sheets that went out with a revision. */
export const quotedSheets = (app: App, revisionId: string): string[] =>
	(app.db.orm.select({ header: revisions.header }).from(revisions).where(eq(revisions.id, revisionId)).get()?.header.sheets ?? []).map(
		(s) => s.id
	);
