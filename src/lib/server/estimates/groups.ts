import { say } from '../../contract/refusals/estimates';
import * as contract from '../../contract/estimates/groups';
import { and, eq, max } from 'drizzle-orm';
import { Refusal } from '../../core/refusal';
import { serve, type Context } from '../commands';
import { estimates, lines, optionGroups, scopes } from './schema';
import { newId } from '../ids';
import { done } from './done';

/** Whether a member belongs to the estimate. */
function memberOf(ctx: Context, estimateId: string, m: { kind: string; id: string }) {
	const scope =
		m.kind === 'scope' ? ctx.get(scopes, m.id, 'This scope') : ctx.get(scopes, ctx.get(lines, m.id, 'This line').scopeId, 'Its scope');
	if (scope.estimateId !== estimateId) throw new Refusal(say('belongs-to-another-estimate'));
}

export const putGroup = serve(contract.putGroup, (ctx, { members, groupId, ...i }) => {
	const estimate = ctx.get(estimates, i.estimateId, 'This estimate');
	if (i.atMost < i.atLeast) throw new Refusal(say('at-most-cannot-be-less-than'), 'atMost');
	if (i.atLeast > members.length) throw new Refusal(say('to-choose-from', { membersCount: members.length }), 'atLeast');
	if (i.presetId !== null && !members.some((m) => m.id === i.presetId)) throw new Refusal(say('what-counts-must-be-one-of'), 'presetId');
	if (i.atLeast > 0 && i.presetId === null) throw new Refusal(say('say-which-counts-until-customer-chooses'), 'presetId');
	for (const m of members) memberOf(ctx, estimate.id, m);
	const position =
		(ctx.db
			.select({ n: max(optionGroups.position) })
			.from(optionGroups)
			.where(eq(optionGroups.estimateId, estimate.id))
			.get()?.n ?? 0) + 1;
	const group = groupId ? ctx.update(optionGroups, groupId, i) : ctx.insert(optionGroups, { id: newId(), position, ...i });
	freeMembers(ctx, estimate.id, group.id, new Set(members.map((m) => m.id)));
	for (const m of members)
		if (m.kind === 'scope') ctx.update(scopes, m.id, { option: true, groupId: group.id });
		else ctx.update(lines, m.id, { option: true, groupId: group.id });
	done(ctx, estimate.id, 'estimates.put-group', { name: i.name, members: members.length });
	return { groupId: group.id };
});

/** What is no longer in the group stays an option of its own. */
function freeMembers(ctx: Context, estimateId: string, groupId: string, keep: ReadonlySet<string>): void {
	for (const s of ctx.db
		.select()
		.from(scopes)
		.where(and(eq(scopes.estimateId, estimateId)))
		.all()) {
		if (s.groupId === groupId && !keep.has(s.id)) ctx.update(scopes, s.id, { groupId: null });
		for (const l of ctx.db.select().from(lines).where(eq(lines.scopeId, s.id)).all())
			if (l.groupId === groupId && !keep.has(l.id)) ctx.update(lines, l.id, { groupId: null });
	}
}

export const removeGroup = serve(contract.removeGroup, (ctx, i) => {
	const g = ctx.get(optionGroups, i.groupId, 'This group');
	freeMembers(ctx, g.estimateId, g.id, new Set());
	ctx.remove(optionGroups, g.id);
	done(ctx, g.estimateId, 'estimates.remove-group', { name: g.name });
});
