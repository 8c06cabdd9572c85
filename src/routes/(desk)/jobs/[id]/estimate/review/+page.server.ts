import { shown } from '$lib/server/shown';
import { redirect } from '@sveltejs/kit';
import { may } from '$lib/core/access';
import { app } from '$lib/server/app';
import { bench } from '$lib/server/screens';
import { reviewOf, changeIn } from '$lib/server/estimates';
import type { PageServerLoad } from './$types';

export const load = shown((({ params, url, locals }) => {
	const found = bench(app(), params.id, locals.signed?.actor.id ?? '', changeIn(url));
	if (!found) redirect(303, `/jobs/${params.id}`);
	const who = locals.signed?.actor;
	return {
		bench: found,
		review: reviewOf(app(), found.id),
		line: url.searchParams.get('line'),
		mayChange: who !== undefined && may(who, 'estimates.change'),
		maySignOff: who !== undefined && may(who, 'quotes.sign-off'),
		live: [`estimate:${found.id}`, `review:${found.id}`]
	};
}) satisfies PageServerLoad);
