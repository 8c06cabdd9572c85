import { app } from '$lib/server/app';
import { previewReprice } from '$lib/server/estimates';
import { answer } from '$lib/server/http';
import type { RequestHandler } from './$types';

/** What bringing an estimate up to date would do. Saves nothing. */
export const GET: RequestHandler = ({ url }) => answer(() => previewReprice(app(), url.searchParams.get('estimate') ?? ''));
