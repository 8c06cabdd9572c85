/** Shifts that differ only in their day, told once with their days: what one person does for weeks is a line and not twenty. */
export interface Run<S> {
	/** That of its first shift: a run is known again by it when a page hears what changed. */
	id: string;
	of: Omit<S, 'id' | 'day' | 'version'>;
	on: [day: string, id: string, version: number][];
}
type OfADay = { id: string; day: string; version: number };

/**
 * Shifts put together for the way to a board; {@link outOfRuns} gives the same shifts again.
 * @example inRuns([{ id: 'a', day: '2027-04-14', version: 1, job: 'Roof' }, { id: 'b', day: '2027-04-15', version: 1, job: 'Roof' }])
 * // [{ id: 'a', of: { job: 'Roof' }, on: [['2027-04-14', 'a', 1], ['2027-04-15', 'b', 1]] }]
 */
export function inRuns<S extends OfADay>(shifts: readonly S[]): Run<S>[] {
	const runs = new Map<string, Run<S>>();
	for (const { id, day, version, ...of } of shifts) {
		const key = JSON.stringify(of);
		const run = runs.get(key) ?? { id, of, on: [] };
		run.on.push([day, id, version]);
		runs.set(key, run);
	}
	return [...runs.values()];
}

/** The shifts that were put together, by day. */
export function outOfRuns<S extends OfADay>(runs: readonly Run<S>[]): S[] {
	return (
		runs
			// What was taken out of a shift is put back: together they are the shift again, which the compiler cannot know of a type it has not seen.
			.flatMap(({ of, on }) => on.map(([day, id, version]) => ({ ...of, id, day, version }) as unknown as S))
			.sort((a, b) => (a.day < b.day ? -1 : a.day > b.day ? 1 : 0))
	);
}
