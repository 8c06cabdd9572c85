import { app } from '$lib/server/app';
import { pdfResponse } from '$lib/server/screens/documents';
import { certificateDocument } from '$lib/server/site-forms/documents';
import type { RequestHandler } from './$types';

export const GET: RequestHandler = async ({ params }) => pdfResponse(await certificateDocument(app(), params.id));
