import { and, desc, eq, gte, inArray, isNotNull, isNull, sql } from 'drizzle-orm';
import * as contract from '../../contract/planning/telling';
import { say } from '../../contract/refusals/planning';
import { grouped } from '../../core/lists';
import { planChanges, type PlannedDay } from '../../core/planning';
import { addDays, type Day } from '../../core/time';
import { languageOf, mailWords } from '../../core/words';
import { planLines } from './plan-lines';
import { Missing, serve, self, type Context } from '../commands';
import { company } from '../company/schema';
import type { Orm } from '../db';
import { newId } from '../ids';
import { people } from '../people/schema';
import { jobs } from '../sales/schema';
import { phases } from '../work/schema';
import { planNotices, shifts, toldShifts, type NoticeLine } from './schema';

/** Somebody with what they have to be told. */
export interface ToTell {
	personId: string;
	changes: NoticeLine[];
}

const NOW = {
	shiftId: shifts.id,
	personId: shifts.personId,
	jobId: shifts.jobId,
	phase: sql<string>`coalesce(${phases.name}, '')`,
	...{ day: shifts.day, from: shifts.from, to: shifts.to, note: shifts.note }
};
const KNOWN = {
	shiftId: toldShifts.shiftId,
	personId: toldShifts.personId,
	...{
		jobId: toldShifts.jobId,
		phase: toldShifts.phase,
		day: toldShifts.day,
		from: toldShifts.from,
		to: toldShifts.to,
		note: toldShifts.note
	}
};

/** Who has to be told of what, from today on: what stands on the plan against what each was told last. */
export function toTell(db: Orm, today: Day, ids?: readonly string[]): ToTell[] {
	const now = db
		.select(NOW)
		.from(shifts)
		// Of jobs that are not theirs to see, nobody tells anything.
		.innerJoin(jobs, eq(jobs.id, shifts.jobId))
		.leftJoin(phases, eq(phases.id, shifts.phaseId))
		.where(and(gte(shifts.day, today), isNotNull(shifts.personId), ids ? inArray(shifts.personId, [...ids]) : undefined))
		.all();
	// What was told for a day that is over can stand on another one now.
	const known = db
		.select(KNOWN)
		.from(toldShifts)
		.innerJoin(jobs, eq(jobs.id, toldShifts.jobId))
		.where(and(gte(toldShifts.day, addDays(today, -60)), ids ? inArray(toldShifts.personId, [...ids]) : undefined))
		.all();
	const is = grouped(now, (d) => d.personId ?? '');
	const was = grouped(known, (d) => d.personId);
	const name = jobNames(db);
	return [...new Set([...is.keys(), ...was.keys()])].flatMap((personId) => {
		const changes = planChanges((was.get(personId) ?? []).map(day), (is.get(personId) ?? []).map(day), today).map((c) => ({
			...c,
			job: name(c.is?.jobId ?? c.was?.jobId ?? '')
		}));
		return changes.length > 0 ? [{ personId, changes }] : [];
	});
}

const day = ({ shiftId, jobId, phase, day, from, to, note }: PlannedDay): PlannedDay => ({ shiftId, jobId, phase, day, from, to, note });

function jobNames(db: Orm): (id: string) => string {
	const known = new Map<string, string>();
	return (id) => {
		const name = known.get(id) ?? db.select({ name: jobs.name }).from(jobs).where(eq(jobs.id, id)).get()?.name ?? '';
		known.set(id, name);
		return name;
	};
}

export const tellPlan = serve(contract.tellPlan, (ctx, i) => {
	const own = ctx.get(company, 'company', 'The company');
	let told = 0;
	for (const { personId, changes } of toTell(ctx.db, ctx.today, i.personIds)) {
		const person = ctx.get(people, personId, 'This person');
		const language = languageOf(person.language);
		const by = reached(person);
		ctx.insert(planNotices, { id: newId(), personId, at: ctx.now, by, byName: ctx.who.name, changes });
		const lines = planLines(language, changes);
		const about = `person:${personId}`;
		const letter = mailWords(language).planChanged({ name: person.name, lines, company: own.name });
		if (by === 'mail') ctx.mail({ to: person.mail, ...letter, about });
		if (by === 'text') ctx.textMessage({ to: person.phone, text: letter.text.slice(0, 1200), about });
		remember(ctx, personId, changes);
		told += 1;
		ctx.happened(about, 'plan.tell', { name: person.name, n: changes.length, by }, 'plan', 'field');
	}
	return { told };
});

/** How somebody can be reached: without an address the notice stands on their own pages. */
const reached = (p: typeof people.$inferSelect) =>
	(p.toldBy === 'mail' && !p.mail.includes('@')) || (p.toldBy === 'text' && p.phone.trim() === '') ? ('field' as const) : p.toldBy;

/** What they know now. */
function remember(ctx: Context, personId: string, changes: readonly NoticeLine[]): void {
	for (const c of changes) {
		const shiftId = c.is?.shiftId ?? c.was?.shiftId ?? '';
		const known = ctx.db
			.select({ id: toldShifts.id })
			.from(toldShifts)
			.where(and(eq(toldShifts.shiftId, shiftId), eq(toldShifts.personId, personId)))
			.get();
		if (c.is === null) {
			if (known) ctx.remove(toldShifts, known.id);
		} else if (known) ctx.update(toldShifts, known.id, c.is);
		else ctx.insert(toldShifts, { id: newId(), personId, ...c.is });
	}
}

export const seeNotice = serve(contract.seeNotice, (ctx, i) => {
	const notice = ctx.find(planNotices, i.noticeId);
	if (notice?.personId !== self(ctx)) throw new Missing(say('notice-not-there'));
	if (notice.seenAt !== null) return;
	ctx.update(planNotices, notice.id, { seenAt: ctx.doneAt });
	ctx.happened(`person:${notice.personId}`, 'plan.see-notice', { n: notice.changes.length }, 'plan', 'field');
});

export const noticeCalled = serve(contract.noticeCalled, (ctx, i) => {
	const notice = ctx.get(planNotices, i.noticeId, 'This notice');
	if (notice.calledAt !== null) return;
	ctx.update(planNotices, notice.id, { calledAt: ctx.now, calledBy: ctx.who.name }, i.version);
	const person = ctx.get(people, notice.personId, 'This person');
	ctx.happened(`person:${person.id}`, 'plan.called', { name: person.name }, 'plan');
});

/** What somebody was told and has not said to have seen, newest first. */
export const unseenNotices = (db: Orm, personId: string) =>
	db
		.select()
		.from(planNotices)
		.where(and(eq(planNotices.personId, personId), isNull(planNotices.seenAt)))
		.orderBy(desc(planNotices.at))
		.limit(20)
		.all();

/** Who was told lately, and whether they have seen it. */
export const noticesOf = (db: Orm, since: number) =>
	db
		.select({
			...{ id: planNotices.id, personId: planNotices.personId, at: planNotices.at, by: planNotices.by, byName: planNotices.byName },
			...{ changes: planNotices.changes, seenAt: planNotices.seenAt, calledAt: planNotices.calledAt, calledBy: planNotices.calledBy },
			...{ name: people.name, phone: people.phone, language: people.language, version: planNotices.version }
		})
		.from(planNotices)
		.innerJoin(people, eq(people.id, planNotices.personId))
		.where(gte(planNotices.at, since))
		.orderBy(desc(planNotices.at))
		.limit(200)
		.all();
