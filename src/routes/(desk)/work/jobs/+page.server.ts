import { app } from '$lib/server/app';
import { jobList } from '$lib/server/jobs/queries';
import type { PageServerLoad } from './$types';

export const load: PageServerLoad = ({ url }) => {
	const stage = url.searchParams.get('stage') ?? '';
	const q = url.searchParams.get('q') ?? '';
	return { stage, q, jobs: jobList(app(), stage, q), live: ['track', 'costs', 'invoices'] };
};
