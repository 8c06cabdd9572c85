import { json } from '@sveltejs/kit';
import { app } from '$lib/server/app';
import { recentOf } from '$lib/server/screens';
import { viewerIn } from '$lib/server/viewer';
import type { RequestHandler } from './$types';

/** What happened last on a job and its estimate: also where its own page cannot be shown. */
export const GET: RequestHandler = ({ params, locals }) => json(recentOf(app(), params.job, viewerIn(locals)));
