import { app } from '$lib/server/app';
import { jobList } from '$lib/server/jobs/queries';
import type { PageServerLoad } from './$types';

export const load: PageServerLoad = ({ url }) => ({
	stage: url.searchParams.get('stage') ?? '',
	jobs: jobList(app(), url.searchParams.get('stage') ?? '', '', 1000).filter((j) => j.sold > 0),
	live: ['costs', 'invoices']
});
