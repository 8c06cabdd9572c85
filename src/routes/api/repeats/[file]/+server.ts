import { error } from '@sveltejs/kit';
import { app } from '$lib/server/app';
import { repeatFile } from '$lib/server/repeats';
import type { RequestHandler } from './$types';

/** A rule of a repeat job for calendars outside. */
export const GET: RequestHandler = ({ params }) => {
	const text = repeatFile(app(), params.file.replace(/\.ics$/, ''));
	if (text === null) error(404, 'This rule is not there any more.');
	return new Response(text, {
		headers: { 'content-type': 'text/calendar; charset=utf-8', 'content-disposition': 'attachment; filename="repeat.ics"' }
	});
};
