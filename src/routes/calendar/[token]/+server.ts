import { error } from '@sveltejs/kit';
import { app } from '$lib/server/app';
import { linkActor } from '$lib/server/links';
import { feedOf } from '$lib/server/screens';
import type { RequestHandler } from './$types';

/** A person's days for their calendar outside; whoever has the link reads it, until its owner ends it. */
export const GET: RequestHandler = ({ params }) => {
	const actor = linkActor(app(), 'calendar', params.token.replace(/\.ics$/, ''));
	const text = actor && feedOf(app(), actor.subjectId);
	if (!text) error(404, 'This feed has ended.');
	return new Response(text, {
		headers: { 'content-type': 'text/calendar; charset=utf-8', 'content-disposition': 'inline; filename="my-days.ics"' }
	});
};
