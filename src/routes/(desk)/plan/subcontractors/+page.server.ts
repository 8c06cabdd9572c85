import { shown } from '$lib/server/shown';
import { may } from '$lib/core/access';
import { app } from '$lib/server/app';
import { todayOf } from '$lib/server/company';
import { firmsThat } from '$lib/server/firms';
import { askList } from '$lib/server/planning';
import { plannableJobs } from '$lib/server/screens';
import type { PageServerLoad } from './$types';

export const load = shown((({ locals }) => ({
	firms: firmsThat(app(), 'subcontracts'),
	asks: askList(app(), todayOf(app())),
	jobs: plannableJobs(app()),
	mayPlan: locals.signed !== null && may(locals.signed.actor, 'plan.change'),
	live: ['plan']
})) satisfies PageServerLoad);
