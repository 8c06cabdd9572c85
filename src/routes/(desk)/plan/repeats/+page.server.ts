import { shown } from '$lib/server/shown';
import { may } from '$lib/core/access';
import { app } from '$lib/server/app';
import { staff, companyOf } from '$lib/server/company';
import { plannableJobs } from '$lib/server/screens';
import { madeBy, repeatList } from '$lib/server/repeats';
import { viewerIn } from '$lib/server/viewer';
import type { PageServerLoad } from './$types';

export const load = shown((({ url, locals }) => {
	const own = companyOf(app());
	const shown = url.searchParams.get('rule');
	return {
		rules: repeatList(app(), viewerIn(locals)),
		made: shown ? madeBy(app(), shown) : [],
		jobs: plannableJobs(app()),
		crews: staff(app()).crews,
		holidays: own.holidays,
		hours: own.hours,
		mayChange: locals.signed !== null && may(locals.signed.actor, 'jobs.change'),
		live: ['plan']
	};
}) satisfies PageServerLoad);
