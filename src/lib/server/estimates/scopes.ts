import { say } from '../../contract/refusals/estimates';
import * as contract from '../../contract/estimates/scopes';
import { asc, eq } from 'drizzle-orm';
import { parseFigure, resized } from '../../core/measure';
import { Refusal } from '../../core/refusal';
import { serve, type Context } from '../commands';
import { estimates, lines, recipes, scopes, shapes } from './schema';
import { systemOf } from '../company';
import { newId } from '../ids';
import { done } from './done';
import { nextScope, swap } from './position';

const scopeOf = (ctx: Context, id: string) => ctx.get(scopes, id, 'This scope');
const inOrder = (ctx: Context, estimateId: string) =>
	ctx.db.select().from(scopes).where(eq(scopes.estimateId, estimateId)).orderBy(asc(scopes.position)).all();

export const addScope = serve(contract.addScope, (ctx, i) => {
	ctx.get(estimates, i.estimateId, 'This estimate');
	const scope = ctx.insert(scopes, {
		id: newId(),
		estimateId: i.estimateId,
		position: nextScope(ctx, i.estimateId),
		name: i.name,
		wording: i.wording ?? '',
		option: i.option ?? false
	});
	if (i.shape) {
		const figure = parseFigure(i.shape.kind, i.shape.typed, systemOf(ctx.db));
		ctx.insert(shapes, { id: newId(), scopeId: scope.id, position: 1, figure, times: 1, subtract: false, subtractLengths: false });
	}
	done(ctx, i.estimateId, 'estimates.add-scope', { name: i.name });
	return { scopeId: scope.id };
});

export const changeScope = serve(contract.changeScope, (ctx, { scopeId, move, ...patch }) => {
	const scope = scopeOf(ctx, scopeId);
	if (Object.keys(patch).length > 0) ctx.update(scopes, scope.id, patch);
	if (move) {
		swap(ctx, scopes, inOrder(ctx, scope.estimateId), scope.id, move);
	}
	done(ctx, scope.estimateId, 'estimates.change-scope', { name: patch.name ?? scope.name });
});

export const copyScope = serve(contract.copyScope, (ctx, i) => {
	const scope = scopeOf(ctx, i.scopeId);
	const option = i.option ?? scope.option;
	const copy = ctx.insert(scopes, {
		...{ ...scope, id: newId(), name: i.name, option },
		...{ groupId: option === scope.option ? scope.groupId : null, position: nextScope(ctx, scope.estimateId) }
	});
	const sizes = new Map(i.sizes?.map((s) => [s.shapeId, s]));
	const system = systemOf(ctx.db);
	for (const s of ctx.db.select().from(shapes).where(eq(shapes.scopeId, scope.id)).all()) {
		const other = sizes.get(s.id);
		const figure = other ? resized(s.figure, other.size, system) : s.figure;
		ctx.insert(shapes, { ...s, id: newId(), scopeId: copy.id, figure, times: other?.times ?? s.times });
	}
	const recipeIds = new Map<string, string>();
	for (const r of ctx.db.select().from(recipes).where(eq(recipes.scopeId, scope.id)).all())
		recipeIds.set(r.id, ctx.insert(recipes, { ...r, id: newId(), scopeId: copy.id }).id);
	const all = ctx.db.select().from(lines).where(eq(lines.scopeId, scope.id)).all();
	// What comes once to a job is there already, and what hangs on it with it.
	const rows = all.filter(
		(l) => !l.once && !(l.source.by === 'parent' && all.find((x) => l.source.by === 'parent' && x.id === l.source.parentId)?.once)
	);
	const ids = new Map(rows.map((l) => [l.id, newId()]));
	for (const l of rows) {
		const source = l.source.by === 'parent' ? { ...l.source, parentId: ids.get(l.source.parentId) ?? l.source.parentId } : l.source;
		ctx.insert(lines, {
			...l,
			id: ids.get(l.id) ?? newId(),
			scopeId: copy.id,
			source,
			settled: null,
			recipeId: l.recipeId ? (recipeIds.get(l.recipeId) ?? null) : null
		});
	}
	done(ctx, scope.estimateId, 'estimates.copy-scope', { scope: scope.name, name: i.name });
	return { scopeId: copy.id };
});

export const removeScope = serve(contract.removeScope, (ctx, i) => {
	const scope = scopeOf(ctx, i.scopeId);
	for (const l of ctx.db.select().from(lines).where(eq(lines.scopeId, scope.id)).all()) ctx.remove(lines, l.id);
	for (const r of ctx.db.select().from(recipes).where(eq(recipes.scopeId, scope.id)).all()) ctx.remove(recipes, r.id);
	for (const s of ctx.db.select().from(shapes).where(eq(shapes.scopeId, scope.id)).all()) ctx.remove(shapes, s.id);
	ctx.remove(scopes, scope.id);
	done(ctx, scope.estimateId, 'estimates.remove-scope', { scope: scope.name });
});

export const placeScope = serve(contract.placeScope, (ctx, i) => {
	const scope = scopeOf(ctx, i.scopeId);
	if (i.beforeId === scope.id) return;
	const others = inOrder(ctx, scope.estimateId).filter((s) => s.id !== scope.id);
	const at = i.beforeId === null ? others.length : others.findIndex((s) => s.id === i.beforeId);
	if (at < 0) throw new Refusal(say('scope-dropped-on-not-any-more'));
	others.splice(at, 0, scope);
	for (const [n, s] of others.entries()) if (s.position !== n + 1) ctx.update(scopes, s.id, { position: n + 1 });
	done(ctx, scope.estimateId, 'estimates.place-scope', { scope: scope.name });
});
