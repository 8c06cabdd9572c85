import { eq } from 'drizzle-orm';
import type { Estimate } from '../../core/estimate';
import type { Context } from '../commands';
import type { Orm } from '../db';
import { lines, optionGroups, recipes, scopes, shapes } from './schema';
import { newId } from '../ids';
import { nextScope } from './position';

/** The assemblies on the scopes of an estimate, which lines belong to. */
export interface RecipeOfScope {
	id: string;
	scopeId: string;
	assemblyId: string;
	name: string;
}

export const recipesOf = (db: Orm, estimateId: string): RecipeOfScope[] =>
	db
		.select({ id: recipes.id, scopeId: recipes.scopeId, assemblyId: recipes.assemblyId, name: recipes.name })
		.from(recipes)
		.innerJoin(scopes, eq(scopes.id, recipes.scopeId))
		.where(eq(scopes.estimateId, estimateId))
		.all();

/**
 * Puts the scopes of another estimate, a template or a revision below those of an estimate: with new ids, and what hangs on a line,
 * a group or an assembly hanging on its own copy.
 * @param keepIds ids stay where they are free, so that an earlier revision that comes back is known again line by line
 */
export function putScopes(
	ctx: Context,
	estimateId: string,
	source: Estimate,
	from: { recipes: readonly RecipeOfScope[]; shapes: boolean; keepIds?: boolean }
): number {
	const ids = new Map<string, string>();
	const fresh = (id: string): string => {
		const known = ids.get(id);
		if (known) return known;
		const made = from.keepIds ? id : newId();
		ids.set(id, made);
		return made;
	};
	let position = nextScope(ctx, estimateId);
	(source.groups ?? []).forEach((g, n) =>
		ctx.insert(optionGroups, {
			id: fresh(g.id),
			estimateId,
			position: n,
			name: g.name,
			atLeast: g.atLeast,
			atMost: g.atMost,
			presetId: g.presetId ? fresh(g.presetId) : null
		})
	);
	const grouped = (id: string | null | undefined) => (id ? fresh(id) : null);
	for (const s of source.scopes) {
		const scope = ctx.insert(scopes, {
			id: fresh(s.id),
			estimateId,
			position: position++,
			name: s.name,
			wording: s.wording,
			option: s.option,
			setAside: s.setAside,
			groupId: grouped(s.groupId)
		});
		if (from.shapes)
			s.shapes.forEach((x, n) =>
				ctx.insert(shapes, {
					id: fresh(x.id),
					scopeId: scope.id,
					position: n,
					figure: x.figure,
					times: x.times,
					subtract: x.subtract,
					subtractLengths: x.subtractLengths ?? false
				})
			);
		for (const r of from.recipes.filter((x) => x.scopeId === s.id))
			ctx.insert(recipes, { id: fresh(r.id), scopeId: scope.id, assemblyId: r.assemblyId, name: r.name });
		const known = new Set(from.recipes.map((r) => r.id));
		s.lines.forEach((l, n) => {
			const { id, source: quantity, recipeId, groupId, flat, heading, ...rest } = l;
			ctx.insert(lines, {
				...rest,
				id: fresh(id),
				scopeId: scope.id,
				position: n,
				source: quantity.by === 'parent' ? { ...quantity, parentId: fresh(quantity.parentId) } : quantity,
				recipeId: recipeId && known.has(recipeId) ? fresh(recipeId) : null,
				groupId: grouped(groupId),
				flat: flat ?? null,
				heading: heading ?? false
			});
		});
	}
	return source.scopes.length;
}

/** Takes all scopes of an estimate out, with what is in them; Undo brings them back. */
export function clearScopes(ctx: Context, estimateId: string): void {
	for (const s of ctx.db.select().from(scopes).where(eq(scopes.estimateId, estimateId)).all()) {
		for (const l of ctx.db.select().from(lines).where(eq(lines.scopeId, s.id)).all()) ctx.remove(lines, l.id);
		for (const r of ctx.db.select().from(recipes).where(eq(recipes.scopeId, s.id)).all()) ctx.remove(recipes, r.id);
		for (const x of ctx.db.select().from(shapes).where(eq(shapes.scopeId, s.id)).all()) ctx.remove(shapes, x.id);
		ctx.remove(scopes, s.id);
	}
	for (const g of ctx.db.select().from(optionGroups).where(eq(optionGroups.estimateId, estimateId)).all()) ctx.remove(optionGroups, g.id);
}
