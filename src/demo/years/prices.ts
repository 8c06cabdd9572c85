import { writeCsv } from '../../lib/core/formats';
import { mulDiv } from '../../lib/core/money';
import type { Yard } from '../yard';

/** What a list asks for beside today's, in hundredths of a percent: material rose twice in these years, a little with each list. */
export const LISTS: readonly (readonly [beforeToday: number, name: string, share: number])[] = [
	[729, 'spring', 9230],
	[548, 'fall', 9310],
	[364, 'spring', 9640],
	[182, 'fall', 9700]
];

/** A supplier's list as it was then: the same articles, cheaper. */
function listOf(yard: Yard, supplierId: string, today: ReadonlyMap<string, number>, share: number): string {
	const rows = yard.app.db.sqlite
		.prepare('select id, code, name, unit from items where supplier_id = ? and set_aside = 0 order by code')
		.all(supplierId) as { id: string; code: string; name: string; unit: string }[];
	return writeCsv([
		['Code', 'Name', 'Unit', 'Cost'],
		...rows.map((i) => [i.code, i.name, i.unit, (mulDiv(today.get(i.id) ?? 0, share, 10_000) / 10_000).toFixed(4)])
	]);
}

/** The costs that items have now, before the lists of earlier years are read in. */
export const costsToday = (yard: Yard): Map<string, number> =>
	new Map((yard.app.db.sqlite.prepare('select id, cost from items').all() as { id: string; cost: number }[]).map((i) => [i.id, i.cost]));

/** Reads in the lists of all suppliers as they were at a time. */
export function takeLists(yard: Yard, today: ReadonlyMap<string, number>, share: number, fileName: string): void {
	for (const supplierId of ['tarn', 'copperline', 'marle'])
		yard.call('petra', 'catalog.import', {
			...{ supplierId, fileName: `${supplierId}-${fileName}.csv`, categoryId: null, taxCodeId: 'materials' },
			text: listOf(yard, supplierId, today, share),
			mapping: { headerRow: 0, code: 0, name: 1, unit: 2, cost: 3 }
		});
}
