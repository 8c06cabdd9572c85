import { sql } from 'drizzle-orm';
import type { Known, PriceRow } from '../../core/formats';
import type { Orm } from '../db/open';
import { itemCosts, items } from '../db/schema';
import { newId } from '../ids';

interface Import {
	importId: string;
	supplierId: string;
	categoryId: string | null;
	taxCodeId: string | null;
	at: number;
}

/** Writes an import with prepared statements: tens of thousands of rows are one short transaction. The import itself is the history of each row. */
export function applyPrices(db: Orm, i: Import, fresh: readonly PriceRow[], changed: readonly { row: PriceRow; known: Known }[]): void {
	const ph = sql.placeholder;
	const addItem = db
		.insert(items)
		.values({
			id: ph('id'),
			code: ph('code'),
			name: ph('name'),
			kind: 'material',
			unit: ph('unit'),
			cost: ph('cost'),
			rule: { by: 'inherit' },
			supplierId: i.supplierId,
			categoryId: i.categoryId,
			taxCodeId: i.taxCodeId
		} as never)
		.prepare();
	const addCost = db
		.insert(itemCosts)
		.values({ itemId: ph('itemId'), importId: i.importId, at: i.at, before: ph('before'), after: ph('after') } as never)
		.prepare();
	const change = db
		.update(items)
		.set({ name: sql`${ph('name')}`, unit: sql`${ph('unit')}`, cost: sql`${ph('cost')}`, version: sql`${items.version} + 1` })
		.where(sql`${items.id} = ${ph('id')}`)
		.prepare();
	for (const r of fresh) {
		const id = newId();
		addItem.run({ id, code: r.code, name: r.name, unit: r.unit, cost: r.cost });
		addCost.run({ itemId: id, before: null, after: r.cost });
	}
	for (const { row, known } of changed) {
		change.run({ id: known.id, name: row.name, unit: row.unit, cost: row.cost });
		if (known.cost !== row.cost) addCost.run({ itemId: known.id, before: known.cost, after: row.cost });
	}
}
