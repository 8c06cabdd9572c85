import { isDay } from '$lib/core/time';
import { app } from '$lib/server/app';
import { todayOf } from '$lib/server/company';
import { dailyLogOf, logDays, weatherOn } from '$lib/server/screens';
import { shown } from '$lib/server/shown';
import { viewerIn } from '$lib/server/viewer';
import type { PageServerLoad } from './$types';

export const load = shown((async ({ params, url, locals }) => {
	const wanted = url.searchParams.get('day') ?? '';
	const today = todayOf(app());
	const day = isDay(wanted) && wanted <= today ? wanted : today;
	const of = dailyLogOf(app(), params.id, day);
	return {
		...{ of, today, days: logDays(app(), params.id) },
		// Only asked for where nobody wrote down what it was.
		weather: of.log?.weather ? null : await weatherOn(app(), params.id, day),
		mayWrite: viewerIn(locals).may('field.record'),
		live: [`job:${params.id}`, 'field', 'costs']
	};
}) satisfies PageServerLoad);
