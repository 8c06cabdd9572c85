import { Type } from '@sinclair/typebox';
import { and, eq, max } from 'drizzle-orm';
import { Refusal } from '../../core/refusal';
import { defineCommand, type Context } from '../commands';
import { Id, Name, strict } from '../commands/inputs';
import { estimates, lines, optionGroups, scopes } from '../db/schema';
import { newId } from '../ids';
import { done } from './done';

const Member = Type.Object({ kind: Type.Union([Type.Literal('scope'), Type.Literal('line')]), id: Id }, strict);

/** Whether a member belongs to the estimate. */
function memberOf(ctx: Context, estimateId: string, m: { kind: string; id: string }) {
	const scope =
		m.kind === 'scope' ? ctx.get(scopes, m.id, 'This scope') : ctx.get(scopes, ctx.get(lines, m.id, 'This line').scopeId, 'Its scope');
	if (scope.estimateId !== estimateId) throw new Refusal('This belongs to another estimate.');
}

/** Makes a group of options or changes one: its members become options, and one of them counts until the customer chooses. */
export const putGroup = defineCommand({
	name: 'estimates.put-group',
	access: 'estimates.change',
	input: Type.Object(
		{
			estimateId: Id,
			groupId: Type.Optional(Id),
			name: Name,
			atLeast: Type.Integer({ minimum: 0, maximum: 50 }),
			atMost: Type.Integer({ minimum: 1, maximum: 50 }),
			members: Type.Array(Member, { minItems: 2, maxItems: 50 }),
			presetId: Type.Union([Id, Type.Null()])
		},
		strict
	),
	run(ctx, { members, groupId, ...i }) {
		const estimate = ctx.get(estimates, i.estimateId, 'This estimate');
		if (i.atMost < i.atLeast) throw new Refusal('At most cannot be less than at least.', 'atMost');
		if (i.atLeast > members.length) throw new Refusal(`There are ${members.length} to choose from.`, 'atLeast');
		if (i.presetId !== null && !members.some((m) => m.id === i.presetId)) throw new Refusal('What counts must be one of them.', 'presetId');
		if (i.atLeast > 0 && i.presetId === null) throw new Refusal('Say which counts until the customer chooses.', 'presetId');
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
		done(ctx, estimate.id, `${i.name}: ${members.length} to choose from`);
		return { groupId: group.id };
	}
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

/** Takes a group apart: its members stay options, each for itself. */
export const removeGroup = defineCommand({
	name: 'estimates.remove-group',
	access: 'estimates.change',
	input: Type.Object({ groupId: Id }, strict),
	run(ctx, i) {
		const g = ctx.get(optionGroups, i.groupId, 'This group');
		freeMembers(ctx, g.estimateId, g.id, new Set());
		ctx.remove(optionGroups, g.id);
		done(ctx, g.estimateId, `${g.name} taken apart`);
	}
});
