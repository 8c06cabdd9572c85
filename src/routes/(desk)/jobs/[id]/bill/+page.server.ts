import { shown } from '$lib/server/shown';
import { may } from '$lib/core/access';
import { app } from '$lib/server/app';
import { applicationsOf, contractOf, costsToBill, planOf, invoicesOfJob } from '$lib/server/billing';
import { todayOf, companyOf } from '$lib/server/company';
import { phasesOf } from '$lib/server/work';
import type { PageServerLoad } from './$types';

export const load = shown((({ params, locals }) => ({
	contract: contractOf(app().db.orm, params.id),
	plan: planOf(app().db.orm, params.id),
	costs: costsToBill(app().db.orm, params.id, todayOf(app())),
	phases: phasesOf(app().db.orm, params.id).map((p) => p.name),
	invoices: invoicesOfJob(app(), params.id),
	applications: applicationsOf(app().db.orm, params.id),
	deposit: companyOf(app()).settings.deposit.percent,
	mayBill: locals.signed !== null && may(locals.signed.actor, 'invoices.change'),
	live: [`job:${params.id}`, 'invoices', 'costs']
})) satisfies PageServerLoad);
