import { error } from '@sveltejs/kit';
import { app } from '$lib/server/app';
import { TEST_CARDS } from '$lib/server/ports';
import { saleOnSite } from '$lib/server/screens';
import { fieldJob } from '$lib/server/time';
import type { PageServerLoad } from './$types';

export const load: PageServerLoad = ({ params, url, locals }) => {
	const job = fieldJob(app(), params.id, locals.signed?.language ?? 'en');
	if (!job) error(404, 'This job is not there, or not won yet.');
	const asked = url.searchParams.get('offer');
	return {
		job: { id: job.id, name: job.name, customer: job.customer },
		sale: asked ? saleOnSite(app(), params.id, asked) : null,
		// One for each time the page is made: two posts of one form are one payment.
		key: crypto.randomUUID(),
		testCards: app().cards.name === 'stand-in processor' ? TEST_CARDS : []
	};
};
