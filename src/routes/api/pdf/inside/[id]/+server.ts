import { app } from '$lib/server/app';
import { insideDocument } from '$lib/server/documents/inside';
import { pdfResponse } from '$lib/server/documents/queries';
import type { RequestHandler } from './$types';

export const GET: RequestHandler = async ({ params }) => pdfResponse(await insideDocument(app(), params.id));
