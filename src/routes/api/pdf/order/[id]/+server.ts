import { app } from '$lib/server/app';
import { pdfResponse } from '$lib/server/screens/documents';
import { orderPaper } from '$lib/server/screens/issued';
import type { RequestHandler } from './$types';

export const GET: RequestHandler = async ({ params }) => pdfResponse(await orderPaper(app(), params.id));
