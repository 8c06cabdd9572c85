import { app } from '$lib/server/app';
import { quoteDocument, pdfResponse } from '$lib/server/screens';
import type { RequestHandler } from './$types';

export const GET: RequestHandler = async ({ params }) => pdfResponse(await quoteDocument(app(), params.id));
