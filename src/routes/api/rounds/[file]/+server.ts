import { error } from '@sveltejs/kit';
import { app } from '$lib/server/app';
import { roundsFile } from '$lib/server/rounds';
import { viewerIn } from '$lib/server/viewer';
import type { RequestHandler } from './$types';

/** The agreements of a season service to take along: as a table, on the map, or as a calendar of its round days. */
export const GET: RequestHandler = ({ params, locals }) => {
	const [id = '', format = ''] = params.file.split('.');
	const file = roundsFile(app(), id, format, viewerIn(locals));
	if (!file) error(404, 'This season service is not there any more.');
	return new Response(file.text, {
		headers: { 'content-type': `${file.type}; charset=utf-8`, 'content-disposition': `attachment; filename="rounds.${format}"` }
	});
};
