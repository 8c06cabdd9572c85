import type Database from 'better-sqlite3';
import type { Known, PriceRow } from '../../core/formats';
import type { Orm } from '../db';
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

/** The file beneath the transaction: tens of thousands of rows go through plain prepared statements. */
const raw = (db: Orm): Database.Database => (db as Orm & { $client: Database.Database }).$client;

/**
 * What is known of a supplier’s articles, by the supplier’s code: items that are bought there, and those bought elsewhere that it
 * has too.
 */
export const knownOf = (db: Orm, supplierId: string): Known[] =>
	(
		raw(db)
			.prepare(
				`select i.id, coalesce(r.code, i.code) code, i.name, i.unit, i.cost, i.set_aside aside, r.id ref, 1 main, i.purchase_unit purchaseUnit, i.pack
				from items i left join item_suppliers r on r.item_id = i.id and r.supplier_id = i.supplier_id where i.supplier_id = @supplierId
				union all
				select i.id, r.code, i.name, i.unit, r.cost, 0, r.id, 0, i.purchase_unit, i.pack
				from item_suppliers r join items i on i.id = r.item_id and i.supplier_id is not r.supplier_id where r.supplier_id = @supplierId`
			)
			.all({ supplierId }) as (Omit<Known, 'setAside'> & { aside: number; ref: string | null; main: number })[]
	).map(({ aside, ref, main, ...k }) => ({ ...k, setAside: aside === 1, ...(ref ? { reference: { id: ref, main: main === 1 } } : {}) }));

/** Codes of items that are bought from somebody else, or are our own, in lower case. */
export const codesOfOthers = (db: Orm, supplierId: string): Set<string> =>
	new Set(
		raw(db).prepare('select lower(code) from items where supplier_id is null or supplier_id <> ?').pluck().all(supplierId) as string[]
	);

/** Writes an import as one short transaction. The import itself is the history of each row; how the changed ones stood before is kept. */
export function applyPrices(
	db: Orm,
	i: Import,
	fresh: readonly PriceRow[],
	changed: readonly { row: PriceRow; known: Known }[],
	aside: readonly Known[] = []
): void {
	const sqlite = raw(db);
	const changeId = newId();
	sqlite
		.prepare('insert into catalog_changes (id, at, by_name, text, import_id, items) values (?, ?, ?, ?, ?, ?)')
		.run(changeId, i.at, i.byName, i.text, i.importId, fresh.length + changed.length + aside.length);
	sqlite
		.prepare(
			`insert into item_changes (change_id, item_id, version_after, name, unit, cost, rule, tags, category_id, tax_code_id, set_aside)
			select ?, id, version + 1, name, unit, cost, rule, tags, category_id, tax_code_id, set_aside from items
			where id in (select value from json_each(?)) order by id`
		)
		.run(
			changeId,
			JSON.stringify([...changed.filter((c) => c.known.reference?.main !== false).map((c) => c.known.id), ...aside.map((k) => k.id)])
		);
	sqlite
		.prepare('update items set set_aside = 1, version = version + 1 where id in (select value from json_each(?))')
		.run(JSON.stringify(aside.map((k) => k.id)));
	const addItem = sqlite.prepare(
		`insert into items (id, code, name, kind, unit, cost, rule, supplier_id, category_id, tax_code_id) values (?, ?, ?, 'material', ?, ?, '{"by":"inherit"}', ?, ?, ?)`
	);
	const addCost = sqlite.prepare('insert into item_costs (item_id, import_id, at, before, after) values (?, ?, ?, ?, ?)');
	for (const r of fresh) {
		const id = newId();
		addItem.run(id, r.code, r.name, r.unit, r.cost, i.supplierId, i.categoryId, i.taxCodeId);
		addCost.run(id, i.importId, i.at, null, r.cost);
	}
	// A name that stays is not written: the full-text index would take each such row out and in again.
	const change = sqlite.prepare('update items set unit = ?, cost = ?, set_aside = 0, version = version + 1 where id = ?');
	const rename = sqlite.prepare('update items set name = ? where id = ?');
	const hear = sqlite.prepare('update item_suppliers set cost = ?, at = ? where id = ?');
	const heard = sqlite.prepare(
		'insert into item_changes (change_id, item_id, version_after, cost, cost_after, reference_id) values (?, ?, 0, ?, ?, ?)'
	);
	for (const { row, known } of changed) {
		if (known.reference && !known.reference.main) {
			hear.run(row.cost, i.at, known.reference.id);
			heard.run(changeId, known.id, known.cost, row.cost, known.reference.id);
			continue;
		}
		change.run(row.unit, row.cost, known.id);
		if (row.name !== known.name) rename.run(row.name, known.id);
		if (known.cost !== row.cost) addCost.run(known.id, i.importId, i.at, known.cost, row.cost);
	}
}
