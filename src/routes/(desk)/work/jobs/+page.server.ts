import { shown } from '$lib/server/shown';
import { app } from '$lib/server/app';
import { staff } from '$lib/server/company';
import { stageList, viewsOf } from '$lib/server/sales';
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
		mayChange: viewerIn(locals).may('jobs.change'),
		// Closing is asked job by job: it says what is still open.
		stages: stageList(app()).filter((s) => s.track === 'doing' && s.meaning !== 'closed'),
		staff: staff(app())
			.people.filter((p) => p.active)
			.map(({ id, name }) => ({ id, name })),
		views: viewsOf(app(), 'jobs', locals.signed?.actor),
		jobs: jobList(app(), viewerIn(locals), stage, q),
		live: ['track', 'costs', 'invoices', 'plan', 'views:jobs']
	};
}) satisfies PageServerLoad);
