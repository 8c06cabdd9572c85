import type { Cadence } from '$lib/core/rounds';

const MONTHS = ['Jan', 'Feb', 'Mar', 'Apr', 'May', 'Jun', 'Jul', 'Aug', 'Sep', 'Oct', 'Nov', 'Dec'];
/** A day of the year in words. @example monthDay('04-15') // 'Apr 15' */
export const monthDay = (md: string): string => `${MONTHS[Number(md.slice(0, 2)) - 1] ?? ''} ${Number(md.slice(3))}`;

/** When and how often a season service is done. @example “every 2 weeks, Apr 1 to Oct 31” */
export const cadenceWords = (s: { cadence: Cadence; from: string; to: string }): string =>
	`${s.cadence.by === 'weeks' ? (s.cadence.every === 1 ? 'every week' : `every ${s.cadence.every} weeks`) : `${s.cadence.windows.length} visits, each in its window`}, ${monthDay(s.from)} to ${monthDay(s.to)}`;
