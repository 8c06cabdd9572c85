import { app } from '$lib/server/app';
import { pdfResponse } from '$lib/server/screens';
import { certificateDocument } from '$lib/server/site-forms';
import type { RequestHandler } from './$types';

export const GET: RequestHandler = ({ params }) => pdfResponse(() => certificateDocument(app(), params.id));
