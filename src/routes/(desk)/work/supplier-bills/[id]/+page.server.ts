import { shown } from '$lib/server/shown';
import { error } from '@sveltejs/kit';
import { may } from '$lib/core/access';
import { app } from '$lib/server/app';
import { supplierBillPage } from '$lib/server/buying';
import { attachedTo } from '$lib/server/files';
import type { PageServerLoad } from './$types';

export const load = shown((({ params, locals }) => {
	const found = supplierBillPage(app(), params.id);
	if (!found) error(404, 'This bill is not there any more.');
	return {
		...found,
		files: attachedTo(app(), `supplier-bill:${params.id}`),
		mayChange: locals.signed !== null && may(locals.signed.actor, 'costs.change'),
		live: [`supplier-bill:${params.id}`, 'costs']
	};
}) satisfies PageServerLoad);
