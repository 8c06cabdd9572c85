import { app } from '$lib/server/app';
import { journalCsv } from '$lib/server/books';
import type { RequestHandler } from './$types';

/** What was handed to the bookkeeping together, as CSV: the same whenever it is asked for. */
export const GET: RequestHandler = ({ params }) => {
	const file = journalCsv(app(), params.id);
	if (!file) return new Response('There is no such export.', { status: 404 });
	return new Response(file.text, {
		headers: { 'content-type': 'text/csv; charset=utf-8', 'content-disposition': `attachment; filename="${file.name}"` }
	});
};
