import { sql } from 'drizzle-orm';
import type { Known, PriceRow } from '../../core/formats';
import type { Orm } from '../db/open';
import { catalogChangeRows, catalogChanges, itemCosts, items } from '../db/schema';
import { newId } from '../ids';

interface Import {
	importId: string;
	supplierId: string;
	categoryId: string | null;
	taxCodeId: string | null;
	at: number;
	byName: string;
	text: string;
}

/** Writes an import with prepared statements: tens of thousands of rows are one short transaction. The import itself is the history of each row. */
export function applyPrices(
	db: Orm,
	i: Import,
	fresh: readonly PriceRow[],
	changed: readonly { row: PriceRow; known: Known }[],
	aside: readonly Known[] = []
): void {
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
		.set({
			name: sql`${ph('name')}`,
			unit: sql`${ph('unit')}`,
			cost: sql`${ph('cost')}`,
			setAside: false,
			version: sql`${items.version} + 1`
		})
		.where(sql`${items.id} = ${ph('id')}`)
		.prepare();
	// How the changed ones stood before, so that the import can be taken back.
	const changeId = newId();
	db.insert(catalogChanges)
		.values({
			id: changeId,
			at: i.at,
			byName: i.byName,
			text: i.text,
			importId: i.importId,
			items: fresh.length + changed.length + aside.length
		})
		.run();
	const keep = db
		.insert(catalogChangeRows)
		.select(
			db
				.select({
					id: sql<number>`null`.as('id'),
					changeId: sql<string>`${changeId}`.as('change_id'),
					itemId: items.id,
					name: items.name,
					unit: items.unit,
					cost: items.cost,
					rule: sql<string>`rule`.as('rule'),
					tags: sql<string>`tags`.as('tags'),
					categoryId: items.categoryId,
					taxCodeId: items.taxCodeId,
					setAside: sql<number>`set_aside`.as('set_aside'),
					versionAfter: sql<number>`${items.version} + 1`.as('version_after')
				})
				.from(items)
				.where(sql`${items.id} = ${ph('id')}`) as never
		)
		.prepare();
	for (const { known } of changed) keep.run({ id: known.id });
	const setAside = db
		.update(items)
		.set({ setAside: true, version: sql`${items.version} + 1` })
		.where(sql`${items.id} = ${ph('id')}`)
		.prepare();
	for (const k of aside) {
		keep.run({ id: k.id });
		setAside.run({ id: k.id });
	}
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
