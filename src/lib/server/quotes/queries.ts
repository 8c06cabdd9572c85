import { eq } from 'drizzle-orm';
import { presetsOf, quoteView } from '../../core/estimate';
import type { App } from '../app';
import { questionsOf } from './questions';
import { answers, company, jobs, quotes, revisions, customers } from '../db/schema';

/** A revision as its customer sees it, with some options chosen. Frozen figures; no cost leaves the server. */
export function customerQuote(app: App, revisionId: string, chosen: readonly string[] | null) {
	const db = app.db.orm;
	const row = db
		.select({ r: revisions, number: quotes.number, jobId: quotes.jobId })
		.from(revisions)
		.innerJoin(quotes, eq(quotes.id, revisions.quoteId))
		.where(eq(revisions.id, revisionId))
		.get();
	const own = db.select().from(company).get();
	if (!row || !own) return null;
	const { r } = row;
	const answer = db.select().from(answers).where(eq(answers.revisionId, r.id)).get() ?? null;
	const picked = new Set(answer ? answer.chosen : (chosen ?? presetsOf(r.frozen.estimate)));
	return {
		number: row.number,
		revision: r.revision,
		state: r.state,
		validUntil: r.validUntil,
		header: r.header,
		letterhead: own.settings.letterhead,
		company: { name: own.name, phone: own.phone, mail: own.mail },
		questions: questionsOf(db, r.quoteId).map(({ id, aboutId, about, asked, askedBy, askedAt, answer: said, answeredBy, answeredAt }) => ({
			id,
			aboutId,
			about,
			asked,
			askedBy,
			askedAt,
			answer: said,
			answeredBy,
			answeredAt
		})),
		hasRecord: (answer?.record ?? null) !== null,
		answer: answer && { answer: answer.answer, name: answer.name, at: answer.at, total: answer.total, reason: answer.reason },
		view: quoteView(r.frozen.estimate, picked, r.frozen.tax),
		zone: own.zone,
		system: own.system,
		jobId: row.jobId
	};
}

export const customerOfJob = (app: App, jobId: string) =>
	app.db.orm
		.select({ name: customers.name, mail: customers.mail })
		.from(jobs)
		.innerJoin(customers, eq(customers.id, jobs.customerId))
		.where(eq(jobs.id, jobId))
		.get() ?? null;

/** Files of the pictures that went out with a revision. */
export const quotedPictures = (app: App, revisionId: string): string[] =>
	(app.db.orm.select({ header: revisions.header }).from(revisions).where(eq(revisions.id, revisionId)).get()?.header.photos ?? []).map(
		(p) => p.fileId
	);
