import { and, eq, gte, inArray, lte } from 'drizzle-orm';
import * as contract from '../../contract/planning/moved-day';
import { say } from '../../contract/refusals/rounds';
import type { Input } from '../../contract';
import { grouped } from '../../core/lists';
import { hoursOf, holidayOn, isWorkingDay, moveWork, offOn, type DayWork, type MovedWork, type PushedPhase } from '../../core/planning';
import { Refusal } from '../../core/refusal';
import { addDays, type Day } from '../../core/time';
import { serve, type Context } from '../commands';
import type { Orm } from '../db';
import { calendar, layOut, phaseNamesOf, shiftsIn, type Around } from '../planning';
import { shifts } from '../planning/schema';
import { layPhases, pushed } from '../work';
import { phases } from '../work/schema';
import { peopleOf } from './plan';
import { agreements, visits } from './schema';

type Choice = Omit<Input<'plan.move-day'>, 'despite'>;
type Visit = typeof visits.$inferSelect;

/** How far ahead days are looked at: what moves may push what comes after it. */
const AHEAD = 150;

export interface DayMove {
	/** Shifts that are one piece of work, by its id. */
	work: ReadonlyMap<string, Around[]>;
	visits: ReadonlyMap<string, Visit>;
	moved: MovedWork[];
	stays: string[];
	/** Phases whose last day moves, and those that wait for them. */
	phases: PushedPhase[];
	/** Subcontractors' days that are concerned: they are asked anew. */
	firms: Around[];
	/** Visits that would go and stay: a draft holds shifts alone. */
	visitsLeft: number;
}

const crewOf = (db: Orm, crewId: string | null): string[] => peopleOf(db, crewId).map((p) => p.id);

/** Shifts from a day on, as they stand or as a draft has them, each with whether rain keeps its work from being done. */
function shiftsAhead(db: Orm, day: Day, draftId: string | undefined): (Around & { outdoor: boolean })[] {
	const all = shiftsIn(db, draftId, day, addDays(day, AHEAD)).filter((s) => s.day >= day && s.day <= addDays(day, AHEAD));
	const outdoor = new Set(
		db
			.select({ id: phases.id })
			.from(phases)
			.where(eq(phases.outdoor, true))
			.all()
			.map((p) => p.id)
	);
	return all.map((s) => ({ ...s, outdoor: s.phaseId !== null && outdoor.has(s.phaseId) }));
}

/** What the choice means: which shifts and visits go, and where to; in a draft, which of its shifts. Nothing is changed. */
export function dayMove(db: Orm, i: Choice, draftId?: string): DayMove {
	const crew = i.crewId === null ? null : crewOf(db, i.crewId);
	const until = i.onward ? addDays(i.day, AHEAD) : i.day;
	const all = shiftsAhead(db, i.day, draftId);
	const goes = (s: (typeof all)[number]) =>
		s.day <= until && (crew === null || (s.personId !== null && crew.includes(s.personId))) && (!i.outdoor || s.outdoor);
	const chosen = all.filter((s) => s.firmId === null && goes(s));
	// People who work on one thing at one time are moved as one: they stay together.
	const work = grouped(chosen, (s) => `${s.day} ${s.jobId} ${s.phaseId ?? ''} ${s.from ?? ''} ${s.to ?? ''}`);
	const stops = visitsOf(db, i, until);
	const onPlan = draftId === undefined;
	const asWork = [...work].map(([id, own]): DayWork => workOf(id, own));
	const others = all.filter((s) => s.firmId === null && !goes(s)).map((s) => workOf(s.id, [s]));
	const c = calendar(db, i.day, addDays(i.day, AHEAD + 60));
	const works = (personId: string | null, day: Day): boolean =>
		personId === null
			? isWorkingDay(day, c.hours, c.holidays)
			: hoursOf(personId, day, c) !== undefined && holidayOn(c.holidays, day) === null && offOn(personId, day, c.timeOff) === null;
	const result = onPlan
		? moveWork([...asWork, ...stops.work], [...others, ...stops.others], works, i.room)
		: moveWork(asWork, others, works, i.room);
	return {
		work,
		visits: onPlan ? stops.byId : new Map(),
		visitsLeft: onPlan ? 0 : stops.byId.size,
		...result,
		phases: phasesMoved(db, work, result.moved),
		firms: all.filter((s) => s.firmId !== null && goes(s))
	};
}

/** A shift of a piece of work on another day, as `plan.arrange` takes it. */
export const laidOn = (s: Around, day: Day, version: number): Input<'plan.arrange'>['changes'][number] => ({
	...{ id: s.id, version },
	to: { jobId: s.jobId, phase: s.phase, personId: s.personId, day, from: s.from, to: s.to, note: s.note }
});

const workOf = (id: string, own: readonly Around[]): DayWork => ({
	...{ id, day: own[0]?.day ?? '', from: own[0]?.from ?? null, to: own[0]?.to ?? null },
	people: own.flatMap((s) => (s.personId ? [s.personId] : []))
});

/** Visits of the choice, and those of the same agreements that stay: never two on a day. */
function visitsOf(db: Orm, i: Choice, until: Day) {
	const rows = db
		.select({ visit: visits, last: agreements.to })
		.from(visits)
		.innerJoin(agreements, eq(agreements.id, visits.agreementId))
		.where(
			and(
				...[gte(visits.day, i.day), lte(visits.day, until), eq(visits.state, 'planned')],
				i.crewId === null ? undefined : eq(visits.crewId, i.crewId)
			)
		)
		.all();
	const ids = new Set(rows.map((r) => r.visit.id));
	const agreementIds = [...new Set(rows.map((r) => r.visit.agreementId))];
	const rest = agreementIds.length ? db.select().from(visits).where(inArray(visits.agreementId, agreementIds)).all() : [];
	const crews = new Map([...new Set(rows.map((r) => r.visit.crewId))].map((id) => [id, crewOf(db, id)]));
	const stop = (v: Visit): DayWork => ({
		...{ id: v.id, day: v.day, from: null, to: null, people: crews.get(v.crewId) ?? [] },
		...{ alone: v.agreementId, timeless: true }
	});
	return {
		byId: new Map(rows.map((r) => [r.visit.id, r.visit])),
		work: rows.map(({ visit, last }) => ({ ...stop(visit), fits: (d: Day) => d <= last })),
		others: rest.filter((v) => !ids.has(v.id)).map(stop)
	};
}

/** Phases that end later by what moved, with those that wait for them. */
function phasesMoved(db: Orm, work: ReadonlyMap<string, Around[]>, moved: readonly MovedWork[]): PushedPhase[] {
	const latest = new Map<string, Day>();
	for (const m of moved) {
		const phaseId = work.get(m.id)?.[0]?.phaseId;
		if (phaseId && m.to > (latest.get(phaseId) ?? '')) latest.set(phaseId, m.to);
	}
	if (latest.size === 0) return [];
	const longer = db
		.select()
		.from(phases)
		.where(inArray(phases.id, [...latest.keys()]))
		.all()
		.filter((p) => p.from !== null && p.to !== null && (latest.get(p.id) ?? '') > p.to);
	return [...grouped(longer, (p) => p.jobId)].flatMap(([jobId, own]) =>
		pushed(
			db,
			jobId,
			own.map((p) => ({ phaseId: p.id, from: p.from, to: latest.get(p.id) ?? p.to, calendarDays: p.calendarDays }))
		)
	);
}

export const moveDay = serve(contract.moveDay, (ctx, { despite, ...i }) => {
	const move = dayMove(ctx.db, i);
	if (move.moved.length === 0 && move.stays.length === 0) throw new Refusal(say('nothing-planned-to-move'), 'day');
	const overlaps = move.moved.filter((m) => m.overlaps.length > 0).length;
	if ((overlaps > 0 || move.stays.length > 0) && !despite)
		throw new Refusal(say('moved-day-collides', { overlaps, stays: move.stays.length }), 'despite');
	const phaseOf = phaseNamesOf(ctx.db);
	const own = new Set<string>();
	const before: Around[] = [];
	const undo: Input<'plan.move-day-back'> = { shifts: [], visits: [], phases: [] };
	for (const m of move.moved) {
		const visit = move.visits.get(m.id);
		if (visit) {
			const now = ctx.update(visits, visit.id, { day: m.to }, visit.version);
			undo.visits.push({ id: visit.id, day: visit.day, version: now.version });
		}
		for (const s of move.work.get(m.id) ?? []) {
			own.add(s.id);
			before.push(s);
			undo.shifts.push(laidOn(s, s.day, ctx.update(shifts, s.id, { day: m.to }, s.version).version));
		}
	}
	for (const p of move.phases) {
		const was = ctx.get(phases, p.id, 'This phase');
		undo.phases.push({ id: p.id, from: p.was.from, to: p.was.to, version: was.version + 1 });
	}
	for (const s of layPhases(ctx, move.phases, true, own)) undo.shifts.push(layOut(phaseOf, s.before, s.version));
	tell(ctx, [...before.map((s) => s.jobId), ...jobsOf(ctx, undo.visits)], i.day, undo);
	return { moved: move.moved.length, undo };
});

const jobsOf = (ctx: Context, moved: readonly { id: string }[]): string[] =>
	moved.flatMap((v) => {
		const visit = ctx.find(visits, v.id);
		const agreement = visit ? ctx.find(agreements, visit.agreementId) : undefined;
		return agreement ? [agreement.jobId] : [];
	});

function tell(ctx: Context, jobIds: readonly string[], day: Day, undo: Input<'plan.move-day-back'>): void {
	const on = [...new Set(jobIds)].map((id) => `job:${id}`);
	ctx.happened(on, 'plan.move-day', { day, shifts: undo.shifts.length, visits: undo.visits.length }, 'plan', 'today', 'field');
}

export const moveDayBack = serve(contract.moveDayBack, (ctx, i) => {
	const jobIds: string[] = [];
	for (const s of i.shifts) {
		if (!s.to) continue;
		jobIds.push(s.to.jobId);
		ctx.update(shifts, ctx.get(shifts, s.id, 'This shift').id, { day: s.to.day }, s.version ?? undefined);
	}
	for (const v of i.visits) {
		const visit = ctx.get(visits, v.id, 'This visit');
		if (visit.state !== 'planned') throw new Refusal(say('visit-over'));
		ctx.update(visits, visit.id, { day: v.day }, v.version);
	}
	for (const p of i.phases) ctx.update(phases, ctx.get(phases, p.id, 'This phase').id, { from: p.from, to: p.to }, p.version);
	const on = [...new Set([...jobIds, ...jobsOf(ctx, i.visits)])].map((id) => `job:${id}`);
	ctx.happened(on, 'plan.move-day-back', { n: i.shifts.length + i.visits.length }, 'plan', 'today', 'field');
});
