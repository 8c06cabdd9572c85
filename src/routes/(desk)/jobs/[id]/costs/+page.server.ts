import { shown } from '$lib/server/shown';
import { error } from '@sveltejs/kit';
import { may } from '$lib/core/access';
import { app } from '$lib/server/app';
import { jobCosts } from '$lib/server/screens';
import { viewerIn } from '$lib/server/viewer';
import { phasesOf } from '$lib/server/work';
import type { PageServerLoad } from './$types';

export const load = shown((({ params, locals }) => {
	const costs = jobCosts(app(), params.id, viewerIn(locals));
	if (!costs) error(404, 'This job is not there any more.');
	return {
		costs,
		phases: phasesOf(app().db.orm, params.id),
		mayChange: locals.signed !== null && may(locals.signed.actor, 'costs.change'),
		mayCorrect: locals.signed !== null && may(locals.signed.actor, 'hours.change'),
		live: [`job:${params.id}`, 'costs', 'field']
	};
}) satisfies PageServerLoad);
