import { shown } from '$lib/server/shown';
import { may } from '$lib/core/access';
import { app } from '$lib/server/app';
import { jobWork } from '$lib/server/screens';
import type { PageServerLoad } from './$types';

export const load = shown((({ params, locals }) => ({
	...jobWork(app(), params.id),
	mayChange: locals.signed !== null && may(locals.signed.actor, 'jobs.change'),
	mayTick: locals.signed !== null && may(locals.signed.actor, 'field.record'),
	mayPlan: locals.signed !== null && may(locals.signed.actor, 'plan.change'),
	mayKeep: locals.signed !== null && may(locals.signed.actor, 'company.change'),
	live: [`job:${params.id}`, 'field']
})) satisfies PageServerLoad);
