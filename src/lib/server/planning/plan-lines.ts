import { clock, type PlanChange, type PlannedDay } from '../../core/planning';
import { daysBetween, type Day } from '../../core/time';
import { dayIn, mailWords, type Language } from '../../core/words';

/** A change with the name its job has, and the one before had. */
export type NamedChange = PlanChange & { job: string; jobBefore?: string };
/** Changes of days in a row that are the same in everything else. */
interface Run {
	change: NamedChange;
	last: Day;
	days: number;
}

/** A planned day in words. @example planned('en', day, 'Library') // 'Apr 19, 2027, 7:00–15:30: Library, Membrane' */
function planned(language: Language, d: PlannedDay, job: string, run?: Run): string {
	const time = d.from === null || d.to === null ? mailWords(language).wholeDay : `${clock(d.from)}–${clock(d.to)}`;
	const days = run && run.days > 1 ? `${dayIn(language, d.day)} – ${dayIn(language, run.last)}` : dayIn(language, d.day);
	return `${days}, ${time}: ${[job, d.phase].filter(Boolean).join(', ')}${d.note ? ` (${d.note})` : ''}`;
}

const dayOf = (c: NamedChange): PlannedDay | null => (c.kind === 'changed' ? null : (c.is ?? c.was));
const sameWork = (a: PlannedDay, b: PlannedDay): boolean =>
	a.jobId === b.jobId && a.phase === b.phase && a.from === b.from && a.to === b.to && a.note === b.note;

/** Days in a row of the same work become one run: over a weekend too. */
function runsOf(changes: readonly NamedChange[]): Run[] {
	const runs: Run[] = [];
	for (const change of changes) {
		const day = dayOf(change);
		const before = runs.find((r) => {
			const first = dayOf(r.change);
			return day !== null && first !== null && r.change.kind === change.kind && sameWork(first, day) && daysBetween(r.last, day.day) <= 3;
		});
		if (before && day) {
			before.last = day.day;
			before.days += 1;
		} else runs.push({ change, last: day?.day ?? '', days: 1 });
	}
	return runs;
}

/**
 * Changes of somebody's plan in their language, old and new; days in a row of the same work are one line.
 * @example planLines('en', changes) // ['New: April 19, 2027 – April 23, 2027, whole day: School, Dry-in']
 */
export const planLines = (language: Language, changes: readonly NamedChange[]): string[] =>
	runsOf(changes).map((run) => {
		const { change: c } = run;
		return mailWords(language).planLine({
			was: c.was && planned(language, c.was, c.jobBefore ?? c.job, c.kind === 'off' ? run : undefined),
			is: c.is && planned(language, c.is, c.job, c.kind === 'new' ? run : undefined)
		});
	});
