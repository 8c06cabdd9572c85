import { shown } from '$lib/server/shown';
import { addDays, mondayOf } from '$lib/core/time';
import { app } from '$lib/server/app';
import { todayOf } from '$lib/server/company';
import { monthOf } from '$lib/server/screens';
import type { PageServerLoad } from './$types';

export const load = shown((({ url }) => {
	const asked = url.searchParams.get('month') ?? '';
	const month = /^\d{4}-(0[1-9]|1[0-2])$/.test(asked) ? asked : todayOf(app()).slice(0, 7);
	const from = mondayOf(`${month}-01`);
	return { month, ...monthOf(app(), from, addDays(from, 41)), live: ['plan'] };
}) satisfies PageServerLoad);
