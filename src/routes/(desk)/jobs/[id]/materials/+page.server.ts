import { shown } from '$lib/server/shown';
import { may } from '$lib/core/access';
import { app } from '$lib/server/app';
import { materialsOfJob, suppliersList } from '$lib/server/buying';
import type { PageServerLoad } from './$types';

export const load = shown((({ params, locals }) => ({
	materials: materialsOfJob(app(), params.id),
	suppliers: suppliersList(app()),
	mayChange: locals.signed !== null && may(locals.signed.actor, 'costs.change'),
	live: [`job:${params.id}`, 'costs']
})) satisfies PageServerLoad);
