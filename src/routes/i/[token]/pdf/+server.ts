import { app } from '$lib/server/app';
import { invoiceDocument, pdfResponse } from '$lib/server/screens';
import { linkActor } from '$lib/server/links';
import type { RequestHandler } from './$types';

export const GET: RequestHandler = async ({ params }) => {
	const actor = linkActor(app(), 'invoice', params.token);
	return pdfResponse(actor ? await invoiceDocument(app(), actor.subjectId) : null);
};
