import { may } from '$lib/core/access';
import { app } from '$lib/server/app';
import { jobCosts } from '$lib/server/screens/job';
import { viewerIn } from '$lib/server/viewer';
import type { PageServerLoad } from './$types';

export const load: PageServerLoad = ({ params, locals }) => ({
	costs: jobCosts(app(), params.id, viewerIn(locals)),
	mayChange: locals.signed !== null && may(locals.signed.actor, 'costs.change'),
	mayCorrect: locals.signed !== null && may(locals.signed.actor, 'hours.change'),
	live: [`job:${params.id}`, 'costs', 'field']
});
