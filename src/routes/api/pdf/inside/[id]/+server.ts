import { app } from '$lib/server/app';
import { insideDocument } from '$lib/server/estimates';
import { pdfResponse } from '$lib/server/screens';
import type { RequestHandler } from './$types';

export const GET: RequestHandler = ({ params }) => pdfResponse(() => insideDocument(app(), params.id));
