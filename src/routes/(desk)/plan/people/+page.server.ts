import { shown } from '$lib/server/shown';
import { may } from '$lib/core/access';
import { app } from '$lib/server/app';
import { companyOf } from '$lib/server/company';
import { planPeople, unmanned } from '$lib/server/screens';
import type { PageServerLoad } from './$types';

export const load = shown((({ locals }) => ({
	people: planPeople(app()),
	waiting: unmanned(app()),
	hours: companyOf(app()).hours,
	mayPlan: locals.signed !== null && may(locals.signed.actor, 'plan.change'),
	live: ['plan']
})) satisfies PageServerLoad);
