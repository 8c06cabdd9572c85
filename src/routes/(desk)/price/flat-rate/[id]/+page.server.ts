import { shown } from '$lib/server/shown';
import { error } from '@sveltejs/kit';
import { may } from '$lib/core/access';
import { app } from '$lib/server/app';
import { editionList, flatCatalogDetail, flatCatalogList } from '$lib/server/flat-rate';
import type { PageServerLoad } from './$types';

export const load = shown((({ params, url, locals }) => {
	const found = flatCatalogDetail(app(), params.id);
	if (!found) error(404, 'This catalog is not there any more.');
	return {
		...found,
		catalogs: flatCatalogList(app()),
		editions: editionList(app()),
		within: url.searchParams.get('in') ?? '',
		mayChange: locals.signed !== null && may(locals.signed.actor, 'catalog.change'),
		live: ['catalog', 'rates']
	};
}) satisfies PageServerLoad);
