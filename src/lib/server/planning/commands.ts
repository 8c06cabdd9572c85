import { say } from '../../contract/refusals/planning';
import { phaseNamed } from '../work';
import * as contract from '../../contract/planning/commands';
import { asc, eq } from 'drizzle-orm';
import { checkShift, conflictsOf, isWorkingDay, type Conflict, type Shift } from '../../core/planning';
import { grouped } from '../../core/lists';
import { addDays, type Day } from '../../core/time';
import { Refusal } from '../../core/refusal';
import type { Input } from '../../contract';
import type { App } from '../app';
import { serve, whenever, type Context } from '../commands';
import { settingsOf } from '../company';
import { company } from '../company/schema';
import { people } from '../people/schema';
import { shifts } from './schema';
import { moveWon } from '../sales';
import { jobs, stages } from '../sales/schema';
import type { Orm } from '../db';
import { newId } from '../ids';
import { shiftsIn } from './draft-plan';
import { arrangeDraft } from './in-draft';
import { calendar, jobName } from './load';
import { skillTrouble } from './skills';

/** What speaks against shifts, before they are saved: on the plan, or in a draft of it. */
export function conflictsAgainst(db: Orm, wanted: readonly Shift[], without: readonly string[] = [], draftId?: string): Conflict[] {
	const days = wanted.map((w) => w.day).sort();
	const [first, last] = [days[0], days.at(-1)];
	if (!first || !last) return [];
	const ids = [...new Set(wanted.flatMap((w) => (w.personId ? [w.personId] : [])))];
	const c = calendar(db, first, addDays(last, 1));
	const others = shiftsIn(db, draftId, first, last, ids).filter((s) => !without.includes(s.id));
	const name = jobName(db);
	const byPerson = grouped([...others, ...wanted], (s) => s.personId);
	const lacks = skillTrouble(db, wanted);
	return wanted.flatMap((w) => [...conflictsOf(w, byPerson.get(w.personId) ?? [], c, name), ...lacks(w)]);
}

/** The days of a stretch that count: working days of the company, or just the first when it is drawn on a free day. */
export function daysOf(db: Orm, from: Day, to: Day): Day[] {
	const own = db.select().from(company).get();
	const days: Day[] = [];
	for (let d = from; d <= to && days.length < 200; d = addDays(d, 1)) if (!own || isWorkingDay(d, own.hours, own.holidays)) days.push(d);
	return days.length > 0 ? days : [from];
}

function wantedShifts(
	db: Orm,
	i: { jobId: string; personIds: (string | null)[]; from: Day; to: Day; start: number | null; end: number | null }
): Shift[] {
	if (i.to < i.from) throw new Refusal(say('last-day-before-first'), 'to');
	checkShift({ from: i.start, to: i.end });
	const days = daysOf(db, i.from, i.to);
	return i.personIds.flatMap((personId) => days.map((day) => ({ id: newId(), personId, jobId: i.jobId, day, from: i.start, to: i.end })));
}

/** What would be planned and what speaks against it, also what the phase asks of people; saves nothing. */
export function checkPlan(app: App, i: Input<'plan.add'>): { shifts: number; conflicts: Conflict[] } {
	const wanted = wantedShifts(app.db.orm, i);
	return { shifts: wanted.length, conflicts: againstOn(app.db.orm, wanted, i) };
}

const againstOn = (db: Orm, wanted: readonly Shift[], i: Input<'plan.add'>): Conflict[] =>
	conflictsAgainst(
		db,
		wanted.map((w) => ({ ...w, phase: i.phase })),
		[],
		i.draftId
	);

export function refuseConflicts(conflicts: readonly Conflict[], despite: boolean | undefined): void {
	if (conflicts.length > 0 && !despite)
		throw new Refusal(
			say('more-plan-all-same-if-meant', { text: conflicts[0]?.text, conflictsCount: conflicts.length, conflicts: conflicts.length - 1 }),
			'despite'
		);
}

export const addShifts = serve(contract.addShifts, (ctx, i) => {
	const job = plannableJob(ctx, i.jobId);
	for (const id of i.personIds) if (id) ctx.get(people, id, 'This person');
	const wanted = wantedShifts(ctx.db, i);
	const conflicts = againstOn(ctx.db, wanted, i);
	refuseConflicts(conflicts, i.despite);
	const shiftIds = wanted.map((w) => w.id);
	if (i.draftId !== undefined) {
		const { phase, note, draftId } = i;
		arrangeDraft(
			ctx,
			draftId,
			wanted.map(({ id, ...place }) => ({ id, version: null, to: { ...place, phase, note } }))
		);
		return { shiftIds, conflicts: conflicts.length };
	}
	const phaseId = phaseNamed(ctx, job.id, i.phase);
	for (const w of wanted) ctx.insert(shifts, { ...w, phaseId, note: i.note });
	ctx.happened(`job:${job.id}`, 'plan.add', { wanted: wanted.length, from: i.from }, 'plan', 'today');
	return { shiftIds, conflicts: conflicts.length };
});

/** A job that can be planned. @throws Refusal for one that is not won, or closed */
export function plannableJob(ctx: Context, jobId: string) {
	const job = ctx.get(jobs, jobId, 'This job');
	if (job.number === null) throw new Refusal(say('only-job-won-can-be-planned'));
	const stage = ctx.get(stages, job.stageId, 'Its stage');
	if (stage.meaning === 'closed') throw new Refusal(say('job-closed'));
	return job;
}

/** Tells each job what became of its own shifts. */
export function tellJobs(ctx: Context, rows: readonly { jobId: string; what: string }[]): void {
	for (const [key, own] of grouped(rows, (r) => `${r.jobId} ${r.what}`)) {
		const [jobId = ''] = key.split(' ');
		ctx.happened(`job:${jobId}`, 'plan.changed', { n: own.length, what: own[0]?.what ?? '' }, 'plan', 'today', 'field');
	}
}

/** A job that is worked on (somebody clocks on, hours or materials cost it) stands where the rule says: usually on the first stage under way. */
export function beginWork(ctx: Context, jobId: string): void {
	const { clockOn } = settingsOf(ctx.db).cardMoves;
	const usual = () =>
		ctx.db.select({ id: stages.id }).from(stages).where(eq(stages.meaning, 'under way')).orderBy(asc(stages.position)).get()?.id;
	moveWon(ctx, jobId, clockOn ?? usual());
}

whenever('time.clock-on', (ctx, { jobId }) => {
	if (jobId) beginWork(ctx, jobId);
});

export function workJob(ctx: Context, jobId: string) {
	const job = ctx.get(jobs, jobId, 'This job');
	if (job.number === null) throw new Refusal(say('time-can-only-be-booked-on'));
	return job;
}
