import { shown } from '$lib/server/shown';
import { may } from '$lib/core/access';
import { app } from '$lib/server/app';
import { companyOf } from '$lib/server/company';
import { stageList } from '$lib/server/sales';
import { templatesOf } from '$lib/server/work';
import type { PageServerLoad } from './$types';

export const load = shown((({ locals }) => {
	const { settings, version } = companyOf(app());
	const stages = stageList(app());
	return {
		version,
		stages,
		lists: settings.salesLists,
		fields: settings.ownFields,
		plans: settings.billingPlans,
		signOff: settings.signOff,
		// Where nothing is said, who clocks on first moves a job to the first stage under way: it is shown as that stage.
		moves: { ...settings.cardMoves, clockOn: settings.cardMoves.clockOn ?? stages.find((s) => s.meaning === 'under way')?.id ?? '' },
		wonText: settings.wonText,
		deposit: settings.deposit.percent,
		tasks: templatesOf(app()),
		mayChange: locals.signed !== null && may(locals.signed.actor, 'company.change'),
		live: ['company']
	};
}) satisfies PageServerLoad);
