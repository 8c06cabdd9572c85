import { error } from '@sveltejs/kit';
import { app } from '$lib/server/app';
import { fieldJob } from '$lib/server/time';
import { handoverContent } from '$lib/server/site-forms';
import type { PageServerLoad } from './$types';

const ALL = { tasks: true, hours: true, materials: true, pictures: true };

export const load: PageServerLoad = ({ params, locals }) => {
	const job = fieldJob(app(), params.id, locals.signed?.language ?? 'en');
	const content = job && handoverContent(app().db.orm, params.id, ALL, '');
	if (!job || !content) error(404, 'This job is not there, or not won yet.');
	return { job: { id: job.id, name: job.name, customer: job.customer }, content, handovers: job.handovers };
};
