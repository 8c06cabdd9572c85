import { error } from '@sveltejs/kit';
import { may } from '$lib/core/access';
import { app } from '$lib/server/app';
import { jobPage } from '$lib/server/jobs/queries';
import type { PageServerLoad } from './$types';

export const load: PageServerLoad = ({ params, locals }) => {
	const role = locals.signed?.actor.role;
	const job = role && jobPage(app(), params.id, role);
	if (!job || !role) error(404, 'This job is not there any more.');
	return {
		...job,
		// What a change order earns is for those who see estimates.
		changes: may(role, 'estimates.see') ? job.changes : job.changes.map((c) => ({ ...c, margin: null })),
		can: {
			change: may(role, 'jobs.change'),
			estimate: may(role, 'estimates.see'),
			bill: may(role, 'invoices.see'),
			hand: may(role, 'quotes.accept-by-hand'),
			send: may(role, 'quotes.issue')
		},
		live: [`job:${params.id}`, 'field', 'costs', 'invoices']
	};
};
