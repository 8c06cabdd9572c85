import { shown } from '$lib/server/shown';
import { may } from '$lib/core/access';
import { app } from '$lib/server/app';
import { branchWeeks, companyOf } from '$lib/server/company';
import { countries } from '$lib/server/screens';
import type { PageServerLoad } from './$types';

export const load = shown((({ locals }) => {
	const own = companyOf(app());
	return {
		...{ hours: own.hours, holidays: own.holidays, version: own.version, branches: branchWeeks(app()) },
		countries: countries(),
		mayChange: locals.signed !== null && may(locals.signed.actor, 'company.change'),
		live: ['company']
	};
}) satisfies PageServerLoad);
