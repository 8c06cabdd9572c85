import { error } from '@sveltejs/kit';
import { app } from '$lib/server/app';
import { fieldJob } from '$lib/server/time';
import type { PageServerLoad } from './$types';

export const load: PageServerLoad = ({ params, locals }) => {
	const job = fieldJob(app(), params.id, locals.signed?.language ?? 'en');
	if (!job) error(404, 'This job is not there, or not won yet.');
	return { job };
};
