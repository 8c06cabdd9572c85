import { shown } from '$lib/server/shown';
import { app } from '$lib/server/app';
import { companyOf, staff } from '$lib/server/company';
import { stageList, viewsOf } from '$lib/server/sales';
import { jobList } from '$lib/server/screens';
import { viewerIn } from '$lib/server/viewer';
import type { PageServerLoad } from './$types';

export const load = shown((({ url, locals }) => {
	const stage = url.searchParams.get('stage') ?? '';
	const q = url.searchParams.get('q') ?? '';
	const param = (name: string) => (url.searchParams.get(name) ?? '').slice(0, 100);
	const { settings } = companyOf(app());
	const fields = settings.ownFields.filter((f) => f.of === 'job');
	const own = Object.fromEntries(fields.flatMap((f) => (param(`own.${f.id}`) ? [[f.id, param(`own.${f.id}`)]] : [])));
	const by = { personId: param('person'), branchId: param('branch'), kind: param('kind'), from: param('from'), to: param('to'), own };
	return {
		...{ by, fields: fields.map(({ id, label, kind, choices }) => ({ id, label, kind, choices })), kinds: settings.salesLists.kinds },
		branches: staff(app()).branches,
		tiles: app().settings.mapTiles,
		stage,
		q,
		mayMoney: viewerIn(locals).may('invoices.see'),
		mayChange: viewerIn(locals).may('jobs.change'),
		// Closing is asked job by job: it says what is still open.
		stages: stageList(app()).filter((s) => s.track === 'doing' && s.meaning !== 'closed'),
		allStages: stageList(app()).filter((s) => s.track === 'doing'),
		staff: staff(app())
			.people.filter((p) => p.active)
			.map(({ id, name }) => ({ id, name })),
		views: viewsOf(app(), 'jobs', locals.signed?.actor),
		jobs: jobList(app(), viewerIn(locals), stage, q, 2000, by),
		live: ['track', 'costs', 'invoices', 'plan', 'views:jobs']
	};
}) satisfies PageServerLoad);
