import type Database from 'better-sqlite3';
import type { Known } from '../../../core/formats';
import type { Restful } from '../../../core/lists';
import type { Orm } from '../../db';

/** The file beneath the transaction: tens of thousands of rows go through plain prepared statements. */
export const raw = (db: Orm): Database.Database => db.$client;

/** Rows that are read at once. */
const PAGE = 2000;

type KnownRow = Omit<Known, 'setAside' | 'reference'> & { row: number; aside: number; ref: string | null; main: number };
const shaped = ({ row: _, aside, ref, main, ...k }: KnownRow): Known => ({
	...k,
	setAside: aside === 1,
	...(ref ? { reference: { id: ref, main: main === 1 } } : {})
});

const OWN = `select i.rowid row, i.id, coalesce(r.code, i.code) code, i.name, i.unit, i.cost, i.set_aside aside, r.id ref, 1 main, i.purchase_unit purchaseUnit, i.pack
	from items i left join item_suppliers r on r.item_id = i.id and r.supplier_id = i.supplier_id
	where i.supplier_id = @supplierId and i.rowid > @after order by i.rowid limit ${PAGE}`;
const ELSEWHERE = `select r.rowid row, i.id, r.code, i.name, i.unit, r.cost, 0 aside, r.id ref, 0 main, i.purchase_unit purchaseUnit, i.pack
	from item_suppliers r join items i on i.id = r.item_id and i.supplier_id is not r.supplier_id
	where r.supplier_id = @supplierId and r.rowid > @after order by r.rowid limit ${PAGE}`;

/**
 * What is known of a supplier’s articles, by the supplier’s code: items that are bought there, and those bought elsewhere that it
 * has too.
 */
export function* readingKnown(db: Orm, supplierId: string): Restful<Known[]> {
	const known: Known[] = [];
	for (const query of [OWN, ELSEWHERE]) {
		const page = raw(db).prepare<{ supplierId: string; after: number }, KnownRow>(query);
		for (let after = 0; ; yield) {
			const rows = page.all({ supplierId, after });
			for (const r of rows) known.push(shaped(r));
			if (rows.length < PAGE) break;
			after = rows.at(-1)?.row ?? after;
		}
	}
	return known;
}

/** Codes of items that are bought from somebody else, or are our own, in lower case. */
export function* readingCodesOfOthers(db: Orm, supplierId: string): Restful<Set<string>> {
	const taken = new Set<string>();
	const page = raw(db).prepare<[number, string], { row: number; code: string }>(
		`select rowid row, lower(code) code from items where rowid > ? and (supplier_id is null or supplier_id <> ?) order by rowid limit ${PAGE}`
	);
	for (let after = 0; ; yield) {
		const rows = page.all(after, supplierId);
		for (const r of rows) taken.add(r.code);
		if (rows.length < PAGE) return taken;
		after = rows.at(-1)?.row ?? after;
	}
}
