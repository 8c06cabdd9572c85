import { error } from '@sveltejs/kit';
import { app } from '$lib/server/app';
import { writeSpreadsheet } from '$lib/server/catalog';
import { listsOf } from '$lib/server/estimates';
import type { RequestHandler } from './$types';

/** the material list of an estimate as a spreadsheet: materials, then hours. */
export const GET: RequestHandler = async ({ params }) => {
	const found = listsOf(app(), params.id);
	if (!found) error(404, 'This estimate is not there any more.');
	const head = ['Phase', 'What', 'Code', 'Quantity', 'Unit', 'To buy', 'Bought by', 'Supplier', 'Cost'];
	const rows = [
		...found.materials.map((m) => [
			m.phase,
			m.name,
			m.code,
			m.quantity / 10_000,
			m.unit,
			m.packs?.count ?? m.quantity / 10_000,
			m.packs?.unit ?? m.unit,
			m.supplier,
			m.cost / 100
		]),
		...found.labor.map((l) => [l.phase, `Hours, ${l.crew}`, '', l.hours / 10_000, 'h', '', '', '', l.cost / 100])
	];
	return new Response(new Uint8Array(await writeSpreadsheet('Materials and labor', head, rows)), {
		headers: {
			'content-type': 'application/vnd.openxmlformats-officedocument.spreadsheetml.sheet',
			'content-disposition': 'attachment; filename="materials-and-labor.xlsx"'
		}
	});
};
