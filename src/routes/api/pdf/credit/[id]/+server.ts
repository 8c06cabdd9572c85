import { app } from '$lib/server/app';
import { pdfResponse, creditPaper } from '$lib/server/screens';
import type { RequestHandler } from './$types';

export const GET: RequestHandler = ({ params }) => pdfResponse(() => creditPaper(app(), params.id));
