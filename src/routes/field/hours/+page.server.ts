import { app } from '$lib/server/app';
import { todayOf } from '$lib/server/company';
import { fieldJobs, myHours } from '$lib/server/time';
import type { PageServerLoad } from './$types';

export const load: PageServerLoad = ({ locals }) => ({
	entries: myHours(app(), locals.signed?.personId ?? ''),
	jobs: fieldJobs(app()),
	today: todayOf(app())
});
