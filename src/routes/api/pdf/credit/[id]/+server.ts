import { app } from '$lib/server/app';
import { pdfResponse } from '$lib/server/screens/documents';
import { creditPaper } from '$lib/server/screens/issued';
import type { RequestHandler } from './$types';

export const GET: RequestHandler = async ({ params }) => pdfResponse(await creditPaper(app(), params.id));
