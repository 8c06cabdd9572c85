import { shown } from '$lib/server/shown';
import { may } from '$lib/core/access';
import { app } from '$lib/server/app';
import { supplierList } from '$lib/server/screens';
import { viewerIn } from '$lib/server/viewer';
import type { PageServerLoad } from './$types';

export const load = shown((({ locals }) => ({
	suppliers: supplierList(app(), viewerIn(locals)),
	mayChange: locals.signed !== null && may(locals.signed.actor, 'plan.change'),
	live: ['catalog', 'plan', 'buying']
})) satisfies PageServerLoad);
