import { error } from '@sveltejs/kit';
import { app } from '$lib/server/app';
import { acceptanceDocument } from '$lib/server/quotes';
import { pdfResponse } from '$lib/server/screens';
import { linkActor } from '$lib/server/links';
import type { RequestHandler } from './$types';

export const GET: RequestHandler = async ({ params }) => {
	const actor = linkActor(app(), 'quote', params.token);
	if (!actor) error(404, 'This link does not work (any more).');
	return pdfResponse(await acceptanceDocument(app(), actor.subjectId));
};
