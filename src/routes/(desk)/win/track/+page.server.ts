import { shown } from '$lib/server/shown';
import { may } from '$lib/core/access';
import { app } from '$lib/server/app';
import { customerNames, track, viewsOf } from '$lib/server/sales';
import type { PageServerLoad } from './$types';

export const load = shown((({ locals }) => ({
	...track(app()),
	customers: customerNames(app()),
	views: viewsOf(app(), 'track', locals.signed?.actor),
	mayOpen: locals.signed !== null && may(locals.signed.actor, 'jobs.change'),
	live: ['track', 'views:track']
})) satisfies PageServerLoad);
