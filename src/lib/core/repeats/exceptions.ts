import type { Day } from '../time';
import type { Placed } from './repeats';

/** What is different about one occurrence: the day it comes instead; null: it is left out. */
export interface Exception {
	occursOn: Day;
	day: Day | null;
}

/**
 * Occurrences with what was said of single ones: moved by hand they go where they were moved, whatever the holidays say, and are one with nothing.
 * @example withExceptions(placed, [{ occursOn: '2027-05-03', day: null }]) // that one is left out, the others stay
 */
export function withExceptions(placed: readonly Placed[], exceptions: readonly Exception[]): Placed[] {
	const said = new Map(exceptions.map((e) => [e.occursOn, e.day]));
	return placed.map((p) => {
		const day = said.get(p.occursOn);
		return day === undefined ? p : { occursOn: p.occursOn, day, merged: false };
	});
}

/**
 * What another rule would add to what is still to come, and what it would drop.
 * @param was occurrences of the rule as it is, from today on
 * @example changeOf(['2027-05-03', '2027-05-10'], ['2027-05-10', '2027-05-17']) // { added: ['2027-05-17'], dropped: ['2027-05-03'] }
 */
export function changeOf(was: readonly Day[], becomes: readonly Day[]): { added: Day[]; dropped: Day[] } {
	const [before, after] = [new Set(was), new Set(becomes)];
	return { added: becomes.filter((d) => !before.has(d)), dropped: was.filter((d) => !after.has(d)) };
}
