import { say } from '../../contract/refusals/catalog';
import { CATALOG } from '../../core/events';
import * as contract from '../../contract/catalog/bulk';
import { Change } from '../../contract/catalog/bulk';
import type { Static } from '@sinclair/typebox';
import { and, desc, eq, sql, type SQL } from 'drizzle-orm';
import { formatPercent, formatUnitPrice, mulDiv, unitPrice, type UnitPrice } from '../../core/money';
import { Refusal } from '../../core/refusal';
import type { App } from '../app';
import { serve, type Context } from '../commands';
import type { Orm } from '../db';
import { catalogChanges, categories, ITEM_FIELDS, items } from './schema';
import { taxCodes } from '../company/schema';
import { newId } from '../ids';
import { ItemFilter } from '../../contract/catalog/filter';
import { itemWhere } from './filter';
import { pricer } from './pricing';
import { ruleOf } from './rules';

export type ItemsChange = Static<typeof Change>;

interface Planned {
	/** Columns and what they become, for the UPDATE. */
	set: Record<string, SQL>;
	words: string;
}

/** What a change of many items does, in words and columns. The database asks the core for every new cost. @throws Refusal */
function plan(db: Orm, c: ItemsChange): Planned {
	switch (c.what) {
		case 'cost': {
			const p = c.percent;
			if (p <= -10_000) throw new Refusal(say('cost-cannot-fall-by-100-or'), 'percent');
			if (p > 100_000) throw new Refusal(say('cost-cannot-rise-by-more-than'), 'percent');
			return { set: { cost: sql`mul_div(cost, ${10_000 + p}, 10000)` }, words: `cost ${p < 0 ? '−' : '+'}${Math.abs(p) / 100} %` };
		}
		case 'rule': {
			const rule = ruleOf(c.rule, 'rule');
			return {
				set: { rule: sql`${JSON.stringify(rule)}` },
				words:
					rule.by === 'inherit'
						? 'price as the category says'
						: rule.by === 'fixed'
							? `fixed ${formatUnitPrice(rule.price)}`
							: `${rule.by} ${formatPercent(rule.percent)}`
			};
		}
		case 'category': {
			const name = c.categoryId
				? db.select({ name: categories.name }).from(categories).where(eq(categories.id, c.categoryId)).get()?.name
				: 'no category';
			if (!name) throw new Refusal(say('category-not-any-more'), 'categoryId');
			return { set: { category_id: sql`${c.categoryId}` }, words: `moved to ${name}` };
		}
		case 'tax': {
			const name = c.taxCodeId
				? db.select({ name: taxCodes.name }).from(taxCodes).where(eq(taxCodes.id, c.taxCodeId)).get()?.name
				: 'no tax';
			if (!name) throw new Refusal(say('tax-code-not-any-more'), 'taxCodeId');
			return { set: { tax_code_id: sql`${c.taxCodeId}` }, words: `tax: ${name}` };
		}
		case 'aside':
			return { set: { set_aside: sql`${c.setAside ? 1 : 0}` }, words: c.setAside ? 'set aside' : 'put back' };
		case 'tag': {
			const tag = c.tag.trim().toLowerCase();
			if (tag === '') throw new Refusal(say('type-tag'), 'tag');
			const without = sql`(select json_group_array(value) from json_each(items.tags) where value <> ${tag})`;
			return {
				set: { tags: c.add ? sql`json_insert(${without}, '$[#]', ${tag})` : without },
				words: `${c.add ? 'tagged' : 'without the tag'} ${tag}`
			};
		}
	}
}

export const changeItems = serve(contract.changeItems, (ctx, i) => {
	const { set, words } = plan(ctx.db, i.change);
	const where = itemWhere(ctx.db, i.filter);
	const changeId = newId();
	const fields = Object.keys(set);
	const change = ctx.insert(catalogChanges, { id: changeId, at: ctx.now, byName: ctx.who.name, text: '', items: 0, fields });
	const columns = (of: (column: string) => SQL) => sql.join(fields.map(of), sql`, `);
	const before = columns((c) => sql`${sql.identifier(c)}`);
	// A cost that is kept twice, before and after, is its own history.
	const after = set.cost ? sql`, cost_after` : sql``;
	// In the order of their key they are written side by side; the sign keeps SQLite from walking the index of all items for it.
	const changed = ctx.db.run(sql`
			insert into item_changes (change_id, item_id, version_after, ${before}${after})
			select ${changeId}, id, version + 1, ${before}${set.cost ? sql`, ${set.cost}` : sql``} from items where ${where} order by +id`).changes;
	if (changed === 0) throw new Refusal(say('no-item-fits-so-nothing-to'), 'filter');
	const becomes = (column: string): SQL => (column === 'cost' ? sql`r.cost_after` : (set[column] as SQL));
	ctx.db.run(sql`
			update items set ${columns((c) => sql`${sql.identifier(c)} = ${becomes(c)}`)}, version = items.version + 1
			from item_changes r where r.change_id = ${changeId} and r.item_id = items.id`);
	const text = CATALOG['catalog.change-items']({ items: changed, words });
	ctx.db.update(catalogChanges).set({ text, items: changed }).where(eq(catalogChanges.id, change.id)).run();
	ctx.happened('catalog', 'catalog.change-items', { items: changed, words }, 'catalog');
	return { changeId, changed };
});

export const undoChange = serve(contract.undoChange, (ctx, i) => {
	const change = ctx.get(catalogChanges, i.changeId, 'This change');
	if (change.undoneAt) throw new Refusal(say('change-taken-back-already'));
	const still = sql`item_changes r join items i on i.id = r.item_id and i.version = r.version_after where r.change_id = ${change.id} and r.reference_id is null`;
	const rows = ctx.db.get<{ n: number }>(sql`select count(*) n from ${still}`)?.n ?? 0;
	const fields = ITEM_FIELDS.filter((f) => change.fields.includes(f));
	if (fields.includes('cost'))
		ctx.db.run(sql`
				insert into item_costs (item_id, at, before, after)
				select i.id, ${ctx.now}, i.cost, r.cost from ${still} and i.cost <> r.cost order by i.id`);
	const back = sql.join(
		fields.map((f) => sql`${sql.identifier(f)} = r.${sql.identifier(f)}`),
		sql`, `
	);
	ctx.db.run(sql`
			update items set ${back}, version = items.version + 1
			from item_changes r where r.change_id = ${change.id} and r.reference_id is null and r.item_id = items.id and r.version_after = items.version`);
	// What another supplier asks goes back too, unless something else was heard since.
	const heard = ctx.db.run(sql`
			update item_suppliers set cost = r.cost from item_changes r
			where r.change_id = ${change.id} and r.reference_id = item_suppliers.id and item_suppliers.cost = r.cost_after`).changes;
	const added = change.importId ? setAddedAside(ctx, change.importId) : 0;
	const left = change.items - rows - added - heard;
	ctx.update(catalogChanges, change.id, { undoneAt: ctx.now });
	ctx.happened('catalog', 'catalog.undo-change', { change: change.text, left }, 'catalog');
	return { restored: rows + added + heard, left };
});

/** What an import added is set aside again, if nobody changed it since; it stays findable, and what uses it keeps working. */
function setAddedAside(ctx: Context, importId: string): number {
	return ctx.db.run(
		sql`update items set set_aside = 1, version = version + 1 where version = 1 and set_aside = 0 and id in (select item_id from item_costs where import_id = ${importId} and before is null)`
	).changes;
}

/** What a change of many items would do: how many, and some of them before and after. Saves nothing. */
export function previewItems(app: App, filter: ItemFilter, change: ItemsChange) {
	const db = app.db.orm;
	const { words } = plan(db, change);
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

/** The last changes of many items, and whether they can be taken back. */
export const recentChanges = (app: App) =>
	app.db.orm
		.select()
		.from(catalogChanges)
		.where(and(sql`${catalogChanges.importId} is null`))
		.orderBy(desc(catalogChanges.at), desc(sql`catalog_changes.rowid`))
		.limit(10)
		.all();
