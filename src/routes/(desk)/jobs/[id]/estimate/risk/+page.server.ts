import { shown } from '$lib/server/shown';
import { redirect } from '@sveltejs/kit';
import { app } from '$lib/server/app';
import { changeIn, spreadsOf } from '$lib/server/estimates';
import { bench } from '$lib/server/screens';
import type { PageServerLoad } from './$types';

export const load = shown((({ params, url, locals }) => {
	const found = bench(app(), params.id, locals.signed?.actor.id ?? '', changeIn(url));
	if (!found) redirect(303, `/jobs/${params.id}`);
	return { bench: found, ...spreadsOf(app()), live: [`estimate:${found.id}`] };
}) satisfies PageServerLoad);
