import { error, json } from '@sveltejs/kit';
import { app } from '$lib/server/app';
import { paidBefore } from '$lib/server/screens';
import type { RequestHandler } from './$types';

/** What the customer of a job, and others, paid for an item before. */
export const GET: RequestHandler = ({ params, url }) =>
	json(paidBefore(app(), params.item, url.searchParams.get('job') ?? '') ?? error(404, 'This item is not there any more.'));
