import { app } from '$lib/server/app';
import { acceptanceDocument } from '$lib/server/quotes';
import { pdfResponse } from '$lib/server/screens';
import { deadLink } from '$lib/server/http';
import { linkActor } from '$lib/server/links';
import type { RequestHandler } from './$types';

export const GET: RequestHandler = ({ params, request, locals }) => {
	const actor = linkActor(app(), 'quote', params.token);
	if (!actor) return deadLink({ request, locals });
	return pdfResponse(() => acceptanceDocument(app(), actor.subjectId));
};
