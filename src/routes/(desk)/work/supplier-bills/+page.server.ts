import { shown } from '$lib/server/shown';
import { may } from '$lib/core/access';
import { app } from '$lib/server/app';
import { supplierBillList } from '$lib/server/buying';
import { companyOf } from '$lib/server/company';
import type { PageServerLoad } from './$types';

const WHICH = ['open', 'paid', 'taken back'] as const;

export const load = shown((({ url, locals }) => {
	const which = WHICH.find((w) => w === url.searchParams.get('which')) ?? 'open';
	return {
		which,
		bills: supplierBillList(app(), which),
		tolerance: companyOf(app()).settings.tolerance,
		mayChange: locals.signed !== null && may(locals.signed.actor, 'costs.change'),
		maySet: locals.signed !== null && may(locals.signed.actor, 'company.change'),
		live: ['costs']
	};
}) satisfies PageServerLoad);
