import { and, asc, eq } from 'drizzle-orm';
import { say } from '../../contract/refusals/work';
import * as contract from '../../contract/work/phases';
import type { Input } from '../../contract';
import {
	inOrder,
	pushPhases,
	skillsIn,
	workingDaysFrom,
	workingDaysIn,
	type PhaseDays,
	type PhaseLink,
	type PushedPhase
} from '../../core/planning';
import { Refusal } from '../../core/refusal';
import { addDays, daysBetween, type Day } from '../../core/time';
import { serve, type Context } from '../commands';
import { company } from '../company/schema';
import type { Orm } from '../db';
import { newId } from '../ids';
import { shifts } from '../planning/schema';
import { phasesOf, type Phase } from './phases';
import { phaseLinks, phases } from './schema';

type Wanted = Pick<Input<'jobs.change-phase'>, 'phaseId' | 'from' | 'to' | 'calendarDays'>;

export const linksOf = (db: Orm, jobId: string): (PhaseLink & { id: string })[] =>
	db
		.select({ id: phaseLinks.id, before: phaseLinks.beforeId, after: phaseLinks.afterId, pause: phaseLinks.pause })
		.from(phaseLinks)
		.where(eq(phaseLinks.jobId, jobId))
		.orderBy(asc(phaseLinks.id))
		.all();

/** The phases of a job in the order of the work, each with what it waits for. */
export function phasesWithLinks(db: Orm, jobId: string) {
	const links = linksOf(db, jobId);
	return phasesOf(db, jobId).map((p) => ({
		...p,
		waits: links.filter((l) => l.after === p.id).map(({ before, pause }) => ({ before, pause }))
	}));
}

/** The company's week and holidays, by which phases are laid. */
export function weekOf(db: Orm) {
	const own = db.select().from(company).get();
	return { hours: own?.hours ?? {}, holidays: own?.holidays ?? [] };
}

const daysOf = (p: Phase): PhaseDays[] =>
	p.from !== null && p.to !== null ? [{ id: p.id, from: p.from, to: p.to, calendarDays: p.calendarDays }] : [];

/** The phases of a job as they would lie if some had these days, and what that pushes. */
export function pushed(db: Orm, jobId: string, wanted: readonly Wanted[]): PushedPhase[] {
	const all = phasesOf(db, jobId);
	const was = new Map(all.flatMap(daysOf).map((p) => [p.id, { from: p.from, to: p.to }]));
	const laid = all.flatMap((p) => {
		const w = wanted.find((x) => x.phaseId === p.id);
		return daysOf(w ? { ...p, from: w.from, to: w.to, calendarDays: w.calendarDays ?? p.calendarDays } : p);
	});
	// What is laid over days for the first time has none that it was pushed from.
	for (const w of wanted) if (!was.has(w.phaseId) && w.from !== null && w.to !== null) was.set(w.phaseId, { from: w.from, to: w.to });
	return pushPhases(laid, linksOf(db, jobId), was, weekOf(db));
}

/** A shift that moved with its phase: as it was, and the version it has now. */
export interface ShiftMoved {
	before: typeof shifts.$inferSelect;
	version: number;
}

/**
 * Moves phases to their days, and the people who stand on them if that is wanted: who came on the second working day comes on the second.
 * @param except shifts that have been moved already
 */
export function layPhases(
	ctx: Context,
	moves: readonly PushedPhase[],
	withShifts: boolean,
	except: ReadonlySet<string> = new Set()
): ShiftMoved[] {
	const week = weekOf(ctx.db);
	const moved: ShiftMoved[] = [];
	for (const m of moves) {
		const phase = ctx.get(phases, m.id, 'This phase');
		if (phase.from !== m.from || phase.to !== m.to) ctx.update(phases, m.id, { from: m.from, to: m.to });
		if (!withShifts) continue;
		const own = ctx.db
			.select()
			.from(shifts)
			.where(and(eq(shifts.phaseId, m.id), eq(shifts.jobId, phase.jobId)))
			.all();
		for (const s of own) {
			const day = sameDay(m, s.day, week);
			if (s.day < m.was.from || s.day > m.was.to || s.firmId !== null || except.has(s.id) || day === s.day) continue;
			moved.push({ before: s, version: ctx.update(shifts, s.id, { day }).version });
		}
	}
	return moved;
}

/** The day of a moved phase that a day of it becomes. */
function sameDay(m: PushedPhase, day: Day, week: ReturnType<typeof weekOf>): Day {
	const nth = workingDaysIn(m.was.from, day, week);
	if (nth === 0) return addDays(m.from, daysBetween(m.was.from, day));
	return workingDaysFrom(m.from, nth, week.hours, week.holidays).at(-1) ?? m.from;
}

export const changePhase = serve(contract.changePhase, (ctx, i) => {
	const phase = ctx.get(phases, i.phaseId, 'This phase');
	const name = i.name.trim();
	const others = phasesOf(ctx.db, phase.jobId).filter((p) => p.id !== phase.id);
	if (others.some((p) => p.name.toLowerCase() === name.toLowerCase())) throw new Refusal(say('job-has-phase-of-name'), 'name');
	if ((i.from === null) !== (i.to === null)) throw new Refusal(say('say-both-days-or-neither'), i.from === null ? 'from' : 'to');
	if (i.from !== null && i.to !== null && i.to < i.from) throw new Refusal(say('last-day-before-first'), 'to');
	const moves = pushed(ctx.db, phase.jobId, [i]);
	ctx.update(
		phases,
		phase.id,
		{
			...{ name, from: i.from, to: i.to, calendarDays: i.calendarDays ?? phase.calendarDays, outdoor: i.outdoor ?? phase.outdoor },
			...{
				skills: i.skills === undefined ? phase.skills : skillsIn(i.skills).join(', '),
				people: i.people === undefined ? phase.people : i.people
			}
		},
		i.version
	);
	layPhases(ctx, moves, i.withShifts ?? false);
	ctx.happened(`job:${phase.jobId}`, 'jobs.change-phase', { name, from: i.from, to: i.to }, 'plan', 'field');
});

export const linkPhases = serve(contract.linkPhases, (ctx, i) => {
	const [before, after] = [ctx.get(phases, i.beforeId, 'This phase'), ctx.get(phases, i.afterId, 'This phase')];
	if (before.jobId !== after.jobId) throw new Refusal(say('phases-of-two-jobs'), 'after');
	const known = ctx.db
		.select()
		.from(phaseLinks)
		.where(and(eq(phaseLinks.beforeId, before.id), eq(phaseLinks.afterId, after.id)))
		.get();
	if (i.pause === null) {
		if (known) ctx.remove(phaseLinks, known.id);
	} else {
		const all = phasesOf(ctx.db, after.jobId).map((p) => p.id);
		inOrder(all, [...linksOf(ctx.db, after.jobId), { before: before.id, after: after.id, pause: i.pause }]);
		if (known) ctx.update(phaseLinks, known.id, { pause: i.pause });
		else ctx.insert(phaseLinks, { id: newId(), jobId: after.jobId, beforeId: before.id, afterId: after.id, pause: i.pause });
		layPhases(ctx, pushed(ctx.db, after.jobId, []), false);
	}
	ctx.happened(`job:${after.jobId}`, 'jobs.link-phases', { before: before.name, after: after.name, pause: i.pause }, 'plan', 'field');
});
