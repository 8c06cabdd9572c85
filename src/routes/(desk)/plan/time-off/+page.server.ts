import { shown } from '$lib/server/shown';
import { may } from '$lib/core/access';
import { app } from '$lib/server/app';
import { timeOffPage } from '$lib/server/screens';
import type { PageServerLoad } from './$types';

export const load = shown((({ locals }) => ({
	...timeOffPage(app()),
	mayPlan: locals.signed !== null && may(locals.signed.actor, 'plan.change'),
	live: ['plan']
})) satisfies PageServerLoad);
