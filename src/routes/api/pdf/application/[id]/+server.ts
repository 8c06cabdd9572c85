import { app } from '$lib/server/app';
import { pdfResponse, applicationPaper } from '$lib/server/screens';
import type { RequestHandler } from './$types';

export const GET: RequestHandler = async ({ params }) => pdfResponse(await applicationPaper(app(), params.id));
