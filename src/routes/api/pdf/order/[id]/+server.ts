import { app } from '$lib/server/app';
import { pdfResponse, orderPaper } from '$lib/server/screens';
import type { RequestHandler } from './$types';

export const GET: RequestHandler = ({ params }) => pdfResponse(() => orderPaper(app(), params.id));
