import { shown } from '$lib/server/shown';
import { mailWords } from '$lib/core/words';
import { error } from '@sveltejs/kit';
import { app } from '$lib/server/app';
import { creditedOf, invoiceDetail } from '$lib/server/billing';
import { companyOf } from '$lib/server/company';
import { maySend } from '$lib/server/links';
import type { PageServerLoad } from './$types';

export const load = shown((({ params, locals }) => {
	const found = invoiceDetail(app(), params.id);
	if (!found) error(404, 'This invoice is not there any more.');
	const own = companyOf(app());
	return {
		...found,
		creditedOf: Object.fromEntries(creditedOf(app().db.orm, params.id)),
		// The customer’s page is for those who may send it.
		link: locals.signed && maySend(locals.signed.actor, 'invoice') ? found.link : null,
		letter: {
			to: found.customer.mail,
			subject: mailWords(found.customer.language).invoiceOf({ job: found.job.name, company: own.name }),
			text: mailWords(found.customer.language).invoice({ customer: found.customer.name, number: '', company: own.name }).text
		},
		live: [`invoice:${params.id}`, 'invoices']
	};
}) satisfies PageServerLoad);
