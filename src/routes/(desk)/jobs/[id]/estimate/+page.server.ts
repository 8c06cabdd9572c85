import { shown } from '$lib/server/shown';
import { redirect } from '@sveltejs/kit';
import { may } from '$lib/core/access';
import { app } from '$lib/server/app';
import { reviewOf, leftOutOf, changeIn } from '$lib/server/estimates';
import { bench } from '$lib/server/screens';
import type { PageServerLoad } from './$types';

export const load = shown((({ params, url, locals }) => {
	const found = bench(app(), params.id, locals.signed?.actor.id ?? '', changeIn(url));
	if (!found) redirect(303, `/jobs/${params.id}`);
	return {
		bench: found,
		review: reviewOf(app(), found.id),
		leftOut: leftOutOf(app(), found.id),
		mayIssue: locals.signed !== null && may(locals.signed.actor, 'quotes.issue'),
		mayPush: locals.signed !== null && may(locals.signed.actor, 'catalog.change'),
		live: [`estimate:${found.id}`, `review:${found.id}`]
	};
}) satisfies PageServerLoad);
