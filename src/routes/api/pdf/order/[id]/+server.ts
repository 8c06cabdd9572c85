import { app } from '$lib/server/app';
import { pdfResponse, orderPaper } from '$lib/server/screens';
import type { RequestHandler } from './$types';

export const GET: RequestHandler = async ({ params }) => pdfResponse(await orderPaper(app(), params.id));
