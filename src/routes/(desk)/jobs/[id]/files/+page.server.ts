import { app } from '$lib/server/app';
import { todayOf } from '$lib/server/company';
import { shown } from '$lib/server/shown';
import { viewerIn } from '$lib/server/viewer';
import { filesOf, tasksOf } from '$lib/server/work';
import type { PageServerLoad } from './$types';

export const load = shown((({ params, locals }) => ({
	files: filesOf(app().db.orm, params.id),
	tasks: tasksOf(app(), params.id).map(({ id, text }) => ({ id, text })),
	today: todayOf(app()),
	mayChange: viewerIn(locals).may('jobs.change'),
	live: [`job:${params.id}`]
})) satisfies PageServerLoad);
