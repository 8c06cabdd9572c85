import { app } from '$lib/server/app';
import { deadLink } from '$lib/server/http';
import { linkActor } from '$lib/server/links';
import { pdfResponse, documentOf } from '$lib/server/screens';
import type { RequestHandler } from './$types';

/** A document that was sent by mail, as it was issued. */
export const GET: RequestHandler = ({ params, request, locals }) => {
	const actor = linkActor(app(), 'document', params.token);
	if (!actor) return deadLink({ request, locals });
	return pdfResponse(() => documentOf(app(), actor.subjectId));
};
