import { app } from '$lib/server/app';
import { todayOf } from '$lib/server/company';
import { crewIdOf, stopsOf } from '$lib/server/rounds';
import { myDays } from '$lib/server/time';
import type { PageServerLoad } from './$types';

export const load: PageServerLoad = ({ locals }) => {
	const id = locals.signed?.personId ?? '';
	const crewId = crewIdOf(app(), id);
	return { ...myDays(app(), id), stops: crewId ? stopsOf(app(), crewId, todayOf(app())) : [] };
};
