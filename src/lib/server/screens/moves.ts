import { and, asc, eq, gte, inArray, lte } from 'drizzle-orm';
import type { Input, Question } from '../../contract';
import type { Day } from '../../core/time';
import type { App } from '../app';
import type { Orm } from '../db';
import { people } from '../people/schema';
import { jobLabel } from '../planning';
import { shifts } from '../planning/schema';
import { dayMove, laidOn } from '../rounds';
import { agreements } from '../rounds/schema';
import { customers, jobs } from '../sales/schema';
import { pushed } from '../work';
import { phases } from '../work/schema';

/** What laying a phase over days pushes, in words, with how many days of people lie on it. */
export function pushedWords(app: App, i: Input<'jobs.change-phase'>) {
	const db = app.db.orm;
	const phase = db.select().from(phases).where(eq(phases.id, i.phaseId)).get();
	if (!phase || (i.from !== null && i.to !== null && i.to < i.from)) return [];
	const moves = pushed(db, phase.jobId, [i]);
	if (moves.length === 0) return [];
	const rows = db
		.select({ id: phases.id, name: phases.name })
		.from(phases)
		.where(
			inArray(
				phases.id,
				moves.map((m) => m.id)
			)
		)
		.all();
	const names = new Map(rows.map((r) => [r.id, r.name]));
	const count = (m: (typeof moves)[number]) =>
		db
			.select({ id: shifts.id })
			.from(shifts)
			.where(and(eq(shifts.phaseId, m.id), gte(shifts.day, m.was.from), lte(shifts.day, m.was.to)))
			.all().length;
	return moves.map((m) => ({
		...{ id: m.id, name: names.get(m.id) ?? '', from: m.from, to: m.to, wasFrom: m.was.from, wasTo: m.was.to, shifts: count(m) }
	}));
}

/** What moving a day would do, in words: what goes where, what it meets, which customers and subcontractors are concerned. */
export function dayMoveWords(app: App, i: Question<'plan.check-day'>) {
	const db = app.db.orm;
	const { draftId, ...choice } = i;
	const move = dayMove(db, choice, draftId);
	const own = db.select({ id: people.id, name: people.name }).from(people).all();
	const nameOf = new Map(own.map((p) => [p.id, p.name]));
	const label = new Map<string, string>();
	const jobName = (id: string): string => {
		const known = label.get(id) ?? jobLabel(db, id).name;
		label.set(id, known);
		return known;
	};
	const jobOfVisit = visitJobs(
		db,
		[...move.visits.values()].map((v) => v.agreementId)
	);
	const jobIdOf = (id: string): string => move.work.get(id)?.[0]?.jobId ?? jobOfVisit(move.visits.get(id)?.agreementId ?? '');
	const againstOf = (ids: readonly string[]): string[] => [
		...new Set(
			ids.map((id) =>
				jobName(
					move.work.get(id)?.[0]?.jobId ?? db.select({ jobId: shifts.jobId }).from(shifts).where(eq(shifts.id, id)).get()?.jobId ?? ''
				)
			)
		)
	];
	const row = (id: string, day: Day, to: Day | null, against: readonly string[]) => ({
		words: jobName(jobIdOf(id)),
		people: [...new Set((move.work.get(id) ?? []).map((s) => (s.personId ? (nameOf.get(s.personId) ?? '') : 'nobody yet')))].join(', '),
		...{ day, to, against: againstOf(against) }
	});
	const jobIds = [...new Set([...move.moved.map((m) => m.id), ...move.stays].map(jobIdOf))];
	const dayOf = (id: string): Day => move.work.get(id)?.[0]?.day ?? move.visits.get(id)?.day ?? '';
	return {
		work: [...move.moved.map((m) => row(m.id, m.day, m.to, m.overlaps)), ...move.stays.map((id) => row(id, dayOf(id), null, []))].slice(
			0,
			400
		),
		phases: phaseWords(db, move.phases),
		customers: jobIds.length === 0 ? [] : customersOf(db, jobIds),
		firms: [...new Set(move.firms.map((f) => jobName(f.jobId)))],
		changes: draftId === undefined ? [] : move.moved.flatMap((m) => (move.work.get(m.id) ?? []).map((s) => laidOn(s, m.to, s.version))),
		visitsLeft: move.visitsLeft
	};
}

function visitJobs(db: Orm, agreementIds: readonly string[]): (agreementId: string) => string {
	const ids = [...new Set(agreementIds)];
	const rows =
		ids.length === 0
			? []
			: db.select({ id: agreements.id, jobId: agreements.jobId }).from(agreements).where(inArray(agreements.id, ids)).all();
	const known = new Map(rows.map((r) => [r.id, r.jobId]));
	return (id) => known.get(id) ?? '';
}

const phaseWords = (db: Orm, moves: ReturnType<typeof dayMove>['phases']) =>
	moves.flatMap((m) => {
		const p = db
			.select({ name: phases.name, job: jobs.name })
			.from(phases)
			.innerJoin(jobs, eq(jobs.id, phases.jobId))
			.where(eq(phases.id, m.id))
			.get();
		return p ? [{ words: `${p.job}: ${p.name}`, from: m.from, to: m.to }] : [];
	});

/** The customers of jobs, each with its job. */
export const customersOf = (db: Orm, jobIds: readonly string[]) =>
	db
		.select({ jobId: jobs.id, job: jobs.name, customer: customers.name })
		.from(jobs)
		.innerJoin(customers, eq(customers.id, jobs.customerId))
		.where(inArray(jobs.id, [...jobIds]))
		.orderBy(asc(customers.name))
		.all();
