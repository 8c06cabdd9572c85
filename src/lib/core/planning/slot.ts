import { addDays, type Day } from '../time';
import { say } from './refusals';
import { Refusal } from '../refusal';

/** Somebody who could be planned, with what they have free. */
export interface SlotPerson {
	id: string;
	name: string;
	skills: readonly string[];
	/** Paid and planned minutes by day; a day that is not there has none. */
	days: Readonly<Record<Day, { paid: number; planned: number }>>;
}
/** People who go out together: a crew, or those who were picked. */
export interface SlotCrew {
	id: string;
	name: string;
	people: readonly SlotPerson[];
	/** Minutes to drive to the work on a day, from where they are that day or from the branch. */
	driving?: (day: Day) => number;
}
export interface SlotWish {
	/** Minutes of work, of all people together. */
	minutes: number;
	/** How many people; null: all of a crew who can. */
	people: number | null;
	/** Everybody has all of these. */
	skills: readonly string[];
	from: Day;
	to: Day;
	/** On days that follow each other, or where there is room. */
	together: boolean;
	/** Fewer free minutes than this on a day are not worth coming for; at least 1. */
	least: number;
}
/** A way to do it. */
export interface Slot {
	crewId: string;
	crew: string;
	from: Day;
	to: Day;
	/** Who works on which day, how long. */
	work: { day: Day; personId: string; minutes: number }[];
	personDays: number;
	/** What stays free on those days of theirs. */
	idle: number;
	driving: number;
}

const free = (p: SlotPerson, day: Day): number => {
	const d = p.days[day];
	return d ? Math.max(0, d.paid - d.planned) : 0;
};

/** Planned against paid over the days of the wish; whoever has no paid day is full. */
function loadOver(p: SlotPerson, days: readonly Day[]): number {
	let [planned, paid] = [0, 0];
	for (const d of days) {
		planned += p.days[d]?.planned ?? 0;
		paid += p.days[d]?.paid ?? 0;
	}
	return paid === 0 ? Infinity : planned / paid;
}

/** The people of a crew who have every skill, the least loaded first; fewer than are wanted: none. */
function chosen(crew: SlotCrew, wish: SlotWish, days: readonly Day[]): SlotPerson[] {
	const able = crew.people
		.filter((p) => wish.skills.every((s) => p.skills.some((own) => own.toLowerCase() === s.toLowerCase())))
		.map((p) => ({ p, load: loadOver(p, days) }))
		.sort((a, b) => a.load - b.load || (a.p.name < b.p.name ? -1 : 1));
	const n = wish.people ?? able.length;
	return able.length < n || n === 0 ? [] : able.slice(0, n).map((a) => a.p);
}

/** The work laid from a day on; null when it cannot begin there, is broken off, or does not fit until the last day. */
function laid(team: readonly SlotPerson[], days: readonly Day[], start: number, wish: SlotWish): Slot['work'] | null {
	let left = wish.minutes;
	const work: Slot['work'] = [];
	for (let n = start; n < days.length && left > 0; n++) {
		const day = days[n] ?? '';
		for (const p of team) {
			if (left === 0) break;
			const minutes = free(p, day);
			if (minutes < wish.least) {
				if (wish.together) return null;
				continue;
			}
			const taken = Math.min(left, minutes);
			work.push({ day, personId: p.id, minutes: taken });
			left -= taken;
		}
		if (n === start && work.length === 0) return null;
	}
	return left > 0 ? null : work;
}

/** The most minutes that a team could give within the days: what is said when the wish does not fit. */
const most = (team: readonly SlotPerson[], days: readonly Day[], least: number): number =>
	days.reduce((sum, d) => sum + team.reduce((a, p) => a + (free(p, d) >= least ? free(p, d) : 0), 0), 0);

const better = (a: Slot, b: Slot): number =>
	(a.to < b.to ? -1 : a.to > b.to ? 1 : 0) ||
	a.personDays - b.personDays ||
	a.idle - b.idle ||
	a.driving - b.driving ||
	(a.crew < b.crew ? -1 : a.crew > b.crew ? 1 : 0) ||
	(a.from < b.from ? -1 : 1);

/**
 * The best crews and days for some work: ranked by when it is finished, person-days, minutes left idle on those, driving, crew, earlier start.
 * @param workingDay whether the company works on a day
 * @throws Refusal that says why there is none: nobody with the skills, no free day, or not enough, with the most minutes that fit
 * @example 26 h, three with 510 free minutes a day // two days, 4 person-days, 480 idle
 */
export function findSlots(crews: readonly SlotCrew[], wish: SlotWish, workingDay: (day: Day) => boolean, shown = 12): Slot[] {
	if (!Number.isInteger(wish.minutes) || wish.minutes < 1) throw new Refusal(say('slot-needs-hours'), 'hours');
	if (wish.to < wish.from) throw new Refusal(say('last-day-is-before-first'), 'to');
	const days: Day[] = [];
	for (let d = wish.from; d <= wish.to && days.length < 400; d = addDays(d, 1)) if (workingDay(d)) days.push(d);
	const teams = crews.map((crew) => ({ crew, team: chosen(crew, wish, days) })).filter((t) => t.team.length > 0);
	if (teams.length === 0)
		throw new Refusal(say('nobody-with-skills', { people: wish.people ?? 1, skills: wish.skills.join(', ') }), 'skills');
	const slots = teams.flatMap(({ crew, team }) =>
		days.flatMap((_, start) => {
			const work = laid(team, days, start, wish);
			return work ? [slotOf(crew, team, work)] : [];
		})
	);
	if (slots.length === 0) throw noRoom(teams, days, wish);
	return slots.sort(better).slice(0, shown);
}

function slotOf(crew: SlotCrew, team: readonly SlotPerson[], work: Slot['work']): Slot {
	const byId = new Map(team.map((p) => [p.id, p]));
	const idle = work.reduce((a, w) => {
		const p = byId.get(w.personId);
		return a + (p ? free(p, w.day) - w.minutes : 0);
	}, 0);
	const on = [...new Set(work.map((w) => w.day))];
	return {
		...{ crewId: crew.id, crew: crew.name, from: on[0] ?? '', to: on.at(-1) ?? '', work, personDays: work.length, idle },
		driving: on.reduce((a, d) => a + (crew.driving?.(d) ?? 0), 0)
	};
}

function noRoom(teams: readonly { team: readonly SlotPerson[] }[], days: readonly Day[], wish: SlotWish): Refusal {
	const fit = Math.max(...teams.map((t) => most(t.team, days, wish.least)));
	if (fit === 0) return new Refusal(say('no-free-day'), 'to');
	return new Refusal(say('not-enough-free', { most: fit, wanted: wish.minutes, together: wish.together }), 'hours');
}

/**
 * The end of some minutes of work from a start on, over the breaks between.
 * @example endOf(420, 300, [{ from: 690, to: 720 }]) // 750: five hours from 7:00, and the half hour at 11:30
 */
export function endOf(start: number, minutes: number, breaks: readonly { from: number; to: number }[]): number {
	let end = start + minutes;
	for (const b of [...breaks].sort((x, y) => x.from - y.from)) if (b.from >= start && b.from < end) end += b.to - b.from;
	return end;
}

/** The longest stretch of a day that nothing stands on. @example longestFree(420, 930, [{ from: 780, to: 930 }]) // { from: 420, to: 780 } */
export function longestFree(from: number, to: number, taken: readonly { from: number; to: number }[]): { from: number; to: number } {
	let best = { from, to: from };
	let at = from;
	for (const t of [...taken, { from: to, to }].sort((x, y) => x.from - y.from)) {
		if (Math.min(t.from, to) - at > best.to - best.from) best = { from: at, to: Math.min(t.from, to) };
		at = Math.max(at, t.to);
	}
	return best;
}
