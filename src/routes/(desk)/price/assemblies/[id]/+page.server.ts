import { shown } from '$lib/server/shown';
import { error } from '@sveltejs/kit';
import { may } from '$lib/core/access';
import { app } from '$lib/server/app';
import { assemblyVersions } from '$lib/server/catalog';
import { assemblyDetail } from '$lib/server/screens';
import type { PageServerLoad } from './$types';

export const load = shown((({ params, locals }) => {
	const found = assemblyDetail(app(), params.id);
	if (!found) error(404, 'This assembly is not there any more.');
	return {
		...found,
		versions: assemblyVersions(app(), params.id),
		mayChange: locals.signed !== null && may(locals.signed.actor, 'catalog.change'),
		live: ['catalog']
	};
}) satisfies PageServerLoad);
