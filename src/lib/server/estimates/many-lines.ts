import { say } from '../../contract/refusals/estimates';
import * as contract from '../../contract/estimates/many-lines';
import { and, asc, eq, inArray, sql } from 'drizzle-orm';
import { poolLines, readBlock, type Line, type PasteColumn, type PastedLine } from '../../core/estimate';
import { unitPrice } from '../../core/money';
import type { Kind, PriceRule } from '../../core/pricing';
import { Refusal } from '../../core/refusal';
import { serve, type Context } from '../commands';
import type { Pricer } from '../catalog';
import { items } from '../catalog/schema';
import { estimates, lines, scopes } from './schema';
import { laborSheets } from '../people/schema';
import { usualSheet } from '../rates';
import { branchOfJob } from '../sales';
import { newId } from '../ids';
import { checkRoom, itemLines, laborLine, linePatch, pricerOf } from './commands';
import { done } from './done';
import { nextLine } from './position';

/** The lines asked for, all of one estimate, in the order in which they stand. */
function linesOf(ctx: Context, ids: readonly string[]): { estimateId: string; rows: (typeof lines.$inferSelect)[] } {
	const found = ctx.db
		.select({ line: lines, estimateId: scopes.estimateId, at: scopes.position })
		.from(lines)
		.innerJoin(scopes, eq(scopes.id, lines.scopeId))
		.where(inArray(lines.id, [...ids]))
		.orderBy(asc(scopes.position), asc(lines.position))
		.all();
	const estimateId = found[0]?.estimateId;
	if (found.length < ids.length || !estimateId) throw new Refusal(say('one-of-these-lines-not-any'));
	if (found.some((f) => f.estimateId !== estimateId)) throw new Refusal(say('these-lines-belong-to-different-estimates'));
	return { estimateId, rows: found.map((f) => f.line) };
}

export const changeLines = serve(contract.changeLines, (ctx, i) => {
	const { estimateId, rows } = linesOf(ctx, i.lineIds);
	for (const line of rows) ctx.update(lines, line.id, linePatch(ctx, estimateId, line, i.field, i.value));
	done(ctx, estimateId, 'estimates.change-lines', { rows: rows.length, field: i.field, value: i.value });
	return { lines: rows.length };
});

export const poolPicked = serve(contract.poolPicked, (ctx, i) => {
	const { estimateId, rows } = linesOf(ctx, i.lineIds);
	const [first, ...rest] = rows;
	if (!first) return;
	if (rest.some((l) => l.scopeId !== first.scopeId)) throw new Refusal(say('only-lines-of-one-scope-pooled'));
	ctx.update(lines, first.id, { source: poolLines(rows as unknown as Line[]), settled: null });
	const gone = new Map(rest.map((l) => [l.id, first.id]));
	// What hung on a line that went hangs on the one that stays.
	for (const l of ctx.db.select().from(lines).where(eq(lines.scopeId, first.scopeId)).all()) {
		if (l.source.by !== 'parent') continue;
		const stays = gone.get(l.source.parentId);
		if (stays && !gone.has(l.id)) ctx.update(lines, l.id, { source: { ...l.source, parentId: stays } });
	}
	for (const l of rest) ctx.remove(lines, l.id);
	done(ctx, estimateId, 'estimates.pool-lines', { rows: rows.length, name: first.name });
});

export const removeLines = serve(contract.removeLines, (ctx, i) => {
	const { estimateId, rows } = linesOf(ctx, i.lineIds);
	for (const l of rows) ctx.remove(lines, l.id);
	done(ctx, estimateId, 'estimates.remove-lines', { rows: rows.length });
});

export const moveLines = serve(contract.moveLines, (ctx, i) => {
	const { estimateId, rows } = linesOf(ctx, i.lineIds);
	const goal = ctx.get(scopes, i.scopeId, 'This scope');
	if (goal.estimateId !== estimateId) throw new Refusal(say('scope-belongs-to-another-estimate'));
	const moving = new Set(i.lineIds);
	// A line only hangs on one of its own scope: children go along when their parent leaves it.
	const all = ctx.db
		.select()
		.from(lines)
		.where(inArray(lines.scopeId, [...new Set(rows.map((r) => r.scopeId))]))
		.orderBy(asc(lines.position))
		.all();
	for (let grew = true; grew;) {
		grew = false;
		for (const l of all)
			if (!moving.has(l.id) && l.scopeId !== goal.id && l.source.by === 'parent' && moving.has(l.source.parentId)) {
				moving.add(l.id);
				grew = true;
			}
	}
	const going = [...rows, ...all.filter((l) => moving.has(l.id) && !i.lineIds.includes(l.id))];
	for (const l of going)
		if (l.scopeId !== goal.id && l.source.by === 'parent' && !moving.has(l.source.parentId))
			throw new Refusal(say('hangs-on-line-of-scope', { name: l.name }));
	const standing = ctx.db.select().from(lines).where(eq(lines.scopeId, goal.id)).orderBy(asc(lines.position)).all();
	const stay = standing.filter((l) => !moving.has(l.id));
	const at = i.beforeId === null ? stay.length : stay.findIndex((l) => l.id === i.beforeId);
	if (at < 0) throw new Refusal(say('line-to-put-them-before-not'));
	const order = [...stay.slice(0, at), ...going.filter((l) => moving.has(l.id)), ...stay.slice(at)];
	// Put where they stand already: nothing happened, and Undo has nothing to take back.
	if (order.map((l) => l.id).join() === standing.map((l) => l.id).join()) return;
	order.forEach((l, position) => {
		if (l.position !== position || l.scopeId !== goal.id) ctx.update(lines, l.id, { position, scopeId: goal.id });
	});
	done(ctx, estimateId, 'estimates.move-lines', { rows: rows.length, goal: goal.name });
});

export const pasteBlock = serve(contract.pasteBlock, (ctx, i) => {
	const scope = ctx.get(scopes, i.scopeId, 'This scope');
	checkRoom(ctx, scope.id);
	const columns = i.columns as PasteColumn[];
	if (!columns.includes('name')) throw new Refusal(say('say-which-column-holds-name'), 'columns');
	const block = readBlock(i.text, { columns, headed: i.headed });
	if (block.lines.length === 0) throw new Refusal(say('no-row-of-block-can-be'), 'text');
	const { jobId } = ctx.get(estimates, scope.estimateId, 'This estimate');
	const sheetId = block.lines.some((l) => l.hours) ? usualSheet(ctx.db, branchOfJob(ctx.db, jobId)) : null;
	const by = pricerOf(ctx, scope.estimateId);
	const itemNamed = itemsNamed(
		ctx,
		block.lines.filter((l) => l.cost === null && l.price === null).map((l) => l.name)
	);
	const asItem = itemLines(ctx, scope.estimateId, by);
	const start = nextLine(ctx, scope.id);
	ctx.insertMany(
		lines,
		block.lines.map((l, n) => {
			const item = l.cost === null && l.price === null && !l.hours ? itemNamed(l.name) : undefined;
			return {
				id: newId(),
				scopeId: scope.id,
				position: start + n,
				...(l.hours ? hoursLine(ctx, l, sheetId, by) : item ? asItem(item) : plainLine(l)),
				source: { by: 'typed', quantity: l.quantity }
			};
		})
	);
	done(ctx, scope.estimateId, 'estimates.paste-block', { lines: block.lines.length, scope: scope.name });
	return { lines: block.lines.length, left: block.problems.length };
});

/** A pasted row of what no catalog knows: at the price that stands in it, else at its cost. */
function plainLine(l: PastedLine) {
	const price = unitPrice(l.price ?? l.cost ?? 0);
	return {
		kind: 'material' as Kind,
		name: l.name,
		unit: l.unit,
		unitCost: l.cost ?? 0,
		unitPrice: price,
		rule: { by: 'fixed', price } as PriceRule
	};
}

/** The items that pasted names mean, by their code, else by their name; looked up for all of them at once. */
function itemsNamed(ctx: Context, names: readonly string[]): (name: string) => typeof items.$inferSelect | undefined {
	const byCode = new Map<string, typeof items.$inferSelect>();
	const byName = new Map<string, typeof items.$inferSelect>();
	const wanted = [...new Set(names)];
	for (let at = 0; at < wanted.length; at += 500) {
		const some = wanted.slice(at, at + 500);
		for (const i of ctx.db.select().from(items).where(inArray(items.code, some)).all()) byCode.set(i.code, byCode.get(i.code) ?? i);
		for (const i of ctx.db.select().from(items).where(inArray(items.name, some)).all()) byName.set(i.name, byName.get(i.name) ?? i);
	}
	return (name) => byCode.get(name) ?? byName.get(name);
}

/** A pasted row of hours: labor of the sheet of that name, else of the usual one; a cost or price that stands in the row holds. */
function hoursLine(ctx: Context, l: PastedLine, usual: string | null, by: Pricer) {
	const named = ctx.db
		.select({ id: laborSheets.id })
		.from(laborSheets)
		.where(and(sql`lower(${laborSheets.name}) = ${l.name.toLowerCase()}`, eq(laborSheets.setAside, false)))
		.get()?.id;
	const id = named ?? usual;
	if (!id) throw new Refusal(say('no-rate-sheet-to-price-hours'), 'text');
	const line = laborLine(ctx, id, by, l.name);
	return {
		...line,
		...(l.cost === null ? {} : { unitCost: l.cost }),
		...(l.price === null ? {} : { unitPrice: l.price, rule: { by: 'fixed', price: l.price } as PriceRule })
	};
}

export const addHeading = serve(contract.addHeading, (ctx, i) => {
	const scope = ctx.get(scopes, i.scopeId, 'This scope');
	checkRoom(ctx, scope.id);
	const position = nextLine(ctx, scope.id);
	const line = ctx.insert(lines, {
		id: newId(),
		scopeId: scope.id,
		position,
		kind: 'other',
		name: i.text,
		unit: '–',
		source: { by: 'typed', quantity: 0 as never },
		unitCost: 0,
		unitPrice: 0,
		rule: { by: 'fixed', price: unitPrice(0) },
		heading: true
	});
	done(ctx, scope.estimateId, 'estimates.add-heading', { name: i.text });
	return { lineId: line.id };
});
