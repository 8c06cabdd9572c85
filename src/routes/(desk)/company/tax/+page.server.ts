import { may } from '$lib/core/access';
import { app } from '$lib/server/app';
import { taxPage } from '$lib/server/screens';
import type { PageServerLoad } from './$types';

export const load: PageServerLoad = ({ locals }) => ({
	...taxPage(app()),
	mayChange: locals.signed !== null && may(locals.signed.actor, 'company.change'),
	mayRates: locals.signed !== null && may(locals.signed.actor, 'rates.see'),
	live: ['company']
});
