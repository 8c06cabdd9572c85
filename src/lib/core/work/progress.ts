import { mulDiv } from '../money';

interface Done {
	done: boolean;
	/** Hours it was sold with, ten-thousandths; 0: not said. */
	hours: number;
}

/**
 * How far a phase is by its tasks, hundredths of a percent: by their hours where each has some, else by their number. Half a hundredth is rounded
 * up.
 * @returns null without tasks: nothing is known
 * @example one of three tasks done // 3333
 */
export function progressOf(tasks: readonly Done[]): number | null {
	if (tasks.length === 0) return null;
	const weight = tasks.every((t) => t.hours > 0) ? (t: Done) => t.hours : () => 1;
	const [done, all] = [tasks.filter((t) => t.done), tasks].map((list) => list.reduce((a, t) => a + weight(t), 0)) as [number, number]; // two in, two out
	return mulDiv(10_000, done, all);
}

/**
 * How far a job is by its phases, weighted by their sold hours, hundredths of a percent. A phase of which nothing is known has nothing done; phases
 * without hours weigh nothing, unless none has any: then each weighs the same.
 * @returns null where nothing is known of any
 * @example 20 h at 50 %, 60 h unknown // 1250
 */
export function progressOfJob(phases: readonly { hours: number; percent: number | null }[]): number | null {
	if (phases.every((p) => p.percent === null)) return null;
	const weight = phases.some((p) => p.hours > 0) ? (p: { hours: number }) => Math.max(0, p.hours) : () => 1;
	const all = phases.reduce((a, p) => a + weight(p), 0);
	const done = phases.reduce((a, p) => a + weight(p) * (p.percent ?? 0), 0);
	return Math.round(done / all);
}
