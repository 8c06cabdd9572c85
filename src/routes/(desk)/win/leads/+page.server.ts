import { shown } from '$lib/server/shown';
import { likely } from '$lib/core/formats';
import { app } from '$lib/server/app';
import { leadInbox, parties } from '$lib/server/sales';
import { companyOf } from '$lib/server/company';
import type { PageServerLoad } from './$types';

export const load = shown((({ url }) => {
	const state = url.searchParams.get('state') ?? 'new';
	const leads = leadInbox(app(), state);
	const known = leads.some((l) => l.state === 'new') ? parties(app()) : [];
	const { settings } = companyOf(app());
	return {
		state,
		kinds: settings.salesLists.kinds,
		answer: settings.leadLetter,
		leads: leads.map((l) => ({
			...l,
			likely:
				l.state === 'new'
					? likely(l, known)
							.slice(0, 3)
							.map((d) => ({ ...d, party: known.find((k) => k.id === d.id) }))
					: []
		})),
		live: ['leads']
	};
}) satisfies PageServerLoad);
