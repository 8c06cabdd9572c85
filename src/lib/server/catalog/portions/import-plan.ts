import type { Static } from '@sinclair/typebox';
import type { importPrices } from '../../../contract/catalog/commands';
import { comparingPriceList, readingCsv, readingPriceList, type Mapping, type Rejected } from '../../../core/formats';
import { rests, type Restful } from '../../../core/lists';
import type { Orm } from '../../db';
import type { Listed } from './listed';
import { readingCodesOfOthers, readingKnown } from './known';

export type ImportInput = Static<(typeof importPrices)['input']>;

/** What an import is going to do. */
export interface ImportPlan {
	/** What stands in the list at all, to tell an empty reading from one that changes nothing. */
	read: number;
	rows: Listed[];
	/** Items that the list does not have any more, to be set aside. */
	aside: string[];
	unchanged: number;
	rejected: Rejected[];
}

const OTHERS = 'Another supplier’s item, or one of your own, has this code. If it is the same thing, add this supplier to it.';

/**
 * Reads a price list and says what it changes in what is known. What was applied before a restart is unchanged by then, so the same import planned
 * again is what is left of it.
 */
export function* planningImport(db: Orm, i: ImportInput): Restful<ImportPlan> {
	const mapping: Mapping = i.mapping;
	const cells = yield* readingCsv(i.text);
	const { prices, rejected } = yield* readingPriceList(cells, mapping);
	const known = yield* readingKnown(db, i.supplierId);
	const taken = yield* readingCodesOfOthers(db, i.supplierId);
	const c = yield* comparingPriceList(prices, known);
	rejected.push(...c.rejected);
	const skip = new Set((i.skip ?? []).map((code) => code.toLowerCase()));
	const rows: Listed[] = [];
	for (const [n, row] of c.fresh.entries()) {
		if (rests(n)) yield;
		const code = row.code.toLowerCase();
		if (taken.has(code)) rejected.push({ row: row.row, text: `${row.code} · ${row.name}`, reason: OTHERS });
		else if (!skip.has(code)) rows.push(listed(row, null, null));
	}
	for (const [n, { row, known: k }] of c.changed.entries()) {
		if (rests(n)) yield;
		if (!skip.has(row.code.toLowerCase())) rows.push(listed(row, k.id, k.reference?.main === false ? k.reference.id : null));
	}
	const aside = i.asideMissing ? c.missing.filter((m) => !skip.has(m.code.toLowerCase())).map((m) => m.id) : [];
	return { read: prices.length, rows, aside, unchanged: c.unchanged.length, rejected };
}

const listed = (r: Omit<Listed, 'itemId' | 'referenceId'>, itemId: string | null, referenceId: string | null): Listed => ({
	...{ code: r.code, name: r.name, unit: r.unit, cost: r.cost },
	...{ itemId, referenceId }
});
