import { eq } from 'drizzle-orm';
import type { App } from '../app';
import { revisions } from './schema';
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
	return [...(header?.photos ?? []).map((p) => p.fileId), ...Object.values(header?.pictures ?? {})];
}

/** Data sheets that went out with a revision. */
export const quotedSheets = (app: App, revisionId: string): string[] =>
	(app.db.orm.select({ header: revisions.header }).from(revisions).where(eq(revisions.id, revisionId)).get()?.header.sheets ?? []).map(
		(s) => s.id
	);
