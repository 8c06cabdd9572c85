import { shown } from '$lib/server/shown';
import { app } from '$lib/server/app';
import { todayPage } from '$lib/server/screens';
import { viewerIn } from '$lib/server/viewer';
import type { PageServerLoad } from './$types';

export const load = shown((({ locals }) => ({
	...todayPage(app(), viewerIn(locals)),
	mayOpen: viewerIn(locals).may('jobs.change'),
	live: ['today', 'plan', 'field', 'leads', 'invoices']
})) satisfies PageServerLoad);
