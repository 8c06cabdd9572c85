import { error } from '@sveltejs/kit';
import { app } from '$lib/server/app';
import { linkActor } from '$lib/server/links';
import { pdfResponse, documentOf } from '$lib/server/screens';
import type { RequestHandler } from './$types';

/** A document that was sent by mail, as it was issued. */
export const GET: RequestHandler = async ({ params }) => {
	const actor = linkActor(app(), 'document', params.token);
	if (!actor) error(404, 'This link does not work (any more). Please call us.');
	return pdfResponse(await documentOf(app(), actor.subjectId));
};
