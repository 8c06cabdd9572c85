import { shown } from '$lib/server/shown';
import { may } from '$lib/core/access';
import { app } from '$lib/server/app';
import { budgetPage } from '$lib/server/screens';
import type { PageServerLoad } from './$types';

export const load = shown((({ url, locals }) => {
	const year = Number(url.searchParams.get('year'));
	return {
		...budgetPage(app(), year >= 2000 && year <= 2200 ? year : null),
		mayChange: locals.signed !== null && may(locals.signed.actor, 'rates.change'),
		live: ['rates']
	};
}) satisfies PageServerLoad);
