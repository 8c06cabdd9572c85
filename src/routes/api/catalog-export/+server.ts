import { say } from '$lib/contract/refusals/pages';
import { app } from '$lib/server/app';
import { writingCsv } from '$lib/core/formats';
import { bitByBit } from '$lib/server/bit-by-bit';
import { exportingItems, writeSpreadsheet } from '$lib/server/catalog';
import { ItemFilter } from '$lib/contract/catalog/filter';
import { BadInput, validate } from '$lib/server/commands';
import { answerFile } from '$lib/server/http';
import type { RequestHandler } from './$types';

/** All items of a filter as CSV or spreadsheet, with headings that an import finds again. */
export const GET: RequestHandler = ({ url }) =>
	answerFile(async () => {
		const filter = filterIn(url.searchParams.get('filter') ?? '{}');
		const { head, rows } = await bitByBit(exportingItems(app(), filter));
		return url.searchParams.get('as') === 'xlsx'
			? { name: 'catalog.xlsx', body: await writeSpreadsheet('Catalog', head, rows) }
			: { name: 'catalog.csv', body: `\ufeff${await bitByBit(writingCsv([head, ...rows]))}` };
	});

/** @throws BadInput for what is no filter */
function filterIn(text: string): ItemFilter {
	let filter: unknown;
	try {
		filter = JSON.parse(text);
	} catch {
		throw new BadInput(say('address-cannot-be-read'));
	}
	validate(ItemFilter, filter);
	return filter as ItemFilter;
}
