import { app } from '$lib/server/app';
import { jobsKnown, stageIn } from '$lib/server/screens/know';
import type { PageServerLoad } from './$types';

export const load: PageServerLoad = ({ url }) => {
	const stage = stageIn(url);
	return { stage, jobs: jobsKnown(app(), stage), live: ['costs', 'invoices'] };
};
