import { addDays, daysBetween, type Day } from '../time';
import { grouped } from '../lists';
import { isWorkingDay, workingDaysFrom, type HolidayRule, type WorkingHours } from './calendar';
import { say } from './refusals';
import { Refusal } from '../refusal';

/** A phase that is laid over days, both included. */
export interface PhaseDays {
	id: string;
	from: Day;
	to: Day;
	/** Its days are counted through, free ones too; else it lasts so many working days. */
	calendarDays: boolean;
}
/** `after` may begin on the (pause + 1)-th working day after `before` ends. */
export interface PhaseLink {
	before: string;
	after: string;
	pause: number;
}
/** A phase that must move, with the days it had. */
export interface PushedPhase {
	id: string;
	from: Day;
	to: Day;
	was: { from: Day; to: Day };
}
interface Week {
	hours: WorkingHours;
	holidays: readonly HolidayRule[];
}

/** Working days within a span, both days included. */
export function workingDaysIn(from: Day, to: Day, c: Week): number {
	let n = 0;
	for (let d = from; d <= to; d = addDays(d, 1)) if (isWorkingDay(d, c.hours, c.holidays)) n += 1;
	return n;
}

/** The same phase begun on another day: as many working days, or as many calendar days, as it has now. */
export function phaseFrom(p: PhaseDays, from: Day, c: Week): PhaseDays {
	const n = p.calendarDays ? 0 : workingDaysIn(p.from, p.to, c);
	if (n === 0) return { ...p, from, to: addDays(from, daysBetween(p.from, p.to)) };
	const days = workingDaysFrom(from, n, c.hours, c.holidays);
	return { ...p, from: days[0] ?? from, to: days.at(-1) ?? from };
}

/** The first day on which a phase may begin after another. @example earliestAfter('2027-04-16', 0, week) // '2027-04-19', a Monday */
export const earliestAfter = (end: Day, pause: number, c: Week): Day =>
	workingDaysFrom(addDays(end, 1), pause + 1, c.hours, c.holidays).at(-1) ?? addDays(end, 1);

/**
 * Ids so that each comes after what it waits for.
 * @throws Refusal at the field `after` for phases that wait for each other in a circle
 */
export function inOrder(ids: readonly string[], links: readonly PhaseLink[]): string[] {
	const before = grouped(links, (l) => l.after);
	const done = new Set<string>();
	const open = new Set<string>();
	const order: string[] = [];
	const visit = (id: string): void => {
		if (done.has(id)) return;
		if (open.has(id)) throw new Refusal(say('phases-wait-in-circle'), 'after');
		open.add(id);
		for (const l of before.get(id) ?? []) visit(l.before);
		open.delete(id);
		done.add(id);
		order.push(id);
	};
	for (const id of ids) visit(id);
	return order;
}

/**
 * What must move so that every phase begins after those it waits for: each just far enough, none is pulled forward, each keeps its length.
 * A phase that was moved too far forward is pushed back itself. Phases without days hold nobody.
 * @param phases with the days they are wanted to have
 * @param was the days they have now, by id; what is not there was not laid over days
 * @throws Refusal for a circle
 * @example pushPhases([{ id: 'a', from: '2027-04-12', to: '2027-04-14', … }, { id: 'b', from: '2027-04-14', … }], [{ before: 'a', after: 'b', pause: 0 }], …) // b from the 15th
 */
export function pushPhases(
	phases: readonly PhaseDays[],
	links: readonly PhaseLink[],
	was: ReadonlyMap<string, { from: Day; to: Day }>,
	c: Week
): PushedPhase[] {
	const laid = new Map(phases.map((p) => [p.id, p]));
	const before = grouped(links, (l) => l.after);
	const order = inOrder([...new Set([...phases.map((p) => p.id), ...links.flatMap((l) => [l.before, l.after])])], links);
	for (const id of order) {
		const own = laid.get(id);
		if (!own) continue;
		const earliest = (before.get(id) ?? []).flatMap((l) => {
			const first = laid.get(l.before);
			return first ? [earliestAfter(first.to, l.pause, c)] : [];
		});
		const latest = earliest.sort().at(-1);
		if (latest !== undefined && own.from < latest) laid.set(id, phaseFrom(own, latest, c));
	}
	return order.flatMap((id) => {
		const now = laid.get(id);
		const old = was.get(id);
		return now && old && (now.from !== old.from || now.to !== old.to) ? [{ id, from: now.from, to: now.to, was: old }] : [];
	});
}
