import { isDay, mondayOf } from '$lib/core/time';
import { app } from '$lib/server/app';
import { todayOf } from '$lib/server/company';
import { board } from '$lib/server/screens';
import { shown } from '$lib/server/shown';
import type { PageServerLoad } from './$types';

/** Sheets to print: one for each crew and week. */
export const load = shown((({ url }) => {
	const asked = url.searchParams.get('from') ?? '';
	const from = mondayOf(isDay(asked) ? asked : todayOf(app()));
	const weeks = [1, 2, 4].find((n) => String(n) === url.searchParams.get('weeks')) ?? 1;
	const crew = url.searchParams.get('crew') ?? '';
	const b = board(app(), from, weeks);
	return {
		...{ from, weeks, days: b.days, timeOff: b.timeOff, holidays: b.holidays, rounds: b.rounds },
		staff: b.staff.filter((p) => crew === '' || p.crewId === crew).map(({ id, name, crew, crewId }) => ({ id, name, crew, crewId })),
		shifts: b.shifts.map(({ id, personId, day, from, to, job, phase, note }) => ({ id, personId, day, from, to, job, phase, note })),
		live: ['plan']
	};
}) satisfies PageServerLoad);
