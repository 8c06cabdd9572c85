import { shown } from '$lib/server/shown';
import { error } from '@sveltejs/kit';
import { may } from '$lib/core/access';
import { app } from '$lib/server/app';
import { applicationPage } from '$lib/server/billing';
import { companyOf } from '$lib/server/company';
import type { PageServerLoad } from './$types';

export const load = shown((({ params, locals }) => {
	const found = applicationPage(app().db.orm, params.id);
	if (!found) error(404, 'This application is not there any more.');
	const own = companyOf(app());
	return {
		...found,
		mayChange: locals.signed !== null && may(locals.signed.actor, 'invoices.change'),
		letter: {
			to: found.customer.mail,
			subject: '',
			text: `Good day,\n\nour pay application ${found.application.number} for ${found.job.name} is here:\n\n{link}\n\nPlease certify it, and tell us if something is not as you see it.\n\n${own.name}, ${own.phone}`
		},
		live: [`job:${found.application.jobId}`, 'invoices']
	};
}) satisfies PageServerLoad);
