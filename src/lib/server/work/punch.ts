import { say } from '../../contract/refusals/field';
import * as contract from '../../contract/work/punch';
import { and, asc, eq, isNull, count } from 'drizzle-orm';
import { Refusal } from '../../core/refusal';
import { serve, type Context } from '../commands';
import type { Orm } from '../db';
import { files } from '../files/schema';
import { newId } from '../ids';
import { people } from '../people/schema';
import { jobs } from '../sales/schema';
import { punchItems } from './schema';

/** A picture that is named has come. @throws Refusal at “picture” */
export function picture(ctx: Context, fileId: string | null): string | null {
	if (fileId && !ctx.find(files, fileId)) throw new Refusal(say('picture-did-not-arrive'), 'picture');
	return fileId;
}

export const addPunch = serve(contract.addPunch, (ctx, i) => {
	const job = ctx.get(jobs, i.jobId, 'This job');
	const row = ctx.insert(punchItems, {
		...{ id: newId(), jobId: job.id, text: i.text.trim(), place: i.place.trim(), fileId: picture(ctx, i.fileId) },
		...{ createdAt: ctx.doneAt, createdBy: ctx.who.name }
	});
	ctx.happened(`job:${job.id}`, 'work.add-punch', { text: row.text }, 'field');
});

export const changePunch = serve(contract.changePunch, (ctx, i) => {
	const row = ctx.get(punchItems, i.punchId, 'This');
	if (i.personId) ctx.get(people, i.personId, 'This person');
	ctx.update(punchItems, row.id, { text: i.text.trim(), place: i.place.trim(), personId: i.personId, due: i.due }, i.version);
	ctx.happened(`job:${row.jobId}`, 'work.change-punch', { text: i.text.trim() }, 'field');
});

export const tickPunch = serve(contract.tickPunch, (ctx, i) => {
	const row = ctx.get(punchItems, i.punchId, 'This');
	if ((row.doneAt !== null) === i.done) return;
	ctx.update(punchItems, row.id, i.done ? { doneAt: ctx.doneAt, doneBy: ctx.who.name } : { doneAt: null, doneBy: '' });
	ctx.happened(`job:${row.jobId}`, 'work.tick-punch', { text: row.text, done: i.done }, 'field', 'today');
});

export const removePunch = serve(contract.removePunch, (ctx, i) => {
	const row = ctx.get(punchItems, i.punchId, 'This');
	ctx.remove(punchItems, row.id);
	ctx.happened(`job:${row.jobId}`, 'work.remove-punch', { text: row.text }, 'field');
});

/** What is still to be put right on a job, then what was. */
export const punchOf = (db: Orm, jobId: string) =>
	db
		.select({
			...{ id: punchItems.id, text: punchItems.text, place: punchItems.place, due: punchItems.due, fileId: punchItems.fileId },
			...{ doneAt: punchItems.doneAt, doneBy: punchItems.doneBy, createdAt: punchItems.createdAt, createdBy: punchItems.createdBy },
			...{ personId: punchItems.personId, person: people.name, version: punchItems.version }
		})
		.from(punchItems)
		.leftJoin(people, eq(people.id, punchItems.personId))
		.where(eq(punchItems.jobId, jobId))
		.orderBy(asc(punchItems.doneAt), asc(punchItems.createdAt))
		.all();

export const punchLeft = (db: Orm, jobId: string): number =>
	db
		.select({ n: count() })
		.from(punchItems)
		.where(and(eq(punchItems.jobId, jobId), isNull(punchItems.doneAt)))
		.get()?.n ?? 0;
