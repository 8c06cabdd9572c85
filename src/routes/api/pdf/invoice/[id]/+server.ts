import { app } from '$lib/server/app';
import { invoiceDocument, pdfResponse } from '$lib/server/screens';
import type { RequestHandler } from './$types';

export const GET: RequestHandler = async ({ params }) => pdfResponse(await invoiceDocument(app(), params.id));
