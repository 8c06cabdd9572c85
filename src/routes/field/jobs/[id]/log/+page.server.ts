import { error } from '@sveltejs/kit';
import { app } from '$lib/server/app';
import { todayOf } from '$lib/server/company';
import { dailyLogOf, weatherOn } from '$lib/server/screens';
import { fieldJob } from '$lib/server/time';
import type { PageServerLoad } from './$types';

export const load: PageServerLoad = async ({ params, locals }) => {
	const job = fieldJob(app(), params.id, locals.signed?.language ?? 'en');
	if (!job) error(404, 'This job is not there, or not won yet.');
	const day = todayOf(app());
	const of = dailyLogOf(app(), params.id, day);
	return { job: { id: job.id, name: job.name }, of, weather: of.log?.weather ? null : await weatherOn(app(), params.id, day) };
};
