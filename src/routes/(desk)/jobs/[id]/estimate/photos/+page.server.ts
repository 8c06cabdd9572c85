import { shown } from '$lib/server/shown';
import { redirect } from '@sveltejs/kit';
import { may } from '$lib/core/access';
import { app } from '$lib/server/app';
import { changeIn } from '$lib/server/estimates';
import { bench } from '$lib/server/screens';
import { photosOf } from '$lib/server/survey';
import type { PageServerLoad } from './$types';

export const load = shown((({ params, url, locals }) => {
	const found = bench(app(), params.id, locals.signed?.actor.id ?? '', changeIn(url));
	if (!found) redirect(303, `/jobs/${params.id}`);
	return {
		bench: found,
		photos: photosOf(app().db.orm, params.id),
		open: url.searchParams.get('photo'),
		mayChange: locals.signed !== null && may(locals.signed.actor, 'estimates.change'),
		live: [`estimate:${found.id}`, `photos:${params.id}`]
	};
}) satisfies PageServerLoad);
