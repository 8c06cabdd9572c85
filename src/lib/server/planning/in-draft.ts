import type { Input } from '../../contract';
import { say } from '../../contract/refusals/planning';
import { Refusal } from '../../core/refusal';
import { Stale, type Context } from '../commands';
import { newId } from '../ids';
import { changesOf, onPlan, type DraftRow, type OnPlan } from './draft-plan';
import { draftChanges, draftPlans } from './schema';

type Change = Input<'plan.arrange'>['changes'][number];

/** A draft that is worked on. @throws Refusal for one that was taken or dropped */
export function openDraft(ctx: Context, draftId: string) {
	const draft = ctx.get(draftPlans, draftId, 'This draft');
	if (draft.state !== 'open') throw new Refusal(say('draft-not-open'));
	return draft;
}

/** Carries changes out in a draft: the plan itself stays as it is. @returns what takes them back, in the same draft */
export function arrangeDraft(ctx: Context, draftId: string, changes: readonly Change[]): Change[] {
	const draft = openDraft(ctx, draftId);
	const ids = changes.map((c) => c.id);
	const real = onPlan(ctx.db, ids);
	const rows = new Map(changesOf(ctx.db, draft.id).map((r) => [r.shiftId, r]));
	const undo = changes.map((c) => putInDraft(ctx, draft.id, c, rows.get(c.id), real.get(c.id)));
	ctx.happened('company', 'plan.draft-changed', { name: draft.name, n: changes.length }, 'plan');
	return undo;
}

const placeOf = (s: OnPlan) => ({
	...{ jobId: s.jobId, phase: s.phase, personId: s.personId, day: s.day, from: s.from, to: s.to, note: s.note }
});

function putInDraft(ctx: Context, draftId: string, c: Change, row: DraftRow | undefined, is: OnPlan | undefined): Change {
	if (is?.firmId) throw new Refusal(say('firms-day-moves-with-its-ask'));
	const was = row ? row.to : is ? placeOf(is) : null;
	const version = was === null ? null : (row ?? is)!.version; // was is one of the two
	if (c.version === null && was !== null) throw new Stale(say('shift-stands-again'));
	if (c.version !== null && was === null) throw new Stale(say('shift-not-any-more'));
	if (version !== c.version) throw new Stale(say('shift-changed-meanwhile'));
	const jobId = c.to?.jobId ?? was?.jobId ?? '';
	const now = row
		? ctx.update(draftChanges, row.id, { to: c.to, jobId })
		: ctx.insert(draftChanges, {
				...{ id: newId(), draftId, shiftId: c.id, jobId, seen: is?.version ?? null, to: c.to },
				version: (is?.version ?? c.as ?? 0) + 1
			});
	if (c.to === null) return { id: c.id, version: null, as: now.version, to: was };
	return { id: c.id, version: now.version, to: was };
}
