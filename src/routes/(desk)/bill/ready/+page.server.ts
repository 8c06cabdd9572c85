import { shown } from '$lib/server/shown';
import { may } from '$lib/core/access';
import { app } from '$lib/server/app';
import { readyToBill } from '$lib/server/billing';
import { companyOf } from '$lib/server/company';
import { doingStages } from '$lib/server/sales';
import type { PageServerLoad } from './$types';

export const load = shown((({ url, locals }) => {
	const which = url.searchParams.get('which') ?? '';
	const kind = url.searchParams.get('kind') ?? '';
	const all = readyToBill(app());
	return {
		ready: all.filter(
			(r) =>
				(kind === '' || r.kindOfWork === kind) &&
				(which === '' || (which === 'finished' ? r.doneAt !== null : which === 'costs' ? r.toBill > 0 : r.doneAt === null))
		),
		which,
		kind,
		kinds: [...new Set(all.map((r) => r.kindOfWork).filter(Boolean))].sort(),
		stages: doingStages(app()),
		from: companyOf(app()).name,
		mayBill: locals.signed !== null && may(locals.signed.actor, 'invoices.change'),
		live: ['invoices', 'costs', 'track']
	};
}) satisfies PageServerLoad);
