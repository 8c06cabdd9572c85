import { shown } from '$lib/server/shown';
import { may } from '$lib/core/access';
import { app } from '$lib/server/app';
import { winningTrack } from '$lib/server/screens';
import { customerNames, viewsOf } from '$lib/server/sales';
import type { PageServerLoad } from './$types';

export const load = shown((({ locals }) => ({
	...winningTrack(app()),
	customers: customerNames(app()),
	views: viewsOf(app(), 'track', locals.signed?.actor),
	mayOpen: locals.signed !== null && may(locals.signed.actor, 'jobs.change'),
	live: ['track', 'views:track']
})) satisfies PageServerLoad);
