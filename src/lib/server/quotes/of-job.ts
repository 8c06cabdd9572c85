import { asc, desc, eq, inArray, and, sql } from 'drizzle-orm';
import type { Viewer } from '../../core/access';
import { groupRule, membersOf, presetsOf } from '../../core/estimate';
import type { App } from '../app';
import type { Orm } from '../db';
import { attachments } from '../files/schema';
import { links, views } from '../links/schema';
import { answers, questions, quotes, revisions } from './schema';
import { activityIn } from './activity';
import { linkUrl, maySend } from '../links';

/** A map of rows by what they belong to. */
function by<T>(rows: readonly T[], of: (row: T) => string): (id: string) => T[] {
	const map = new Map<string, T[]>();
	for (const row of rows) map.set(of(row), [...(map.get(of(row)) ?? []), row]);
	return (id) => map.get(id) ?? [];
}

/**
 * The quotes of a job, newest revision first, with what the customer asked, did and answered on each. One query a table, however often the quote was
 * made anew.
 */
export function quotesOfJob(app: App, jobId: string, viewer: Viewer) {
	const db = app.db.orm;
	const rows = db
		.select({
			id: revisions.id,
			revision: revisions.revision,
			number: quotes.number,
			quoteId: revisions.quoteId,
			own: quotes.own,
			quiet: revisions.quiet,
			state: revisions.state,
			total: revisions.total,
			issuedAt: revisions.issuedAt,
			validUntil: revisions.validUntil
		})
		.from(revisions)
		.innerJoin(quotes, eq(quotes.id, revisions.quoteId))
		.where(eq(quotes.jobId, jobId))
		.orderBy(desc(revisions.revision))
		.all();
	const ids = rows.map((r) => r.id);
	const answered = by(answersOf(db, ids), (a) => a.revisionId);
	const asked = by(
		db.select().from(questions).where(inArray(questions.revisionId, ids)).orderBy(asc(questions.askedAt)).all(),
		(q) => q.revisionId
	);
	const seen = by(db.select().from(views).where(inArray(views.subjectId, ids)).all(), (v) => v.subjectId);
	const scans = by(scansOf(db, ids), (s) => s.revisionId);
	const linkOf = maySend(viewer, 'quote') ? linksOf(db, ids) : new Map<string, string>();
	return rows.map((r) => {
		const looks = seen(r.id).map((v) => v.at);
		const linkId = linkOf.get(r.id);
		return {
			...r,
			seen: looks.length,
			firstSeen: looks.length ? Math.min(...looks) : null,
			lastSeen: looks.length ? Math.max(...looks) : null,
			link: linkId === undefined ? null : linkUrl(app, linkId),
			answer: answered(r.id)[0] ?? null,
			questions: asked(r.id),
			activity: activityIn(seen(r.id)),
			scans: scans(r.id),
			choices: r.state === 'open' ? choicesOf(db, r.id) : []
		};
	});
}

/** What was answered, without the signature and the record itself: those are read where they are shown. */
const answersOf = (db: Orm, revisionIds: string[]) =>
	db
		.select({
			revisionId: answers.revisionId,
			answer: answers.answer,
			name: answers.name,
			reason: answers.reason,
			at: answers.at,
			total: answers.total,
			chosen: answers.chosen,
			record: sql<number>`record is not null`
		})
		.from(answers)
		.where(inArray(answers.revisionId, revisionIds))
		.all();

const scansOf = (db: Orm, revisionIds: string[]) =>
	db
		.select({ id: attachments.id, name: attachments.name, subject: attachments.subject })
		.from(attachments)
		.where(
			inArray(
				attachments.subject,
				revisionIds.map((id) => `revision:${id}`)
			)
		)
		.orderBy(desc(attachments.at))
		.all()
		.map(({ subject, ...s }) => ({ ...s, revisionId: subject.slice('revision:'.length) }));

/** The newest link of each revision that has not been ended. */
const linksOf = (db: Orm, revisionIds: string[]) =>
	new Map(
		db
			.select({ id: links.id, revisionId: links.subjectId })
			.from(links)
			.where(and(eq(links.kind, 'quote'), eq(links.revoked, false), inArray(links.subjectId, revisionIds)))
			.orderBy(asc(links.createdAt), sql`rowid`)
			.all()
			.map((l) => [l.revisionId, l.id])
	);

/** The options of a revision, for an acceptance on paper. */
function choicesOf(db: Orm, revisionId: string) {
	const estimate = db.select({ frozen: revisions.frozen }).from(revisions).where(eq(revisions.id, revisionId)).get()?.frozen.estimate;
	if (!estimate) return [];
	const preset = presetsOf(estimate);
	return membersOf(estimate).map((m) => {
		const group = estimate.groups?.find((g) => g.id === m.groupId);
		return { id: m.id, name: m.name, preset: preset.has(m.id), group: group ? `${group.name}: ${groupRule(group).toLowerCase()}` : '' };
	});
}
