import { say } from '../../contract/refusals/work';
import * as contract from '../../contract/work/job-files';
import { and, asc, desc, eq, isNotNull, lte, ne, or } from 'drizzle-orm';
import { grouped } from '../../core/lists';
import { Refusal } from '../../core/refusal';
import { addDays, type Day } from '../../core/time';
import { WARN_DAYS } from '../../core/work';
import type { App } from '../app';
import { serve } from '../commands';
import type { Orm } from '../db';
import { keepWith } from '../files';
import { attachments } from '../files/schema';
import { newId } from '../ids';
import { jobs, stages } from '../sales/schema';
import { jobFiles, tasks } from './schema';

export const attachToJob = serve(contract.attachToJob, (ctx, i) => {
	const job = ctx.get(jobs, i.jobId, 'This job');
	const known = i.fileId ? ctx.get(jobFiles, i.fileId, 'This file') : null;
	if (known && known.jobId !== job.id) throw new Refusal(say('file-of-another-job'), 'file');
	const { attachmentId, name } = keepWith(ctx, `job:${job.id}`, i, 'any', 'file');
	const file = known ?? ctx.insert(jobFiles, { id: newId(), jobId: job.id, name, folder: i.folder.trim() || 'other' });
	ctx.update(attachments, attachmentId, { fileId: file.id });
	if (known) ctx.update(jobFiles, known.id, { aside: false });
	ctx.happened(`job:${job.id}`, 'jobs.attach', { name: file.name, again: known !== null }, 'field');
	return { fileId: file.id };
});

export const changeJobFile = serve(contract.changeJobFile, (ctx, { fileId, version, taskId, ...fields }) => {
	const file = ctx.get(jobFiles, fileId, 'This file');
	if (taskId && ctx.get(tasks, taskId, 'This task').jobId !== file.jobId) throw new Refusal(say('task-belongs-to-another-job'), 'taskId');
	ctx.update(
		jobFiles,
		file.id,
		{ ...fields, ...(taskId === undefined ? {} : { taskId }), name: fields.name.trim(), folder: fields.folder.trim() || 'other' },
		version
	);
	ctx.happened(`job:${file.jobId}`, 'jobs.change-file', { name: fields.name.trim(), seenBy: fields.seenBy }, 'field');
});

export const setAsideJobFile = serve(contract.setAsideJobFile, (ctx, i) => {
	const file = ctx.get(jobFiles, i.fileId, 'This file');
	if (file.aside === i.aside) return;
	ctx.update(jobFiles, file.id, { aside: i.aside });
	ctx.happened(`job:${file.jobId}`, 'jobs.set-aside-file', { name: file.name, aside: i.aside }, 'field');
});

/** The files of a job by folder and name, each with its versions, the newest first. @param seenBy only those that the crew may see */
export function filesOf(db: Orm, jobId: string, seenBy: 'office' | 'crew' = 'office') {
	const list = db
		.select()
		.from(jobFiles)
		.where(and(eq(jobFiles.jobId, jobId), seenBy === 'crew' ? and(ne(jobFiles.seenBy, 'office'), eq(jobFiles.aside, false)) : undefined))
		.orderBy(asc(jobFiles.folder), asc(jobFiles.name))
		.all();
	const versions = grouped(
		db
			.select({
				id: attachments.id,
				fileId: attachments.fileId,
				size: attachments.size,
				at: attachments.at,
				byName: attachments.byName,
				name: attachments.name
			})
			.from(attachments)
			.where(and(eq(attachments.subject, `job:${jobId}`), isNotNull(attachments.fileId)))
			.orderBy(desc(attachments.at), desc(attachments.id))
			.all(),
		(a) => a.fileId ?? ''
	);
	return list.map((f) => ({ ...f, versions: versions.get(f.id) ?? [] }));
}

/** The files of a job that its customer may see, each in its newest version. */
export const filesForCustomer = (db: Orm, jobId: string): { id: string; name: string }[] =>
	filesOf(db, jobId)
		.filter((f) => f.seenBy === 'customer' && !f.aside)
		.flatMap((f) => (f.versions[0] ? [{ id: f.versions[0].id, name: f.name }] : []));

/** Whether the crew may see a kept file of a job: it belongs to one that says so. */
export const crewSees = (db: Orm, fileId: string | null): boolean => {
	const file = fileId ? db.select().from(jobFiles).where(eq(jobFiles.id, fileId)).get() : undefined;
	return file !== undefined && file.seenBy !== 'office' && !file.aside;
};

/** Files of jobs that are worked on and that are no longer good, or soon not. */
export const filesExpiring = (app: App, today: Day) =>
	app.db.orm
		.select({ id: jobFiles.id, jobId: jobFiles.jobId, name: jobFiles.name, expiresOn: jobFiles.expiresOn, job: jobs.name })
		.from(jobFiles)
		.innerJoin(jobs, eq(jobs.id, jobFiles.jobId))
		.innerJoin(stages, eq(stages.id, jobs.stageId))
		.where(
			and(
				eq(jobFiles.aside, false),
				lte(jobFiles.expiresOn, addDays(today, WARN_DAYS)),
				or(eq(stages.meaning, 'ready'), eq(stages.meaning, 'under way'))
			)
		)
		.orderBy(asc(jobFiles.expiresOn))
		.limit(50)
		.all();
