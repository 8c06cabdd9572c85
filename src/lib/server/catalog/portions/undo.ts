import { sql } from 'drizzle-orm';
import type { Orm } from '../../db';
import { ITEM_FIELDS, type catalogChanges } from '../schema';
import { PORTION } from './portion';

type Change = typeof catalogChanges.$inferSelect;

/** What the cursor of the second half begins with: items that an import added. */
const ADDED = '+';

/**
 * Takes the next rows of a change back: first the items it changed, each to what it was, but for those that somebody changed since; then what an
 * import added is set aside again, if nobody changed it since. It stays findable, and what uses it keeps working.
 * @returns how many were taken back, and where the next portion begins; null when there is none
 */
export function undoPortion(db: Orm, change: Change, cursor: string, now: number): { restored: number; cursor: string | null } {
	if (cursor.startsWith(ADDED)) return setAddedAside(db, change, Number(cursor.slice(ADDED.length)));
	const ids = db.all<{ id: string }>(
		sql`select item_id id from item_changes where change_id = ${change.id} and item_id > ${cursor} order by item_id limit ${PORTION}`
	);
	const last = ids.at(-1)?.id;
	const restored = last === undefined ? 0 : restore(db, change, cursor, last, now);
	if (ids.length === PORTION && last !== undefined) return { restored, cursor: last };
	if (!change.importId) return { restored, cursor: null };
	const added = setAddedAside(db, change, 0);
	return { restored: restored + added.restored, cursor: added.cursor };
}

function restore(db: Orm, change: Change, after: string, last: string, now: number): number {
	const of = sql`r.change_id = ${change.id} and r.item_id > ${after} and r.item_id <= ${last}`;
	const still = sql`item_changes r join items i on i.id = r.item_id and i.version = r.version_after where ${of} and r.reference_id is null`;
	const fields = ITEM_FIELDS.filter((f) => change.fields.includes(f));
	if (fields.includes('cost'))
		db.run(sql`
			insert into item_costs (item_id, at, before, after)
			select i.id, ${now}, i.cost, r.cost from ${still} and i.cost <> r.cost order by i.id`);
	const back = sql.join(
		fields.map((f) => sql`${sql.identifier(f)} = r.${sql.identifier(f)}`),
		sql`, `
	);
	const rows = db.run(sql`
		update items set ${back}, version = items.version + 1
		from item_changes r where ${of} and r.reference_id is null and r.item_id = items.id and r.version_after = items.version`).changes;
	// What another supplier asks goes back too, unless something else was heard since.
	const heard = db.run(sql`
		update item_suppliers set cost = r.cost from item_changes r
		where ${of} and r.reference_id = item_suppliers.id and item_suppliers.cost = r.cost_after`).changes;
	return rows + heard;
}

function setAddedAside(db: Orm, change: Change, after: number): { restored: number; cursor: string | null } {
	const rows = db.all<{ row: number }>(
		sql`select id row from item_costs where import_id = ${change.importId} and before is null and id > ${after} order by id limit ${PORTION}`
	);
	const last = rows.at(-1)?.row;
	if (last === undefined) return { restored: 0, cursor: null };
	const restored = db.run(sql`
		update items set set_aside = 1, version = version + 1 where version = 1 and set_aside = 0 and id in
		(select item_id from item_costs where import_id = ${change.importId} and before is null and id > ${after} and id <= ${last})`).changes;
	return { restored, cursor: rows.length < PORTION ? null : `${ADDED}${last}` };
}
