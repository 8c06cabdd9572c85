import { may } from '$lib/core/access';
import { app } from '$lib/server/app';
import { checkBook } from '$lib/server/catalog/price-check';
import type { PageServerLoad } from './$types';

export const load: PageServerLoad = ({ locals, url }) => ({
	...checkBook(app()),
	verdict: url.searchParams.get('verdict') ?? '',
	mayReprice: locals.signed !== null && may(locals.signed.actor.role, 'estimates.change'),
	live: ['catalog', 'rates', 'track']
});
