import type { ItemFilter } from '../../contract/catalog/filter';
import { sql, type SQL } from 'drizzle-orm';
import { type Orm, ftsQuery } from '../db';
import { categories } from './schema';

/** A category and all that lie in it. */
export function categoriesIn(db: Orm, id: string): string[] {
	const all = db.select({ id: categories.id, parentId: categories.parentId }).from(categories).all();
	const found = [id];
	for (let n = 0; n < found.length; n++) for (const c of all) if (c.parentId === found[n] && !found.includes(c.id)) found.push(c.id);
	return found;
}

/** The condition of a filter on the items table. */
export function itemWhere(db: Orm, f: ItemFilter): SQL {
	const all: SQL[] = [];
	if (f.ids) all.push(sql`items.id in (select value from json_each(${JSON.stringify(f.ids)}))`);
	else all.push(f.setAside ? sql`items.set_aside = 1` : sql`items.set_aside = 0`);
	const words = f.q ? ftsQuery(f.q) : '';
	if (words)
		all.push(
			sql`(items.rowid in (select rowid from items_fts where items_fts match ${words}) or items.id in (select item_id from item_suppliers where code = ${f.q?.trim() ?? ''}))`
		);
	else if (f.q?.trim()) all.push(sql`0`);
	if (f.kind) all.push(sql`items.kind = ${f.kind}`);
	if (f.categoryId) all.push(sql`items.category_id in (select value from json_each(${JSON.stringify(categoriesIn(db, f.categoryId))}))`);
	if (f.supplierId) all.push(sql`items.supplier_id = ${f.supplierId}`);
	if (f.tag) all.push(sql`exists (select 1 from json_each(items.tags) where value = ${f.tag})`);
	return sql.join(all, sql` and `);
}
