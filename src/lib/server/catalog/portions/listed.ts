import type { Static } from '@sinclair/typebox';
import type { ListedRow } from '../../../contract/catalog/bulk';
import type { Orm } from '../../db';
import { newId } from '../../ids';
import { raw } from './known';

export type Listed = Static<typeof ListedRow>;
export interface Import {
	importId: string;
	changeId: string;
	supplierId: string;
	categoryId: string | null;
	taxCodeId: string | null;
	at: number;
}

/**
 * Writes rows of a price list. The import itself is the history of each row; how the changed ones stood before is kept.
 * @returns how many were added, and how many of those that were known changed
 */
export function writeListed(db: Orm, i: Import, rows: readonly Listed[], aside: readonly string[]): { added: number; changed: number } {
	const known = rows.filter((r) => r.itemId !== null);
	keepBefore(db, i.changeId, [...known.flatMap((r) => (r.itemId !== null && r.referenceId === null ? [r.itemId] : [])), ...aside]);
	raw(db)
		.prepare('update items set set_aside = 1, version = version + 1 where id in (select value from json_each(?))')
		.run(JSON.stringify(aside));
	const added = addItems(
		db,
		i,
		rows.filter((r) => r.itemId === null)
	);
	changeItems(
		db,
		i,
		known.filter((r) => r.referenceId === null)
	);
	hearCosts(
		db,
		i,
		known.filter((r) => r.referenceId !== null)
	);
	return { added, changed: known.length };
}

/** Keeps how items stand before the import changes them; after a restart the first state stays. */
function keepBefore(db: Orm, changeId: string, ids: readonly string[]): void {
	raw(db)
		.prepare(
			`insert or ignore into item_changes (change_id, item_id, version_after, name, unit, cost, rule, tags, category_id, tax_code_id, set_aside)
			select ?, id, version + 1, name, unit, cost, rule, tags, category_id, tax_code_id, set_aside from items
			where id in (select value from json_each(?)) order by id`
		)
		.run(changeId, JSON.stringify(ids));
}

/** New items. One whose code somebody took while the list was being applied is left to them. */
function addItems(db: Orm, i: Import, rows: readonly Listed[]): number {
	const addItem = raw(db).prepare(
		`insert or ignore into items (id, code, name, kind, unit, cost, rule, supplier_id, category_id, tax_code_id) values (?, ?, ?, 'material', ?, ?, '{"by":"inherit"}', ?, ?, ?)`
	);
	const addCost = raw(db).prepare('insert into item_costs (item_id, import_id, at, before, after) values (?, ?, ?, null, ?)');
	let added = 0;
	for (const r of rows) {
		const id = newId();
		if (addItem.run(id, r.code, r.name, r.unit, r.cost, i.supplierId, i.categoryId, i.taxCodeId).changes === 0) continue;
		addCost.run(id, i.importId, i.at, r.cost);
		added += 1;
	}
	return added;
}

function changeItems(db: Orm, i: Import, rows: readonly Listed[]): void {
	const addCost = raw(db).prepare(
		'insert into item_costs (item_id, import_id, at, before, after) select id, ?, ?, cost, ? from items where id = ? and cost <> ?'
	);
	const change = raw(db).prepare('update items set unit = ?, cost = ?, set_aside = 0, version = version + 1 where id = ?');
	// A name that stays is not written: the full-text index would take each such row out and in again.
	const rename = raw(db).prepare('update items set name = ? where id = ? and name <> ?');
	for (const r of rows) {
		addCost.run(i.importId, i.at, r.cost, r.itemId, r.cost);
		change.run(r.unit, r.cost, r.itemId);
		rename.run(r.name, r.itemId, r.name);
	}
}

/** What another supplier asks for an item that is bought elsewhere. */
function hearCosts(db: Orm, i: Import, rows: readonly Listed[]): void {
	const heard = raw(db).prepare(
		'insert into item_changes (change_id, item_id, version_after, cost, cost_after, reference_id) select ?, item_id, 0, cost, ?, id from item_suppliers where id = ?'
	);
	const hear = raw(db).prepare('update item_suppliers set cost = ?, at = ? where id = ?');
	for (const r of rows) {
		heard.run(i.changeId, r.cost, r.referenceId);
		hear.run(r.cost, i.at, r.referenceId);
	}
}
