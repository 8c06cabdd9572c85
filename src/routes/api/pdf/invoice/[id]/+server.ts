import { app } from '$lib/server/app';
import { invoiceDocument, pdfResponse } from '$lib/server/screens';
import type { RequestHandler } from './$types';

export const GET: RequestHandler = ({ params }) => pdfResponse(() => invoiceDocument(app(), params.id));
