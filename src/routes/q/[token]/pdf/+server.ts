import { app } from '$lib/server/app';
import { pdfResponse, quoteDocument } from '$lib/server/screens';
import { linkActor } from '$lib/server/links';
import type { RequestHandler } from './$types';

export const GET: RequestHandler = ({ params, url }) => {
	const actor = linkActor(app(), 'quote', params.token);
	return pdfResponse(() => (actor ? quoteDocument(app(), actor.subjectId, url.searchParams.getAll('option')) : null));
};
