import { shown } from '$lib/server/shown';
import { error } from '@sveltejs/kit';
import { may } from '$lib/core/access';
import { app } from '$lib/server/app';
import { newServiceIn, flatServiceDetail } from '$lib/server/screens';
import type { PageServerLoad } from './$types';

export const load = shown((({ params, url, locals }) => {
	const found =
		params.id === 'new'
			? newServiceIn(app(), url.searchParams.get('catalog') ?? '', url.searchParams.get('in'))
			: flatServiceDetail(app(), params.id);
	if (!found) error(404, 'This service is not there any more.');
	return { ...found, mayChange: locals.signed !== null && may(locals.signed.actor, 'catalog.change'), live: ['catalog', 'rates'] };
}) satisfies PageServerLoad);
