import { app } from '$lib/server/app';
import { customerNames } from '$lib/server/jobs/queries';
import { track } from '$lib/server/sales/track';
import { viewsOf } from '$lib/server/sales/views';
import type { PageServerLoad } from './$types';

export const load: PageServerLoad = ({ locals }) => ({
	...track(app()),
	customers: customerNames(app()),
	views: viewsOf(app(), 'track', locals.signed?.actor),
	live: ['track', 'views:track']
});
