import { shown } from '$lib/server/shown';
import { error } from '@sveltejs/kit';
import { may } from '$lib/core/access';
import { app } from '$lib/server/app';
import { jobsToBuyFor, orderPage } from '$lib/server/buying';
import { companyOf } from '$lib/server/company';
import type { PageServerLoad } from './$types';

export const load = shown((({ params, locals }) => {
	const found = orderPage(app(), params.id);
	if (!found) error(404, 'This order is not there any more.');
	const own = companyOf(app());
	return {
		...found,
		jobs: jobsToBuyFor(app()).map(({ id, number, name }) => ({ id, number, name })),
		mayChange: locals.signed !== null && may(locals.signed.actor, 'costs.change'),
		letter: {
			to: found.firm.mail,
			subject: '',
			text: `Good day,\n\nplease deliver what is on our order:\n\n{link}\n\nThank you.\n\n${own.name}, ${own.phone}`
		},
		live: [`order:${params.id}`, 'costs']
	};
}) satisfies PageServerLoad);
