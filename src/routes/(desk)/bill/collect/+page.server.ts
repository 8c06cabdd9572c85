import { shown } from '$lib/server/shown';
import { may } from '$lib/core/access';
import { app } from '$lib/server/app';
import { todayOf, companyOf } from '$lib/server/company';
import { collectPage } from '$lib/server/receivables';
import type { PageServerLoad } from './$types';

export const load = shown((({ locals }) => ({
	...collectPage(app(), todayOf(app())),
	from: companyOf(app()).name,
	mayChange: locals.signed !== null && may(locals.signed.actor, 'invoices.change'),
	maySet: locals.signed !== null && may(locals.signed.actor, 'company.change'),
	live: ['invoices']
})) satisfies PageServerLoad);
