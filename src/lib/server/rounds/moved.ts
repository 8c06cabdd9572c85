import { and, asc, eq, gte, ne } from 'drizzle-orm';
import { hasIt } from './queries';
import { say } from '../../contract/refusals/rounds';
import * as contract from '../../contract/rounds/commands';
import type { Input } from '../../contract';
import { Refusal } from '../../core/refusal';
import { addDays, daysBetween, longDay, mondayOf, weekday, type Day } from '../../core/time';
import type { App } from '../app';
import { todayOf } from '../company';
import { among } from '../db';
import { Stale, serve, type Context } from '../commands';
import { crews } from '../people/schema';
import { blocks } from './block-for';
import { agreements, visits } from './schema';

type Change = Input<'rounds.move-visits'>['changes'][number];
type Visit = typeof visits.$inferSelect;
type Agreement = typeof agreements.$inferSelect;

/** The day a new visit is known by: its own, else the next that none of the agreement is known by. */
function nameFor(ctx: Context, agreementId: string, day: Day): Day {
	const known = new Set(
		ctx.db
			.select({ day: visits.occursOn })
			.from(visits)
			.where(eq(visits.agreementId, agreementId))
			.all()
			.map((v) => v.day)
	);
	let name = day;
	while (known.has(name)) name = addDays(name, 1);
	return name;
}

const standing = (v: Visit): Change => ({ id: v.id, agreementId: v.agreementId, version: v.version, day: v.day, crewId: v.crewId });

/** Carries one change out. @returns what takes it back */
function put(ctx: Context, c: Change, a: Agreement, block: ReturnType<typeof blocks>): Change {
	const before = ctx.find(visits, c.id);
	if ((c.version === null) !== (before === undefined) || (before && before.version !== c.version))
		throw new Stale(say('visits-changed-meanwhile'));
	if (before && before.state !== 'planned') throw new Refusal(say('visit-over'));
	if (c.day === null) {
		if (before) ctx.remove(visits, before.id);
		return before ? { ...standing(before), version: null } : { ...c, version: null };
	}
	if (c.day < a.from || c.day > a.to) throw new Refusal(say('season-of-site-to', { from: longDay(a.from), to: longDay(a.to) }), 'day');
	if (before) {
		const now = ctx.update(visits, before.id, { day: c.day, crewId: c.crewId, minutes: block.given(a, before, c.crewId) });
		return { ...standing(before), version: now.version };
	}
	const like = ctx.db
		.select({ minutes: visits.minutes, crewId: visits.crewId })
		.from(visits)
		.where(eq(visits.agreementId, a.id))
		.limit(1)
		.get();
	const made = ctx.insert(visits, {
		...{ id: c.id, agreementId: a.id, occursOn: nameFor(ctx, a.id, c.day), day: c.day, crewId: c.crewId },
		minutes: like ? block.given(a, like, c.crewId) : block.fresh(a, c.crewId)
	});
	return { ...standing(made), day: null };
}

/** Never two of an agreement on a day: looked at when all of them are where they shall be, so that two may change places. */
function checkDays(ctx: Context, changes: readonly Change[]): void {
	for (const c of changes) {
		if (c.day === null) continue;
		const same = ctx.db
			.select({ id: visits.id })
			.from(visits)
			.where(and(eq(visits.agreementId, c.agreementId), eq(visits.day, c.day), ne(visits.id, c.id), ne(visits.state, 'skipped')))
			.get();
		if (same) throw new Refusal(say('site-has-visit-on-day-already'), 'day');
	}
}

export const moveVisits = serve(contract.moveVisits, (ctx, i) => {
	if (new Set(i.changes.map((c) => c.id)).size < i.changes.length) throw new Refusal(say('visit-twice-in-changes'));
	for (const crewId of new Set(i.changes.map((c) => c.crewId))) if (crewId !== null) ctx.get(crews, crewId, 'This crew');
	const block = blocks(ctx);
	const known = new Map<string, Agreement>();
	const undo = i.changes.map((c) => {
		const a = known.get(c.agreementId) ?? ctx.get(agreements, c.agreementId, 'This agreement');
		known.set(a.id, a);
		return put(ctx, c, a, block);
	});
	checkDays(ctx, i.changes);
	const all = [...known.values()];
	// A whole season's sites would each get a line that says nothing of them: there it is one of the service.
	const about = all.length <= 50 ? all.map((a) => `job:${a.jobId}`) : all.map((a) => `season-service:${a.serviceId}`);
	ctx.happened([...new Set(about)], 'rounds.move-visits', { count: i.changes.length }, 'plan', 'field');
	return { undo };
});

export const orderRound = serve(contract.orderRound, (ctx, i) => {
	for (const [n, id] of i.agreementIds.entries()) ctx.update(agreements, ctx.get(agreements, id, 'This agreement').id, { stop: n + 1 });
	const first = ctx.get(agreements, i.agreementIds[0] ?? '', 'This agreement');
	ctx.happened(`season-service:${first.serviceId}`, 'rounds.set-order', { sites: i.agreementIds.length }, 'plan', 'field');
});

/**
 * What brings everything that is still planned of agreements to another crew and weekday, each visit within its own week: from today on, within the
 * season, never onto a day that is over. For looking at, and for `rounds.move-visits`.
 */
export function movesTo(app: App, i: { agreementIds: readonly string[]; crewId: string | null; weekday: number | null }): Change[] {
	const today = todayOf(app);
	const rows = app.db.orm
		.select({ visit: visits, from: agreements.from, to: agreements.to })
		.from(visits)
		.innerJoin(agreements, eq(agreements.id, visits.agreementId))
		.where(and(among(visits.agreementId, i.agreementIds), eq(visits.state, 'planned'), gte(visits.day, today)))
		.orderBy(asc(visits.day))
		.all();
	const taken = new Set(rows.map((r) => `${r.visit.agreementId} ${r.visit.day}`));
	return rows.flatMap(({ visit: v, from, to }) => {
		const wanted = i.weekday === null ? v.day : addDays(mondayOf(v.day), i.weekday - 1);
		const free = wanted === v.day || !taken.has(`${v.agreementId} ${wanted}`);
		const day = wanted >= today && wanted >= from && wanted <= to && free ? wanted : v.day;
		return day === v.day && v.crewId === i.crewId ? [] : [{ ...standing(v), day, crewId: i.crewId }];
	});
}

/** What moves a whole round, of one day or from that day on: each visit as many days as the first, within its season, to a crew. */
export function roundMoves(app: App, i: { crewId: string | null; day: Day; to: Day; toCrewId: string | null; onward: boolean }): Change[] {
	const by = daysBetween(i.day, i.to);
	const rows = app.db.orm
		.select({ visit: visits, from: agreements.from, to: agreements.to })
		.from(visits)
		.innerJoin(agreements, eq(agreements.id, visits.agreementId))
		.where(and(hasIt(i.crewId), eq(visits.state, 'planned'), i.onward ? gte(visits.day, i.day) : eq(visits.day, i.day)))
		.orderBy(asc(visits.day))
		.all()
		// A round is the tours of one weekday: those of others stay.
		.filter((r) => weekday(r.visit.day) === weekday(i.day));
	return rows.flatMap(({ visit: v, from, to }) => {
		const wanted = addDays(v.day, by);
		const day = wanted >= from && wanted <= to ? wanted : v.day;
		return day === v.day && v.crewId === i.toCrewId ? [] : [{ ...standing(v), day, crewId: i.toCrewId }];
	});
}
