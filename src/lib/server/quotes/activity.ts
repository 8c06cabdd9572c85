import { and, eq, inArray, isNull, ne, sql } from 'drizzle-orm';
import { hotness, type Hotness } from '../../core/quotes';
import { daysBetween } from '../../core/time';
import type { App } from '../app';
import { todayOf } from '../company';
import { views } from '../links/schema';
import { questions, quotes, revisions } from './schema';
import { customers, jobs, stages } from '../sales/schema';

/** What a customer did with a revision, from the times it was opened: seconds on it, options tried, kinds of device. */
export function activityIn(all: readonly (typeof views.$inferSelect)[]) {
	return {
		seconds: all.reduce((n, v) => n + v.seconds, 0),
		tried: new Set(all.flatMap((v) => v.tried)).size,
		devices: [...new Set(all.map((v) => v.device).filter(Boolean))].join(', ')
	};
}

export interface Call extends Hotness {
	revisionId: string;
	jobId: string;
	job: string;
	customer: string;
	phone: string;
	total: number;
}

/** Whom to call now, and why: open quotes by how warm they are, then by their money. */
export function whomToCall(app: App, most = 6): Call[] {
	const db = app.db.orm;
	const now = app.clock.now();
	const today = todayOf(app);
	const open = db
		.select({
			revisionId: revisions.id,
			quoteId: revisions.quoteId,
			jobId: quotes.jobId,
			job: jobs.name,
			customer: customers.name,
			phone: customers.phone,
			total: revisions.total,
			validUntil: revisions.validUntil,
			issuedAt: sql<number>`coalesce(${revisions.goesOutAt}, ${revisions.issuedAt})`
		})
		.from(revisions)
		.innerJoin(quotes, eq(quotes.id, revisions.quoteId))
		.innerJoin(jobs, eq(jobs.id, quotes.jobId))
		.innerJoin(customers, eq(customers.id, jobs.customerId))
		.innerJoin(stages, eq(stages.id, jobs.stageId))
		// Nobody is called about a job that is lost.
		.where(and(eq(revisions.state, 'open'), ne(stages.meaning, 'lost')))
		.limit(500)
		.all();
	if (open.length === 0) return [];
	const seen = new Map(
		db
			.select({
				id: views.subjectId,
				seen: sql<number>`count(*)`,
				last: sql<number>`max(${views.at})`,
				seconds: sql<number>`sum(${views.seconds})`,
				tried: sql<string>`group_concat(${views.tried}, '')`
			})
			.from(views)
			.where(
				inArray(
					views.subjectId,
					open.map((o) => o.revisionId)
				)
			)
			.groupBy(views.subjectId)
			.all()
			.map((v) => [v.id, v])
	);
	const asked = new Map(
		db
			.select({ quoteId: questions.quoteId, n: sql<number>`count(*)` })
			.from(questions)
			.where(and(isNull(questions.answeredAt)))
			.groupBy(questions.quoteId)
			.all()
			.map((q) => [q.quoteId, q.n])
	);
	return open
		.map((o) => {
			const v = seen.get(o.revisionId);
			const { score, reasons } = hotness(
				{
					seen: v?.seen ?? 0,
					lastSeen: v?.last ?? null,
					seconds: v?.seconds ?? 0,
					tried: new Set(v?.tried.match(/"[^"]+"/g) ?? []).size,
					openQuestions: asked.get(o.quoteId) ?? 0,
					daysLeft: daysBetween(today, o.validUntil),
					issuedAt: o.issuedAt
				},
				now
			);
			return { ...o, score, reasons };
		})
		.filter((c) => c.score > 0)
		.sort((a, b) => b.score - a.score || b.total - a.total)
		.slice(0, most);
}
