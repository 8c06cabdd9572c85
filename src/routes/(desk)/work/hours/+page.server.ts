import { shown } from '$lib/server/shown';
import { may } from '$lib/core/access';
import { isDay } from '$lib/core/time';
import { app } from '$lib/server/app';
import { todayOf, companyOf } from '$lib/server/company';
import { hoursWeek } from '$lib/server/time';
import type { PageServerLoad } from './$types';

export const load = shown((({ url, locals }) => {
	const asked = url.searchParams.get('week') ?? '';
	return {
		...hoursWeek(app(), isDay(asked) ? asked : todayOf(app())),
		companyVersion: companyOf(app()).version,
		mayRules: locals.signed !== null && may(locals.signed.actor, 'company.change'),
		live: ['field', 'costs', 'company']
	};
}) satisfies PageServerLoad);
