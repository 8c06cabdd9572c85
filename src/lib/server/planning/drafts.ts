import { and, desc, eq, inArray } from 'drizzle-orm';
import * as contract from '../../contract/planning/drafts';
import { say } from '../../contract/refusals/planning';
import { Refusal } from '../../core/refusal';
import type { Orm } from '../db';
import { self, serve } from '../commands';
import { newId } from '../ids';
import { people } from '../people/schema';
import { carryOut } from './arrange';
import { onPlan, stateOf } from './draft-plan';
import { openDraft } from './in-draft';
import { draftChanges, draftPlans } from './schema';

export const beginDraft = serve(contract.beginDraft, (ctx, i) => {
	const row = ctx.insert(draftPlans, { id: newId(), name: i.name.trim(), personId: self(ctx), at: ctx.now });
	ctx.happened('company', 'plan.begin-draft', { name: row.name }, 'plan');
	return { draftId: row.id };
});

export const changeDraft = serve(contract.changeDraft, (ctx, i) => {
	const draft = ctx.get(draftPlans, i.draftId, 'This draft');
	const state = i.dropped ? 'dropped' : draft.state === 'dropped' ? 'open' : draft.state;
	ctx.update(draftPlans, draft.id, { name: i.name.trim(), state });
	ctx.happened('company', 'plan.change-draft', { name: i.name.trim(), state }, 'plan');
});

export const settleDraft = serve(contract.settleDraft, (ctx, i) => {
	const draft = openDraft(ctx, i.draftId);
	const rows = ctx.db
		.select()
		.from(draftChanges)
		.where(and(eq(draftChanges.draftId, draft.id), inArray(draftChanges.shiftId, i.shiftIds)))
		.all();
	const real = onPlan(ctx.db, i.shiftIds);
	for (const row of rows)
		if (i.keep) ctx.update(draftChanges, row.id, { seen: real.get(row.shiftId)?.version ?? null });
		else ctx.remove(draftChanges, row.id);
	ctx.happened('company', 'plan.settle-draft', { name: draft.name, n: rows.length, keep: i.keep }, 'plan');
});

export const takeDraft = serve(contract.takeDraft, (ctx, i) => {
	const draft = openDraft(ctx, i.draftId);
	const all = stateOf(ctx.db, draft.id);
	const chosen = i.shiftIds ? new Set(i.shiftIds) : null;
	const ready = all.filter((s) => s.state === 'ready' && (chosen === null || chosen.has(s.change.shiftId)));
	if (ready.length === 0) throw new Refusal(say('draft-has-nothing-to-take'));
	const undo = carryOut(
		ctx,
		ready.map(({ change, is }) => ({ id: change.shiftId, version: is?.version ?? null, to: change.to })),
		i.despite
	);
	const left = all.filter((s) => s.state !== 'same').length - ready.length;
	if (left === 0) ctx.update(draftPlans, draft.id, { state: 'taken' });
	ctx.happened('company', 'plan.take-draft', { name: draft.name, n: ready.length, left }, 'plan');
	return { taken: ready.length, left, undo };
});

/** Draft plans, the latest first. */
export const draftList = (db: Orm) =>
	db
		.select({ id: draftPlans.id, name: draftPlans.name, at: draftPlans.at, state: draftPlans.state, by: people.name })
		.from(draftPlans)
		.innerJoin(people, eq(people.id, draftPlans.personId))
		.orderBy(desc(draftPlans.at))
		.limit(200)
		.all();

export const draftById = (db: Orm, id: string) => db.select().from(draftPlans).where(eq(draftPlans.id, id)).get();
