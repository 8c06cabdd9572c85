import { shown } from '$lib/server/shown';
import { may } from '$lib/core/access';
import { isDay, mondayOf } from '$lib/core/time';
import { app } from '$lib/server/app';
import { todayOf, staff } from '$lib/server/company';
import { firmShifts } from '$lib/server/planning';
import { board, plannableJobs } from '$lib/server/screens';
import { stopsOf } from '$lib/server/rounds';
import type { PageServerLoad } from './$types';

export const load = shown((({ url, locals }) => {
	const asked = url.searchParams.get('day') ?? '';
	const day = isDay(asked) ? asked : todayOf(app());
	const week = board(app(), mondayOf(day), 1);
	const { crews } = staff(app());
	return {
		day,
		people: week.staff.map((p) => ({
			...{ id: p.id, name: p.name, crew: p.crew, skills: p.skills },
			off: week.timeOff.find((t) => t.personId === p.id && t.from <= day && day <= t.to)?.note ?? null,
			isOff: week.timeOff.some((t) => t.personId === p.id && t.from <= day && day <= t.to),
			shifts: week.shifts.filter((s) => s.personId === p.id && s.day === day)
		})),
		unassigned: week.shifts.filter((s) => s.personId === null && s.firmId === null && s.day === day),
		firms: firmShifts(app(), day, day),
		conflicts: week.conflicts,
		workday: week.workday,
		free: !week.days.includes(day) || week.holidays.includes(day),
		rounds: [...crews, { id: null, name: 'nobody yet' }]
			.map((c) => ({ ...{ id: c.id, name: c.name }, stops: stopsOf(app(), c.id, day) }))
			.filter((c) => c.stops.length > 0),
		crews,
		...{ jobs: plannableJobs(app()), unmanned: week.unmanned },
		mayPlan: locals.signed !== null && may(locals.signed.actor, 'plan.change'),
		live: ['plan', 'field']
	};
}) satisfies PageServerLoad);
