import { and, asc, eq, gte, inArray, isNotNull, lte, or, sql } from 'drizzle-orm';
import { grouped } from '../../core/lists';
import { overDraft, plannedMinutes, type Shift } from '../../core/planning';
import { addDays, type Day } from '../../core/time';
import type { App } from '../app';
import type { Orm } from '../db';
import { people } from '../people/schema';
import { calendar, changesOf } from '../planning';
import { shifts } from '../planning/schema';
import { jobs, sites, stages } from '../sales/schema';
import { phaseLinks, phases } from '../work/schema';

/** Jobs that are ready or under way, or have somebody planned in these weeks: their phases over days, and who is on them. */
export function planByJob(app: App, from: Day, weeks: number, draftId?: string) {
	const db = app.db.orm;
	const to = addDays(from, weeks * 7 - 1);
	const c = calendar(db, from, to);
	const rows = jobRows(db, from, to);
	const ids = rows.map((j) => j.id);
	if (ids.length === 0) return { jobs: [] };
	const own = grouped(db.select().from(phases).where(inArray(phases.jobId, ids)).orderBy(asc(phases.position)).all(), (p) => p.jobId);
	const real = db
		.select({
			...{ id: shifts.id, jobId: shifts.jobId, phaseId: shifts.phaseId, personId: shifts.personId, firmId: shifts.firmId },
			...{ day: shifts.day, from: shifts.from, to: shifts.to, person: people.name }
		})
		.from(shifts)
		.leftJoin(people, eq(people.id, shifts.personId))
		.where(and(inArray(shifts.jobId, ids), or(and(gte(shifts.day, from), lte(shifts.day, to)), isNotNull(shifts.phaseId))))
		.all();
	const here = draftId === undefined ? real : tried(db, real, draftId, own);
	const byPhase = grouped(here, (s) => `${s.jobId} ${s.phaseId ?? ''}`);
	const waits = grouped(db.select().from(phaseLinks).where(inArray(phaseLinks.jobId, ids)).all(), (l) => l.afterId);
	const daysOf = (key: string) => {
		const seen = (byPhase.get(key) ?? []).filter((s) => s.day >= from && s.day <= to);
		return [...grouped(seen, (s) => s.day)].map(([day, on]) => ({
			day,
			people: on.flatMap((s) => s.person ?? []),
			nobody: on.filter((s) => s.personId === null && s.firmId === null).length,
			firms: on.filter((s) => s.firmId !== null).length
		}));
	};
	const planned = (key: string) =>
		(byPhase.get(key) ?? []).reduce((a, s) => a + (s.personId ? plannedMinutes({ ...s, personId: s.personId }, c) : 0), 0);
	/** What is laid or manned in these weeks stands first, then what waits. */
	const inSight = (j: { phases: { from: Day | null; to: Day | null; days: unknown[] }[] }) =>
		j.phases.some((p) => p.days.length > 0 || ((p.from ?? '9') <= to && (p.to ?? '') >= from));
	const all = rows.map((j) => ({
		...j,
		phases: [
			...(own.get(j.id) ?? []).map((p) => ({
				...{ id: p.id, name: p.name, from: p.from, to: p.to, outdoor: p.outdoor, skills: p.skills, people: p.people },
				...{ calendarDays: p.calendarDays, version: p.version, soldMinutes: Math.round((p.hours * 60) / 10_000) },
				plannedMinutes: planned(`${j.id} ${p.id}`),
				days: daysOf(`${j.id} ${p.id}`),
				waits: (waits.get(p.id) ?? []).map((l) => ({ before: l.beforeId, pause: l.pause }))
			})),
			...unphased(daysOf(`${j.id} `))
		]
	}));
	return { jobs: [...all.filter(inSight), ...all.filter((j) => !inSight(j))] };
}

interface OnJob extends Shift {
	phaseId: string | null;
	firmId: string | null;
	person: string | null;
}

/** Shifts of jobs as a draft has them. */
function tried(db: Orm, real: readonly OnJob[], draftId: string, own: ReadonlyMap<string, readonly { id: string; name: string }[]>) {
	const names = new Map(
		db
			.select({ id: people.id, name: people.name })
			.from(people)
			.all()
			.map((p) => [p.id, p.name])
	);
	return overDraft<OnJob, ReturnType<typeof changesOf>[number]>(real, changesOf(db, draftId), ({ shiftId, to }) => ({
		...{ ...to, id: shiftId, firmId: null, person: to.personId === null ? null : (names.get(to.personId) ?? '') },
		phaseId: own.get(to.jobId)?.find((p) => p.name.toLowerCase() === to.phase.trim().toLowerCase())?.id ?? null
	}));
}

/** What is planned for no phase of a job. */
const unphased = <D>(days: D[]) =>
	days.length === 0
		? []
		: [
				{
					...{ id: '', name: '', from: null, to: null, outdoor: false, skills: '', people: null, calendarDays: false, version: 0 },
					...{ soldMinutes: 0, plannedMinutes: 0, days, waits: [] }
				}
			];

function jobRows(db: Orm, from: Day, to: Day) {
	const planned = sql`exists (select 1 from ${shifts} s where s.job_id = ${jobs.id} and s.day between ${from} and ${to})`;
	return db
		.select({
			id: jobs.id,
			name: jobs.name,
			number: jobs.number,
			stage: stages.name,
			stageId: stages.id,
			kind: jobs.kindOfWork,
			branchId: jobs.branchId,
			district: sql<string>`coalesce(${sites.district}, '')`
		})
		.from(jobs)
		.leftJoin(sites, eq(sites.id, jobs.siteId))
		.innerJoin(stages, eq(stages.id, jobs.stageId))
		.where(and(eq(jobs.onBoard, true), isNotNull(jobs.number), or(inArray(stages.meaning, ['ready', 'under way']), planned)))
		.orderBy(asc(jobs.number))
		.limit(400)
		.all();
}
