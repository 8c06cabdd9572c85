import { shown } from '$lib/server/shown';
import { may } from '$lib/core/access';
import { app } from '$lib/server/app';
import { companyOf } from '$lib/server/company';
import { templatesKept } from '$lib/server/estimates';
import type { PageServerLoad } from './$types';

export const load = shown((({ locals }) => ({
	templates: templatesKept(app()),
	kinds: companyOf(app()).settings.salesLists.kinds,
	mayChange: locals.signed !== null && may(locals.signed.actor, 'estimates.change'),
	live: ['templates']
})) satisfies PageServerLoad);
