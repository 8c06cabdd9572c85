import { shown } from '$lib/server/shown';
import { may } from '$lib/core/access';
import { app } from '$lib/server/app';
import { companyOf, staff } from '$lib/server/company';
import { agreementList, cadencesOf, offersOf, plansOf, roundCrews, roundsStart, serviceList, sitesToSell } from '$lib/server/rounds';
import { viewerIn } from '$lib/server/viewer';
import type { PageServerLoad } from './$types';

export const load = shown((({ url, locals }) => {
	const services = serviceList(app(), viewerIn(locals));
	const service = services.find((s) => s.id === url.searchParams.get('service')) ?? services[0] ?? null;
	const mayChange = locals.signed !== null && may(locals.signed.actor, 'jobs.change');
	return {
		services,
		service,
		agreements: service ? agreementList(app(), service.id, viewerIn(locals)) : [],
		cadences: service ? cadencesOf(app(), service.id) : [],
		plans: service ? plansOf(app(), service.id) : [],
		offers: service ? offersOf(app(), service.id) : [],
		crews: roundCrews(app()),
		branches: staff(app()).branches,
		start: roundsStart(app()),
		begin: companyOf(app()).hours[1]?.from ?? 420,
		sites: mayChange ? sitesToSell(app()) : [],
		mayChange,
		/** Who can be in charge of an agreement. */
		people: mayChange ? staff(app()).people.flatMap((p) => (p.active ? [{ id: p.id, name: p.name }] : [])) : [],
		seesCosts: viewerIn(locals).may('costs.see'),
		mayQuote: locals.signed !== null && may(locals.signed.actor, 'quotes.issue'),
		mayBill: locals.signed !== null && may(locals.signed.actor, 'invoices.change'),
		mayPlan: locals.signed !== null && may(locals.signed.actor, 'plan.change'),
		maySites: locals.signed !== null && may(locals.signed.actor, 'customers.change'),
		live: ['plan', 'track']
	};
}) satisfies PageServerLoad);
