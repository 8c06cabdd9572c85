import { app } from '$lib/server/app';
import { invoiceDocument, pdfResponse } from '$lib/server/screens';
import { linkActor } from '$lib/server/links';
import type { RequestHandler } from './$types';

export const GET: RequestHandler = ({ params }) => {
	const actor = linkActor(app(), 'invoice', params.token);
	return pdfResponse(() => (actor ? invoiceDocument(app(), actor.subjectId) : null));
};
