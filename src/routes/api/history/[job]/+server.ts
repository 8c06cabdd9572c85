import { json } from '@sveltejs/kit';
import { may } from '$lib/core/access';
import { app } from '$lib/server/app';
import { recentOf } from '$lib/server/jobs/queries';
import type { RequestHandler } from './$types';

/** What happened last on a job and its estimate: also where its own page cannot be shown. */
export const GET: RequestHandler = ({ params, locals }) =>
	json(recentOf(app(), params.job, locals.signed !== null && may(locals.signed.actor.role, 'estimates.change')));
