import { shown } from '$lib/server/shown';
import { may } from '$lib/core/access';
import { app } from '$lib/server/app';
import { bankPage } from '$lib/server/receivables';
import type { PageServerLoad } from './$types';

const STATES = ['open', 'taken', 'set aside'] as const;

export const load = shown((({ url, locals }) => {
	const which = STATES.find((s) => s === url.searchParams.get('which')) ?? 'open';
	return {
		which,
		...bankPage(app(), which),
		mayChange: locals.signed !== null && may(locals.signed.actor, 'payments.record'),
		live: ['invoices']
	};
}) satisfies PageServerLoad);
