import { say } from '../../contract/refusals/work';
import * as contract from '../../contract/work/findings';
import { asc, desc, eq, sql } from 'drizzle-orm';
import { Refusal } from '../../core/refusal';
import type { App } from '../app';
import { serve } from '../commands';
import type { Orm } from '../db';
import { beginChange } from '../estimates';
import { newId } from '../ids';
import { jobs } from '../sales/schema';
import { picture } from './punch';
import { findings } from './schema';

export const reportFinding = serve(contract.reportFinding, (ctx, i) => {
	const job = ctx.get(jobs, i.jobId, 'This job');
	const row = ctx.insert(findings, {
		...{ id: newId(), jobId: job.id, text: i.text.trim(), fileId: picture(ctx, i.fileId), begun: i.begun },
		...{ foundAt: ctx.doneAt, foundBy: ctx.who.name }
	});
	ctx.happened(`job:${job.id}`, 'work.report-finding', { text: row.text, begun: i.begun }, 'field', 'today');
});

export const priceFinding = serve(contract.priceFinding, (ctx, i) => {
	const row = ctx.get(findings, i.findingId, 'This');
	if (row.state === 'priced' && row.change !== null) return { change: row.change };
	const { change } = beginChange(ctx, row.jobId, row.text.slice(0, 200));
	ctx.update(findings, row.id, { state: 'priced', change, reason: '' });
	ctx.happened(`job:${row.jobId}`, 'work.price-finding', { text: row.text, change }, 'field', 'today');
	return { change };
});

export const letFindingBe = serve(contract.letFindingBe, (ctx, i) => {
	const row = ctx.get(findings, i.findingId, 'This');
	if (row.state === 'priced' && row.change !== null) throw new Refusal(say('finding-is-priced', { change: row.change }));
	if (!i.back && i.reason.trim() === '') throw new Refusal(say('say-why-let-be'), 'reason');
	ctx.update(findings, row.id, i.back ? { state: 'open', reason: '' } : { state: 'let be', reason: i.reason.trim() });
	ctx.happened(
		`job:${row.jobId}`,
		'work.let-finding-be',
		{ text: row.text, back: Boolean(i.back), reason: i.reason.trim() },
		'field',
		'today'
	);
});

/** What was found on a job, open ones first. */
export const findingsOf = (db: Orm, jobId: string) =>
	db
		.select()
		.from(findings)
		.where(eq(findings.jobId, jobId))
		.orderBy(sql`${findings.state} = 'open' desc`, desc(findings.foundAt))
		.all();

/** What was found anywhere and waits to be priced or let be. */
export const findingsOpen = (app: App) =>
	app.db.orm
		.select({ finding: findings, job: jobs.name })
		.from(findings)
		.innerJoin(jobs, eq(jobs.id, findings.jobId))
		.where(eq(findings.state, 'open'))
		.orderBy(asc(findings.foundAt))
		.limit(100)
		.all();
