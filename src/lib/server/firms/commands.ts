import { say } from '../../contract/refusals/firms';
import * as contract from '../../contract/firms/commands';
import { and, asc, eq, sql } from 'drizzle-orm';
import { grouped } from '../../core/lists';
import { Refusal } from '../../core/refusal';
import type { Day } from '../../core/time';
import type { App } from '../app';
import { serve } from '../commands';
import type { Orm } from '../db';
import { firmPapers, firms } from './schema';
import { newId } from '../ids';

export const saveFirm = serve(contract.saveFirm, (ctx, { firmId, version, ...i }) => {
	if (!i.supplies && !i.subcontracts) throw new Refusal(say('say-whether-works-for-us-sells'), 'subcontracts');
	if ((i.earlyPercent ?? null) !== null && (i.earlyDays ?? null) === null)
		throw new Refusal(say('discount-within-how-many-days'), 'earlyDays');
	const name = i.name.trim();
	const other = ctx.db
		.select({ id: firms.id })
		.from(firms)
		.where(sql`lower(${firms.name}) = lower(${name})`)
		.get();
	if (other && other.id !== firmId) throw new Refusal(say('firm-of-name-already'), 'name');
	const saved =
		firmId === null
			? ctx.insert(firms, { id: newId(), ...i, name })
			: ctx.update(firms, ctx.get(firms, firmId, 'This firm').id, { ...i, name }, version);
	ctx.happened(`firm:${saved.id}`, 'firms.save', { name, firmId: saved.id, supplies: saved.supplies }, 'plan');
	return { firmId: saved.id };
});

export const setFirmAside = serve(contract.setFirmAside, (ctx, i) => {
	const firm = ctx.get(firms, i.firmId, 'This firm');
	ctx.update(firms, firm.id, { archived: i.archived }, i.version);
	ctx.happened(`firm:${firm.id}`, 'firms.set-aside', { name: firm.name, archived: i.archived }, 'plan');
});

export const savePaper = serve(contract.savePaper, (ctx, { firmId, paperId, version, ...i }) => {
	const firm = ctx.get(firms, firmId, 'This firm');
	if (paperId === null) ctx.insert(firmPapers, { id: newId(), firmId: firm.id, ...i });
	else ctx.update(firmPapers, ctx.get(firmPapers, paperId, 'This paper').id, i, version);
	ctx.happened(`firm:${firm.id}`, 'firms.save-paper', { name: firm.name, paper: i.name }, 'plan');
});

export const removePaper = serve(contract.removePaper, (ctx, i) => {
	const paper = ctx.get(firmPapers, i.paperId, 'This paper');
	ctx.remove(firmPapers, paper.id);
	ctx.happened(`firm:${paper.firmId}`, 'firms.remove-paper', { paper: paper.name }, 'plan');
});

/** The firms that work for us, or those that sell to us, with their papers. */
export function firmsThat(app: App, does: 'subcontracts' | 'supplies') {
	const list = app.db.orm.select().from(firms).where(eq(firms[does], true)).orderBy(asc(firms.archived), asc(firms.name)).all();
	const papers = grouped(app.db.orm.select().from(firmPapers).orderBy(asc(firmPapers.validUntil)).all(), (p) => p.firmId);
	return list.map((f) => ({ ...f, papers: papers.get(f.id) ?? [] }));
}

/** Papers of a firm that do not hold on a day. */
export const papersOver = (db: Orm, firmId: string, day: Day) =>
	db
		.select({ name: firmPapers.name, validUntil: firmPapers.validUntil })
		.from(firmPapers)
		.where(and(eq(firmPapers.firmId, firmId), sql`${firmPapers.validUntil} < ${day}`))
		.all();
