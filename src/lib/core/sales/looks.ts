/** What somebody looks for among the jobs that are won. */
export const JOB_LOOKS = ['over', 'unbilled', 'unplanned'] as const;
export type JobLook = (typeof JOB_LOOKS)[number];

interface Looked {
	meaning: string;
	/** Hours sold and used, ten-thousandths. */
	hoursSold: number;
	hoursUsed: number;
	/** Costs not billed, cents; null: not theirs to see. */
	toBill: number | null;
	nextDay: string | null;
}

/**
 * Whether a job is one of those looked for: over its sold hours (one sold without hours is never), with costs not billed, or to be worked on with
 * nobody planned from today.
 * @example isLooked('over', { hoursSold: 0, hoursUsed: 80_000, … }) // false
 */
export function isLooked(look: JobLook, j: Looked): boolean {
	if (look === 'over') return j.hoursSold > 0 && j.hoursUsed > j.hoursSold;
	if (look === 'unbilled') return (j.toBill ?? 0) > 0;
	return j.nextDay === null && (j.meaning === 'ready' || j.meaning === 'under way');
}
