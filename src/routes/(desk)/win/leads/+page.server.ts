import { shown } from '$lib/server/shown';
import { differing } from '$lib/core/formats';
import { app } from '$lib/server/app';
import { leadInbox, likeliest, parties } from '$lib/server/sales';
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
		sources: settings.salesLists.sources,
		answer: settings.leadLetter,
		leads: leads.map((l) => ({
			...l,
			likely: l.state === 'new' ? likeliest(l, known).map((d) => ({ ...d, differing: differing(l, d.party) })) : []
		})),
		live: ['leads']
	};
}) satisfies PageServerLoad);
