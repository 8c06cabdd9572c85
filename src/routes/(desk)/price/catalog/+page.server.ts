import { may } from '$lib/core/access';
import { app } from '$lib/server/app';
import { catalogPage, choices, itemCount } from '$lib/server/catalog/queries';
import type { PageServerLoad } from './$types';

export const load: PageServerLoad = ({ url, locals }) => ({
	q: url.searchParams.get('q') ?? '',
	items: catalogPage(app(), url.searchParams.get('q') ?? ''),
	count: itemCount(app()),
	...choices(app()),
	mayChange: locals.signed !== null && may(locals.signed.actor.role, 'catalog.change'),
	live: ['catalog']
});
