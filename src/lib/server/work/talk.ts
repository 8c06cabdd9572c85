import { say } from '../../contract/refusals/work';
import * as contract from '../../contract/work/talk';
import { and, asc, desc, eq, inArray, isNull } from 'drizzle-orm';
import { grouped } from '../../core/lists';
import { Refusal } from '../../core/refusal';
import { self, serve, type Context } from '../commands';
import type { App } from '../app';
import type { Orm } from '../db';
import { newId } from '../ids';
import { mentioned } from '../people';
import { people } from '../people/schema';
import { jobs } from '../sales/schema';
import { jobComments, jobMentions, tasks } from './schema';

/** Who is named in words: a mail to each who was not named in them before, and a mark until they read it. */
function tellNamed(ctx: Context, comment: typeof jobComments.$inferSelect, about: string): void {
	const known = new Set(
		ctx.db
			.select()
			.from(jobMentions)
			.where(eq(jobMentions.commentId, comment.id))
			.all()
			.map((m) => m.personId)
	);
	const job = ctx.get(jobs, comment.jobId, 'This job');
	for (const p of mentioned(ctx.db, comment.text)) {
		if (p.id === ctx.who.id || known.has(p.id)) continue;
		ctx.insert(jobMentions, { id: newId(), commentId: comment.id, personId: p.id });
		if (p.mail)
			ctx.mail({
				to: p.mail,
				subject: `${ctx.who.name} on ${job.name}${about ? `: ${about}` : ''}`,
				text: `${comment.text}\n\n${job.name}`,
				about: `job:${job.id}`
			});
	}
}

const aboutOf = (ctx: Context, taskId: string | null): string => (taskId ? (ctx.find(tasks, taskId)?.text ?? '') : '');

export const sayOnJob = serve(contract.sayOnJob, (ctx, i) => {
	const job = ctx.get(jobs, i.jobId, 'This job');
	if (i.taskId && ctx.get(tasks, i.taskId, 'This task').jobId !== job.id) throw new Refusal(say('task-belongs-to-another-job'), 'taskId');
	const comment = ctx.insert(jobComments, {
		...{ id: newId(), jobId: job.id, taskId: i.taskId, text: i.text.trim() },
		...{ byId: self(ctx), byName: ctx.who.name, at: ctx.doneAt }
	});
	const about = aboutOf(ctx, i.taskId);
	tellNamed(ctx, comment, about);
	ctx.happened(`job:${job.id}`, 'work.comment', { about }, 'field', 'today');
});

/** One's own comment, as it still stands. @throws Refusal where somebody else said it */
function own(ctx: Context, commentId: string): typeof jobComments.$inferSelect {
	const comment = ctx.get(jobComments, commentId, 'This comment');
	if (comment.byId !== self(ctx)) throw new Refusal(say('comment-of-somebody-else'));
	return comment;
}

export const changeComment = serve(contract.changeComment, (ctx, i) => {
	const before = own(ctx, i.commentId);
	const comment = ctx.update(jobComments, before.id, { text: i.text.trim(), changedAt: ctx.now, takenBackAt: null }, i.version);
	const about = aboutOf(ctx, comment.taskId);
	tellNamed(ctx, comment, about);
	ctx.happened(`job:${comment.jobId}`, 'work.change-comment', { about }, 'field', 'today');
});

export const takeBackComment = serve(contract.takeBackComment, (ctx, i) => {
	const comment = own(ctx, i.commentId);
	if (comment.takenBackAt !== null) return;
	ctx.update(jobComments, comment.id, { takenBackAt: ctx.now });
	for (const m of ctx.db.select().from(jobMentions).where(eq(jobMentions.commentId, comment.id)).all()) ctx.remove(jobMentions, m.id);
	ctx.happened(`job:${comment.jobId}`, 'work.take-back-comment', { about: aboutOf(ctx, comment.taskId) }, 'field', 'today');
});

export const readComments = serve(contract.readComments, (ctx, i) => {
	const job = ctx.get(jobs, i.jobId, 'This job');
	const open = ctx.db
		.select({ id: jobMentions.id })
		.from(jobMentions)
		.innerJoin(jobComments, eq(jobComments.id, jobMentions.commentId))
		.where(and(eq(jobComments.jobId, job.id), eq(jobMentions.personId, self(ctx)), isNull(jobMentions.readAt)))
		.all();
	if (open.length === 0) return;
	for (const m of open) ctx.update(jobMentions, m.id, { readAt: ctx.now });
	ctx.happened(`job:${job.id}`, 'work.read-comments', { n: open.length }, 'today');
});

/** What was said on a job, newest first; what was taken back without its words; who was named and whether they read it. */
export function talkOf(db: Orm, jobId: string, most = 200) {
	const list = db.select().from(jobComments).where(eq(jobComments.jobId, jobId)).orderBy(desc(jobComments.at)).limit(most).all();
	const named = grouped(
		db
			.select({ commentId: jobMentions.commentId, name: people.name, readAt: jobMentions.readAt })
			.from(jobMentions)
			.innerJoin(people, eq(people.id, jobMentions.personId))
			.where(
				inArray(
					jobMentions.commentId,
					list.map((c) => c.id)
				)
			)
			.orderBy(asc(people.name))
			.all(),
		(m) => m.commentId
	);
	return list.map((c) => ({
		...{ id: c.id, taskId: c.taskId, byId: c.byId, byName: c.byName, at: c.at, version: c.version },
		text: c.takenBackAt === null ? c.text : '',
		changed: c.changedAt !== null,
		takenBack: c.takenBackAt !== null,
		named: (named.get(c.id) ?? []).map((m) => ({ name: m.name, read: m.readAt !== null }))
	}));
}

/** What names a person and was not read by them. */
export const unreadOf = (app: App, personId: string) =>
	app.db.orm
		.select({
			id: jobComments.id,
			jobId: jobComments.jobId,
			job: jobs.name,
			byName: jobComments.byName,
			text: jobComments.text,
			at: jobComments.at
		})
		.from(jobMentions)
		.innerJoin(jobComments, eq(jobComments.id, jobMentions.commentId))
		.innerJoin(jobs, eq(jobs.id, jobComments.jobId))
		.where(and(eq(jobMentions.personId, personId), isNull(jobMentions.readAt), isNull(jobComments.takenBackAt)))
		.orderBy(desc(jobComments.at))
		.limit(50)
		.all();
