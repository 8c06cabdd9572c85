import { shown } from '$lib/server/shown';
import { redirect } from '@sveltejs/kit';
import { may } from '$lib/core/access';
import { app } from '$lib/server/app';
import { changeIn, compareStates, estimateOfJob, revisionsOf } from '$lib/server/estimates';
import type { PageServerLoad } from './$types';

export const load = shown((({ params, url, locals }) => {
	const id = estimateOfJob(app(), params.id, changeIn(url));
	if (!id) redirect(303, `/jobs/${params.id}`);
	const revisions = revisionsOf(app(), id);
	const a = url.searchParams.get('a') ?? revisions[0]?.id ?? 'draft';
	const b = url.searchParams.get('b') ?? 'draft';
	return {
		estimateId: id,
		revisions,
		a,
		b,
		comparison: revisions.length ? compareStates(app(), id, a, b) : null,
		mayChange: locals.signed !== null && may(locals.signed.actor, 'estimates.change'),
		live: [`estimate:${id}`, `job:${params.id}`]
	};
}) satisfies PageServerLoad);
