/** The step on which times on the day's board fall, minutes. */
export const STEP = 15;
/** A shift is at least this long when its end is pulled. */
const SHORTEST = 30;

export interface Span {
	from: number;
	to: number;
}
interface Timed {
	from: number | null;
	to: number | null;
}

/** The hours of a shift; those of the working day when it has none of its own. */
export const spanOf = (s: Timed, workday: Span): Span => ({ from: s.from ?? workday.from, to: s.to ?? workday.to });

/**
 * The hours that are shown: the working day with an hour around it, wider where somebody is planned beyond.
 * @example hoursShown({ from: 420, to: 930 }, []) // { from: 360, to: 1020 }
 */
export function hoursShown(workday: Span, shifts: readonly Timed[]): Span {
	const spans = shifts.map((s) => spanOf(s, workday));
	return {
		from: Math.floor(Math.min(workday.from - 60, ...spans.map((s) => s.from)) / 60) * 60,
		to: Math.ceil(Math.max(workday.to + 60, ...spans.map((s) => s.to)) / 60) * 60
	};
}

/** Shifts that overlap stand below each other. */
export function lanesOf<S extends Timed>(shifts: readonly S[], workday: Span): S[][] {
	const lanes: S[][] = [];
	for (const s of [...shifts].sort((a, b) => (a.from ?? 0) - (b.from ?? 0))) {
		const at = spanOf(s, workday);
		const lane = lanes.find((l) => {
			const last = l.at(-1);
			return last === undefined || spanOf(last, workday).to <= at.from;
		});
		if (lane) lane.push(s);
		else lanes.push([s]);
	}
	return lanes;
}

/** Onto the step. @example stepped(433) // 435 */
export const stepped = (minutes: number): number => Math.round(minutes / STEP) * STEP;

/** A span so many minutes later or earlier, within the day it begins on. @example moved({ from: 420, to: 600 }, 30) // { from: 450, to: 630 } */
export function moved(s: Span, by: number): Span {
	const from = Math.max(0, Math.min(1440 - STEP, stepped(s.from + by)));
	return { from, to: Math.min(2160, from + (s.to - s.from)) };
}

/** A span with its end so many minutes later or earlier, never shorter than half an hour. */
export const stretched = (s: Span, by: number): Span => ({
	from: s.from,
	to: Math.max(s.from + SHORTEST, Math.min(2160, stepped(s.to + by)))
});

/** What was drawn from one minute to another, either way; null when that is too short to be meant. */
export function drawn(a: number, b: number): Span | null {
	const [from, to] = [stepped(Math.min(a, b)), stepped(Math.max(a, b))];
	return to - from < SHORTEST ? null : { from, to };
}
