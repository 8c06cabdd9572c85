import { app } from '$lib/server/app';
import { jobList } from '$lib/server/screens/job';
import { viewerIn } from '$lib/server/viewer';
import type { PageServerLoad } from './$types';

export const load: PageServerLoad = ({ url, locals }) => ({
	stage: url.searchParams.get('stage') ?? '',
	jobs: jobList(app(), viewerIn(locals), url.searchParams.get('stage') ?? '', '', 1000).flatMap((j) =>
		// Reports of what jobs earned are for those who see what was billed; without that there is nothing to report.
		j.sold > 0 && j.billed !== null ? [{ ...j, billed: j.billed }] : []
	),
	live: ['costs', 'invoices']
});
