import { error } from '@sveltejs/kit';
import { app } from '$lib/server/app';
import { creditedOf, invoiceDetail } from '$lib/server/billing';
import { companyOf } from '$lib/server/company';
import { maySend } from '$lib/server/links';
import type { PageServerLoad } from './$types';

export const load: PageServerLoad = ({ params, locals }) => {
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
			subject: `Invoice from ${own.name}: ${found.job.name}`,
			text: `Dear ${found.customer.name},\n\nplease find our invoice here; you can pay it by card on the page:\n\n{link}\n\nThank you.\n\n${own.name}`
		},
		live: [`invoice:${params.id}`, 'invoices']
	};
};
