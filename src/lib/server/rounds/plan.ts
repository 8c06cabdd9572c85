import { say } from '../../contract/refusals/rounds';
import * as contract from '../../contract/rounds/commands';
import { and, asc, eq, inArray, sql } from 'drizzle-orm';
import { cents, formatCents } from '../../core/money';
import { holidayOn, isWorkingDay, loadOf, skillsIn } from '../../core/planning';
import {
	blockOf,
	compareSold,
	guessCadence,
	laborPerVisit,
	onSiteOf,
	weeklyVisits,
	windowVisits,
	type DayLoad,
	type Planned,
	type Season
} from '../../core/rounds';
import { weekday, type Day } from '../../core/time';
import { Refusal } from '../../core/refusal';
import { serve } from '../commands';
import type { Orm } from '../db';
import { company } from '../company/schema';
import { crews, people } from '../people/schema';
import { agreements, roundPlans, seasonServices, visits } from './schema';
import { sites } from '../sales/schema';
import { newId } from '../ids';
import { waysOf, type Way } from './cadences';
import { hasIt } from './queries';
import { calendar, shiftsAround } from '../planning';

type Agreement = typeof agreements.$inferSelect;
type Service = typeof seasonServices.$inferSelect;

/** What a round is planned of. */
export interface Choice {
	agreementIds: string[];
	/** Null: nobody yet. Visits are reckoned for as many as the service sends, else for one. */
	crewId: string | null;
	weekday: number | null;
	start: Day;
	/** The cadence of an agreement, null for the usual; not named: guessed by the visits sold. */
	cadenceOf?: Readonly<Record<string, string | null>>;
	/** The block of an agreement that somebody set, minutes; not named: reckoned. */
	blockOf?: Readonly<Record<string, number>>;
}
/** What planning it would come to for one agreement. */
export interface Proposed {
	agreement: Agreement;
	address: string;
	/** By which cadence, and whether a whole season of it has the visits sold. */
	way: Way;
	fits: boolean;
	visits: Planned[];
	/** Left out because they would share a day or find none: owed. */
	dropped: Day[];
	minutes: number;
	laborPerVisit: number;
	onSite: number;
	difference: number;
	fromStart: number;
	/** Visits that fall on a weekday on which nobody gets in. */
	shut: number;
	/** It has visits from this season already. */
	already: number;
}

/** What planning a round would come to; saves nothing. @throws Refusal in words at the field that is wrong */
export function proposeRound(
	db: Orm,
	i: Choice,
	today: Day
): {
	service: Service;
	crewSize: number;
	ways: Way[];
	rows: Proposed[];
	lacks: string[];
	fullDays: (DayLoad & { day: Day; minutes: number })[];
} {
	const crew = peopleOf(db, i.crewId);
	if (crew.length === 0 && i.crewId !== null) throw new Refusal(say('nobody-in-crew'), 'crewId');
	const size = Math.max(1, crew.length);
	const { picked, addresses } = pickedOf(db, i.agreementIds);
	const serviceId = picked[0]?.serviceId;
	const service = serviceId ? db.select().from(seasonServices).where(eq(seasonServices.id, serviceId)).get() : undefined;
	if (!service || picked.some((a) => a.serviceId !== service.id)) throw new Refusal(say('round-of-one-season-service'), 'agreementIds');
	const already = plannedAlready(db, i.agreementIds);
	// What is over is not planned: weeks that are past are left out.
	const start = i.start > today ? i.start : today;
	const ways = waysOf(db, service);
	const load = crewLoad(db, i.crewId, crew);
	const by = ways.map((way) => ({ way, cadence: cadenceOf(db, way, { ...i, start }, load) }));
	const rows = picked.map((a): Proposed => {
		const { way, cadence, fits } = chosenWay(by, a, i.cadenceOf?.[a.id]);
		const visit = { hours: a.hours, visits: a.visits, crew: way.crewSize ?? size, setUp: way.setUp };
		const now = cadence(a);
		return {
			...{ agreement: a, address: addresses.get(a.siteId) ?? '', way, fits },
			...now,
			minutes: i.blockOf?.[a.id] ?? blockOf(visit, way.step),
			laborPerVisit: laborPerVisit(visit),
			onSite: onSiteOf(visit),
			...compareSold({ sold: a.visits, planned: now.visits.length, fullSeason: cadence({ ...a, whole: true }).visits.length }),
			shut: a.onDays === null ? 0 : now.visits.filter((v) => !a.onDays?.includes(weekday(v.day))).length,
			already: already.get(a.id) ?? 0
		};
	});
	const lacks = i.crewId === null ? [] : lacking(crew, service.skills);
	return { service, crewSize: size, ways, rows, lacks, fullDays: i.crewId === null ? [] : fullDays(rows, load, size) };
}

/** Who is in a crew, with what they can; of what nobody has yet, nobody. */
export const peopleOf = (db: Orm, crewId: string | null): { id: string; skills: string }[] =>
	crewId === null
		? []
		: db
				.select({ id: people.id, skills: people.skills })
				.from(people)
				.where(and(eq(people.crewId, crewId), eq(people.active, true)))
				.all();

/** What of a service's skills nobody of a crew has. */
function lacking(crew: readonly { skills: string }[], wanted: string): string[] {
	const there = new Set(crew.flatMap((p) => skillsIn(p.skills)).map((s) => s.toLowerCase()));
	return skillsIn(wanted).filter((s) => !there.has(s.toLowerCase()));
}

type By = { way: Way; cadence: (a: Of) => Found };
/** The cadence that was chosen, else the one whose whole season has the visits sold, else the usual one. */
function chosenWay(by: readonly By[], a: Agreement, asked: string | null | undefined): By & { fits: boolean } {
	const full = (b: By): number => b.cadence({ ...a, whole: true }).visits.length;
	const guessed = guessCadence(
		a.visits,
		by.map((b) => ({ id: b, full: full(b) }))
	);
	const chosen = asked === undefined ? (guessed?.id ?? by[0]) : by.find((b) => b.way.id === asked);
	if (!chosen) throw new Refusal(say('cadence-of-another-service'), 'cadenceOf');
	return { ...chosen, fits: full(chosen) === a.visits };
}

/** Round days on which the crew would have more than it is paid for, with what it has already. */
function fullDays(rows: readonly Proposed[], load: (day: Day) => DayLoad, crewSize: number): (DayLoad & { day: Day; minutes: number })[] {
	return daysOfPlan(rows).flatMap(({ day, minutes }) => {
		const own = load(day);
		return own.planned + minutes * crewSize > own.paid ? [{ day, minutes, ...own }] : [];
	});
}

function pickedOf(db: Orm, ids: readonly string[]): { picked: Agreement[]; addresses: Map<string, string> } {
	const picked: Agreement[] = [];
	const addresses = new Map<string, string>();
	for (let at = 0; at < ids.length; at += 500)
		for (const r of db
			.select({ a: agreements, address: sites.address })
			.from(agreements)
			.innerJoin(sites, eq(sites.id, agreements.siteId))
			.where(inArray(agreements.id, ids.slice(at, at + 500)))
			.orderBy(asc(agreements.number))
			.all()) {
			picked.push(r.a);
			addresses.set(r.a.siteId, r.address);
		}
	if (picked.length < ids.length) throw new Refusal(say('one-of-these-agreements-not-any'), 'agreementIds');
	if (picked.some((a) => a.state === 'ended')) throw new Refusal(say('one-of-these-agreements-has-ended'), 'agreementIds');
	return { picked, addresses };
}

function plannedAlready(db: Orm, ids: readonly string[]): Map<string, number> {
	const found = new Map<string, number>();
	for (let at = 0; at < ids.length; at += 500)
		for (const r of db
			.select({ id: visits.agreementId, n: sql<number>`count(*)` })
			.from(visits)
			.where(inArray(visits.agreementId, ids.slice(at, at + 500)))
			.groupBy(visits.agreementId)
			.all())
			found.set(r.id, r.n);
	return found;
}

type Of = Pick<Agreement, 'from' | 'to'> & { whole?: boolean };
type Found = { visits: Planned[]; dropped: Day[] };

/** Visits by a cadence. Agreements of one season come to the same days: they are worked out once. */
function cadenceOf(db: Orm, { cadence }: Way, i: Choice, load: (day: Day) => DayLoad): (a: Of) => Found {
	const own = db.select({ hours: company.hours, holidays: company.holidays }).from(company).get();
	const [hours, holidays] = [own?.hours ?? {}, own?.holidays ?? []];
	const days = { isHoliday: (d: Day) => holidayOn(holidays, d) !== null, isWorking: (d: Day) => isWorkingDay(d, hours, holidays) };
	const known = new Map<string, Found>();
	if (cadence.by === 'weeks')
		return (a) => {
			if (i.weekday === null) throw new Refusal(say('choose-weekday-of-round'), 'weekday');
			const start = a.whole ? a.from : i.start;
			const key = `${a.from} ${a.to} ${start}`;
			const found = known.get(key) ?? weeklyVisits({ season: a, start, weekday: i.weekday, every: cadence.every }, days);
			known.set(key, found);
			return found;
		};
	return (a) => {
		const windows = cadence.windows.map((w) => windowIn(w, a));
		// How many a whole season has is how many windows there are.
		if (a.whole) return { visits: windows.map((w) => ({ occursOn: w.from, day: w.from })), dropped: [] };
		const planned = windowVisits({ windows, gap: cadence.gap, start: i.start }, { isWorking: days.isWorking, loadOf: load });
		return { visits: planned, dropped: [] };
	};
}

/** A window of the year as it lies in a season, which may go over the new year. */
function windowIn(w: { from: string; to: string }, season: Season): Season {
	const year = Number(season.from.slice(0, 4));
	const y = `${year}-${w.from}` < season.from ? year + 1 : year;
	return { from: `${y}-${w.from}`, to: `${y}-${w.to}` };
}

/** How full a crew's days are: shifts of its people and rounds that are planned, against what they are paid for; of nobody's, the rounds alone. */
function crewLoad(db: Orm, crewId: string | null, ids: readonly { id: string }[]): (day: Day) => DayLoad {
	const known = new Map<Day, DayLoad>();
	return (day) => {
		const before = known.get(day);
		if (before) return before;
		const c = calendar(db, day, day);
		const around = shiftsAround(
			db,
			day,
			day,
			ids.map((p) => p.id)
		);
		const rounds = db
			.select({ n: sql<number>`coalesce(sum(${visits.minutes}), 0)` })
			.from(visits)
			.where(and(hasIt(crewId), eq(visits.day, day)))
			.get();
		const load = ids
			.map((p) =>
				loadOf(
					p.id,
					[day],
					around.filter((s) => s.personId === p.id),
					c
				)
			)
			.reduce((a, l) => ({ planned: a.planned + l.planned, paid: a.paid + l.paid }), {
				planned: (rounds?.n ?? 0) * Math.max(1, ids.length),
				paid: 0
			});
		known.set(day, load);
		return load;
	};
}

export const planRound = serve(contract.planRound, (ctx, i) => {
	if (i.crewId !== null) ctx.get(crews, i.crewId, 'This crew');
	const { service, rows } = proposeRound(ctx.db, i, ctx.today);
	const double = rows.filter((r) => r.already > 0);
	if (double.length > 0)
		throw new Refusal(say('of-these-sites-planned-already', { doubleCount: double.length, address: double[0]?.address }), 'agreementIds');
	const wrong = rows.filter((r) => r.difference !== 0);
	if (wrong.length > 0 && !i.despite)
		throw new Refusal(
			say('sold-and-planned-differ', { words: `${differenceWords(wrong, false)} Put it right, or plan it all the same.` }),
			'despite'
		);
	const reason = i.reason?.trim() ?? '';
	if (wrong.length > 0 && reason === '') throw new Refusal(say('say-why-it-is-let-pass'), 'reason');
	const count = rows.reduce((n, r) => n + r.visits.length, 0);
	if (count === 0) throw new Refusal(say('nothing-would-be-planned'), 'start');
	const plan = ctx.insert(roundPlans, {
		id: newId(),
		serviceId: service.id,
		crewId: i.crewId,
		weekday: i.weekday,
		start: i.start,
		sites: rows.length,
		visits: count,
		at: ctx.now,
		byName: ctx.who.name,
		reason: wrong.length > 0 ? reason : ''
	});
	ctx.insertRecorded(
		visits,
		rows.flatMap((r) =>
			r.visits.map((v) => ({ id: newId(), agreementId: r.agreement.id, planId: plan.id, ...v, crewId: i.crewId, minutes: r.minutes }))
		)
	);
	ctx.happened(
		`season-service:${service.id}`,
		'rounds.plan',
		{ service: service.name, sites: rows.length, visits: count, reason: plan.reason },
		'plan',
		'field'
	);
	return { planId: plan.id, visits: count };
});

/**
 * What is sold against what would be planned, in a sentence: free work and what is owed, with its money.
 * @example “2 visits more than sold: free work of 74.28; 3 owed, 2 of them because the start is late.”
 */
export function differenceWords(rows: readonly Pick<Proposed, 'difference' | 'fromStart' | 'agreement'>[], prices: boolean): string {
	const sum = (of: (r: (typeof rows)[number]) => number) => rows.reduce((n, r) => n + of(r), 0);
	const [free, owed, late] = [sum((r) => Math.max(0, r.difference)), sum((r) => Math.max(0, -r.difference)), sum((r) => r.fromStart)];
	const money = (of: (r: (typeof rows)[number]) => number) =>
		formatCents(cents(Math.round(sum((r) => (of(r) * r.agreement.price) / r.agreement.visits))));
	const worth = prices ? ` of ${money((r) => Math.max(0, r.difference))}` : '';
	const promised = prices ? `, ${money((r) => Math.max(0, -r.difference))} that was promised` : '';
	const parts = [
		free > 0 ? `${free} visit${free === 1 ? '' : 's'} more than sold: free work${worth}` : '',
		owed > 0 ? `${owed} owed${promised}${late > 0 ? `, ${late} of them because the start is late` : ''}` : ''
	].filter(Boolean);
	return `${parts.join('; ')}.`;
}

export const undoRound = serve(contract.undoRound, (ctx, i) => {
	const plan = ctx.get(roundPlans, i.planId, 'This planning');
	if (plan.undoneAt !== null) return { takenOff: 0 };
	const service = ctx.get(seasonServices, plan.serviceId, 'Its service');
	const gone = ctx.db
		.delete(visits)
		.where(and(eq(visits.planId, plan.id), eq(visits.state, 'planned')))
		.run().changes;
	ctx.update(roundPlans, plan.id, { undoneAt: ctx.now });
	ctx.happened(`season-service:${service.id}`, 'rounds.undo-plan', { service: service.name, takenOff: gone }, 'plan', 'field');
	return { takenOff: gone };
});

/** The days that a planning lies on, for its page. */
export const daysOfPlan = (rows: readonly Proposed[]): { day: Day; sites: number; minutes: number }[] => {
	const days = new Map<Day, { sites: number; minutes: number }>();
	for (const r of rows)
		for (const v of r.visits) {
			const d = days.get(v.day) ?? { sites: 0, minutes: 0 };
			days.set(v.day, { sites: d.sites + 1, minutes: d.minutes + r.minutes });
		}
	return [...days].map(([day, d]) => ({ day, ...d })).sort((a, b) => (a.day < b.day ? -1 : 1));
};
