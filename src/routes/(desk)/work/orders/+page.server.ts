import { shown } from '$lib/server/shown';
import { may } from '$lib/core/access';
import { app } from '$lib/server/app';
import { orderList, suppliersList } from '$lib/server/buying';
import type { PageServerLoad } from './$types';

const STATES = ['open', 'draft', 'sent', 'closed', 'withdrawn'] as const;

export const load = shown((({ url, locals }) => {
	const which = STATES.find((s) => s === url.searchParams.get('which')) ?? 'open';
	return {
		which,
		orders: orderList(app(), which),
		suppliers: suppliersList(app()),
		mayChange: locals.signed !== null && may(locals.signed.actor, 'costs.change'),
		live: ['costs']
	};
}) satisfies PageServerLoad);
