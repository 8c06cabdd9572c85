import { app } from '$lib/server/app';
import { quoteDocument, pdfResponse } from '$lib/server/screens';
import type { RequestHandler } from './$types';

export const GET: RequestHandler = ({ params }) => pdfResponse(() => quoteDocument(app(), params.id));
