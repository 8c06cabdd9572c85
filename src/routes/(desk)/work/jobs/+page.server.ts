import { shown } from '$lib/server/shown';
import { app } from '$lib/server/app';
import { jobList } from '$lib/server/screens';
import { viewerIn } from '$lib/server/viewer';
import type { PageServerLoad } from './$types';

export const load = shown((({ url, locals }) => {
	const stage = url.searchParams.get('stage') ?? '';
	const q = url.searchParams.get('q') ?? '';
	return {
		stage,
		q,
		mayMoney: viewerIn(locals).may('invoices.see'),
		jobs: jobList(app(), viewerIn(locals), stage, q),
		live: ['track', 'costs', 'invoices']
	};
}) satisfies PageServerLoad);
