import { shown } from '$lib/server/shown';
import { may } from '$lib/core/access';
import { app } from '$lib/server/app';
import { targetOf } from '$lib/server/estimates';
import type { PageServerLoad } from './$types';

export const load = shown((({ locals, url }) => {
	const can = (right: 'estimates.change' | 'catalog.change' | 'rates.change') => locals.signed !== null && may(locals.signed.actor, right);
	return {
		target: targetOf(app()),
		verdict: url.searchParams.get('verdict') ?? '',
		kind: url.searchParams.get('kind') ?? '',
		can: { estimates: can('estimates.change'), catalog: can('catalog.change'), target: can('rates.change') },
		/** The book itself is fetched by the worker: this says that it has to be looked at again. */
		asked: app().clock.now(),
		live: ['catalog', 'rates', 'track']
	};
}) satisfies PageServerLoad);
