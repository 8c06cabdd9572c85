import { shown } from '$lib/server/shown';
import { may } from '$lib/core/access';
import { app } from '$lib/server/app';
import { repeatInvoiceList, taxCodesOf } from '$lib/server/billing';
import { jobsToBuyFor } from '$lib/server/buying';
import type { PageServerLoad } from './$types';

export const load = shown((({ locals }) => ({
	rules: repeatInvoiceList(app()),
	jobs: jobsToBuyFor(app()).map(({ id, number, name }) => ({ id, number, name })),
	taxCodes: taxCodesOf(app()),
	mayChange: locals.signed !== null && may(locals.signed.actor, 'invoices.change'),
	live: ['invoices']
})) satisfies PageServerLoad);
