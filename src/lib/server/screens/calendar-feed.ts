import { stopsAhead, crewIdOf } from '../rounds';
import { and, asc, eq, gte, inArray } from 'drizzle-orm';
import { todayOf, companyOf } from '../company';
import { branches } from '../company/schema';
import { crews, people } from '../people/schema';
import { writeCalendar, type CalendarDay } from '../planning';
import { wallInstant } from '../../core/planning';
import { addDays, type Day } from '../../core/time';
import type { App } from '../app';
import { sites, jobs } from '../sales/schema';
import { phases } from '../work/schema';
import { shifts } from '../planning/schema';

interface Row {
	id: string;
	day: Day;
	from: number | null;
	to: number | null;
	note: string;
	job: string;
	phase: string | null;
	address: string | null;
	version: number;
}
const asDay = (s: Row, who = ''): CalendarDay => ({
	...{ id: s.id, day: s.day, from: s.from, to: s.to, note: s.note, sequence: s.version - 1, place: s.address ?? '' },
	title: `${who ? `${who}: ` : ''}${[s.job, s.phase].filter(Boolean).join(': ')}`
});

const SHIFT = {
	...{ id: shifts.id, day: shifts.day, from: shifts.from, to: shifts.to, note: shifts.note, version: shifts.version },
	...{ job: jobs.name, phase: phases.name, address: sites.address, personId: shifts.personId }
};

const from = (app: App) =>
	app.db.orm
		.select(SHIFT)
		.from(shifts)
		.innerJoin(jobs, eq(jobs.id, shifts.jobId))
		.leftJoin(sites, eq(sites.id, jobs.siteId))
		.leftJoin(phases, eq(phases.id, shifts.phaseId));

/** Instants of wall times in the company's zone, each asked for once: people begin and end at the same few times of a day. */
function instants(zone: string): (day: Day, minutes: number) => number {
	const known = new Map<string, number>();
	return (day, minutes) => {
		const key = `${day} ${minutes}`;
		const at = known.get(key) ?? wallInstant(day, minutes, zone);
		known.set(key, at);
		return at;
	};
}

const written = (app: App, name: string, days: readonly CalendarDay[]): string =>
	writeCalendar(days, { name, at: app.clock.now(), instant: instants(companyOf(app).zone) });

/** Rounds of a crew as whole days. */
const roundsOf = (app: App, crewId: string | null, since: Day, who = ''): CalendarDay[] =>
	(crewId ? stopsAhead(app, crewId, since) : []).map((r) => ({
		...{ id: `round-${crewId}-${r.day}`, day: r.day, from: null, to: null, place: '', note: '', sequence: 0 },
		title: `${who ? `${who}: ` : ''}Round, ${r.stops} stop${r.stops === 1 ? '' : 's'}`
	}));

/** What of whom a feed shows, by the subject of its link: a person's own, or those of a crew, a branch, or all. */
function whose(app: App, subject: string): { name: string; staff: { id: string; name: string }[]; crewIds: (string | null)[] } | null {
	const [of = '', id = ''] = subject.includes(':') ? subject.split(':') : [subject];
	const db = app.db.orm;
	const working = (where: ReturnType<typeof eq> | undefined) =>
		db
			.select({ id: people.id, name: people.name, crewId: people.crewId })
			.from(people)
			.where(and(eq(people.active, true), where))
			.all();
	if (subject === 'all') {
		const staff = working(undefined);
		return {
			name: 'everybody',
			staff,
			crewIds: db
				.select({ id: crews.id })
				.from(crews)
				.all()
				.map((c) => c.id)
		};
	}
	if (of === 'crew') {
		const crew = db.select().from(crews).where(eq(crews.id, id)).get();
		return crew ? { name: crew.name, staff: working(eq(people.crewId, id)), crewIds: [id] } : null;
	}
	if (of === 'branch') {
		const branch = db.select().from(branches).where(eq(branches.id, id)).get();
		const staff = working(eq(people.branchId, id));
		return branch ? { name: branch.name, staff, crewIds: [...new Set(staff.map((p) => p.crewId))] } : null;
	}
	const person = working(eq(people.id, subject))[0];
	return person ? { name: person.name, staff: [person], crewIds: [crewIdOf(app, person.id)] } : null;
}

/** Planned days from a fortnight ago on, for a calendar outside: who, where and what; no customer and no price. */
export function feedOf(app: App, subject: string): string | null {
	const own = whose(app, subject);
	if (!own) return null;
	const since = addDays(todayOf(app), -14);
	const alone = own.staff.length === 1 && own.staff[0]?.id === subject;
	const names = new Map(own.staff.map((p) => [p.id, alone ? '' : p.name]));
	const crewNames = new Map(
		app.db.orm
			.select()
			.from(crews)
			.all()
			.map((c) => [c.id, c.name])
	);
	const rows = from(app)
		.where(and(inArray(shifts.personId, [...names.keys()]), gte(shifts.day, since)))
		.orderBy(asc(shifts.day))
		.all();
	return written(app, `${companyOf(app).name}: ${own.name}`, [
		...rows.map((r) => asDay(r, names.get(r.personId ?? '') ?? '')),
		...own.crewIds.flatMap((id) => roundsOf(app, id, since, alone ? '' : (crewNames.get(id ?? '') ?? '')))
	]);
}

/** One shift as a calendar file, with whose it is. */
export function shiftFile(app: App, shiftId: string): { personId: string | null; text: string } | null {
	const row = from(app).where(eq(shifts.id, shiftId)).get();
	return row ? { personId: row.personId, text: written(app, row.job, [asDay(row)]) } : null;
}
