import { app } from '$lib/server/app';
import { acceptanceDocument } from '$lib/server/quotes';
import { pdfResponse } from '$lib/server/screens';
import type { RequestHandler } from './$types';

export const GET: RequestHandler = ({ params }) => pdfResponse(() => acceptanceDocument(app(), params.id));
