import { may } from '$lib/core/access';
import { app } from '$lib/server/app';
import { todayOf } from '$lib/server/company/today';
import { companyOf } from '$lib/server/company/settings';
import { collectPage } from '$lib/server/receivables/collect-page';
import type { PageServerLoad } from './$types';

export const load: PageServerLoad = ({ locals }) => ({
	...collectPage(app(), todayOf(app())),
	from: companyOf(app()).name,
	mayChange: locals.signed !== null && may(locals.signed.actor, 'invoices.change'),
	maySet: locals.signed !== null && may(locals.signed.actor, 'company.change'),
	live: ['invoices']
});
