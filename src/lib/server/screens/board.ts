import { grouped } from '../../core/lists';
import { jobs, sites, stages } from '../sales/schema';
import { isNotNull, inArray, and, sql, asc, eq } from 'drizzle-orm';
import { permitsByJob, phaseHours } from '../work';
import { shifts } from '../planning/schema';
import { calendar, changesOf, firmShifts, jobLabel, shiftsIn, skillTrouble } from '../planning';
import {
	hoursOf,
	loadOf,
	overDraft,
	plannedMinutes,
	conflictsOf,
	type Conflict,
	type PersonCalendar,
	type Shift
} from '../../core/planning';
import { roundDays } from '../rounds';
import { crews, people } from '../people/schema';
import { addDays, weekday, type Day } from '../../core/time';
import { waitsFor } from '../../core/work';
import { companyOf, todayOf } from '../company';
import type { App } from '../app';
import type { Orm } from '../db';

/** The plan board of some weeks, as it stands or as a draft has it: people by crew, their shifts, conflicts, gaps and load; phases that nobody has. */
export function board(app: App, from: Day, weeks: number, draftId?: string) {
	const db = app.db.orm;
	const own = companyOf(app);
	const to = addDays(from, weeks * 7 - 1);
	const c = calendar(db, from, to);
	const around = shiftsIn(db, draftId, from, to);
	const days = daysShown(from, to, c, around);
	const staff = db
		.select({
			id: people.id,
			name: people.name,
			role: people.role,
			crewId: people.crewId,
			skills: people.skills,
			color: people.color,
			branchId: people.branchId,
			crew: crews.name,
			crewPosition: crews.position
		})
		.from(people)
		.innerJoin(crews, eq(crews.id, people.crewId))
		.where(eq(people.active, true))
		.orderBy(asc(crews.position), sql`case when ${people.role} = 'crew lead' then 0 else 1 end`, asc(people.name))
		.all();
	const labels = new Map<string, ReturnType<typeof jobLabel>>();
	const label = (id: string) => {
		const known = labels.get(id) ?? jobLabel(db, id);
		labels.set(id, known);
		return known;
	};
	const nameOf = (id: string) => label(id).name;
	const lacks = skillTrouble(
		db,
		around.filter((s) => s.personId !== null && s.day >= from && s.day <= to)
	);
	const conflicts: Record<string, Conflict[]> = {};
	const byPerson = grouped(
		around.filter((s) => s.personId !== null),
		(s) => s.personId ?? ''
	);
	for (const s of around)
		if (s.personId && s.day >= from && s.day <= to) {
			const found = [...conflictsOf(s, byPerson.get(s.personId) ?? [], c, nameOf), ...lacks(s)];
			if (found.length > 0) conflicts[s.id] = found;
		}
	const rounds = roundDays(app, from, to);
	const roundMinutes = (crewId: string | null) => new Map(rounds.filter((r) => r.crewId === crewId).map((r) => [r.day, r.minutes]));
	const shown = around
		.filter((s) => s.day >= from && s.day <= to)
		.map((s) => ({ ...s, job: nameOf(s.jobId), number: label(s.jobId).number, minutes: plannedMinutes(s, c) }));
	// Work that is planned and may not begin: it says so on its bars.
	const waits = waitsIn(
		app,
		shown.map((s) => s.jobId)
	);
	return {
		from,
		to,
		days,
		staff: staff.map((p) => ({ ...p, load: withRounds(loadOf(p.id, days, byPerson.get(p.id) ?? [], c), roundMinutes(p.crewId)) })),
		rounds,
		firms: firmShifts(app, from, to),
		shifts: shown.map((s) => ({ ...s, waits: waits(s) })),
		conflicts,
		timeOff: c.timeOff,
		/** Days that somebody with a week of their own does not work. */
		free: staff.flatMap((p) => {
			const off = c.own?.has(p.id)
				? days.filter((d) => hoursOf(p.id, d, c) === undefined)
				: days.filter((d) => hoursOf(null, d, c) === undefined);
			return off.length > 0 ? [{ personId: p.id, days: off }] : [];
		}),
		busy: (c.busy ?? []).filter((t) => t.day >= from),
		jobs: jobsOn(db, [...new Set(shown.map((s) => s.jobId))]),
		holidays: days.filter((d) => own.holidays.length > 0 && loadOf('', [d], [], { ...c, timeOff: [] }).paid === 0),
		workday: own.hours[1] ?? { from: 420, to: 930, breaks: [] },
		unmanned: unmanned(app, draftId)
	};
}

/** The days that a board shows: working days of the company, of somebody with another week, and days on which something is planned. */
function daysShown(from: Day, to: Day, c: PersonCalendar, planned: readonly { day: Day }[]): Day[] {
	const weeks = [c.hours, ...(c.own?.values() ?? [])];
	const taken = new Set(planned.map((s) => s.day));
	const days: Day[] = [];
	for (let d = from; d <= to; d = addDays(d, 1)) if (taken.has(d) || weeks.some((w) => w[weekday(d)] !== undefined)) days.push(d);
	return days;
}

/** What jobs on the board are found by: kind of work, stage, branch, district. */
function jobsOn(db: Orm, ids: readonly string[]) {
	const rows = ids.length
		? db
				.select({
					...{ id: jobs.id, kind: jobs.kindOfWork, stageId: jobs.stageId, branchId: jobs.branchId },
					district: sql<string>`coalesce(${sites.district}, '')`
				})
				.from(jobs)
				.leftJoin(sites, eq(sites.id, jobs.siteId))
				.where(inArray(jobs.id, [...ids]))
				.all()
		: [];
	return Object.fromEntries(rows.map(({ id, ...r }) => [id, r]));
}

/** Names of the permits and inspections that a job's phase waits for, of these jobs. */
function waitsIn(app: App, jobIds: readonly string[]): (at: { jobId: string; phaseId: string | null }) => string[] {
	const permits = permitsByJob(app.db.orm, [...new Set(jobIds)]);
	const today = todayOf(app);
	return ({ jobId, phaseId }) => waitsFor(permits.get(jobId) ?? [], phaseId, today).map((p) => p.name);
}

/** A person's load with the rounds of their crew: what those take is planned, and no gap any more. */
function withRounds(load: ReturnType<typeof loadOf>, rounds: ReadonlyMap<Day, number>): ReturnType<typeof loadOf> {
	if (rounds.size === 0) return load;
	return {
		...load,
		planned: load.planned + [...rounds.values()].reduce((a, n) => a + n, 0),
		gaps: load.gaps.flatMap((g) => {
			const minutes = g.minutes - (rounds.get(g.day) ?? 0);
			return minutes > 0 ? [{ ...g, minutes }] : [];
		})
	};
}

/** Phases of won jobs with more hours sold than planned for anybody. */
export function unmanned(app: App, draftId?: string) {
	const open = phaseHours(app);
	if (open.length === 0) return [];
	const ids = [...new Set(open.map((p) => p.jobId))];
	const real = app.db.orm
		.select({
			id: shifts.id,
			jobId: shifts.jobId,
			phaseId: shifts.phaseId,
			personId: shifts.personId,
			day: shifts.day,
			from: shifts.from,
			to: shifts.to
		})
		.from(shifts)
		.where(and(inArray(shifts.jobId, ids), isNotNull(shifts.phaseId), isNotNull(shifts.personId)))
		.all();
	const rows = draftId === undefined ? real : manned(app.db.orm, real, draftId, open);
	// Only the days that these shifts lie on: a company of ten years has a lot of time off behind it.
	const days = rows.map((s) => s.day).sort();
	const last = days.at(-1);
	const c = calendar(app.db.orm, days[0] ?? '', last ? addDays(last, 1) : '');
	const waits = waitsIn(app, ids);
	const facts = jobsOn(app.db.orm, ids);
	const planned = new Map<string, number>();
	for (const s of rows) if (s.personId) planned.set(s.phaseId ?? '', (planned.get(s.phaseId ?? '') ?? 0) + plannedMinutes(s, c));
	return open
		.map((p) => ({
			jobId: p.jobId,
			job: p.job,
			number: p.number,
			phaseId: p.id,
			...{ phase: p.name, skills: p.skills, people: p.people, district: facts[p.jobId]?.district ?? '' },
			waits: waits({ jobId: p.jobId, phaseId: p.id }),
			soldMinutes: Math.round((p.hours * 60) / 10_000),
			leftMinutes: Math.round((p.hours * 60) / 10_000) - (planned.get(p.id) ?? 0)
		}))
		.filter((p) => p.leftMinutes >= 30);
}

/** Who is on which phase as a draft has it. */
function manned<S extends Shift & { phaseId: string | null }>(
	db: Orm,
	real: readonly S[],
	draftId: string,
	open: readonly { id: string; jobId: string; name: string }[]
) {
	const phaseOf = new Map(open.map((p) => [`${p.jobId} ${p.name.toLowerCase()}`, p.id]));
	return overDraft<Shift & { phaseId: string | null }, ReturnType<typeof changesOf>[number]>(
		real,
		changesOf(db, draftId),
		({ shiftId, to }) => {
			const phaseId = phaseOf.get(`${to.jobId} ${to.phase.trim().toLowerCase()}`);
			return phaseId === undefined || to.personId === null ? null : { ...to, id: shiftId, phaseId };
		}
	);
}

export const plannableJobs = (app: App) =>
	app.db.orm
		.select({ id: jobs.id, name: jobs.name, number: jobs.number })
		.from(jobs)
		.where(
			and(
				eq(jobs.onBoard, true),
				sql`${jobs.number} is not null`,
				sql`${jobs.stageId} in (select id from stages where meaning in ('ready', 'under way'))`
			)
		)
		.orderBy(asc(jobs.name))
		.limit(300)
		.all();

/** Stages of jobs that are won and not closed, to look at the work of one of them. */
export const stagesUnderWay = (app: App) =>
	app.db.orm
		.select({ id: stages.id, name: stages.name })
		.from(stages)
		.where(inArray(stages.meaning, ['ready', 'under way', 'finished']))
		.orderBy(asc(stages.position))
		.all();
