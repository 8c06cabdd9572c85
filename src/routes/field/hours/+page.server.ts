import { app } from '$lib/server/app';
import { todayOf } from '$lib/server/company';
import { ownTimeOff } from '$lib/server/screens';
import { fieldJobs, myHours } from '$lib/server/time';
import type { PageServerLoad } from './$types';

export const load: PageServerLoad = ({ locals }) => ({
	entries: myHours(app(), locals.signed?.personId ?? ''),
	jobs: fieldJobs(app()),
	off: ownTimeOff(app(), locals.signed?.personId ?? ''),
	today: todayOf(app())
});
