import { shown } from '$lib/server/shown';
import { app } from '$lib/server/app';
import { billingFirms, costsToConfirm, jobsToBuyFor, openToBill } from '$lib/server/buying';
import { companyOf } from '$lib/server/company';
import type { PageServerLoad } from './$types';

export const load = shown((({ url }) => {
	const firms = billingFirms(app());
	const asked = url.searchParams.get('firm');
	const firmId = firms.find((f) => f.id === asked)?.id ?? '';
	return {
		firms,
		firmId,
		open: firmId ? openToBill(app(), firmId) : [],
		jobs: jobsToBuyFor(app()),
		toConfirm: costsToConfirm(app()),
		tolerance: companyOf(app()).settings.tolerance,
		live: []
	};
}) satisfies PageServerLoad);
