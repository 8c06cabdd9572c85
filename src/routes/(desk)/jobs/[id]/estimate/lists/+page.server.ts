import { shown } from '$lib/server/shown';
import { redirect } from '@sveltejs/kit';
import { app } from '$lib/server/app';
import { changeIn, estimateOfJob, listsOf } from '$lib/server/estimates';
import type { PageServerLoad } from './$types';

export const load = shown((({ params, url }) => {
	const id = estimateOfJob(app(), params.id, changeIn(url));
	const found = id ? listsOf(app(), id) : null;
	if (!id || !found) redirect(303, `/jobs/${params.id}`);
	return {
		estimateId: id,
		...found,
		by: url.searchParams.get('by') === 'supplier' ? ('supplier' as const) : ('phase' as const),
		live: [`estimate:${id}`]
	};
}) satisfies PageServerLoad);
