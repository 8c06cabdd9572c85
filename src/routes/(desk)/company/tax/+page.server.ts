import { shown } from '$lib/server/shown';
import { may } from '$lib/core/access';
import { app } from '$lib/server/app';
import { taxPage } from '$lib/server/screens';
import type { PageServerLoad } from './$types';

export const load = shown((({ locals }) => ({
	...taxPage(app()),
	mayChange: locals.signed !== null && may(locals.signed.actor, 'company.change'),
	mayRates: locals.signed !== null && may(locals.signed.actor, 'rates.see'),
	live: ['company']
})) satisfies PageServerLoad);
