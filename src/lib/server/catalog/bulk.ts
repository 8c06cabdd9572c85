import { say } from '../../contract/refusals/catalog';
import { CATALOG } from '../../core/events';
import * as contract from '../../contract/catalog/bulk';
import { eq, sql } from 'drizzle-orm';
import { mulDiv, unitPrice, type UnitPrice } from '../../core/money';
import { Refusal } from '../../core/refusal';
import type { App } from '../app';
import { serve } from '../commands';
import { newId } from '../ids';
import type { ItemFilter } from '../../contract/catalog/filter';
import { itemWhere } from './filter';
import { changePortion, planOf, type ItemsChange } from './portions/change';
import { beginWork, workOf, dropWork } from './portions/work';
import { undoPortion } from './portions/undo';
import { pricer } from './pricing';
import { ruleOf } from './rules';
import { catalogChanges, items } from './schema';

export type { ItemsChange };

export const changeItems = serve(contract.changeItems, (ctx, { filter, change }) => {
	const { set, words } = planOf(ctx.db, change);
	const changeId = newId();
	ctx.insert(catalogChanges, { id: changeId, at: ctx.now, byName: ctx.who.name, text: '', items: 0, fields: Object.keys(set) });
	const { changed, cursor } = changePortion(ctx.db, changeId, { filter, change }, '');
	if (changed === 0) throw new Refusal(say('no-item-fits-so-nothing-to'), 'filter');
	const count = countOf(ctx.db, filter, changed, cursor);
	const text = CATALOG['catalog.change-items']({ items: count, words });
	ctx.db.update(catalogChanges).set({ text, items: changed }).where(eq(catalogChanges.id, changeId)).run();
	if (cursor === null) ctx.happened('catalog', 'catalog.change-items', { items: changed, words }, 'catalog');
	else beginWork(ctx, { id: changeId, kind: 'change', given: { filter, change }, cursor, done: changed, total: count }, text);
	return { changeId, changed: count, more: cursor !== null };
});

/** How many items a change is about in all: those that are done, and those of the filter that are not. */
const countOf = (db: App['db']['orm'], filter: ItemFilter, done: number, cursor: string | null): number =>
	cursor === null
		? done
		: done +
			(db
				.select({ n: sql<number>`count(*)` })
				.from(items)
				.where(sql`${itemWhere(db, filter)} and items.id > ${cursor}`)
				.get()?.n ?? 0);

export const undoChange = serve(contract.undoChange, (ctx, i) => {
	const change = ctx.get(catalogChanges, i.changeId, 'This change');
	if (change.undoneAt) throw new Refusal(say('change-taken-back-already'));
	// What is still being carried out stops where it is.
	const stopped = workOf(ctx.db, change.id);
	if (stopped) dropWork(ctx.db, change.id);
	ctx.update(catalogChanges, change.id, { undoneAt: ctx.now });
	const { restored, cursor } = undoPortion(ctx.db, change, '', ctx.now);
	const left = cursor === null ? change.items - restored : 0;
	if (cursor === null) ctx.happened('catalog', 'catalog.undo-change', { change: change.text, left }, 'catalog');
	else
		beginWork(
			ctx,
			{ id: change.id, kind: 'undo', given: {}, cursor, done: restored, total: change.items },
			`Taking back ${change.text}${stopped ? ', which was not finished' : ''}`
		);
	return { restored, left, more: cursor !== null };
});

/** What a change of many items would do: how many, and some of them before and after. Saves nothing. */
export function previewItems(app: App, filter: ItemFilter, change: ItemsChange) {
	const db = app.db.orm;
	const { words } = planOf(db, change);
	const where = itemWhere(db, filter);
	const found = db
		.select({ n: sql<number>`count(*)` })
		.from(items)
		.where(where)
		.get();
	const p = pricer(db);
	const some = db.select().from(items).where(where).limit(12).all();
	return {
		words,
		count: found?.n ?? 0,
		some: some.map((i) => {
			const after = { ...i };
			if (change.what === 'cost') after.cost = mulDiv(i.cost, 10_000 + change.percent, 10_000);
			if (change.what === 'rule') after.rule = ruleOf(change.rule, 'rule');
			if (change.what === 'category') after.categoryId = change.categoryId;
			return {
				id: i.id,
				code: i.code,
				name: i.name,
				cost: unitPrice(i.cost),
				costAfter: after.cost as UnitPrice,
				price: p.of(i).price,
				priceAfter: p.of(after).price
			};
		})
	};
}
