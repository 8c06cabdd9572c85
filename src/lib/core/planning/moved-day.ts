import { addDays, type Day } from '../time';

/** Something that stands on a day and can be moved as one: shifts of one piece of work, or a visit. */
export interface DayWork {
	id: string;
	day: Day;
	from: number | null;
	to: number | null;
	/** Whose it is; nobody: only the company's days count. */
	people: readonly string[];
	/** Whether its own rules let it stand there (a season). */
	fits?: (day: Day) => boolean;
	/** Never two with the same of these on a day: visits of one agreement. */
	alone?: string;
	/** It has no time of day: a stop of a round. It overlaps nothing and holds nothing up. */
	timeless?: boolean;
}
export interface MovedWork {
	id: string;
	day: Day;
	to: Day;
	/** What it overlaps with there, by id. */
	overlaps: string[];
}

const meets = (a: DayWork, b: DayWork): boolean =>
	a.day === b.day &&
	!a.timeless &&
	!b.timeless &&
	(a.from === null || b.from === null || a.to === null || b.to === null || (a.from < b.to && a.to > b.from));
const shares = (a: DayWork, b: DayWork): boolean => a.people.some((p) => b.people.includes(p));
const byStart = (a: DayWork, b: DayWork): number =>
	(a.day < b.day ? -1 : a.day > b.day ? 1 : 0) || (a.from ?? 0) - (b.from ?? 0) || (a.id < b.id ? -1 : 1);

/** How far ahead a day is looked for. */
const FAR = 120;

/**
 * Where work goes that cannot be done on its day: the next working day of all its people, at the same times. In the order of start; a
 * person's later work never lands before an earlier one of theirs.
 * @param chosen what moves; `others` what stays where it is
 * @param workingDay whether somebody works on a day; null asks for the company
 * @param room look on for a day without an overlap; else overlaps are said
 * @returns what moves where, and what finds no day and stays
 */
export function moveWork(
	chosen: readonly DayWork[],
	others: readonly DayWork[],
	workingDay: (personId: string | null, day: Day) => boolean,
	room: boolean
): { moved: MovedWork[]; stays: string[] } {
	const landed = new Map<string, Day>();
	const placed: DayWork[] = [];
	const stays: string[] = [];
	const moved: MovedWork[] = [];
	for (const w of [...chosen].sort(byStart)) {
		const works = (d: Day) => (w.people.length === 0 ? workingDay(null, d) : w.people.every((p) => workingDay(p, d)));
		const against = (d: Day) => [...others, ...placed].filter((o) => shares(w, o) && meets({ ...w, day: d }, o)).map((o) => o.id);
		const alone = (d: Day) => w.alone === undefined || ![...others, ...placed].some((o) => o.alone === w.alone && o.day === d);
		const earliest = (w.timeless ? [] : w.people).reduce(
			(d, p) => (d < (landed.get(p) ?? '') ? (landed.get(p) ?? d) : d),
			addDays(w.day, 1)
		);
		const day = firstDay(earliest, (d) => works(d) && alone(d) && (w.fits?.(d) ?? true) && (!room || against(d).length === 0));
		if (day === null) {
			stays.push(w.id);
			placed.push(w);
			continue;
		}
		moved.push({ id: w.id, day: w.day, to: day, overlaps: against(day) });
		placed.push({ ...w, day });
		if (!w.timeless) for (const p of w.people) landed.set(p, day);
	}
	return { moved, stays };
}

function firstDay(from: Day, good: (d: Day) => boolean): Day | null {
	for (let n = 0; n < FAR; n++) {
		const d = addDays(from, n);
		if (good(d)) return d;
	}
	return null;
}
