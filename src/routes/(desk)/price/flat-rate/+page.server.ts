import { shown } from '$lib/server/shown';
import { redirect } from '@sveltejs/kit';
import { may } from '$lib/core/access';
import { app } from '$lib/server/app';
import { editionList, flatCatalogList } from '$lib/server/flat-rate';
import type { PageServerLoad } from './$types';

export const load = shown((({ locals }) => {
	const catalogs = flatCatalogList(app());
	const first = catalogs[0];
	if (first) redirect(307, `/price/flat-rate/${first.id}`);
	return {
		editions: editionList(app()),
		mayChange: locals.signed !== null && may(locals.signed.actor, 'catalog.change'),
		live: ['catalog']
	};
}) satisfies PageServerLoad);
