import { shown } from '$lib/server/shown';
import { may } from '$lib/core/access';
import { isDay, mondayOf } from '$lib/core/time';
import { app } from '$lib/server/app';
import { todayOf } from '$lib/server/company';
import { board, plannableJobs } from '$lib/server/screens';
import type { PageServerLoad } from './$types';

export const load = shown((({ url, locals }) => {
	const asked = url.searchParams.get('from') ?? '';
	const weeks = [1, 2, 4, 8].find((n) => String(n) === url.searchParams.get('weeks')) ?? 2;
	const from = mondayOf(isDay(asked) ? asked : todayOf(app()));
	return {
		board: board(app(), from, weeks),
		weeks,
		jobs: plannableJobs(app()),
		mayPlan: locals.signed !== null && may(locals.signed.actor, 'plan.change'),
		live: ['plan']
	};
}) satisfies PageServerLoad);
