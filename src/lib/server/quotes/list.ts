import { sql, eq, desc } from 'drizzle-orm';
import type { App } from '../app';
import { revisions, quotes } from './schema';
import { jobs, customers } from '../sales/schema';

export const quoteList = (app: App, state: string) =>
	app.db.orm
		.select({
			id: revisions.id,
			jobId: quotes.jobId,
			number: quotes.number,
			revision: revisions.revision,
			name: jobs.name,
			customer: customers.name,
			total: revisions.total,
			state: revisions.state,
			issuedAt: revisions.issuedAt,
			validUntil: revisions.validUntil,
			seen: sql<number>`(select count(*) from views where views.subject_id = revisions.id)`,
			lastSeen: sql<number | null>`(select max(at) from views where views.subject_id = revisions.id)`
		})
		.from(revisions)
		.innerJoin(quotes, eq(quotes.id, revisions.quoteId))
		.innerJoin(jobs, eq(jobs.id, quotes.jobId))
		.innerJoin(customers, eq(customers.id, jobs.customerId))
		.where(state ? sql`${revisions.state} = ${state}` : undefined)
		.orderBy(desc(revisions.issuedAt))
		.limit(5000)
		.all();
