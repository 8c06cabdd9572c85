import { say } from '../../contract/refusals/work';
import * as contract from '../../contract/work/permits';
import { asc, eq, sql } from 'drizzle-orm';
import { grouped } from '../../core/lists';
import { Refusal } from '../../core/refusal';
import { addDays } from '../../core/time';
import { isThere, WARN_DAYS } from '../../core/work';
import type { App } from '../app';
import { serve } from '../commands';
import type { Orm } from '../db';
import { newId } from '../ids';
import { jobs, stages } from '../sales/schema';
import { permits, phases } from './schema';

export const savePermit = serve(contract.savePermit, (ctx, { jobId, permitId, version, ...fields }) => {
	const job = ctx.get(jobs, permitId ? ctx.get(permits, permitId, 'This permit').jobId : jobId, 'This job');
	if (fields.phaseId && ctx.get(phases, fields.phaseId, 'This phase').jobId !== job.id)
		throw new Refusal(say('phase-belongs-to-another-job'), 'phaseId');
	const granted = fields.kind === 'permit' ? ['passed', 'failed'] : ['granted'];
	if (granted.includes(fields.state)) throw new Refusal(say('permit-is-granted'), 'state');
	if (['granted', 'passed', 'failed'].includes(fields.state) && fields.answeredOn === null)
		throw new Refusal(say('granted-on-day'), 'answeredOn');
	const row = permitId
		? ctx.update(permits, permitId, { ...fields, name: fields.name.trim() }, version)
		: ctx.insert(permits, { id: newId(), jobId: job.id, ...fields, name: fields.name.trim() });
	ctx.happened(`job:${job.id}`, 'work.save-permit', { name: row.name, state: row.state }, 'field', 'plan', 'today');
	return { permitId: row.id };
});

export const removePermit = serve(contract.removePermit, (ctx, i) => {
	const row = ctx.get(permits, i.permitId, 'This permit');
	ctx.remove(permits, row.id);
	ctx.happened(`job:${row.jobId}`, 'work.remove-permit', { name: row.name }, 'field', 'plan', 'today');
});

export const permitsOf = (db: Orm, jobId: string) =>
	db.select().from(permits).where(eq(permits.jobId, jobId)).orderBy(asc(permits.dueOn), asc(permits.name)).all();

/** What of jobs that are worked on runs out soon, or has, and inspections whose day has come without an answer. */
export function permitsToSee(app: App, today: string) {
	return app.db.orm
		.select({ permit: permits, job: jobs.name })
		.from(permits)
		.innerJoin(jobs, eq(jobs.id, permits.jobId))
		.innerJoin(stages, eq(stages.id, jobs.stageId))
		.where(
			sql`${stages.meaning} in ('ready', 'under way') and ((${permits.expiresOn} is not null and ${permits.expiresOn} <= ${addDays(today, WARN_DAYS)} and ${permits.state} in ('granted', 'passed')) or ${permits.state} = 'failed' or (${permits.dueOn} <= ${today} and ${permits.state} in ('to ask', 'asked')))`
		)
		.limit(50)
		.all()
		.map(({ permit, job }) => ({ ...permit, job, there: isThere(permit, today) }));
}

/** The permits of jobs, by the job: what waits for them is said by `waitsFor` of the core. */
export const permitsByJob = (db: Orm, jobIds: readonly string[]): Map<string, (typeof permits.$inferSelect)[]> =>
	grouped(
		db
			.select()
			.from(permits)
			.where(sql`${permits.jobId} in (select value from json_each(${JSON.stringify(jobIds)}))`)
			.all(),
		(p) => p.jobId
	);
