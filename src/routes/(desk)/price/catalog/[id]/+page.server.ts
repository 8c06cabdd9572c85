import { shown } from '$lib/server/shown';
import { error } from '@sveltejs/kit';
import { may } from '$lib/core/access';
import { app } from '$lib/server/app';
import { choices } from '$lib/server/catalog';
import { itemDetail } from '$lib/server/screens';
import { attachedTo } from '$lib/server/files';
import type { PageServerLoad } from './$types';

export const load = shown((({ params, locals }) => {
	const found = itemDetail(app(), params.id);
	if (!found) error(404, 'This item is not there any more.');
	return {
		...found,
		...choices(app()),
		dataSheets: attachedTo(app(), `item:${params.id}`),
		mayChange: locals.signed !== null && may(locals.signed.actor, 'catalog.change'),
		live: [`item:${params.id}`, 'catalog']
	};
}) satisfies PageServerLoad);
