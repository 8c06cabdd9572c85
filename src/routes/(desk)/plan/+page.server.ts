import { shown } from '$lib/server/shown';
import { may } from '$lib/core/access';
import { inRuns } from '$lib/core/planning';
import { isDay, mondayOf } from '$lib/core/time';
import { app } from '$lib/server/app';
import { companyOf, settingsOf, staff, todayOf } from '$lib/server/company';
import { planViewOf, toTell } from '$lib/server/planning';
import { districtsOf } from '$lib/server/sales';
import { board, draftHead, planByJob, plannableJobs, stagesUnderWay } from '$lib/server/screens';
import type { PageServerLoad } from './$types';

export const load = shown((({ url, locals }) => {
	const asked = url.searchParams.get('from') ?? '';
	const weeks = [1, 2, 4, 8].find((n) => String(n) === url.searchParams.get('weeks')) ?? 2;
	const from = mondayOf(isDay(asked) ? asked : todayOf(app()));
	const { crews, branches } = staff(app());
	const own = companyOf(app());
	const mayPlan = locals.signed !== null && may(locals.signed.actor, 'plan.change');
	const wanted = mayPlan ? url.searchParams.get('draft') : null;
	const draft = wanted === null ? null : draftHead(app(), wanted);
	const draftId = draft?.id;
	const { shifts, ...rest } = board(app(), from, weeks, draftId);
	return {
		board: rest,
		// Told once with their days: what stands for weeks is the larger part of the page.
		runs: inRuns(shifts),
		/** The draft that is looked at; its name alone when it is not open any more. */
		...{ draft, draftGone: wanted !== null && draft === null },
		byJob: url.searchParams.get('by') === 'job' ? planByJob(app(), from, weeks, draftId).jobs : [],
		...{ weeks, crews, branches, stages: stagesUnderWay(app()), kinds: settingsOf(app().db.orm).salesLists.kinds },
		calendar: { hours: own.hours, holidays: own.holidays },
		jobs: plannableJobs(app()),
		toTell: mayPlan ? toTell(app().db.orm, todayOf(app())).length : 0,
		mayPlan,
		planView: locals.signed ? planViewOf(app(), locals.signed.actor.id) : '',
		districts: districtsOf(app()),
		mayLay: locals.signed !== null && may(locals.signed.actor, 'jobs.change'),
		live: ['plan']
	};
}) satisfies PageServerLoad);
