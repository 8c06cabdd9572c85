import { shown } from '$lib/server/shown';
import { GROUPINGS, type Grouping } from '$lib/core/sales';
import { addDays, isDay, wallTime } from '$lib/core/time';
import { app } from '$lib/server/app';
import { companyOf } from '$lib/server/company';
import { salesOf } from '$lib/server/sales';
import type { PageServerLoad } from './$types';

/** A year up to today, unless the address says otherwise. */
export const load = shown((({ url }) => {
	const today = wallTime(app().clock.now(), companyOf(app()).zone).day;
	const day = (name: string, usual: string) => {
		const typed = url.searchParams.get(name) ?? '';
		return isDay(typed) ? typed : usual;
	};
	const by = GROUPINGS.find((g) => g === url.searchParams.get('by')) ?? ('kind' satisfies Grouping);
	const [from, to] = [day('from', addDays(today, -365)), day('to', today)];
	return { by, from, to, today, report: salesOf(app(), from, to, by), live: ['track'] };
}) satisfies PageServerLoad);
