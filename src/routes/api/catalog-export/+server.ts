import { app } from '$lib/server/app';
import { writeCsv } from '$lib/core/formats';
import { exportItems, writeSpreadsheet } from '$lib/server/catalog';
import { ItemFilter } from '$lib/contract/catalog/filter';
import { validate } from '$lib/server/commands';
import type { RequestHandler } from './$types';

/** All items of a filter as CSV or spreadsheet, with headings that an import finds again. */
export const GET: RequestHandler = async ({ url }) => {
	const filter: unknown = JSON.parse(url.searchParams.get('filter') ?? '{}');
	validate(ItemFilter, filter);
	const { head, rows } = exportItems(app(), filter as ItemFilter);
	const sheet = url.searchParams.get('as') === 'xlsx';
	const body = sheet ? new Uint8Array(await writeSpreadsheet('Catalog', head, rows)) : `\ufeff${writeCsv([head, ...rows])}`;
	return new Response(body, {
		headers: {
			'content-type': sheet ? 'application/vnd.openxmlformats-officedocument.spreadsheetml.sheet' : 'text/csv; charset=utf-8',
			'content-disposition': `attachment; filename="catalog.${sheet ? 'xlsx' : 'csv'}"`
		}
	});
};
