import { app } from '$lib/server/app';
import { pdfResponse } from '$lib/server/screens';
import { handoverDocument } from '$lib/server/site-forms';
import type { RequestHandler } from './$types';

export const GET: RequestHandler = ({ params }) => pdfResponse(() => handoverDocument(app(), params.id));
