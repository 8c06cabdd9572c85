import { shown } from '$lib/server/shown';
import { error } from '@sveltejs/kit';
import { app } from '$lib/server/app';
import { jobPage } from '$lib/server/screens';
import { companyOf, todayOf } from '$lib/server/company';
import { viewerIn } from '$lib/server/viewer';
import type { PageServerLoad } from './$types';

export const load = shown((({ params, locals }) => {
	const viewer = viewerIn(locals);
	const job = jobPage(app(), params.id, viewer);
	if (!job) error(404, 'This job is not there any more.');
	const own = companyOf(app());
	return {
		...job,
		can: {
			change: viewer.may('jobs.change'),
			estimate: viewer.may('estimates.see'),
			bill: viewer.may('invoices.see'),
			repeat: viewer.may('jobs.change'),
			tell: viewer.may('plan.change'),
			hand: viewer.may('quotes.accept-by-hand'),
			send: viewer.may('quotes.issue'),
			plan: viewer.may('plan.see'),
			field: viewer.may('field.record'),
			customer: viewer.may('customers.change')
		},
		calendar: { hours: own.hours, holidays: own.holidays },
		today: todayOf(app()),
		live: [`job:${params.id}`, 'field', 'costs', 'invoices', 'plan']
	};
}) satisfies PageServerLoad);
