import { stopsAhead, crewIdOf } from '../rounds';
import { asc, gte, and, eq } from 'drizzle-orm';
import { todayOf, companyOf } from '../company';
import { people } from '../people/schema';
import { writeCalendar, type CalendarDay } from '../planning';
import { instantOf, addDays, type Day } from '../../core/time';
import type { App } from '../app';
import { sites, jobs } from '../sales/schema';
import { phases } from '../work/schema';
import { shifts } from '../planning/schema';

const asDay = (s: {
	id: string;
	day: Day;
	from: number | null;
	to: number | null;
	note: string;
	job: string;
	phase: string | null;
	address: string | null;
}): CalendarDay => ({
	id: s.id,
	day: s.day,
	from: s.from,
	to: s.to,
	title: [s.job, s.phase].filter(Boolean).join(': '),
	place: s.address ?? '',
	note: s.note
});

const SHIFT = {
	id: shifts.id,
	day: shifts.day,
	from: shifts.from,
	to: shifts.to,
	note: shifts.note,
	job: jobs.name,
	phase: phases.name,
	address: sites.address,
	personId: shifts.personId
};

const from = (app: App) =>
	app.db.orm
		.select(SHIFT)
		.from(shifts)
		.innerJoin(jobs, eq(jobs.id, shifts.jobId))
		.leftJoin(sites, eq(sites.id, jobs.siteId))
		.leftJoin(phases, eq(phases.id, shifts.phaseId));

const written = (app: App, name: string, days: readonly CalendarDay[]): string => {
	const { zone } = companyOf(app);
	const instant = (day: Day, minutes: number) => {
		const d = addDays(day, Math.floor(minutes / 1440));
		const m = minutes % 1440;
		return instantOf(d, `${String(Math.floor(m / 60)).padStart(2, '0')}:${String(m % 60).padStart(2, '0')}`, zone, 'first');
	};
	return writeCalendar(days, { name, at: app.clock.now(), instant });
};

/** A person's planned days from a fortnight ago on, for a calendar outside: where and what, no customer and no price. */
export function feedOf(app: App, personId: string): string | null {
	const person = app.db.orm.select({ name: people.name, active: people.active }).from(people).where(eq(people.id, personId)).get();
	if (!person?.active) return null;
	const since = addDays(todayOf(app), -14);
	const own = from(app)
		.where(and(eq(shifts.personId, personId), gte(shifts.day, since)))
		.orderBy(asc(shifts.day))
		.limit(2000)
		.all();
	const crewId = crewIdOf(app, personId);
	const rounds = crewId ? stopsAhead(app, crewId, since) : [];
	return written(app, `${companyOf(app).name}: ${person.name}`, [
		...own.map(asDay),
		...rounds.map((r) => ({
			id: `round-${crewId}-${r.day}`,
			day: r.day,
			from: null,
			to: null,
			title: `Round, ${r.stops} stop${r.stops === 1 ? '' : 's'}`,
			place: '',
			note: ''
		}))
	]);
}

/** One shift as a calendar file, with whose it is. */
export function shiftFile(app: App, shiftId: string): { personId: string | null; text: string } | null {
	const row = from(app).where(eq(shifts.id, shiftId)).get();
	return row ? { personId: row.personId, text: written(app, row.job, [asDay(row)]) } : null;
}
