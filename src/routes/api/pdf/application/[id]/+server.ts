import { app } from '$lib/server/app';
import { pdfResponse, applicationPaper } from '$lib/server/screens';
import type { RequestHandler } from './$types';

export const GET: RequestHandler = ({ params }) => pdfResponse(() => applicationPaper(app(), params.id));
