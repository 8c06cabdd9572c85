import { shown } from '$lib/server/shown';
import { app } from '$lib/server/app';
import { beforeIn, jobsKnown, stageIn } from '$lib/server/screens';
import type { PageServerLoad } from './$types';

export const load = shown((({ url }) => {
	const stage = stageIn(url);
	return { stage, ...jobsKnown(app(), stage, beforeIn(url)), live: ['costs', 'invoices'] };
}) satisfies PageServerLoad);
