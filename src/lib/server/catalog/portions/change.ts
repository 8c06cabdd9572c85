import { say } from '../../../contract/refusals/catalog';
import type { Change } from '../../../contract/catalog/bulk';
import type { ItemFilter } from '../../../contract/catalog/filter';
import type { Static } from '@sinclair/typebox';
import { eq, sql, type SQL } from 'drizzle-orm';
import { formatPercent, formatUnitPrice } from '../../../core/money';
import { Refusal } from '../../../core/refusal';
import { taxCodes } from '../../company/schema';
import type { Orm } from '../../db';
import { itemWhere } from '../filter';
import { ruleOf } from '../rules';
import { categories, items } from '../schema';
import { PORTION } from './portion';

export type ItemsChange = Static<typeof Change>;

interface Planned {
	/** Columns and what they become, for the UPDATE. */
	set: Record<string, SQL>;
	words: string;
}

/** What a change of many items does, in words and columns. The database asks the core for every new cost. @throws Refusal */
export function planOf(db: Orm, c: ItemsChange): Planned {
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

/**
 * Changes the next items of a filter, in the order of their ids: those before the cursor are done, whatever the change made of them.
 * @returns how many changed, and where the next portion begins; null when there is none
 */
export function changePortion(
	db: Orm,
	changeId: string,
	{ filter, change }: { filter: ItemFilter; change: ItemsChange },
	cursor: string
): { changed: number; cursor: string | null } {
	const { set } = planOf(db, change);
	const fields = Object.keys(set);
	const columns = (of: (column: string) => SQL) => sql.join(fields.map(of), sql`, `);
	const next = db
		.select({ id: items.id })
		.from(items)
		.where(sql`${itemWhere(db, filter)} and items.id > ${cursor}`)
		.orderBy(items.id)
		.limit(PORTION)
		.all();
	const ids = sql`(select value from json_each(${JSON.stringify(next.map((i) => i.id))}))`;
	const before = columns((c) => sql`${sql.identifier(c)}`);
	// A cost that is kept twice, before and after, is its own history.
	const after = set.cost ? sql`, cost_after` : sql``;
	// In the order of their key they are written side by side.
	db.run(sql`
		insert into item_changes (change_id, item_id, version_after, ${before}${after})
		select ${changeId}, id, version + 1, ${before}${set.cost ? sql`, ${set.cost}` : sql``} from items where id in ${ids} order by +id`);
	const becomes = (column: string): SQL => (column === 'cost' ? sql`r.cost_after` : (set[column] as SQL));
	db.run(sql`
		update items set ${columns((c) => sql`${sql.identifier(c)} = ${becomes(c)}`)}, version = items.version + 1
		from item_changes r where r.change_id = ${changeId} and r.item_id = items.id and items.id in ${ids}`);
	return { changed: next.length, cursor: next.length < PORTION ? null : (next.at(-1)?.id ?? null) };
}
